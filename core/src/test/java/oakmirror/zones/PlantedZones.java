package oakmirror.zones;

import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import java.util.function.DoubleUnaryOperator;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.compare.Subject;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.Zone;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * A piece of drums, bass and noise about it, and faults planted in it by means of their own: ranges are cut out of one transform of the whole piece, dynamics
 * are changed by a power of the analytic signal's magnitude. None of it shares code with what is tested.
 */
public final class PlantedZones {

    public static final int RATE = 48000;
    /** Frames of a piece. */
    public static final int SIZE = 1 << 19;

    /** How near a planted crest factor comes. */
    private static final double NEAR_DB = 0.03;

    private static final DoubleFFT_1D FFT = new DoubleFFT_1D(SIZE);

    final float[] left;
    final float[] right;

    /** A piece of {@link #SIZE} frames. */
    public PlantedZones(float[] left, float[] right) {
        this.left = left;
        this.right = right;
    }

    /** The piece as it is. */
    static PlantedZones piece() {
        double seconds = (double) SIZE / RATE;
        float[] drums = Signals.drums(RATE, 112, seconds, 0.1, 7);
        float[] l = Signals.musicLike(RATE, seconds, 0.25, 11);
        float[] r = Signals.musicLike(RATE, seconds, 0.25, 12);
        float[] m = Signals.musicLike(RATE, seconds, 0.4, 13);
        float[] left = new float[SIZE];
        float[] right = new float[SIZE];
        for (int i = 0; i < Math.min(SIZE, drums.length); i++) {
            left[i] = 0.5f * (drums[i] + m[i] + l[i]);
            right[i] = 0.5f * (drums[i] + m[i] + r[i]);
        }
        return new PlantedZones(left, right);
    }

    /** The same with the side of a range times a factor. */
    public PlantedZones withSide(double lowHz, double highHz, double factor) {
        return withSideFilter(hz -> hz >= lowHz && hz < highHz ? factor : 1);
    }

    /** The same with the side through a real gain over frequency. */
    public PlantedZones withSideFilter(DoubleUnaryOperator gain) {
        float[] side = new float[SIZE];
        for (int i = 0; i < SIZE; i++) {
            side[i] = (left[i] - right[i]) / 2;
        }
        double[] spectrum = forward(side);
        for (int k = 0; k < SIZE; k++) {
            double factor = gain.applyAsDouble((double) Math.min(k, SIZE - k) * RATE / SIZE);
            spectrum[2 * k] *= factor;
            spectrum[2 * k + 1] *= factor;
        }
        FFT.complexInverse(spectrum, true);
        float[] l = new float[SIZE];
        float[] r = new float[SIZE];
        for (int i = 0; i < SIZE; i++) {
            float mid = (left[i] + right[i]) / 2;
            l[i] = mid + (float) spectrum[2 * i];
            r[i] = mid - (float) spectrum[2 * i];
        }
        return new PlantedZones(l, r);
    }

    /** The same with the crest factor of a zone changed by about so many dB, its power kept. */
    public PlantedZones withCrest(Zone zone, double db) throws IOException {
        double wanted = crestDb(zone) + db;
        ZonePart l = ZonePart.of(left, zone);
        ZonePart r = ZonePart.of(right, zone);
        double low = -0.9;
        double high = 3;
        while (true) {
            double exponent = (low + high) / 2;
            PlantedZones found = new PlantedZones(l.powered(left, exponent), r.powered(right, exponent));
            double off = found.crestDb(zone) - wanted;
            if (Math.abs(off) < NEAR_DB || high - low < 1e-3) {
                return found;
            }
            low = off < 0 ? exponent : low;
            high = off < 0 ? high : exponent;
        }
    }

    /** A zone of one channel, and how loud it is at each moment. */
    private record ZonePart(float[] samples, double[] level) {

        static ZonePart of(float[] x, Zone zone) {
            double[] analytic = forward(x);
            for (int k = 0; k < SIZE; k++) {
                double hz = (double) k * RATE / SIZE;
                int factor = k < SIZE / 2 && hz >= zone.lowHz() && hz < zone.highHz() ? 2 : 0;
                analytic[2 * k] *= factor;
                analytic[2 * k + 1] *= factor;
            }
            FFT.complexInverse(analytic, true);
            float[] samples = new float[SIZE];
            double[] smooth = new double[SIZE];
            double level = 0;
            double keep = Math.exp(-zone.lowHz() / (2.0 * RATE));
            for (int way = 0; way < 2; way++) { // there and back, so that nothing lags
                for (int j = 0; j < SIZE; j++) {
                    int i = way == 0 ? j : SIZE - 1 - j;
                    double now = way == 0 ? Math.hypot(analytic[2 * i], analytic[2 * i + 1]) : smooth[i];
                    level = keep * level + (1 - keep) * now;
                    smooth[i] = level;
                    samples[i] = (float) analytic[2 * i];
                }
            }
            return new ZonePart(samples, smooth);
        }

        /** What it is of, with it times a power of how loud it is just then, its own power kept. */
        float[] powered(float[] x, double exponent) {
            float[] gains = new float[SIZE];
            double before = 0;
            double after = 0;
            for (int i = 0; i < SIZE; i++) {
                gains[i] = (float) Math.pow(level[i] + 1e-6, exponent);
                double out = samples[i] * gains[i];
                before += samples[i] * samples[i];
                after += out * out;
            }
            double makeUp = Math.sqrt(before / after);
            float[] y = new float[SIZE];
            for (int i = 0; i < SIZE; i++) {
                y[i] = (float) (x[i] + samples[i] * (makeUp * gains[i] - 1));
            }
            return y;
        }
    }

    /** Real and imaginary parts in turn. */
    private static double[] forward(float[] x) {
        double[] c = new double[2 * SIZE];
        for (int i = 0; i < SIZE; i++) {
            c[2 * i] = x[i];
        }
        FFT.complexForward(c);
        return c;
    }

    /** The same through something that is done to it, its latency taken out. */
    public PlantedZones through(oakmirror.dsp.StereoProcessor processor) {
        int late = processor.latencyFrames();
        float[] l = java.util.Arrays.copyOf(left, SIZE + late);
        float[] r = java.util.Arrays.copyOf(right, SIZE + late);
        processor.process(l, r, 0, l.length);
        return new PlantedZones(
                java.util.Arrays.copyOfRange(l, late, l.length), java.util.Arrays.copyOfRange(r, late, r.length));
    }

    public Clip clip() {
        return Clip.stereo(RATE, left, right);
    }

    public FrameRange all() {
        return new FrameRange(0, SIZE);
    }

    public TrackMeasurement measured() throws IOException {
        return new TrackMeasurer(ForkJoinPool.commonPool(), Extent.COMPARED).measure(clip().stream(), Progress.NONE);
    }

    public double crestDb(Zone zone) throws IOException {
        oakmirror.dynamics.ZoneDynamicsAnalyser analyser = new oakmirror.dynamics.ZoneDynamicsAnalyser(RATE);
        analyser.add(left, right, SIZE);
        return analyser.finish().get(zone.ordinal()).middleDb();
    }

    /** As the mix (0) or a reference. */
    public Subject as(int number) throws IOException {
        TrackMeasurement m = measured();
        return new Subject(number, number == 0 ? "mix" : "reference " + number, m, m, Optional.empty());
    }
}
