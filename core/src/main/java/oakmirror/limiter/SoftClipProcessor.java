package oakmirror.limiter;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.dsp.Interpolator;
import oakmirror.dsp.StereoProcessor;

/**
 * What a {@link SoftClip} makes. Only what is taken off is oversampled and brought down again, and added to what came in: where nothing is taken, what comes out is exactly that.
 * Works on stretches, whatever is given at a time.
 */
final class SoftClipProcessor implements StereoProcessor {

    private static final int STRETCH = Interpolator.STRETCH;
    private static final int TAPS = 48;
    private static final Interpolator INTERPOLATOR = new Interpolator(8, TAPS);
    private static final int FACTOR = INTERPOLATOR.factor();
    private static final int OLD = TAPS - 1;

    /** What is taken off at a sample is known when the taps behind it have come, twice: going up and coming down. */
    private static final int LAG = 2 * (TAPS / 2);

    private final SoftClip clip;
    private final Interpolator.Stretches stretches = INTERPOLATOR.stretches();
    private final float[][] values = new float[FACTOR][STRETCH];
    private final float[] down = new float[STRETCH];
    private final Side[] sides = new Side[2];
    private int filled;

    SoftClipProcessor(SoftClip clip) {
        this.clip = clip;
        for (int c = 0; c < 2; c++) {
            sides[c] = new Side((float) clip.start());
        }
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        for (int done = 0; done < count; ) {
            int n = Math.min(count - done, STRETCH - filled);
            sides[0].exchange(left, offset + done, filled, n);
            sides[1].exchange(right, offset + done, filled, n);
            filled += n;
            done += n;
            if (filled == STRETCH) {
                filled = 0;
                sides[0].run();
                sides[1].run();
            }
        }
    }

    private final class Side {
        private final float start;
        private final float[] stretch = new float[STRETCH];
        private final float[] window = new float[OLD + STRETCH];
        private final float[] line = new float[LAG + STRETCH];
        /** What is taken off at each phase: of the stretch, and as much of before as coming down needs. */
        private final float[][] taken = new float[FACTOR][OLD + STRETCH];
        /** For how many stretches more something that was taken matters. */
        private int ringing;

        Side(float start) {
            this.start = start;
        }

        /** Puts what comes in where what goes out was. */
        void exchange(float[] samples, int offset, int at, int n) {
            for (int i = 0; i < n; i++) {
                float out = stretch[at + i];
                stretch[at + i] = samples[offset + i];
                samples[offset + i] = out;
            }
        }

        void run() {
            System.arraycopy(window, STRETCH, window, 0, OLD);
            System.arraycopy(stretch, 0, window, OLD, STRETCH);
            System.arraycopy(stretch, 0, line, LAG, STRETCH);
            System.arraycopy(line, 0, stretch, 0, STRETCH);
            System.arraycopy(line, STRETCH, line, 0, LAG);
            boolean takes = couldReach() && takeOff();
            ringing = takes ? 2 : Math.max(0, ringing - 1);
            if (ringing > 0) {
                if (!takes) {
                    for (float[] phase : taken) {
                        Arrays.fill(phase, OLD, OLD + STRETCH, 0f);
                    }
                }
                bringDown();
            }
        }

        private boolean couldReach() {
            float highest = 0;
            for (float x : window) {
                highest = Math.max(highest, Math.abs(x));
            }
            // no curve through samples bends more than four times their magnitude
            return highest * (INTERPOLATOR.lineBound() + 4 * INTERPOLATOR.curveBound()) > start;
        }

        private boolean takeOff() {
            boolean any = false;
            stretches.run(window, values);
            System.arraycopy(window, INTERPOLATOR.before(), values[0], 0, STRETCH);
            for (int p = 0; p < FACTOR; p++) {
                for (int i = 0; i < STRETCH; i++) {
                    float x = values[p][i];
                    float magnitude = Math.abs(x);
                    float less =
                            magnitude > start ? x * (float) (Decibels.toAmplitude(-clip.takenDb(magnitude)) - 1) : 0f;
                    taken[p][OLD + i] = less;
                    any |= less != 0;
                }
            }
            return any;
        }

        /** The adjoint of going up, an eighth of it: what was taken at phase p is read where a sample lies, one phase and the rest of the way before. */
        private void bringDown() {
            for (int p = 0; p < FACTOR; p++) {
                float[] phase = taken[p];
                if (p > 0) {
                    stretches.run(FACTOR - p, phase, down);
                } else {
                    System.arraycopy(phase, INTERPOLATOR.before() + 1, down, 0, STRETCH);
                }
                for (int i = 0; i < STRETCH; i++) {
                    stretch[i] += down[i] / FACTOR;
                }
                System.arraycopy(phase, STRETCH, phase, 0, OLD);
            }
        }

        void reset() {
            Arrays.fill(stretch, 0f);
            Arrays.fill(window, 0f);
            Arrays.fill(line, 0f);
            for (float[] phase : taken) {
                Arrays.fill(phase, 0f);
            }
            ringing = 0;
        }
    }

    @Override
    public int latencyFrames() {
        return STRETCH + LAG;
    }

    @Override
    public int memoryFrames() {
        return 2 * TAPS + STRETCH;
    }

    @Override
    public void reset() {
        filled = 0;
        sides[0].reset();
        sides[1].reset();
    }
}
