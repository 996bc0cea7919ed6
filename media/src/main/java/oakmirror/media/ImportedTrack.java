package oakmirror.media;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.correction.AppliedCorrection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.cache.ContentKey;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.Rhythm;

/**
 * A track that is ready: measured, and where there is audio of it, to be heard.
 *
 * @param path its file
 * @param content the key of the bytes it was made of, taken when they were read
 * @param measurement what was measured of all of it
 * @param audio its stereo fold at the rate that was asked for; empty where only figures are kept
 * @param rhythm its tempo and bars, as found
 * @param applied what it says it has been corrected by already
 * @param warnings what was found wrong with it, each in one sentence
 */
public record ImportedTrack(
        Path path,
        ContentKey content,
        TrackMeasurement measurement,
        Optional<StereoSource> audio,
        Rhythm rhythm,
        Optional<AppliedCorrection> applied,
        List<String> warnings) {

    /** Copies the list. */
    public ImportedTrack {
        warnings = List.copyOf(warnings);
    }

    /** Where it is fullest, to be asked for a suggestion. */
    public FullestPassage fullest() {
        return new FullestPassage(measurement.contour(), measurement.activity(), measurement.seconds());
    }

    /** Its length in seconds. */
    public double seconds() {
        return audio.map(StereoSource::seconds).orElse(measurement.seconds());
    }
}
