package oakmirror.compare;

import java.util.OptionalDouble;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;

/** The tone of a track at the loudness of another, so that only balance differs. */
public final class MatchedTone {

    private MatchedTone() {}

    /**
     * Levels in dB for each band of the {@link BandGrid}.
     *
     * @param measured the track
     * @param lufs the loudness it is brought to, by what was measured of all of it, whichever part is looked at
     * @param octaves width of the bands they are read in
     * @param part what of the stereo signal
     */
    public static double[] of(TrackMeasurement measured, double lufs, double octaves, Part part) {
        return of(measured.tone().spectrum(), LevelMatch.difference(lufs, measured.heardLufs()), octaves, part);
    }

    /** The same of any spectrum, with an offset in dB. */
    public static double[] of(StereoSpectrum spectrum, double offsetDb, double octaves, Part part) {
        double[] levels = FractionalOctave.levelsDb(spectrum.of(part), octaves);
        for (int b = 0; b < levels.length; b++) {
            levels[b] += offsetDb;
        }
        return levels;
    }

    /** The same with NaN where the file has nothing to say: above its Nyquist frequency and above the edge of a lossy codec. */
    public static double[] whereMeant(double[] levels, BandSpectrum spectrum) {
        int end = meantBands(spectrum);
        double[] meant = levels.clone();
        for (int b = end; b < meant.length; b++) {
            meant[b] = Double.NaN;
        }
        return meant;
    }

    /** How many bands from the bottom a file has something to say about. */
    public static int meantBands(BandSpectrum spectrum) {
        OptionalDouble edge = SpectralEdge.of(spectrum);
        int end = spectrum.usableBands();
        return edge.isPresent() ? Math.min(end, BandGrid.bandOf(edge.getAsDouble()) + 1) : end;
    }
}
