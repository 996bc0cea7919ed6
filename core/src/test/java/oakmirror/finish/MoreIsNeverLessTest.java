package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.finish.FinishPlan.Attainment;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Who asks for more loudness never gets less, whatever the sound: forty of them at twenty targets, each rendered and measured. */
class MoreIsNeverLessTest {

    private static final int RATE = 8000;
    private static final int SECONDS = 2;
    private static final int TARGETS = 20;
    private static final int OF_A_KIND = 4;

    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static float[] side(String kind, Random random) {
        double level = -20 + 20 * random.nextDouble();
        double hz = 30 * Math.pow(100, random.nextDouble());
        float[] tone = Signals.sine(RATE, hz, level, SECONDS, 360 * random.nextDouble());
        float[] noise = Signals.white(RATE * SECONDS, Decibels.toAmplitude(level), random.nextInt());
        float[] music = Signals.musicLike(RATE, SECONDS, 0.05 + 0.3 * random.nextDouble(), random.nextInt());
        float[] drums = Signals.drums(RATE, 80 + 80 * random.nextDouble(), SECONDS, 0.1, random.nextInt());
        float[] out = new float[RATE * SECONDS];
        int every = 200 + random.nextInt(5000);
        for (int i = 0; i < out.length; i++) {
            double t = (double) i / RATE;
            out[i] = (float)
                    switch (kind) {
                        case "tone" -> tone[i];
                        case "noise" -> noise[i];
                        case "music" -> music[i];
                        case "drums" -> drums[i];
                        case "drums over music" -> drums[i] + music[i];
                        case "clicks" -> i % every == 0 ? 0.9 : 0.01 * noise[i];
                        case "two values" -> noise[i] > 0 ? 0.5 : -0.5;
                        case "swelling" -> noise[i] * Math.pow(t / SECONDS, 3);
                        case "soft with a loud end" -> t < SECONDS - 0.5 ? 0.02 * tone[i] : noise[i];
                        default -> 0.3 * music[i] + (t > 1 && t < 1.02 ? 3 * noise[i] : 0);
                    };
        }
        return out;
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "tone",
                "noise",
                "music",
                "drums",
                "drums over music",
                "clicks",
                "two values",
                "swelling",
                "soft with a loud end",
                "music with a burst"
            })
    void whoAsksForMoreNeverGetsLess(String kind) throws IOException {
        // Within two seconds loudness leaps where something soft comes over its gate, and what lies in the leap cannot
        // be had.
        boolean leaps = List.of("swelling", "soft with a loud end", "music with a burst")
                .contains(kind);
        for (int number = 0; number < OF_A_KIND; number++) {
            Random random = new QuickRandom(31 * kind.hashCode() + number);
            Clip mix = Clip.stereo(RATE, side(kind, random), side(kind, random));
            MasterRender render = new MasterRender(mix, Chain.NONE, EXECUTOR);
            MasterRender.Corrected corrected = render.measureLevels(Progress.NONE);
            double before = Double.NEGATIVE_INFINITY;
            for (int t = 0; t < TARGETS; t++) {
                double target = -22 + 22.0 * t / (TARGETS - 1);
                MasterRender.Rendered master = render.render(
                        corrected,
                        FinishSettings.DEFAULT.withTarget(target, -1),
                        MasterRender.Nowhere::new,
                        Progress.NONE);
                String asked = "%s %d to %.1f LUFS".formatted(kind, number, target);
                assertThat(master.integratedLufs()).as(asked).isGreaterThan(before - 0.15);
                assertThat(master.truePeakDbtp()).as(asked).isLessThan(-0.95);
                if (!leaps && master.plan().standing() != Attainment.OUT_OF_REACH) {
                    assertThat(master.integratedLufs()).as(asked).isCloseTo(target, within(0.05));
                }
                before = Math.max(before, master.integratedLufs());
            }
        }
    }
}
