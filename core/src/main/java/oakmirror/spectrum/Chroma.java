package oakmirror.spectrum;

/**
 * How much of a spectrum lies on each of the twelve notes, whatever the octave: the amplitudes of the lines from {@value #LOW_HZ} Hz to
 * {@value #HIGH_HZ} Hz, each given to the nearest note, the more the nearer.
 */
final class Chroma {

    static final int NOTES = 12;

    private static final double LOW_HZ = 65;
    private static final double HIGH_HZ = 2100;
    private static final double A4_HZ = 440;
    private static final int A = 9;

    private Chroma() {}

    /** The note of a frequency in semitones above a C. */
    static double noteOf(double hz) {
        return A + NOTES * Math.log(hz / A4_HZ) / Math.log(2);
    }

    /** One weight a note from C on, adding up to 1; all 0 for silence. */
    static double[] of(LineSpectrum lines) {
        double[] chroma = new double[NOTES];
        double sum = 0;
        for (int k = lines.lineOf(LOW_HZ); k <= lines.lineOf(HIGH_HZ); k++) {
            double key = noteOf(lines.frequencyHz(k));
            double miss = Math.abs(key - Math.rint(key));
            // A line stands for more of the scale the lower it lies.
            double weight = Math.sqrt(lines.power()[k]) * Math.max(0, 1 - 2.5 * miss) / k;
            chroma[(int) Math.floorMod((long) Math.rint(key), (long) NOTES)] += weight;
            sum += weight;
        }
        for (int n = 0; n < NOTES && sum > 0; n++) {
            chroma[n] /= sum;
        }
        return chroma;
    }
}
