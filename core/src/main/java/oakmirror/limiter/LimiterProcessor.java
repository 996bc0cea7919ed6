package oakmirror.limiter;

import java.util.Arrays;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;
import oakmirror.dsp.Reduction;
import oakmirror.dsp.StereoProcessor;

/** What a {@link Limiter} makes. Works on stretches of {@link PeakEnvelope#STRETCH} frames, whatever is given at a time, so that the same samples come out. */
final class LimiterProcessor implements StereoProcessor {

    private static final int STRETCH = PeakEnvelope.STRETCH;

    /** So much of the past is gone through; it stands for more ({@link Release}), so that a jump costs little. */
    private static final double MEMORY_SECONDS = 0.15;

    /** No device wants so many frames at a time, and whoever renders more. */
    private static final int LONG = 32768;

    /** So many frames of a long row are gone through on two threads. */
    private static final int ABREAST = 8192;

    private final float[][] stretch = new float[2][STRETCH];
    private final PeakEnvelope[] envelopes = new PeakEnvelope[2];
    private final float[][] asked = new float[2][STRETCH];
    private final boolean[] isOver = new boolean[2];
    private final double[][] gains = new double[2][STRETCH];
    /** One when both sides go alike. */
    private final GainPath[] paths;

    private final float[][] lines;
    private final float threshold;
    private final float link;
    private final int lag;
    private final int memory;
    private final Reduction reduction;
    private Ahead[] ahead = {};
    private int filled;
    private long frame;

