package oakmirror.media;

import java.nio.file.Path;
import java.util.List;
import oakmirror.audio.StereoSource;
import oakmirror.measure.TrackMeasurement;
import oakmirror.rhythm.Rhythm;

/**
 * A track that is ready: measured, and to be heard.
 *
 * @param path its file
 * @param measurement what was measured of the file as it is
 * @param audio its stereo fold at the rate that was asked for
 * @param rhythm its tempo and bars, as found
 * @param warnings what was found wrong with it, each in one sentence
 */
public record ImportedTrack(
        Path path, TrackMeasurement measurement, StereoSource audio, Rhythm rhythm, List<String> warnings) {

    /** Copies the list. */
    public ImportedTrack {
        warnings = List.copyOf(warnings);
    }
}
