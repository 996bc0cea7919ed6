package oakmirror.stereo;

import oakmirror.audio.Decibels;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;

/**
 * How wide a range of frequencies is. With the powers of left and right, and their cross power, summed over the range:
 *
 * @param sideToMidDb power of side over that of mid in dB, both as half of difference and sum: −∞ for mono, 0 for unlike sides of equal
 *     power, +∞ for one side turned over
 * @param correlation cross power over the root of the product of the powers, −1 to +1; 1 for mono also where one side is silent
 * @param balanceDb power of right over left in dB; 0 in the middle
 * @param foldDownDb power of (L+R)/2 over the mean power of left and right in dB: 0 for mono, −3.01 for unlike sides, −∞ for one side
 *     turned over
 * @param share part of the power of the whole spectrum that lies in the range, 0 to 1
 */
public record Width(double sideToMidDb, double correlation, double balanceDb, double foldDownDb, double share) {

    /** Below this in dB nothing is said any more: what is left of the difference is rounding. */
    public static final double MONO_DB = -60;

    /** The width between two frequencies. */
    public static Width of(StereoSpectrum spectrum, double lowHz, double highHz) {
        double from = Math.max(0, BandGrid.positionOf(lowHz) + 0.5);
        double to = Math.min(BandGrid.SIZE, BandGrid.positionOf(highHz) + 0.5);
        double left = sum(spectrum.left(), from, to);
        double right = sum(spectrum.right(), from, to);
        double cross = sum(spectrum.cross(), from, to);
        double all = sum(spectrum.left(), 0, BandGrid.SIZE) + sum(spectrum.right(), 0, BandGrid.SIZE);
        return of(left, right, cross, all > 0 ? (left + right) / all : 0);
    }

    private static Width of(double left, double right, double cross, double share) {
        double both = left + right;
        double mid = Math.max(0, both + 2 * cross);
        double side = Math.max(0, both - 2 * cross);
        double root = Math.sqrt(left * right);
        if (both <= 0) {
            return new Width(Double.NaN, Double.NaN, Double.NaN, Double.NaN, 0);
        }
        return new Width(
                Math.max(MONO_DB, Decibels.ofPower(side / Math.max(mid, 1e-300))),
                root > 0 ? Math.max(-1, Math.min(1, cross / root)) : 1,
                Math.max(MONO_DB, Math.min(-MONO_DB, Decibels.ofPower(right / Math.max(left, 1e-300)))),
                Math.max(MONO_DB, Decibels.ofPower(mid / (2 * both))),
                share);
    }

    /** The width of a zone. */
    public static Width of(StereoSpectrum spectrum, Zone zone) {
        return of(spectrum, zone.lowHz(), zone.highHz());
    }

    /** Whether the range holds anything: a figure of next to no power is no figure. */
    public boolean isKnown() {
        return !Double.isNaN(correlation) && share > 1e-7;
    }

    /** Sums bands from one place on the grid to another, bands that an end cuts in part. */
    private static double sum(double[] power, double from, double to) {
        double sum = 0;
        for (int b = (int) from; b < Math.min(power.length, to); b++) {
            sum += power[b] * (Math.min(to, b + 1) - Math.max(from, b));
        }
        return sum;
    }
}
