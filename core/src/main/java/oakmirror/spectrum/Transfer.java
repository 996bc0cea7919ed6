package oakmirror.spectrum;

import oakmirror.audio.Fft;

/**
 * What a linear filter would have to be to make one signal of another, line by line, as measured by averaged blocks (P. D. Welch, "The use of
 * fast Fourier transform for the estimation of power spectra", IEEE Trans. Audio Electroacoust. 15, 1967): H = cross / in, which leaves the
 * least power unexplained. Where the two hardly go together, chance alone gives some of H; it is shrunk by how far their coherence is more than
 * chance.
 *
 * @param size length of the blocks in samples
 * @param in power of what goes in, one value a line
 * @param out power of what comes out
 * @param crossReal real part of the mean of out·in*
 * @param crossImaginary imaginary part of it
 * @param blocks how many blocks were averaged
 */
public record Transfer(int size, double[] in, double[] out, double[] crossReal, double[] crossImaginary, int blocks) {

    /** The part of the longest response that stays as it is; the rest of it fades at both ends. */
    private static final double FLAT = 0.75;

    /** Power of what comes out. */
    public double outPower() {
        double sum = 0;
        for (double p : out) {
            sum += p;
        }
        return sum;
    }

    /** Power of what comes out less what goes in, the latter times a gain. */
    public double differencePower(double gain) {
        double sum = 0;
        for (int k = 0; k < in.length; k++) {
            sum += out[k] + gain * gain * in[k] - 2 * gain * crossReal[k];
        }
        return Math.max(0, sum);
    }

    /**
     * The filter as an impulse response of half a block, its undelayed sample at a quarter of a block.
     */
    public double[] response() {
        double[] spectrum = new double[2 * size];
        for (int k = 0; k <= size / 2; k++) {
            double factor = in[k] > 0 ? certainPart(k) / in[k] : 0;
            put(spectrum, k, factor * crossReal[k], factor * crossImaginary[k]);
            put(spectrum, (size - k) % size, factor * crossReal[k], -factor * crossImaginary[k]);
        }
        Fft.precise(size).complexInverse(spectrum, true);
        int middle = middle();
        double[] taps = new double[2 * middle];
        for (int i = -middle; i < middle; i++) {
            double away = (Math.abs((double) i) / middle - FLAT) / (1 - FLAT);
            double window = away <= 0 ? 1 : 0.5 + 0.5 * Math.cos(Math.PI * Math.min(1, away));
            taps[middle + i] = window * spectrum[2 * ((i + size) % size)];
        }
        return taps;
    }

    /** Where in {@link #response} the undelayed sample lies. */
    public int middle() {
        return size / 4;
    }

    private static void put(double[] spectrum, int k, double re, double im) {
        spectrum[2 * k] = re;
        spectrum[2 * k + 1] = im;
    }

    /** How much of H is more than chance: K blocks of what does not go together have a coherence of 1/K. */
    private double certainPart(int k) {
        double both = in[k] * out[k];
        if (both <= 0 || blocks < 2) {
            return blocks < 2 ? 1 : 0;
        }
        double coherence = (crossReal[k] * crossReal[k] + crossImaginary[k] * crossImaginary[k]) / both;
        return Math.max(0, (blocks * coherence - 1) / ((blocks - 1) * coherence));
    }
}
