package oakmirror.state.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import oakmirror.media.file.AudioFileException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.Isolated;

/** One owner of all worker threads; the test's own stands for the state's. */
@Timeout(60)
@Isolated("looks at all threads")
class BackgroundTest {

    private static final int HEAVY_AT_ONCE = Math.max(2, Runtime.getRuntime().availableProcessors());

    private final Turns turns = new Turns();
    private final Background background = new Background(turns);
    private final Tasks tasks = new Tasks(background);
    private final List<String> happened = Collections.synchronizedList(new ArrayList<>());

    @AfterEach
    void end() {
        background.close();
    }

    private void until(Callable<Boolean> condition) {
        turns.until(condition);
    }

    private static void await(CountDownLatch latch) throws InterruptedException {
        assertThat(latch.await(30, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void onlyTheNewestRequestIsWorkedOn() throws Exception {
        Latest<Integer> newest = tasks.latest(Kind.QUICK, "Counting");
        CountDownLatch firstRuns = new CountDownLatch(1);
        CountDownLatch letGo = new CountDownLatch(1);
        AtomicInteger worked = new AtomicInteger();
        List<Integer> results = new ArrayList<>();
        newest.submit(
                progress -> {
                    firstRuns.countDown();
                    await(letGo);
                    return worked.incrementAndGet();
                },
                results::add);
        await(firstRuns);
        for (int i = 0; i < 50; i++) {
            int value = 100 + i;
            newest.submit(
                    progress -> {
                        worked.incrementAndGet();
                        return value;
                    },
                    results::add);
        }
        letGo.countDown();
        until(() -> results.contains(149));
        assertThat(results).containsExactly(1, 149);
        assertThat(worked).hasValue(2);
    }

    @Test
    void whatIsOvertakenLearnsSoAndTellsNobody() throws Exception {
        Latest<Integer> newest = tasks.latest(Kind.PREVIEW, "Waiting");
        CountDownLatch running = new CountDownLatch(1);
        newest.submit(
                progress -> {
                    running.countDown();
                    while (true) {
                        progress.check(0);
                        Thread.onSpinWait();
                    }
                },
                n -> happened.add("never"),
                failure -> happened.add("never"));
        await(running);
        newest.submit(progress -> 1, n -> happened.add("next"));
        until(() -> happened.contains("next"));
        assertThat(happened).containsExactly("next");
    }

    @Test
    void whateverGoesWrongIsToldOnceUntilItWorksAgain() throws Exception {
        background.tellTo(happened::add);
        Latest<Integer> newest = tasks.latest(Kind.QUICK, "Fitting bands");
        for (int i = 0; i < 3; i++) {
            newest.submit(
                    progress -> {
                        throw new IllegalStateException("on purpose");
                    },
                    n -> happened.add("done"));
            until(() -> background.isIdle() && tasks.count() == 0);
        }
        newest.submit(progress -> 1, n -> happened.add("done"));
        until(() -> happened.contains("done"));
        newest.submit(
                progress -> {
                    throw new IllegalStateException("on purpose, again");
                },
                n -> happened.add("never"));
        until(() -> happened.size() == 3);
        assertThat(happened)
                .containsExactly("Fitting bands failed; see the log.", "done", "Fitting bands failed; see the log.");
    }

    @Test
    void errorsOfTheMachineComeBackInASentence() throws Exception {
        Throwable[] all = {
            new OutOfMemoryError("on purpose"),
            new NoClassDefFoundError("natives"),
            new InternalError("a fault occurred in an unsafe memory access operation"),
            new StackOverflowError(),
            new AudioFileException("odd.wav is no audio file."),
            new CancellationException()
        };
        List<String> sentences = new ArrayList<>();
        for (Throwable t : all) {
            int before = sentences.size();
            tasks.task(Kind.IMPORT, "Reading odd.wav")
                    .run(
                            progress -> {
                                if (t instanceof Error e) {
                                    throw e;
                                }
                                throw (Exception) t;
                            },
                            n -> sentences.add("never"),
                            failure -> sentences.add(failure.sentence()));
            until(() -> sentences.size() > before);
        }
        assertThat(sentences)
                .containsExactly(
                        "Reading odd.wav needs more memory than is available. Close other programs and try again.",
                        "Reading odd.wav needs a program file that is missing or damaged. Reinstall Oak Mirror.",
                        "Reading odd.wav found an unreadable file in the cache. Check the disk and try again.",
                        "Reading odd.wav failed; see the log.",
                        "odd.wav is no audio file.",
                        "Reading odd.wav was cancelled. Try again if you need it.");
        until(background::isIdle); // and the threads go on
    }

    @Test
    void mastersGoBeforeWhatIsLessUrgent() throws Exception {
        CountDownLatch letOneGo = new CountDownLatch(1);
        CountDownLatch letAllGo = new CountDownLatch(1);
        submit(Kind.PASSAGE, () -> await(letOneGo));
        for (int i = 1; i < HEAVY_AT_ONCE; i++) {
            submit(Kind.PASSAGE, () -> await(letAllGo));
        }
        submit(Kind.STRETCH, () -> happened.add("stretch"));
        submit(Kind.RENDER, () -> happened.add("render 1"));
        submit(Kind.RENDER, () -> happened.add("render 2"));
        letOneGo.countDown(); // all three on one thread, so that what happens first was started first
        until(() -> happened.size() == 3);
        letAllGo.countDown();
        assertThat(happened).containsExactly("render 1", "render 2", "stretch");
    }

    @Test
    void mastersAreRenderedOneAfterTheOther() throws Exception {
        CountDownLatch aThreadWasFree = new CountDownLatch(1);
        AtomicInteger atOnce = new AtomicInteger();
        for (int i = 0; i < 3; i++) {
            submit(Kind.RENDER, () -> {
                happened.add("render " + atOnce.incrementAndGet());
                await(aThreadWasFree);
                atOnce.decrementAndGet();
            });
        }
        submit(Kind.STRETCH, aThreadWasFree::countDown); // asked for last and run beside the first master
        until(() -> happened.size() == 3);
        assertThat(happened).containsOnly("render 1");
    }

    private static Stream<Thread> workers() {
        return Thread.getAllStackTraces().keySet().stream()
                .filter(t -> t.isAlive() && t.getName().startsWith("oakmirror-work"));
    }

    private interface Body {
        void run() throws Exception;
    }

    private void submit(Kind kind, Body body) {
        tasks.task(kind, "Working")
                .run(
                        progress -> {
                            body.run();
                            return true;
                        },
                        n -> {},
                        failure -> happened.add(failure.sentence()));
    }

    @Test
    void filesComeInAsFarAsThereIsMemory() {
        assertThat(Background.importsAtOnce(64L << 20)).isEqualTo(1);
        assertThat(Background.importsAtOnce(512L << 20)).isEqualTo(5);
        assertThat(Background.importsAtOnce(4L << 30)).isEqualTo(42);
    }

    @Test
    void theEndWaitsForWhatRunsAndIsToBeKept() throws Exception {
        List<Thread> before = workers().toList(); // of other tests, on their way to their end
        CountDownLatch runs = new CountDownLatch(1);
        tasks.task(Kind.IMPORT, "Reading")
                .run(
                        progress -> {
                            runs.countDown();
                            try {
                                while (true) {
                                    progress.check(0);
                                    Thread.onSpinWait();
                                }
                            } finally {
                                happened.add("ended");
                            }
                        },
                        n -> happened.add("never"),
                        failure -> happened.add("never"));
        await(runs);
        for (int i = 0; i < 20; i++) {
            int n = i;
            background.keep(() -> happened.add("kept " + n));
        }
        background.close();
        assertThat(happened).contains("ended", "kept 19").doesNotContain("never");
        turns.run();
        assertThat(happened).doesNotContain("never");
        tasks.task(Kind.QUICK, "Late").run(p -> happened.add("late"), n -> {}, f -> {});
        background.later(0, () -> happened.add("late"));
        background.keep(() -> happened.add("late"));
        assertThat(happened).doesNotContain("late");
        assertThat(workers().filter(t -> !before.contains(t)).toList()).isEmpty();
    }

    @Test
    void aDiskThatDoesNotAnswerHoldsNothingUp() throws Exception {
        CountDownLatch letGo = new CountDownLatch(1);
        AtomicInteger asked = new AtomicInteger();
        Runnable end = background.every(1, () -> {
            asked.incrementAndGet();
            try {
                letGo.await();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        until(() -> asked.get() == 1);
        assertThat(background.ask(
                        () -> {
                            letGo.await();
                            return true;
                        },
                        20))
                .isEmpty();
        assertThat(background.ask(() -> "here", 30_000)).contains("here");
        assertThat(asked).as("not asked again before it has answered").hasValue(1);
        letGo.countDown();
        until(() -> asked.get() > 3);
        end.run();
        List<String> later = new ArrayList<>();
        background.later(1, () -> later.add("later"));
        until(() -> !later.isEmpty());
    }
}
