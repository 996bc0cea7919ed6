package oakmirror.measure;

import oakmirror.audio.Decibels;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;

/**
 * Loudness and peaks of the same samples.
 *
 * @param loudness programme loudness
 * @param peaks peaks over all channels, mean square averaged over them
 */
public record Levels(Loudness loudness, Peaks peaks) {

    /** True peak less integrated loudness in dB, PLR; NaN where one is not defined. */
    public double peakToLoudness() {
        return peaks.truePeakDbtp() - loudness.integratedLufs();
    }

    /** RMS in dBFS, a full-scale sine reading −3.01; −∞ for silence. */
    public double rmsDbfs() {
        return Decibels.ofPower(peaks.meanSquare());
    }
}
