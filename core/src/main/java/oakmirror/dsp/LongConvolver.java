package oakmirror.dsp;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Convolution with a response as long as a room's, without any delay. The first {@value #HEAD} taps are summed one by one; what follows runs by transforms in
 * parts of {@value #HEAD} taps, which delay by just as much as it lies behind; and what lies further back in longer parts, of
 * which the same is true and which cost less (W. G. Gardner, "Efficient convolution without input-output delay", J. Audio Eng. Soc. 43, 1995).
 */
public final class LongConvolver implements StereoProcessor {

    private static final int HEAD = 128;
    /** Each reaches up to where the next begins. Longer ones yet would cost less, but their transforms could hold up a block at 192 kHz. */
    private static final int[] PARTS = {HEAD, 1024, 4096};

    private final int taps;
    /** The first taps, of each four: left to left, left to right, right to left, right to right. */
    private final float[][] head;

    private final List<FirConvolver> rest = new ArrayList<>();
    private final float[] pastLeft = new float[2 * HEAD - 1];
    private final float[] pastRight = new float[2 * HEAD - 1];
    private final float[] movedLeft = new float[HEAD];
    private final float[] movedRight = new float[HEAD];
    private final float[] sumLeft = new float[HEAD];
    private final float[] sumRight = new float[HEAD];
    private final float[] restLeft = new float[HEAD];
    private final float[] restRight = new float[HEAD];

    /** A convolver with a response. */
    public LongConvolver(StereoResponse response) {
        taps = response.taps();
        head = new float[Math.min(taps, HEAD)][4];
        for (int t = 0; t < head.length; t++) {
            head[t][0] = (float) StereoResponse.at(response.ll(), t);
            head[t][1] = (float) StereoResponse.at(response.lr(), t);
            head[t][2] = (float) StereoResponse.at(response.rl(), t);
            head[t][3] = (float) StereoResponse.at(response.rr(), t);
        }
        for (int p = 0; p < PARTS.length && PARTS[p] < taps; p++) {
            int end = p + 1 < PARTS.length ? Math.min(taps, PARTS[p + 1]) : taps;
            rest.add(new FirConvolver(response.part(PARTS[p], end), 0, PARTS[p]));
        }
    }

    private LongConvolver(LongConvolver other) {
        taps = other.taps;
        head = other.head;
        other.rest.forEach(r -> rest.add(r.another()));
    }

    /** A fresh convolver with the same response, whose transforms are shared. */
    public LongConvolver another() {
        return new LongConvolver(this);
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        for (int done = 0; done < count; done += HEAD) {
            processPart(left, right, offset + done, Math.min(HEAD, count - done));
        }
    }

    private void processPart(float[] left, float[] right, int at, int count) {
        System.arraycopy(left, at, pastLeft, HEAD - 1, count);
        System.arraycopy(right, at, pastRight, HEAD - 1, count);
        Arrays.fill(sumLeft, 0, count, 0f);
        Arrays.fill(sumRight, 0, count, 0f);
        for (int t = 0; t < head.length; t++) {
            float[] tap = head[t];
            if (tap[0] != 0 || tap[1] != 0 || tap[2] != 0 || tap[3] != 0) {
                System.arraycopy(pastLeft, HEAD - 1 - t, movedLeft, 0, count);
                System.arraycopy(pastRight, HEAD - 1 - t, movedRight, 0, count);
                weigh(sumLeft, movedLeft, movedRight, tap[0], tap[2], count);
                weigh(sumRight, movedLeft, movedRight, tap[1], tap[3], count);
            }
        }
        for (int i = 0; i < rest.size(); i++) {
            System.arraycopy(left, at, restLeft, 0, count);
            System.arraycopy(right, at, restRight, 0, count);
            rest.get(i).process(restLeft, restRight, 0, count);
            weigh(sumLeft, restLeft, restRight, 1, 0, count);
            weigh(sumRight, restLeft, restRight, 0, 1, count);
        }
        System.arraycopy(sumLeft, 0, left, at, count);
        System.arraycopy(sumRight, 0, right, at, count);
        keep(count);
    }

    private void keep(int count) {
        System.arraycopy(pastLeft, count, pastLeft, 0, HEAD - 1);
        System.arraycopy(pastRight, count, pastRight, 0, HEAD - 1);
    }

    /** All indices are equal, so that the compiler makes vector instructions of it. */
    private static void weigh(float[] sum, float[] a, float[] b, float ofA, float ofB, int count) {
        for (int i = 0; i < count; i++) {
            sum[i] += ofA * a[i] + ofB * b[i];
        }
    }

    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        for (int done = 0; done < count; done += HEAD) {
            int n = Math.min(HEAD, count - done);
            System.arraycopy(left, offset + done, pastLeft, HEAD - 1, n);
            System.arraycopy(right, offset + done, pastRight, HEAD - 1, n);
            keep(n);
        }
        for (int i = 0; i < rest.size(); i++) {
            rest.get(i).pass(left, right, offset, count);
        }
    }

    @Override
    public void settle() {
        for (int i = 0; i < rest.size(); i++) {
            rest.get(i).settle();
        }
    }

    @Override
    public int latencyFrames() {
        return 0;
    }

    @Override
    public int memoryFrames() {
        return taps;
    }

    @Override
    public void reset() {
        Arrays.fill(pastLeft, 0f);
        Arrays.fill(pastRight, 0f);
        rest.forEach(FirConvolver::reset);
    }
}
