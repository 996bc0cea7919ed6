package oakmirror.media.delivery;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BiConsumer;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.correction.AppliedCorrection;
import oakmirror.finish.MasterRender;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.FileLabel;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Session;
import oakmirror.session.Shaping;
import oakmirror.session.TrackId;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/**
 * Renders several masters, of one mix or of several. What they share is done once: masters that differ in target or form alone go through their correction and are measured
 * there together, and the mix is read and converted once. The rest is done side by side; each comes out as it would alone, to the last byte.
 */
public final class Orders {

    private static final double FIRST = 0.35;

    private final TrackImporter importer;
    private final ExecutorService parts;
    private final ExecutorService abreast;

    /**
     * Renders.
     *
     * @param parts where the parts of measurements run
     * @param abreast where masters are rendered side by side; as many at once as it has threads
     */
    public Orders(TrackImporter importer, ExecutorService parts, ExecutorService abreast) {
        this.importer = importer;
        this.parts = parts;
        this.abreast = abreast;
    }

    /**
     * An order, and what it is made of.
     *
     * @param measured its mix and references, measured
     */
    public record Task(MeasuredSession measured, Order order) {}

    /** What several orders share: the same mix, shaped alike, at one rate. */
    private record Shared(String mix, List<TrackId> references, Object comparing, Shaping shaping, int rate) {

        static Shared of(MeasuredSession measured, Session s, int rate) {
            return new Shared(
                    measured.key(),
                    s.references().stream().map(oakmirror.session.Track::id).toList(),
                    List.of(s.comparing().scope(), s.comparing().corridor()),
                    s.shaping(),
                    rate);
        }
    }

    /** The mix of some orders, through what it goes through. */
    private record Prepared(
            StereoSource audio,
            MasterRender render,
            MasterRender.Corrected corrected,
            Optional<AppliedCorrection> applied) {}

    /** What became of an order: a master, or why there is none. */
    public record Ended(Order order, Optional<Delivered> delivered, String sentence) {}

    /**
     * Renders orders of one mix.
     *
     * @param measured the mix and all references that any order names
     * @param ended told of each as it ends, on whatever thread; with how many have
     * @return what became of each, in their order; one that fails does not keep the others from coming
     * @param wish told how far it is
     * @throws CancellationException when the progress says so; what is written by then stays
     */
    public List<Ended> deliver(
            MeasuredSession measured, List<Order> orders, Progress wish, BiConsumer<Ended, Integer> ended) {
        return deliver(orders.stream().map(o -> new Task(measured, o)).toList(), wish, ended);
    }

    /**
     * Renders orders of several mixes, as of the songs of a record.
     *
     * @param ended told of each as it ends, on whatever thread; with how many have
     * @param wish told how far it is
     * @throws CancellationException when the progress says so; what is written by then stays
     */
    public List<Ended> deliver(List<Task> tasks, Progress wish, BiConsumer<Ended, Integer> ended) {
        AtomicBoolean isOver = new AtomicBoolean();
        Progress progress = done -> !isOver.get() && wish.report(done);
        List<Shared> shared = new ArrayList<>();
        tasks.forEach(t -> shared.add(Shared.of(t.measured(), t.order().settings(), rateOf(t.measured(), t.order()))));
        Map<Shared, Integer> first = new LinkedHashMap<>();
        for (int i = 0; i < tasks.size(); i++) {
            first.putIfAbsent(shared.get(i), i);
        }
        Sum firsts = new Sum(first.size(), progress.part(0, FIRST));
        Map<Shared, Future<Prepared>> prepared = new LinkedHashMap<>();
        first.forEach((s, i) -> {
            MeasuredSession of =
                    tasks.get(i).measured().with(tasks.get(i).order().settings());
            Progress part = firsts.part(prepared.size());
            prepared.put(s, abreast.submit(() -> prepare(of, s.rate(), part)));
        });
        Sum seconds = new Sum(tasks.size(), progress.part(FIRST, 1));
        List<Callable<Ended>> work = new ArrayList<>();
        for (int i = 0; i < tasks.size(); i++) {
            Order order = tasks.get(i).order();
            Future<Prepared> ready = prepared.get(shared.get(i));
            Progress part = seconds.part(i);
            work.add(() -> attempt(order, ready, part));
        }
        return run(tasks.stream().map(Task::order).toList(), prepared.values(), work, ended, isOver);
    }

