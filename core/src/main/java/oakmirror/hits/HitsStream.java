package oakmirror.hits;

import java.util.Arrays;
import oakmirror.audio.Fft;
import oakmirror.audio.SourceStream;
import oakmirror.audio.StereoSource;
import oakmirror.spectrum.Zone;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * What is struck of a sound, as a stream of the same length and in the same place; the rest of it is what sustains, so that both add up to the whole. Both sides share
 * one mask, so that what is struck stays where it is between them.
 *
 * <p>In overlapping windows of about 85 ms, of the amplitude X of each bin (both sides together): T is its median over {@value #LASTS_SECONDS} s around it, which
 * is what lasts; P its median over {@value #WIDE_HZ} Hz around it, which is what is broad; R = √(X² − T²) what rises over what lasts. Struck is
 *
 * <pre>  S = max({@value #BROAD_FACTOR} · P, w · R)      the mask  M = S³ / (S³ + T³)</pre>
 *
 * <p>where w goes from 1 below {@value #RISE_ALL_HZ} Hz to 0 above {@value #RISE_NONE_HZ} Hz: a bass drum is as narrow as a tone and differs from one only by not
 * lasting. From {@value #VIBRATO_HZ} Hz up, T is that of the strongest of three bins side by side, so that a voice with vibrato lasts. Medians over time and
 * frequency: D. Fitzgerald, "Harmonic/percussive separation using median filtering", DAFx-10, 2010; a factor between both: J. Driedger, M. Müller, S. Disch,
 * "Extending harmonic-percussive separation of audio signals", ISMIR 2014 (both named from memory). R, the widening and the third power are ours, and were chosen
 * by generated and played instruments (docs/method.md).
 */
public final class HitsStream extends SourceStream {

    /** Changes whenever the same sound would be taken apart in another way. */
    public static final int VERSION = 2;

    private static final double WINDOW_SECONDS = 4096 / 48000.0;
    private static final int OVERLAP = 4;
    private static final double LASTS_SECONDS = 0.55;
    private static final double WIDE_HZ = 500;
    private static final double BROAD_FACTOR = 1.25;
    private static final double RISE_ALL_HZ = 150;
    private static final double RISE_NONE_HZ = 300;
    private static final double VIBRATO_HZ = 1000;
    /** Below every amplitude that can be heard: where nothing is, a mask is neither. */
    private static final float NOTHING = 1e-9f;

    private final int size;
    private final int hop;
    private final int bins;
    private final int ahead;
    private final FloatFFT_1D fft;
    private final float[] window;
    private final float[] riseWeights;
    private final int vibratoBin;
    /** Spectra that wait for their median, left as real and right as imaginary part of what was transformed. */
    private final float[][] spectra;

    private final float[][] amplitudes;
    private final MovingMedian overTime;
    private final RowMedian overFrequency;
    private final float[] widened;
    private final float[] lasting;
    private final float[] broad;
    private final float[] mask;
    private final float[][] input;
    private final float[] frame;
    private final float[][] sum;
    private final float[][] ready;
    private final int[] zoneOfBin;
    private final StruckShare share;
    private final double[] stepStruck = new double[Zone.values().length];
    private final double[] stepWhole = new double[Zone.values().length];
    private long taken;
    private long given;
    private int readyFrom;

    /** What is struck of a source. */
    public HitsStream(StereoSource source) {
        super(source);
        int rate = source.sampleRate();
        size = 1 << Math.max(6, (int) Math.round(Math.log(WINDOW_SECONDS * rate) / Math.log(2)));
        hop = size / OVERLAP;
        bins = size / 2 + 1;
        fft = Fft.of(size);
        window = new float[size];
        for (int i = 0; i < size; i++) { // its square overlaps to a constant, half the overlap
            window[i] = (float) Math.sqrt((0.5 - 0.5 * Math.cos(2 * Math.PI * i / size)) / (OVERLAP / 2.0));
        }
        int steps = (int) Math.round(LASTS_SECONDS * rate / hop) | 1;
        ahead = steps / 2;
        spectra = new float[ahead + 1][2 * size];
        amplitudes = new float[ahead + 1][bins];
        overTime = new MovingMedian(bins, steps);
        overFrequency = new RowMedian(bins, Math.min(bins / 2, (int) Math.round(WIDE_HZ * size / rate)) | 1);
        riseWeights = new float[bins];
        zoneOfBin = new int[bins];
        for (int i = 0; i < bins; i++) {
            double hz = (double) i * rate / size;
            double octaves = Math.log(RISE_NONE_HZ / Math.max(hz, 1)) / Math.log(RISE_NONE_HZ / RISE_ALL_HZ);
            riseWeights[i] = (float) Math.max(0, Math.min(1, octaves));
            zoneOfBin[i] = zoneAt(hz);
        }
        vibratoBin = (int) Math.ceil(VIBRATO_HZ * size / rate);
        widened = new float[bins];
        lasting = new float[bins];
        broad = new float[bins];
        mask = new float[bins];
        input = new float[2][size];
        frame = new float[2 * size];
        sum = new float[2][size];
        ready = new float[2][hop];
        readyFrom = hop;
        share = StruckShare.ofSteps((int) Math.ceil(source.seconds() / StruckShare.STEP_SECONDS));
    }

    private static int zoneAt(double hz) {
        for (Zone zone : Zone.values()) {
            if (hz >= zone.lowHz() && hz < zone.highHz()) {
                return zone.ordinal();
            }
        }
        return -1;
    }

    @Override
    public long expectedFrames() {
        return source().frames();
    }

    @Override
    public int read(float[][] block, int frames) {
        int wanted = (int) Math.min(frames, source().frames() - given);
        int done = 0;
        while (done < wanted) {
            if (readyFrom == hop) {
                makeReady();
            }
            int n = Math.min(wanted - done, hop - readyFrom);
            System.arraycopy(ready[0], readyFrom, block[0], done, n);
            System.arraycopy(ready[1], readyFrom, block[1], done, n);
            readyFrom += n;
            done += n;
        }
        given += done;
        return done;
    }

    /** How much of it is struck: of all once all was read. */
    public StruckShare share() {
        return share;
    }

    /** The next hop of what is struck: at the start as many windows first as a median and an overlap need. */
    private void makeReady() {
        int before = ahead + OVERLAP - 1;
        do {
            takeWindow();
        } while (taken <= before);
        readyFrom = 0;
    }

    private void takeWindow() {
        int slot = (int) (taken % spectra.length);
        for (float[] side : input) {
            System.arraycopy(side, hop, side, 0, size - hop);
        }
        source().read(taken * hop, input[0], input[1], size - hop, hop);
        transform(spectra[slot], amplitudes[slot]);
        widen(amplitudes[slot]);
        overTime.add(widened, lasting);
        long due = taken - ahead;
        if (due >= 0) {
            int from = (int) (due % spectra.length);
            findMask(amplitudes[from]);
            count(amplitudes[from], due);
            overlap(spectra[from]);
        }
        taken++;
    }

    /** Both sides in one transform. X² = |L|² + |R|² is then half of what bin and mirrored bin hold together. */
    private void transform(float[] spectrum, float[] amplitude) {
        for (int i = 0; i < size; i++) {
            spectrum[2 * i] = input[0][i] * window[i];
            spectrum[2 * i + 1] = input[1][i] * window[i];
        }
        fft.complexForward(spectrum);
        for (int i = 0; i < bins; i++) {
            int mirrored = (size - i) % size;
            amplitude[i] = (float) Math.sqrt((power(spectrum, i) + power(spectrum, mirrored)) / 2);
        }
    }

    private static float power(float[] spectrum, int bin) {
        float re = spectrum[2 * bin];
        float im = spectrum[2 * bin + 1];
        return re * re + im * im;
    }

    private void widen(float[] amplitude) {
        System.arraycopy(amplitude, 0, widened, 0, bins);
        for (int i = vibratoBin; i < bins - 1; i++) {
            widened[i] = Math.max(amplitude[i], Math.max(amplitude[i - 1], amplitude[i + 1]));
        }
    }

    private void findMask(float[] amplitude) {
        overFrequency.of(amplitude, broad);
        for (int i = 0; i < bins; i++) {
            float x = amplitude[i];
            float t = lasting[i];
            float rise = riseWeights[i] * (float) Math.sqrt(Math.max(0, x * x - t * t));
            float s = Math.max((float) BROAD_FACTOR * broad[i], rise) + NOTHING;
            float lasts = t + NOTHING;
            float ratio = lasts / s;
            mask[i] = 1 / (1 + ratio * ratio * ratio);
        }
    }

    /** The mask is the share of each bin that is struck; a window counts where its middle lies. */
    private void count(float[] amplitude, long due) {
        Arrays.fill(stepStruck, 0);
        Arrays.fill(stepWhole, 0);
        for (int i = 0; i < bins; i++) {
            int zone = zoneOfBin[i];
            if (zone >= 0) {
                double power = (double) amplitude[i] * amplitude[i];
                stepStruck[zone] += power * mask[i];
                stepWhole[zone] += power;
            }
        }
        double seconds = (double) (due * hop + hop - size / 2) / sampleRate();
        int steps = share.whole()[0].length;
        int step = (int) Math.max(0, Math.min(steps - 1, seconds / StruckShare.STEP_SECONDS));
        for (int zone = 0; zone < stepWhole.length && steps > 0; zone++) {
            share.struck()[zone][step] += (float) stepStruck[zone];
            share.whole()[zone][step] += (float) stepWhole[zone];
        }
    }

    private void overlap(float[] spectrum) {
        for (int i = 0; i < bins; i++) {
            int mirrored = (size - i) % size;
            frame[2 * i] = spectrum[2 * i] * mask[i];
            frame[2 * i + 1] = spectrum[2 * i + 1] * mask[i];
            frame[2 * mirrored] = spectrum[2 * mirrored] * mask[i];
            frame[2 * mirrored + 1] = spectrum[2 * mirrored + 1] * mask[i];
        }
        fft.complexInverse(frame, true);
        for (int i = 0; i < size; i++) {
            sum[0][i] += frame[2 * i] * window[i];
            sum[1][i] += frame[2 * i + 1] * window[i];
        }
        for (int side = 0; side < 2; side++) {
            System.arraycopy(sum[side], 0, ready[side], 0, hop);
            System.arraycopy(sum[side], hop, sum[side], 0, size - hop);
            Arrays.fill(sum[side], size - hop, size, 0f);
        }
    }
}
