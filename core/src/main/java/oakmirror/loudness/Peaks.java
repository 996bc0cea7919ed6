package oakmirror.loudness;

import oakmirror.audio.Decibels;

/**
 * Peaks and power of one channel or, joined, of several.
 *
 * @param truePeakDbtp highest interpolated magnitude in dB true peak; −∞ for silence
 * @param samplePeakDbfs highest sample magnitude in dBFS; −∞ for silence
 * @param meanSquare mean of the squared samples, full scale being 1
 */
public record Peaks(double truePeakDbtp, double samplePeakDbfs, double meanSquare) {

    /** The higher peaks of several channels, and the mean of their powers. */
    public static Peaks join(Iterable<Peaks> channels) {
        double truePeak = Double.NEGATIVE_INFINITY;
        double samplePeak = Double.NEGATIVE_INFINITY;
        double power = 0;
        int count = 0;
        for (Peaks p : channels) {
            truePeak = Math.max(truePeak, p.truePeakDbtp);
            samplePeak = Math.max(samplePeak, p.samplePeakDbfs);
            power += p.meanSquare;
            count++;
        }
        return new Peaks(truePeak, samplePeak, count == 0 ? 0 : power / count);
    }

    /** The peaks of the same samples at another gain, in dB. */
    public Peaks raised(double gainDb) {
        return new Peaks(truePeakDbtp + gainDb, samplePeakDbfs + gainDb, meanSquare * Decibels.toPower(gainDb));
    }
}
