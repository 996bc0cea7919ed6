package oakmirror.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.AbstractExecutorService;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** What becomes of a measurement whose threads fail it. */
class TrackMeasurerTest {

    private static final Clip CLIP = Signals.both(48000, Signals.tone(48000, -20, 8));

    /** Does with work whatever a test says. */
    private abstract static class Threads extends AbstractExecutorService {
        @Override
        public void shutdown() {}

        @Override
        public List<Runnable> shutdownNow() {
            return List.of();
        }

        @Override
        public boolean isShutdown() {
            return false;
        }

        @Override
        public boolean isTerminated() {
            return false;
        }

        @Override
        public boolean awaitTermination(long timeout, TimeUnit unit) {
            return true;
        }
    }

    @Test
    @Timeout(30)
    void workThatIsLostIsNotWaitedForForEver() {
        Threads losing = new Threads() {
            @Override
            public void execute(Runnable work) {
                // as threads that have died do
            }
        };
        TrackMeasurer measurer = new TrackMeasurer(losing, TrackMeasurer.Extent.COMPARED, 300);
        assertThatThrownBy(() -> measurer.measure(CLIP.stream(), Progress.NONE))
                .hasRootCauseMessage("parts of a measurement were lost");
    }

    @Test
    @Timeout(30)
    void threadsThatTakeNoWorkEndTheMeasurement() {
        Threads full = new Threads() {
            @Override
            public void execute(Runnable work) {
                throw new OutOfMemoryError("unable to create native thread");
            }
        };
        TrackMeasurer measurer = new TrackMeasurer(full, TrackMeasurer.Extent.LEVELS, 300);
        assertThatThrownBy(() -> measurer.measure(CLIP.stream(), Progress.NONE))
                .hasRootCauseInstanceOf(OutOfMemoryError.class);
    }

    @Test
    @Timeout(30)
    void whoTakesTheFoldFailsAsHimself() {
        ExecutorService parts = WorkerThreads.forParts();
        IOException full = new IOException("no room");
        TrackMeasurer measurer = new TrackMeasurer(parts, TrackMeasurer.Extent.LEVELS);
        assertThatThrownBy(() -> measurer.measure(CLIP.stream(), Provenance.Origin.NONE, Progress.NONE, (l, r, n) -> {
                    throw full;
                }))
                .isSameAs(full);
        parts.shutdown();
    }

    @Test
    @Timeout(30)
    void whoTakesTheFoldIsLeftAloneOnceItIsCancelled() throws Exception {
        ExecutorService parts = WorkerThreads.forParts();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch cancelled = new CountDownLatch(1);
        AtomicBoolean isBusy = new AtomicBoolean();
        Progress cancelling = fraction -> {
            await(begun);
            cancelled.countDown();
            return false;
        };
        TrackMeasurer measurer = new TrackMeasurer(parts, TrackMeasurer.Extent.LEVELS);
        assertThatThrownBy(() -> measurer.measure(CLIP.stream(), Provenance.Origin.NONE, cancelling, (l, r, n) -> {
                    isBusy.set(true);
                    begun.countDown();
                    await(cancelled);
                    for (int i = 0; i < 10_000; i++) {
                        Thread.yield();
                    }
                    isBusy.set(false);
                }))
                .isInstanceOf(CancellationException.class);
        assertThat(isBusy.get()).as("still at work with what is closed now").isFalse();
        parts.shutdown();
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