    LimiterProcessor(Limiter limiter, int sampleRate, Reduction reduction) {
        this.reduction = reduction;
        threshold = (float) limiter.threshold();
        link = (float) limiter.settings().link();
        paths = new GainPath[link == 1 ? 1 : 2];
        for (int p = 0; p < paths.length; p++) {
            paths[p] = new GainPath(sampleRate, limiter.settings().release());
        }
        for (int c = 0; c < 2; c++) {
            envelopes[c] = new PeakEnvelope(threshold);
        }
        lag = PeakEnvelope.LAG + paths[0].lag();
        lines = new float[2][lag + STRETCH];
        memory =
                (int) Math.round(MEMORY_SECONDS * Math.max(1, limiter.settings().release()) * sampleRate) + lag;
        reset();
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        take(left, right, offset, count, false);
    }

    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        take(left, right, offset, count, true);
    }

    private void take(float[] left, float[] right, int offset, int count, boolean hurry) {
        for (GainPath path : paths) {
            path.hurry(hurry);
        }
        boolean isLong = !hurry && count >= LONG;
        for (int done = 0; done < count; ) {
            if (isLong && filled == 0 && count - done >= ABREAST) {
                done += runAbreast(left, right, offset + done);
                continue;
            }
            int n = Math.min(count - done, STRETCH - filled);
            exchange(left, stretch[0], offset + done, n);
            exchange(right, stretch[1], offset + done, n);
            filled += n;
            done += n;
            if (filled == STRETCH) {
                filled = 0;
                for (int c = 0; c < 2; c++) {
                    isOver[c] = envelopes[c].take(stretch[c], asked[c]);
                }
                run();
            }
        }
    }

    /** Puts what comes in where what goes out was. */
    private void exchange(float[] samples, float[] kept, int offset, int n) {
        for (int i = 0; i < n; i++) {
            float out = kept[filled + i];
            kept[filled + i] = samples[offset + i];
            samples[offset + i] = out;
        }
    }

    private void run() {
        ask();
        double lowest = 1;
        for (int p = 0; p < paths.length; p++) {
            if (isOver[p] || !paths[p].isAtRest()) {
                if (!isOver[p]) {
                    Arrays.fill(asked[p], 0f);
                }
                paths[p].run(asked[p], gains[p]);
                for (double gain : gains[p]) {
                    lowest = gain < lowest ? gain : lowest;
                }
            } else {
                GainPath.rest(gains[p]);
            }
        }
        reduction.add(frame - lag, STRETCH, lowest);
        frame += STRETCH;
        for (int c = 0; c < 2; c++) {
            apply(stretch[c], lines[c], gains[Math.min(c, paths.length - 1)]);
        }
    }

    /**
     * Goes through {@link #ABREAST} frames: what the peaks of each side need, which is most of the work, is looked for on two
     * threads first. The same samples come out.
     */
    private int runAbreast(float[] left, float[] right, int offset) {
        if (ahead.length == 0) {
            ahead = new Ahead[] {new Ahead(), new Ahead()};
        }
        ForkJoinTask<?> other = ForkJoinPool.commonPool().submit(() -> ahead[1].look(envelopes[1], right, offset));
        ahead[0].look(envelopes[0], left, offset);
        other.join();
        for (int s = 0; s < ABREAST / STRETCH; s++) {
            exchange(left, stretch[0], offset + s * STRETCH, STRETCH);
            exchange(right, stretch[1], offset + s * STRETCH, STRETCH);
            for (int c = 0; c < 2; c++) {
                isOver[c] = ahead[c].isOver[s];
                if (isOver[c]) {
                    System.arraycopy(ahead[c].asked, s * STRETCH, asked[c], 0, STRETCH);
                }
            }
            run();
        }
        return ABREAST;
    }

    /** What the peaks of one side ask for in many stretches. */
    private static final class Ahead {
        private final boolean[] isOver = new boolean[ABREAST / STRETCH];
        private final float[] asked = new float[ABREAST];
        private final float[] in = new float[STRETCH];
        private final float[] out = new float[STRETCH];

        void look(PeakEnvelope envelope, float[] samples, int offset) {
            for (int s = 0; s < isOver.length; s++) {
                System.arraycopy(samples, offset + s * STRETCH, in, 0, STRETCH);
                isOver[s] = envelope.take(in, out);
                if (isOver[s]) {
                    System.arraycopy(out, 0, asked, s * STRETCH, STRETCH);
                }
            }
        }
    }

    /** What the peaks of each side ask for, or of both together. */
    private void ask() {
        if (link > 0 && (isOver[0] || isOver[1])) {
            for (int c = 0; c < 2; c++) {
                if (!isOver[c]) {
                    Arrays.fill(asked[c], 0f);
                }
                isOver[c] = true;
            }
            if (link == 1) {
                for (int i = 0; i < STRETCH; i++) {
                    asked[0][i] = Math.max(asked[0][i], asked[1][i]);
                }
            }
        }
        for (int p = 0; p < paths.length; p++) {
            if (isOver[p]) {
                toNepers(asked[p]);
            }
        }
        if (link > 0 && link < 1 && isOver[0]) {
            linkSides();
        }
    }

    private void linkSides() {
        for (int i = 0; i < STRETCH; i++) {
            float l = asked[0][i];
            float r = asked[1][i];
            float most = l > r ? l : r;
            asked[0][i] = l + link * (most - l);
            asked[1][i] = r + link * (most - r);
        }
    }

    private void toNepers(float[] envelope) {
        for (int i = 0; i < STRETCH; i++) {
            envelope[i] = envelope[i] > threshold ? Math.nextUp((float) Math.log(envelope[i] / threshold)) : 0f;
        }
    }

    private void apply(float[] samples, float[] line, double[] gain) {
        System.arraycopy(samples, 0, line, lag, STRETCH);
        for (int i = 0; i < STRETCH; i++) {
            samples[i] = (float) (line[i] * gain[i]);
        }
        System.arraycopy(line, STRETCH, line, 0, lag);
    }

    @Override
    public int latencyFrames() {
        return STRETCH + lag;
    }

    @Override
    public int memoryFrames() {
        return memory;
    }

    @Override
    public void reset() {
        for (int c = 0; c < 2; c++) {
            envelopes[c].reset();
            Arrays.fill(stretch[c], 0f);
            Arrays.fill(lines[c], 0f);
        }
        for (GainPath path : paths) {
            path.reset();
        }
        filled = 0;
        frame = 0;
    }
}
