package oakmirror.spectrum;

/**
 * An averaged spectrum line by line, as Welch's method gives it: line k stands for the frequency k·rate/size and holds the mean one-sided
 * power that a Hann-windowed block shows there, so that the lines of a steady sine add up to its mean square. Blocks below −70 dBFS do not count.
 *
 * @param sampleRate frames a second
 * @param size samples in a block; there are size/2 + 1 lines
 * @param power mean power of left and right in each line, full scale being 1
 * @param crossReal real part of the cross power L·R* of the sides
 * @param crossImaginary its imaginary part, positive where the right side comes later
 * @param blocks how many blocks were averaged
 */
public record LineSpectrum(
        int sampleRate, int size, double[] power, double[] crossReal, double[] crossImaginary, int blocks) {

    /** Frequency of a line in Hz; lines between two can be asked for. */
    public double frequencyHz(double line) {
        return line * sampleRate / size;
    }

    /** The line nearest to a frequency. */
    public int lineOf(double hz) {
        return (int) Math.max(0, Math.min(power.length - 1, Math.round(hz * size / sampleRate)));
    }
}
