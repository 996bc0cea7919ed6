package oakmirror.media.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import oakmirror.Signals;
import oakmirror.processing.MonitorMixer;
import oakmirror.processing.MonitorScene;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

class SimulatedOutputTest {

    @Test
    @Timeout(value = 20, unit = TimeUnit.SECONDS)
    void keepsRealTimeAndWhatItWasGiven() {
        MonitorMixer mixer = new MonitorMixer(48000, 1024);
        var tone = Signals.both(48000, Signals.tone(48000, -6, 5));
        mixer.setScene(new MonitorScene(
                List.of(new MonitorScene.Track(tone, 1)), 0, false, Optional.empty(), 1, 1, Optional.empty()));
        long start = System.nanoTime();
        try (SimulatedOutput output = new SimulatedOutput(48000)) {
            output.start(mixer);
            while (mixer.position() < 24000) {
                Thread.onSpinWait();
            }
            double seconds = (System.nanoTime() - start) * 1e-9;
            assertThat(seconds).as("half a second of sound takes half a second").isBetween(0.4, 2.0);
            float[][] recent = output.recent(4800);
            assertThat(recent[0]).hasSize(4800);
            float peak = 0;
            for (float x : recent[0]) {
                peak = Math.max(peak, x);
            }
            assertThat(peak).isBetween(0.49f, 0.51f);
            assertThat(recent[1]).isEqualTo(recent[0]);
        }
    }
}