    /** What is shared was asked for first, so no thread ever waits for what nobody is doing. */
    private List<Ended> run(
            List<Order> orders,
            Iterable<Future<Prepared>> prepared,
            List<Callable<Ended>> work,
            BiConsumer<Ended, Integer> ended,
            AtomicBoolean isOver) {
        List<Future<Ended>> running = new ArrayList<>();
        int[] count = {0};
        try {
            for (Callable<Ended> w : work) {
                running.add(abreast.submit(() -> {
                    Ended e = w.call();
                    synchronized (count) {
                        ended.accept(e, ++count[0]);
                    }
                    return e;
                }));
            }
            List<Ended> all = new ArrayList<>();
            for (int i = 0; i < running.size(); i++) {
                all.add(result(running.get(i), orders.get(i)));
            }
            return all;
        } finally {
            isOver.set(true); // one that was cancelled ends the others, each of which removes what it has begun
            prepared.forEach(Orders::await);
            running.forEach(Orders::await);
        }
    }

    private static void await(Future<?> ending) {
        try {
            ending.get();
        } catch (ExecutionException e) {
            // told already
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static Ended result(Future<Ended> running, Order order) {
        try {
            return running.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof CancellationException c) {
                throw c;
            }
            if (e.getCause() instanceof Error error) {
                throw error;
            }
            throw new IllegalStateException("rendering " + order.file() + " failed", e.getCause());
        } catch (InterruptedException e) {
            throw interrupted();
        }
    }

    private static CancellationException interrupted() {
        Thread.currentThread().interrupt();
        return new CancellationException("cancelled");
    }

    private int rateOf(MeasuredSession measured, Order order) {
        return order.form()
                .format()
                .rateFor(order.settings().output().rate(), measured.audio().sampleRate());
    }

    private Prepared prepare(MeasuredSession measured, int rate, Progress progress) throws IOException {
        StereoSource audio =
                importer.derived().converted(measured.audio(), measured.key(), rate, progress.part(0, 0.1));
        Shaped shaped = measured.shaped(rate, progress.part(0.1, 0.3));
        oakmirror.dsp.ToneFilter.Phase phase = measured.session().phase();
        MasterRender render = new MasterRender(audio, shaped.chain(phase), parts);
        Optional<AppliedCorrection> applied = shaped.isKnown()
                ? Optional.of(shaped.applied(measured.mix().measurement().tone().spectrum(), phase, measured.applied()))
                : Optional.empty();
        return new Prepared(audio, render, render.measureLevels(progress.part(0.3, 1)), applied);
    }

    private Ended attempt(Order order, Future<Prepared> ready, Progress progress) throws InterruptedException {
        try {
            Prepared p = ready.get();
            Delivered delivered = new MasterDelivery(
                            p.render(), p.audio().sampleRate(), p.audio().frames(), parts)
                    .deliver(
                            p.corrected(),
                            order.settings().finish(),
                            order.form(),
                            new FileLabel(order.tags(), p.applied(), Optional.of(order.made())),
                            order.file(),
                            progress);
            return new Ended(order, Optional.of(delivered), "");
        } catch (ExecutionException e) {
            return failed(order, e.getCause());
        } catch (IOException e) {
            return failed(order, e);
        }
    }

    private static Ended failed(Order order, Throwable cause) {
        if (cause instanceof RuntimeException e) {
            throw e;
        }
        if (cause instanceof Error e) {
            throw e;
        }
        String sentence = cause instanceof AudioFileException
                ? cause.getMessage()
                : Texts.of("delivered.couldNotBeRendered", order.file().getFileName());
        return new Ended(order, Optional.empty(), sentence);
    }

    /** The progress of several that go on at once. */
    private static final class Sum {
        private final double[] done;
        private final Progress whole;

        Sum(int parts, Progress whole) {
            done = new double[parts];
            this.whole = whole;
        }

        Progress part(int index) {
            return fraction -> {
                double sum = 0;
                synchronized (done) {
                    done[index] = Math.max(done[index], fraction);
                    for (double d : done) {
                        sum += d;
                    }
                }
                return whole.report(sum / done.length);
            };
        }
    }
}
