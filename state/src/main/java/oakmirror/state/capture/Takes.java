package oakmirror.state.capture;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import oakmirror.profile.About;
import oakmirror.profile.Gate;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.profile.Take;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Profiles taken from what plays: while it is loud, one for each song. Only figures are kept. What comes in arrives on the device's thread; everything else
 * lives on the window's.
 */
public final class Takes {

    private final Workspace workspace;
    private final ExecutorService measuring = Executors.newCachedThreadPool(r -> {
        Thread t = new Thread(r, "oakmirror-take");
        t.setDaemon(true);
        return t;
    });
    private final ReadOnlyBooleanWrapper taking = new ReadOnlyBooleanWrapper();
    private final ReadOnlyStringWrapper words = new ReadOnlyStringWrapper("");
    /** Songs that came to their end, to be kept once they are measured. */
    private final ConcurrentLinkedQueue<Take> ended = new ConcurrentLinkedQueue<>();

    private final Object songsLock = new Object();
    /** What is being taken now; a block of what was taken before is no part of it. */
    private Object open;

    private final List<Consumer<Profile>> listeners = new ArrayList<>();
    private volatile Optional<Gate> gate = Optional.empty();
    private volatile Optional<Take> current = Optional.empty();
    private int sampleRate;
    private int songs;

    Takes(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Whether something is being taken. */
    public ReadOnlyBooleanProperty takingProperty() {
        return taking.getReadOnlyProperty();
    }

    /** How far it is, in words: “0:42 loud, tone ±0.3 dB”. */
    public ReadOnlyStringProperty wordsProperty() {
        return words.getReadOnlyProperty();
    }

    /** Has something done with every profile that was taken. */
    public void onTaken(Consumer<Profile> work) {
        listeners.add(work);
    }

    void listen(int rate) {
        sampleRate = rate;
    }

    /** Begins to take what plays. */
    public void start() {
        songs = 0;
        Object run = new Object();
        synchronized (songsLock) {
            open = run;
        }
        gate = Optional.of(new Gate(sampleRate, new Gate.Taker() {
            @Override
            public void music(float[] left, float[] right, int frames) {
                synchronized (songsLock) {
                    if (open == run) { // a block may be on its way when it ends
                        current.orElseGet(Takes.this::begin).add(left, right, frames);
                    }
                }
            }

            @Override
            public void songEnds() {
                synchronized (songsLock) {
                    current.filter(c -> open == run).ifPresent(ended::add);
                    current = open == run ? Optional.empty() : current;
                }
            }
        }));
        taking.set(true);
    }

    private Take begin() {
        Take take = new Take(
                sampleRate,
                "take-" + UUID.randomUUID(),
                measuring,
                workspace.background().parts());
        current = Optional.of(take);
        return take;
    }

    /** Takes what comes in, on the device's thread. */
    void add(float[] left, float[] right, int frames) {
        gate.ifPresent(g -> g.add(left, right, frames));
    }

    void tick() {
        if (!taking.get()) {
            return;
        }
        for (Take take = ended.poll(); take != null; take = ended.poll()) {
            keep(take, true);
        }
        words.set(current.map(Takes::words)
                .orElse(
                        songs > 0
                                ? Texts.of("capture.waitingForTheNext")
                                : Texts.of("capture.waitingForSomethingLoud")));
    }

    private static String words(Take take) {
        double error = take.errorDb();
        return Texts.of("capture.loud", Numbers.time(take.seconds()))
                + (Double.isNaN(error) ? "" : Texts.of("capture.toneDb", Numbers.level(error)))
                + (take.isEnough() ? "" : Texts.of("capture.tooShortYet"));
    }

    /** Keeps what was taken so far as a profile, and goes on with another. */
    public void keep() {
        taken().ifPresent(t -> keep(t, false));
    }

    private Optional<Take> taken() {
        synchronized (songsLock) {
            Optional<Take> take = current;
            current = Optional.empty();
            return take;
        }
    }

    private void keep(Take take, boolean bySongEnd) {
        if (!take.isEnough()) {
            take.end();
            if (!bySongEnd) {
                workspace
                        .messageProperty()
                        .set(Texts.of(
                                "capture.aTakeNeedsS", Math.round(Take.ENOUGH_SECONDS), Math.round(take.seconds())));
            }
            return;
        }
        int number = ++songs;
        String when = Texts.moment(java.time.LocalDateTime.now());
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("capture.measuringWhatWasTaken"))
                .run(progress -> take.figures(), figures -> figures.ifPresent(f -> told(f, number, when)));
    }

    private void told(Measurements figures, int number, String when) {
        double error = oakmirror.profile.ToneSpread.errorDb(figures.toneSpreadDb(), figures.seconds());
        About about = new About(
                Texts.of("capture.takeOf", when, number > 1 ? ", " + number : ""),
                "",
                "",
                List.of(Texts.of("capture.take")),
                Double.isNaN(error) ? "" : Texts.of("capture.toneToDbThe", Numbers.level(error)),
                0,
                0,
                Texts.of("capture.takenFromWhatPlayed"));
        Profile profile = Profile.of(about, figures);
        listeners.forEach(l -> l.accept(profile));
    }

    /** Takes no longer; what was taken so far is kept where it is enough. */
    public void stop() {
        shut();
        taken().ifPresent(t -> keep(t, true));
        for (Take t = ended.poll(); t != null; t = ended.poll()) {
            keep(t, true);
        }
        taking.set(false);
        words.set("");
    }

    private void shut() {
        gate = Optional.empty();
        synchronized (songsLock) {
            open = null;
        }
    }

    void close() {
        shut();
        current.ifPresent(Take::end);
        measuring.shutdownNow();
    }
}
