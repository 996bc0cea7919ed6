package oakmirror.delivery;

import java.util.ArrayList;
import java.util.List;
import oakmirror.delivery.Verification.Channels;
import oakmirror.delivery.Verification.Promise;
import oakmirror.delivery.Verification.Rounding;
import oakmirror.loudness.ClipCounter;
import oakmirror.measure.TrackMeasurement;

/**
 * Holds a file that was written against what was handed over to be written. It takes the file's samples as they are read, and compares them with a
 * {@link RoundTripProbe}.
 *
 * <p>Whether samples were dithered is told from the error itself. In steps of the file's bits, rounding alone leaves an error that is even between −½ and ½,
 * of RMS 1/√12 = 0.289; triangular dither of ±1 step before it makes that ½, and no error larger than 1½ (Lipshitz, Wannamaker, Vanderkooy 1992). A lossy file
 * has no such steps: it is only asked whether it is the same music on the same sides, by correlation.
 */
public final class Verifier {

    /** Below it nothing is heard of a sample: −80 dBFS, above the dither of 16 bits (no source). */
    static final float SILENT = 1e-4f;

    private static final double DITHERED_RMS = 0.5;
    private static final double ROUNDED_RMS = Math.sqrt(1 / 12.0);
    private static final double RMS_TOLERANCE = 0.03;
    /** Four standard deviations of the RMS of n errors of dithered silence, √3/4 each, times √n: of few samples it says little. */
    private static final double RMS_SPREAD = 1.74;
    /** RMS in steps below which dither is as loud as what it is added to, so that sides cannot be told by it. */
    private static final double TELLING_STEPS = 4;

    private static final double LARGEST_DITHERED = 1.5 + 1e-6;

    private final RoundTripProbe witness;
    private final Promise promise;
    private final List<Compared> windows = new ArrayList<>();
    private long frames;
    private final ClipCounter leftClips = new ClipCounter();
    private final ClipCounter rightClips = new ClipCounter();
    private long firstHeard = -1;
    private long lastHeard = -1;

    /** For one file. */
    public Verifier(RoundTripProbe witness, Promise promise) {
        this.witness = witness;
        this.promise = promise;
        witness.windows().forEach(w -> windows.add(new Compared(w)));
    }

    /** Takes the file's next frames. */
    public void add(float[] left, float[] right, int count) {
        for (Compared w : windows) {
            w.add(frames, left, right, count);
        }
        leftClips.add(left, count);
        rightClips.add(right, count);
        for (int i = 0; i < count; i++) {
            if (Math.abs(left[i]) > SILENT || Math.abs(right[i]) > SILENT) {
                firstHeard = firstHeard < 0 ? frames + i : firstHeard;
                lastHeard = frames + i;
            }
        }
        frames += count;
    }

    /**
     * What came of it.
     *
     * @param read what was measured of the file's samples
     */
    public Verification result(TrackMeasurement read) {
        double rate = read.sampleRate();
        double head = firstHeard < 0 ? frames / rate : firstHeard / rate;
        double tail = firstHeard < 0 ? frames / rate : (frames - 1 - lastHeard) / rate;
        Error error = error();
        return new Verification(
                promise,
                read.file(),
                read.sampleRate(),
                frames,
                witness.frames(),
                leftClips.count() + rightClips.count(),
                rounding(error),
                error.rms(),
                channels(),
                head,
                tail);
    }

    /** How far samples lie from what was handed over, in steps. */
    private record Error(double rms, double largest, long count) {

        /** How far its RMS may lie from the expected one by chance. */
        double tolerance() {
            return Math.max(RMS_TOLERANCE, RMS_SPREAD / Math.sqrt(Math.max(1, count)));
        }
    }

    private Error error() {
        double sum = 0;
        double largest = 0;
        long count = 0;
        double scale = promise.isFloat() ? 1 : Math.scalb(1.0, promise.bits() - 1);
        for (Compared w : windows) {
            for (int i = 0; i < w.of.length(); i++) {
                for (int side = 0; side < 2; side++) {
                    float wanted = side == 0 ? w.of.left()[i] : w.of.right()[i];
                    float found = side == 0 ? w.left[i] : w.right[i];
                    boolean fits = promise.isFloat() || Math.abs(wanted) * scale < scale - 2;
                    if (fits) { // what lies beyond full scale is clipped, which is counted apart
                        double e = ((double) found - wanted) * scale;
                        sum += e * e;
                        largest = Math.max(largest, Math.abs(e));
                        count++;
                    }
                }
            }
        }
        return new Error(count == 0 ? 0 : Math.sqrt(sum / count), largest, count);
    }

    private Rounding rounding(Error e) {
        if (promise.isLossy()) {
            return Rounding.LOSSY;
        }
        if (promise.isFloat()) {
            return e.largest() == 0 ? Rounding.NONE : Rounding.OTHER;
        }
        boolean isDithered = Math.abs(e.rms() - DITHERED_RMS) < e.tolerance() && e.largest() <= LARGEST_DITHERED;
        boolean isPlain = e.rms() < ROUNDED_RMS + e.tolerance() && e.largest() <= 0.5 + 1e-6;
        if (isDithered && isPlain) { // too few to tell
            return promise.dithered() ? Rounding.DITHERED : Rounding.PLAIN;
        }
        return isDithered ? Rounding.DITHERED : isPlain ? Rounding.PLAIN : Rounding.OTHER;
    }

    private Channels channels() {
        double least = promise.isFloat() || promise.isLossy() ? 0 : TELLING_STEPS * Math.scalb(1.0, 1 - promise.bits());
        Correlation ll = new Correlation(least);
        Correlation rr = new Correlation(least);
        Correlation lr = new Correlation(least);
        Correlation rl = new Correlation(least);
        for (Compared w : windows) {
            ll.add(w.of.left(), w.left);
            rr.add(w.of.right(), w.right);
            lr.add(w.of.left(), w.right);
            rl.add(w.of.right(), w.left);
        }
        return Channels.of(ll.value(), rr.value(), lr.value(), rl.value());
    }

    /** Of two signals, 1 where one is the other at any level above 0; NaN where the first is too soft to tell, or one of them is silent. */
    private static final class Correlation {
        private final double leastRms;
        private long count;
        private double xx;
        private double yy;
        private double xy;

        Correlation(double leastRms) {
            this.leastRms = leastRms;
        }

        void add(float[] x, float[] y) {
            count += x.length;
            for (int i = 0; i < x.length; i++) {
                xx += x[i] * x[i];
                yy += y[i] * y[i];
                xy += x[i] * y[i];
            }
        }

        double value() {
            return xx < leastRms * leastRms * count ? Double.NaN : xy / Math.sqrt(xx * yy);
        }
    }

    /** A stretch of the witness, and the file's samples in its place. */
    private static final class Compared {
        private final RoundTripProbe.Window of;
        private final float[] left;
        private final float[] right;

        Compared(RoundTripProbe.Window of) {
            this.of = of;
            left = new float[of.length()];
            right = new float[of.length()];
        }

        void add(long position, float[] l, float[] r, int count) {
            long from = Math.max(position, of.start());
            int n = (int) (Math.min(position + count, of.start() + of.length()) - from);
            if (n > 0) {
                System.arraycopy(l, (int) (from - position), left, (int) (from - of.start()), n);
                System.arraycopy(r, (int) (from - position), right, (int) (from - of.start()), n);
            }
        }
    }
}
