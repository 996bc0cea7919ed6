package oakmirror.correction;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Fft;
import oakmirror.dsp.LinearPhase;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;

/**
 * A correction as an impulse response that any convolver takes. It is as long as it takes to come within {@value #WANTED_DB} dB of the correction, from about four
 * periods of {@value #LOWEST_HZ} Hz on, but no longer than {@value #LONGEST_SECONDS} s; how far off it is at most is told.
 *
 * @param sampleRate of its samples
 * @param phase how the correction is applied by it: minimum phase begins at once, linear phase is symmetric about its middle
 * @param taps its samples
 * @param delayFrames by how much it delays
 * @param errorDb how far its response lies off the correction at most, from {@value #LOWEST_HZ} Hz to nine tenths of half the rate, 20 kHz at most
 */
public record ImpulseResponse(int sampleRate, Phase phase, double[] taps, int delayFrames, double errorDb) {

    /** The lowest frequency it follows. */
    public static final double LOWEST_HZ = 20;

    private static final double HIGHEST_HZ = 20000;
    private static final double WANTED_DB = 0.02;
    private static final double SHORTEST_SECONDS = 4 / LOWEST_HZ;
    private static final double LONGEST_SECONDS = 1.6;
    private static final double OF_NYQUIST = 0.9;
    private static final int POINTS = 400;

    /**
     * The response of a filter.
     *
     * @param sampleRate 8 kHz to 384 kHz
     * @throws IllegalArgumentException when the rate cannot carry the filter
     */
    public static ImpulseResponse of(ToneFilter filter, int sampleRate) {
        ImpulseResponse best = made(filter, sampleRate, SHORTEST_SECONDS);
        for (double s = 2 * SHORTEST_SECONDS; best.errorDb() > WANTED_DB && s <= LONGEST_SECONDS; s *= 2) {
            ImpulseResponse longer = made(filter, sampleRate, s);
            if (longer.errorDb() > 0.9 * best.errorDb()) {
                break; // it is not the length
            }
            best = longer;
        }
        return best;
    }

    /**
     * The responses of middle and side, equally long.
     *
     * @throws IllegalArgumentException when the rate cannot carry them
     */
    public static List<ImpulseResponse> pair(StereoTone tone, int sampleRate) {
        ImpulseResponse middle = of(tone.middle(), sampleRate);
        if (tone.isAlike()) {
            return List.of(middle, middle);
        }
        ImpulseResponse side = of(tone.side(), sampleRate);
        double seconds = Math.max(middle.seconds(), side.seconds());
        int longest = Math.max(middle.taps.length, side.taps.length);
        return List.of(
                middle.taps.length < longest ? made(tone.middle(), sampleRate, seconds) : middle,
                side.taps.length < longest ? made(tone.side(), sampleRate, seconds) : side);
    }

    private static ImpulseResponse made(ToneFilter filter, int sampleRate, double seconds) {
        boolean linear = filter.phase() == Phase.LINEAR;
        double[] taps = linear
                ? LinearPhase.design(filter.curve(), sampleRate, 1, seconds)
                : struck(filter.maker(sampleRate).get(), (int) Math.round(seconds * sampleRate));
        return new ImpulseResponse(
                sampleRate, filter.phase(), taps, linear ? taps.length / 2 : 0, error(filter, taps, sampleRate));
    }

    private static double[] struck(StereoProcessor processor, int length) {
        float[] left = new float[length];
        float[] right = new float[length];
        left[0] = 1;
        processor.process(left, right, 0, length);
        double[] taps = new double[length];
        Arrays.setAll(taps, i -> left[i]);
        return taps;
    }

    private static double error(ToneFilter filter, double[] taps, int sampleRate) {
        int size = Integer.highestOneBit(4 * taps.length);
        double[] spectrum = Arrays.copyOf(taps, 2 * size);
        Fft.precise(size).realForwardFull(spectrum);
        double highest = Math.min(HIGHEST_HZ, OF_NYQUIST * sampleRate / 2);
        double worst = 0;
        for (int i = 0; i <= POINTS; i++) {
            double wanted = LOWEST_HZ * Math.pow(highest / LOWEST_HZ, (double) i / POINTS);
            int k = (int) Math.round(wanted * size / sampleRate);
            double hz = (double) k * sampleRate / size;
            double db = 20 * Math.log10(Math.hypot(spectrum[2 * k], spectrum[2 * k + 1]));
            worst = Math.max(worst, hz < LOWEST_HZ ? 0 : Math.abs(db - filter.responseDb(hz)));
        }
        return worst;
    }

    /** Its length in seconds. */
    public double seconds() {
        return (double) taps.length / sampleRate;
    }

    /** Equal where the samples are. */
    @Override
    public boolean equals(Object other) {
        return other instanceof ImpulseResponse r && sampleRate == r.sampleRate && Arrays.equals(taps, r.taps);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(taps);
    }

    @Override
    public String toString() {
        return "ImpulseResponse[" + taps.length + " at " + sampleRate + "]";
    }
}
