package oakmirror.limiter;

import java.util.Arrays;
import java.util.function.Supplier;
import oakmirror.audio.Decibels;
import oakmirror.dsp.Stage;
import oakmirror.dsp.StereoProcessor;

/**
 * What a stage takes away, instead of what it leaves: what comes out of it less what went in, by as much later as it is.
 *
 * @param stage what takes something away
 * @param gainDb gain on what was taken, since it is usually soft
 */
public record TakenAway(Stage stage, double gainDb) implements Stage {

    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        Supplier<StereoProcessor> maker = stage.maker(sampleRate);
        float gain = (float) Decibels.toAmplitude(gainDb);
        return () -> new Difference(maker.get(), gain);
    }

    private static final class Difference implements StereoProcessor {

        private static final int PART = 512;

        private final StereoProcessor stage;
        private final float gain;
        private final int late;
        private final float[][] lines;

        Difference(StereoProcessor stage, float gain) {
            this.stage = stage;
            this.gain = gain;
            late = stage.latencyFrames();
            lines = new float[2][late + PART];
        }

        @Override
        public void process(float[] left, float[] right, int offset, int count) {
            for (int done = 0; done < count; done += PART) {
                int n = Math.min(PART, count - done);
                int at = offset + done;
                System.arraycopy(left, at, lines[0], late, n);
                System.arraycopy(right, at, lines[1], late, n);
                stage.process(left, right, at, n);
                subtract(left, lines[0], at, n);
                subtract(right, lines[1], at, n);
            }
        }

        private void subtract(float[] samples, float[] line, int at, int n) {
            for (int i = 0; i < n; i++) {
                samples[at + i] = gain * (samples[at + i] - line[i]);
            }
            System.arraycopy(line, n, line, 0, late);
        }

        @Override
        public int latencyFrames() {
            return late;
        }

        @Override
        public int memoryFrames() {
            return stage.memoryFrames();
        }

        @Override
        public void reset() {
            stage.reset();
            for (float[] line : lines) {
                Arrays.fill(line, 0f);
            }
        }
    }
}
