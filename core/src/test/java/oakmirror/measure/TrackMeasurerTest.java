package oakmirror.measure;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.concurrent.AbstractExecutorService;
import java.util.concurrent.TimeUnit;
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
}
