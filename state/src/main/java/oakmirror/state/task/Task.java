package oakmirror.state.task;

import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import oakmirror.media.file.AudioFileException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A piece of work: what it is called, whose it is, how far it is, and how it ends. It ends once, in one of four ways, on the state's thread:
 *
 * <ul>
 *   <li>done: what was made is taken;
 *   <li>failed: the failure is taken, with a sentence;
 *   <li>cancelled, by hand or because its owner has ended: taken as a failure that {@linkplain Failure#isCancelled() says so};
 *   <li>superseded by newer work: nobody is told, since what came after it tells.
 * </ul>
 *
 * <p>Made by {@link Tasks}, which forgets it when it has ended. Lives on the state's thread but for what it computes.
 */
public final class Task {

    private static final Logger LOG = LoggerFactory.getLogger(Task.class);
    private static final double LEAST_STEP = 0.005;

    private final Tasks owner;
    private final Background background;
    private final Kind kind;
    private final String title;
    private final boolean isShown;
    private final ReadOnlyDoubleWrapper fraction = new ReadOnlyDoubleWrapper();
    private volatile boolean unwanted;
    private volatile boolean overtaken;
    private volatile boolean running;
    private volatile double reported;
    private volatile Runnable computed = () -> {};
    private Consumer<Failure> failed;
    private boolean ended;

    Task(Tasks owner, Background background, Kind kind, String title, boolean isShown) {
        this.owner = owner;
        this.background = background;
        this.kind = kind;
        this.title = title;
        this.isShown = isShown;
        failed = background::tell;
    }

    /** What is done, as the beginning of a sentence: "Reading “Ebb Tide”". */
    public String title() {
        return title;
    }

    /** How far it is, from 0 to 1, where the user sees it. */
    public ReadOnlyDoubleProperty fractionProperty() {
        return fraction.getReadOnlyProperty();
    }

    /** Whether it has ended, in whatever way. */
    public boolean isEnded() {
        return ended;
    }

    /** Who takes why nothing comes of it; otherwise the user is told. */
    public Task otherwise(Consumer<Failure> failing) {
        failed = failing;
        return this;
    }

    /** Has it done: {@code then} takes what comes out, {@code failing} why nothing does. */
    public <T> void run(Work<T> work, Consumer<T> then, Consumer<Failure> failing) {
        otherwise(failing).run(work, then);
    }

    /**
     * Has it done. May be called a while after the task was made, as when something has to be known first; it can be cancelled meanwhile.
     *
     * @param work what it computes, on a thread of its kind
     * @param then takes what comes out
     */
    public <T> void run(Work<T> work, Consumer<T> then) {
        if (!ended) {
            start(work, then);
        }
    }

    <T> void start(Work<T> work, Consumer<T> then) {
        background.execute(kind, () -> {
            running = true;
            try {
                report(0);
                if (unwanted) { // what is only overtaken begins: on a busy machine nothing would come to its end
                    // otherwise
                    throw new CancellationException();
                }
                T made = work.run(this::report);
                background.deliver(() -> end(() -> then.accept(made)));
            } catch (Throwable e) { // whatever it is, somebody waits for an answer
                log(e);
                boolean newer = overtaken && e instanceof CancellationException;
                background.deliver(() -> end(() -> {
                    if (!newer) {
                        failed.accept(new Failure(title, e));
                    }
                }));
            }
            computed.run(); // after it: what comes next may be quick, and must not be taken before this
        });
    }

    private void log(Throwable e) {
        if (e instanceof CancellationException) {
            LOG.debug("{}: not wanted any more", title);
        } else if (e instanceof AudioFileException) {
            LOG.info("{}: failed", title, e);
        } else if (!background.isClosing()) {
            LOG.error("{}: failed", title, e);
        }
    }

    private boolean report(double done) {
        if (isShown && (done - reported > LEAST_STEP || done >= 1 && reported < 1)) {
            reported = done;
            background.deliver(() -> fraction.set(done));
        }
        return !unwanted && !overtaken && !background.isClosing();
    }

    /** Asks it to end: at once where it has not begun, otherwise as soon as it can; what is too late to be cancelled is done. */
    public void cancel() {
        unwanted = true;
        if (!running) {
            end(() -> failed.accept(new Failure(title, new CancellationException())));
        }
    }

    /** Ends it without a word: something newer is in its place. */
    public void supersede() {
        unwanted = true;
        end(() -> {});
    }

    /** Something newer waits: what it makes is still taken, but it need not go on. */
    void overtake() {
        overtaken = true;
    }

    /** Ends it since nobody can take what it makes any more. */
    void abandon(String why) {
        unwanted = true;
        end(() -> failed.accept(new Failure(title, new Failure.Abandoned(why))));
    }

    /** Does something when it has been computed, on the thread that computed it. */
    void whenComputed(Runnable then) {
        computed = then;
    }

    private void end(Runnable how) {
        if (!ended) {
            ended = true;
            owner.forget(this);
            how.run();
        }
    }

    @Override
    public String toString() {
        return title;
    }
}
