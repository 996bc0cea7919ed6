package oakmirror.dsp;

import oakmirror.filter.AllpassPair;

/**
 * What a driver does that is asked for more than it can give: y = x / √(1 + (x / most)²), without memory. Small samples pass as they are, none comes
 * out beyond the most. It runs four times as fast as the music (twice from 64 kHz on), as what it adds would fold back otherwise.
 */
public final class Saturation implements StereoProcessor {

    private static final int STEEP = 8;
    private static final double STEEP_TRANSITION = 0.02;
    private static final int GENTLE = 4;
    private static final double GENTLE_TRANSITION = 0.12;
    private static final int TWICE_FROM_HZ = 64_000;
    /** What its filters remember. */
    private static final int MEMORY = 512;

    private static final int BLOCK = 256;

    private final double most;
    private final boolean fourfold;
    private final Side left = new Side();
    private final Side right = new Side();

    /** One that gives so much at most, as amplitude. */
    public Saturation(double most, int sampleRate) {
        this.most = most;
        fourfold = sampleRate < TWICE_FROM_HZ;
    }

    private final class Side {
        private final AllpassPair up = new AllpassPair(STEEP, STEEP_TRANSITION);
        private final AllpassPair down = new AllpassPair(STEEP, STEEP_TRANSITION);
        private final AllpassPair upper = new AllpassPair(GENTLE, GENTLE_TRANSITION);
        private final AllpassPair lower = new AllpassPair(GENTLE, GENTLE_TRANSITION);
        private final double[] earlier = new double[BLOCK];
        private final double[] later = new double[BLOCK];
        private final double[] doubled = new double[2 * BLOCK];
        private final double[] between = new double[2 * BLOCK];

        void process(float[] samples, int offset, int count) {
            for (int done = 0; done < count; done += BLOCK) {
                int n = Math.min(BLOCK, count - done);
                for (int i = 0; i < n; i++) {
                    earlier[i] = samples[offset + done + i];
                }
                up.up(earlier, later, n);
                if (fourfold) {
                    shapeTwiceAsFast(n);
                } else {
                    shape(earlier, n);
                    shape(later, n);
                }
                down.down(earlier, later, n);
                for (int i = 0; i < n; i++) {
                    samples[offset + done + i] = (float) earlier[i];
                }
            }
        }

        private void shapeTwiceAsFast(int n) {
            for (int i = 0; i < n; i++) {
                doubled[2 * i] = earlier[i];
                doubled[2 * i + 1] = later[i];
            }
            upper.up(doubled, between, 2 * n);
            shape(doubled, 2 * n);
            shape(between, 2 * n);
            lower.down(doubled, between, 2 * n);
            for (int i = 0; i < n; i++) {
                earlier[i] = doubled[2 * i];
                later[i] = doubled[2 * i + 1];
            }
        }

        private void shape(double[] values, int n) {
            for (int i = 0; i < n; i++) {
                double part = values[i] / most;
                values[i] = values[i] / Math.sqrt(1 + part * part);
            }
        }

        void reset() {
            up.reset();
            down.reset();
            upper.reset();
            lower.reset();
        }
    }

    @Override
    public void process(float[] l, float[] r, int offset, int count) {
        left.process(l, offset, count);
        right.process(r, offset, count);
    }

    @Override
    public int latencyFrames() {
        return 0;
    }

    @Override
    public int memoryFrames() {
        return MEMORY;
    }

    @Override
    public void reset() {
        left.reset();
        right.reset();
    }
}
