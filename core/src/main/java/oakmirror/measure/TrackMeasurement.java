package oakmirror.measure;

import java.util.Optional;
import oakmirror.defects.Defects;
import oakmirror.dynamics.Dynamics;
import oakmirror.rhythm.Activity;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.PitchProfile;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Tone;
import oakmirror.stereo.Comb;

/**
 * Everything measured of one track, or of a passage of one. Whatever is compared is of what is heard: the stereo fold, in which a mono
 * file stands on both sides at −3 dB. So a mono or surround file reads the same by passage and as a whole.
 *
 * @param provenance what it was made of
 * @param sampleRate frames a second of the file
 * @param channels channels of the file
 * @param frames length of the file
 * @param file loudness and peaks of the file's own channels, as a delivery is judged by
 * @param heard loudness and peaks of what is heard of it; the same as the file's own for stereo
 * @param tone spectrum, peaks and key of the stereo fold
 * @param dynamics peak to short-term loudness and crest factors of the stereo fold
 * @param comb regular notches that folding to mono brings out, if there are any
 * @param shortTerm short-term loudness of what is heard in LUFS of the 3 s that begin every {@link #CONTOUR_SECONDS}
 * @param contour momentary loudness of what is heard in LUFS every {@link #CONTOUR_SECONDS}
 * @param activity what goes on over time in the stereo fold, for tempo and passages; empty where it was not wanted
 * @param pitches what a copy of the recording is told by; unknown where nothing is compared
 * @param defects what is wrong with it whatever the music is; none where they were not looked for
 * @param clips how often it is clipped: as {@code ClipCounter} counts, all channels; 0 where it was not counted
 * @param dcOffset how far the mean of a channel lies from 0, the furthest, as a part of full scale; 0 where it was not measured
 * @param damagedSamples damaged samples, which count as zero
 */
public record TrackMeasurement(
        Provenance provenance,
        int sampleRate,
        int channels,
        long frames,
        Levels file,
        Levels heard,
        Tone tone,
        Dynamics dynamics,
        Optional<Comb> comb,
        float[] shortTerm,
        float[] contour,
        Activity activity,
        PitchProfile pitches,
        Defects defects,
        long clips,
        double dcOffset,
        long damagedSamples) {

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

    /** Integrated loudness of what is heard in LUFS; NaN where not defined. */
    public double heardLufs() {
        return heard.loudness().integratedLufs();
    }
}
