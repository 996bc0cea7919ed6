package oakmirror.state.task;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import oakmirror.measure.WorkerThreads;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Owner of every worker thread of the program; whoever has work to be done asks {@link Tasks} for a {@link Task}, which runs here. Results and
 * failures come back on the state's thread.
 *
 * <p>There are four groups of threads, so that nothing waits for what it does not depend on: for quick work; for asking disks; for heavy work, the
 * most urgent kind first; and for the parts of one measurement, which never wait for other work. A clock that only starts things, and a thread
 * that keeps things on disk in their order, complete them. Threads are made when they are needed first, and do not keep the program alive.
 */
public final class Background implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(Background.class);
    private static final long PATIENCE_MILLIS = 5000;
    private static final int DISK_THREADS = 4;

    /** What bringing in a file of 192 kHz and eight channels takes: it goes through with a heap of 48 MiB, and not with 40. */
    private static final long IMPORT_BYTES = 48L << 20;

    private final Executor state;
    private final int processors = Runtime.getRuntime().availableProcessors();
    private final Map<Kind.Threads, ExecutorService> threads = new EnumMap<>(Kind.Threads.class);
    private final ExecutorService parts;
    private final ExecutorService abreast;
    private final ExecutorService keeping;
    private final ScheduledExecutorService clock =
            Executors.newSingleThreadScheduledExecutor(WorkerThreads.named("clock"));
    private final Map<Kind, Deque<Runnable>> queues = new EnumMap<>(Kind.class);
    private final Map<Kind, Integer> running = new EnumMap<>(Kind.class);
    private final AtomicInteger heavyRunning = new AtomicInteger();
    private final ObservableList<Task> shown = FXCollections.observableArrayList();
    private volatile Consumer<Failure> troubled = failure -> {};
    private volatile Consumer<String> told = sentence -> LOG.warn("nobody to tell: {}", sentence);
    private volatile Runnable delivered = () -> {};
    private volatile boolean closing;

    /** Background work whose results come back on {@code state}. */
    public Background(Executor state) {
        this(state, (name, count) -> Executors.newFixedThreadPool(count, WorkerThreads.named(name)));
    }

    /**
     * Background work on threads that somebody else makes, as one that takes a step at a time.
     *
     * @param pools makes threads of a name, so many of them
     */
    public Background(Executor state, BiFunction<String, Integer, ExecutorService> pools) {
        this.state = state;
        int few = Math.max(2, processors);
        threads.put(Kind.Threads.QUICK, pools.apply("quick", few));
        threads.put(Kind.Threads.DISK, pools.apply("disk", DISK_THREADS));
        threads.put(Kind.Threads.HEAVY, pools.apply("work", few));
        parts = pools.apply("parts", processors);
        abreast = pools.apply("abreast", processors);
        keeping = pools.apply("keep", 1);
        for (Kind kind : Kind.values()) {
            queues.put(kind, new ArrayDeque<>());
            running.put(kind, 0);
        }
    }

    /** How many files may be brought in at once with so much heap: half of it is for them. */
    static int importsAtOnce(long heapBytes) {
        return (int) Math.max(1, heapBytes / 2 / IMPORT_BYTES);
    }

    /** Says who is told what the user should know, in one sentence, on the state's thread. */
    public void tellTo(Consumer<String> consumer) {
        told = consumer;
    }

    /** Says who is told of what nobody expected, on the state's thread. */
    public void troubleTo(Consumer<Failure> consumer) {
        troubled = consumer;
    }

    /** Tells of what nobody expected. */
    public void trouble(Failure failure) {
        troubled.accept(failure);
    }

    /** Tells the user of a failure; whoever cancelled something knows it. */
    public void tell(Failure failure) {
        if (failure.isUnexpected()) {
            trouble(failure);
        }
        if (!failure.isCancelled()) {
            told.accept(failure.sentence());
        }
    }

    /** The state's thread. */
    public Executor state() {
        return state;
    }

    /** Where the parts of one measurement run; what runs there must not wait for other work. */
    public ExecutorService parts() {
        return parts;
    }

    /** Where what one piece of work makes side by side is made, as several masters; what runs there may wait for {@link #parts} alone. */
    public ExecutorService abreast() {
        return abreast;
    }

    /** Has something done whenever something has come from the background, on the state's thread. */
    public void onDelivery(Runnable then) {
        delivered = then;
    }

    /** Work that the user sees, oldest first. Changed on the state's thread. */
    public ObservableList<Task> shown() {
        return shown;
    }

    boolean isClosing() {
        return closing;
    }

    /** Does something on the state's thread, unless the program ends before. */
    void deliver(Runnable then) {
        if (!closing) {
            state.execute(() -> {
                if (!closing) {
                    then.run();
                    delivered.run();
                }
            });
        }
    }

    /** Has something run on the threads of its kind, in its turn. */
    void execute(Kind kind, Runnable work) {
        if (closing) {
            return;
        }
        synchronized (queues) {
            queues.get(kind).add(work);
        }
        dispatch();
    }

    /** Starts what may run: of each group of threads the most urgent kind first, of each kind no more than it may. */
    private void dispatch() {
        synchronized (queues) {
            for (Kind kind : Kind.values()) {
                Deque<Runnable> queue = queues.get(kind);
                boolean heavy = kind.threads() == Kind.Threads.HEAVY;
                while (!queue.isEmpty()
                        && running.get(kind) < kind.atOnce()
                        && !(heavy && heavyRunning.get() >= Math.max(2, processors))) {
                    start(kind, queue.remove(), heavy);
                }
            }
        }
    }

    private void start(Kind kind, Runnable work, boolean heavy) {
        running.merge(kind, 1, Integer::sum);
        heavyRunning.addAndGet(heavy ? 1 : 0);
        try {
            threads.get(kind.threads()).execute(() -> {
                try {
                    work.run();
                } finally {
                    synchronized (queues) {
                        running.merge(kind, -1, Integer::sum);
                        heavyRunning.addAndGet(heavy ? -1 : 0);
                    }
                    dispatch();
                }
            });
        } catch (RejectedExecutionException e) {
            LOG.debug("not started any more", e);
        }
    }

    /** Does something on the state's thread a little later. */
    public void later(long millis, Runnable work) {
        if (!closing) {
            clock.schedule(() -> deliver(work), millis, TimeUnit.MILLISECONDS);
        }
    }

    /** Has something asked of disks again and again, with a pause in between; returns what ends it. */
    public Runnable every(long millis, Runnable work) {
        AtomicBoolean isAsking = new AtomicBoolean();
        Future<?> ticking = clock.scheduleWithFixedDelay(
                () -> {
                    if (isAsking.compareAndSet(false, true)) { // the last time a disk may not have answered yet
                        execute(Kind.DISK, () -> {
                            try {
                                work.run();
                            } catch (RuntimeException e) {
                                LOG.warn("asking a disk failed", e);
                            } finally {
                                isAsking.set(false);
                            }
                        });
                    }
                },
                millis,
                millis,
                TimeUnit.MILLISECONDS);
        return () -> ticking.cancel(false);
    }

    /** Keeps something on disk; what is kept earlier is on it earlier. What has been asked for is done before the program ends. */
    public void keep(Runnable writing) {
        if (!keeping.isShutdown()) {
            keeping.execute(() -> {
                try {
                    writing.run();
                } catch (RuntimeException e) {
                    LOG.warn("keeping something failed", e);
                }
            });
        }
    }

    /** Asks a disk for something that is of no use any more after a while; empty when it does not answer by then, or fails. */
    public <T> Optional<T> ask(Callable<T> question, long millis) {
        ExecutorService disks = threads.get(Kind.Threads.DISK);
        Future<T> answer;
        try {
            answer = disks.submit(question);
        } catch (RejectedExecutionException e) {
            LOG.debug("not asked any more", e);
            return Optional.empty();
        }
        try {
            return Optional.ofNullable(answer.get(millis, TimeUnit.MILLISECONDS));
        } catch (ExecutionException | TimeoutException e) {
            LOG.debug("a disk did not answer", e);
            answer.cancel(true); // or a folder that has gone would keep a thread for each question
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        }
    }

    /** Whether nothing waits and nothing runs, but what is kept. */
    public boolean isIdle() {
        synchronized (queues) {
            return running.values().stream().allMatch(n -> n == 0)
                    && queues.values().stream().allMatch(Deque::isEmpty);
        }
    }

    /**
     * Ends all work and waits until it has ended: what runs is told and interrupted, what waits is not started, what is to be kept is kept.
     * What comes out is taken by nobody any more.
     */
    @Override
    public void close() {
        closing = true;
        clock.shutdownNow();
        keeping.shutdown();
        List<ExecutorService> all = new java.util.ArrayList<>(threads.values());
        all.add(parts);
        all.add(abreast);
        all.forEach(ExecutorService::shutdownNow);
        all.addAll(Arrays.asList(keeping, clock));
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(PATIENCE_MILLIS);
        all.sort(Comparator.comparing(e -> e != keeping)); // what is kept matters most
        try {
            for (ExecutorService executor : all) {
                if (!executor.awaitTermination(until - System.nanoTime(), TimeUnit.NANOSECONDS)) {
                    LOG.warn("background work did not end in time");
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
