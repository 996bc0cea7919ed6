package oakmirror.measure;

import java.util.Optional;
import oakmirror.dynamics.Dynamics;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.rhythm.Activity;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Tone;
import oakmirror.stereo.Comb;

/**
 * Everything measured of one track.
 *
 * @param sampleRate frames a second of the file
 * @param channels channels of the file
 * @param frames length of the file
 * @param loudness programme loudness of the file, all channels
 * @param heardLufs integrated loudness of what is heard of it: the stereo fold of more than two channels, otherwise the same; NaN
 *     where not defined
 * @param peaks peaks over all channels, mean square averaged over them
 * @param tone spectrum, peaks and key of the stereo fold
 * @param dynamics peak to short-term loudness of the file, crest factors of the stereo fold
 * @param comb regular notches that folding to mono brings out, if there are any
 * @param shortTerm short-term loudness in LUFS of the 3 s that begin every {@link #CONTOUR_SECONDS}
 * @param contour momentary loudness in LUFS every {@link #CONTOUR_SECONDS}
 * @param activity what goes on over time in the stereo fold, for tempo and passages; empty where it was not wanted
 * @param clips how often it is clipped: three or more samples in a row at full scale, all channels; 0 where it was not counted
 * @param nonFiniteSamples samples that were no numbers and count as zero
 */
public record TrackMeasurement(
        int sampleRate,
        int channels,
        long frames,
        Loudness loudness,
        double heardLufs,
        Peaks peaks,
        Tone tone,
        Dynamics dynamics,
        Optional<Comb> comb,
        float[] shortTerm,
        float[] contour,
        Activity activity,
        long clips,
        long nonFiniteSamples) {

    /** Time between two values of the contour. */
    public static final double CONTOUR_SECONDS = 0.1;

    /** Length in seconds. */
    public double seconds() {
        return (double) frames / sampleRate;
    }

    /** Averaged spectrum of the stereo fold, left and right averaged. */
    public BandSpectrum spectrum() {
        return tone.spectrum().of(Part.STEREO);
    }

    /** True peak less integrated loudness in dB; NaN where one is not defined. */
    public double peakToLoudness() {
        return peaks.truePeakDbtp() - loudness.integratedLufs();
    }
}
