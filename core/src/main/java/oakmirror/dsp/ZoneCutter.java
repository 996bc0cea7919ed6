package oakmirror.dsp;

import java.util.Arrays;
import oakmirror.audio.Fft;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Cuts several zones out of one stereo signal, each by a linear-phase response of its own about one middle, so that all lag alike. Uniformly partitioned overlap-save as
 * in {@link FirConvolver}, but the signal is transformed once for all of them, and parts of a response that hold nothing are left out. The transforms of some
 * of the past are kept, so that what a zone sounded like some blocks ago can be had without having been asked for then.
 */
final class ZoneCutter {

    private final int part;
    private final Response[] responses;
    private final int kept;
    private final FloatFFT_1D fft;
    private final float[] input;
    private final float[][] history;
    private long blocks;
    private int filled;

    /** The transforms of a response's parts, from the first that holds anything on; they never change. */
    private record Response(int first, float[][] parts) {}

    /**
     * A cutter.
     *
     * @param taps a response for each zone, all of one odd length and symmetric about their middle
     * @param part frames in a block, a power of two
     * @param pastFrames how far back {@link #cut} can be asked
     */
    ZoneCutter(double[][] taps, int part, int pastFrames) {
        this.part = part;
        fft = Fft.of(2 * part);
        responses = new Response[taps.length];
        int longest = 0;
        for (int z = 0; z < taps.length; z++) {
            responses[z] = transformed(taps[z]);
            longest = Math.max(longest, responses[z].first + responses[z].parts.length);
        }
        kept = longest + pastFrames / part + 2;
        input = new float[4 * part];
        history = new float[kept][4 * part];
    }

    private ZoneCutter(ZoneCutter other) {
        part = other.part;
        fft = Fft.of(2 * part);
        responses = other.responses;
        kept = other.kept;
        input = new float[4 * part];
        history = new float[kept][4 * part];
    }

    /** A fresh cutter of the same zones, which shares all that never changes. */
    ZoneCutter another() {
        return new ZoneCutter(this);
    }

    private Response transformed(double[] taps) {
        int first = 0;
        int last = taps.length - 1;
        while (first < last && taps[first] == 0 && taps[last] == 0) {
            first++;
            last--;
        }
        int from = first / part;
        int to = last / part + 1;
        float[][] parts = new float[to - from][4 * part];
        for (int p = from; p < to; p++) {
            for (int i = 0; i < part && p * part + i < taps.length; i++) {
                parts[p - from][2 * i] = (float) taps[p * part + i];
            }
            fft.complexForward(parts[p - from]);
        }
        return new Response(from, parts);
    }

    /** How many frames are still taken until a block is full. */
    int room() {
        return part - filled;
    }

    /** How many frames of the block that is being filled were taken. */
    int filled() {
        return filled;
    }

    /** How many blocks were filled. */
    long blocks() {
        return blocks;
    }

    int part() {
        return part;
    }

    /** Takes no more than {@link #room} frames. */
    void take(float[] left, float[] right, int offset, int count) {
        for (int i = 0; i < count; i++) {
            int in = 2 * (part + filled + i);
            input[in] = left[offset + i];
            input[in + 1] = right[offset + i];
        }
        filled += count;
        if (filled == part) {
            float[] fresh = history[(int) (blocks % kept)];
            System.arraycopy(input, 0, fresh, 0, 4 * part);
            System.arraycopy(input, 2 * part, input, 0, 2 * part);
            fft.complexForward(fresh);
            blocks++;
            filled = 0;
        }
    }

    /**
     * What a zone sounds like while a block is being filled: it lags by a block and half the response.
     *
     * @param block which block is, or was, being filled; as far back as was asked for
     * @param out receives twice a block of left and right in turn, of which the second half counts
     */
    void cut(int zone, long block, float[] out) {
        Response r = responses[zone];
        Arrays.fill(out, 0f);
        boolean any = false;
        for (int p = 0; p < r.parts.length; p++) {
            long then = block - 1 - r.first - p;
            if (then >= 0) {
                multiplyAdd(r.parts[p], history[(int) (then % kept)], out);
                any = true;
            }
        }
        if (any) {
            fft.complexInverse(out, true);
        }
    }

    void reset() {
        Arrays.fill(input, 0f);
        blocks = 0;
        filled = 0;
    }

    /** Adds the product of two transforms, real and imaginary parts in turn, to a third. */
    private static void multiplyAdd(float[] a, float[] b, float[] sum) {
        for (int i = 0; i < sum.length; i += 2) {
            float re = a[i] * b[i] - a[i + 1] * b[i + 1];
            float im = a[i] * b[i + 1] + a[i + 1] * b[i];
            sum[i] += re;
            sum[i + 1] += im;
        }
    }
}
