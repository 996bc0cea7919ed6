package oakmirror.spectrum;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.text.Texts;

/**
 * What the two sides of a stereo signal hold in each band of the {@link BandGrid}, and what they share: enough to read the spectrum of
 * their middle and their difference, and how alike they are, without going back to the samples.
 *
 * <p>With L and R the transforms of the sides and a bar for the mean over time: left = mean |L|², right = mean |R|², cross = mean
 * Re(L·R*). Mid is (L+R)/2 and side (L−R)/2, so that |M|² = (left + right + 2·cross)/4 and |S|² = (left + right − 2·cross)/4.
 *
 * @param left power of the left side in each band, full scale being 1
 * @param right power of the right side
 * @param cross real part of their cross power, between −√(left·right) and +√(left·right)
 * @param usableBands how many bands from the bottom lie wholly below the Nyquist frequency; the rest hold 0
 * @param analysedSeconds how much audio passed the gate
 */
public record StereoSpectrum(double[] left, double[] right, double[] cross, int usableBands, double analysedSeconds) {

    /** What of a stereo signal is looked at. */
    public enum Part {
        /** The mean power of both sides. */
        STEREO("spectrum.stereo"),
        /** (L+R)/2. */
        MID("spectrum.mid"),
        /** (L−R)/2. */
        SIDE("spectrum.side"),
        LEFT("spectrum.left"),
        RIGHT("spectrum.right");

        private final String label;

        Part(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }
    }

    /** Checks the shapes. The arrays are not copied and must not be changed. */
    public StereoSpectrum {
        if (left.length != BandGrid.SIZE || right.length != BandGrid.SIZE || cross.length != BandGrid.SIZE) {
            throw new IllegalArgumentException("expected " + BandGrid.SIZE + " bands");
        }
    }

    /** Nothing heard. */
    public static StereoSpectrum silent() {
        return new StereoSpectrum(
                new double[BandGrid.SIZE], new double[BandGrid.SIZE], new double[BandGrid.SIZE], BandGrid.SIZE, 0);
    }

    /** The power of one band in a part of the signal. */
    public double power(Part part, int band) {
        double both = left[band] + right[band];
        return switch (part) {
            case STEREO -> both / 2;
            case MID -> Math.max(0, both + 2 * cross[band]) / 4;
            case SIDE -> Math.max(0, both - 2 * cross[band]) / 4;
            case LEFT -> left[band];
            case RIGHT -> right[band];
        };
    }

    /** The spectrum of a part of the signal. */
    public BandSpectrum of(Part part) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = power(part, b);
        }
        return new BandSpectrum(power, usableBands, analysedSeconds);
    }

    /** The same with so many dB more in each band, on both sides and in what they share. */
    public StereoSpectrum changed(double[] db) {
        return new StereoSpectrum(raised(left, db), raised(right, db), raised(cross, db), usableBands, analysedSeconds);
    }

    /** The same with so many dB more in each band on the side alone, in phase with what it was. */
    public StereoSpectrum withSide(double[] db) {
        double[] newLeft = new double[BandGrid.SIZE];
        double[] newRight = new double[BandGrid.SIZE];
        double[] newCross = new double[BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double gain = Decibels.toAmplitude(db[b]);
            double mid = power(Part.MID, b);
            double side = power(Part.SIDE, b) * gain * gain;
            double common = gain * (left[b] - right[b]) / 4; // mean Re(M·S*)
            newLeft[b] = Math.max(0, mid + side + 2 * common);
            newRight[b] = Math.max(0, mid + side - 2 * common);
            newCross[b] = mid - side;
        }
        return new StereoSpectrum(newLeft, newRight, newCross, usableBands, analysedSeconds);
    }

    private static double[] raised(double[] power, double[] db) {
        double[] raised = power.clone();
        for (int b = 0; b < raised.length; b++) {
            raised[b] *= Decibels.toPower(db[b]);
        }
        return raised;
    }

    /** Two equal spectra hold equal figures. */
    @Override
    public boolean equals(Object other) {
        return other instanceof StereoSpectrum s
                && usableBands == s.usableBands
                && analysedSeconds == s.analysedSeconds
                && Arrays.equals(left, s.left)
                && Arrays.equals(right, s.right)
                && Arrays.equals(cross, s.cross);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(left) + Arrays.hashCode(cross);
    }

    @Override
    public String toString() {
        return "StereoSpectrum[" + usableBands + " bands, " + analysedSeconds + " s]";
    }
}
