package oakmirror.media;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.correction.AppliedCorrection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.file.MasterNote;
import oakmirror.profile.Aggregate;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.Rhythm;
import oakmirror.text.Texts;

/**
 * A track that is ready: measured, and where there is audio of it, to be heard.
 *
 * @param name what it is called in a sentence: the name of its file, or of the profile
 * @param file its file, where it comes from one
 * @param content the key of the bytes it was made of, taken when they were read
 * @param measurement what was measured of all of it
 * @param compared what it is compared by where no passage of it is chosen: all of it, or what is kept of a passage
 * @param audio its stereo fold at the rate that was asked for; empty where only figures are kept
 * @param rhythm its tempo and bars, as found
 * @param applied what it says it has been corrected by already
 * @param warnings what was found wrong with it, each in one sentence
 * @param folded what was measured of each of those it stands for, where it stands for several
 */
public record ImportedTrack(
        String name,
        Optional<Path> file,
        ContentKey content,
        TrackMeasurement measurement,
        TrackMeasurement compared,
        Optional<StereoSource> audio,
        Rhythm rhythm,
        Optional<AppliedCorrection> applied,
        List<String> warnings,
        List<TrackMeasurement> folded) {

    /** Copies the lists. */
    public ImportedTrack {
        warnings = List.copyOf(warnings);
        folded = List.copyOf(folded);
    }

    /** One that was read from a file. */
    static ImportedTrack of(
            Path file,
            ContentKey content,
            TrackMeasurement measurement,
            StereoSource audio,
            Rhythm rhythm,
            List<String> warnings) {
        return new ImportedTrack(
                String.valueOf(file.getFileName()),
                Optional.of(file),
                content,
                measurement,
                measurement,
                Optional.of(audio),
                rhythm,
                MasterNote.read(file),
                warnings,
                List.of());
    }

    /** What is kept of a reference without its audio. */
    public static ImportedTrack of(Profile profile) {
        return kept(profile.name(), profile.figures(), List.of());
    }

    /** Several profiles folded into one. */
    public static ImportedTrack of(String name, String key, List<Profile> members) {
        List<Measurements> figures = members.stream().map(Profile::figures).toList();
        return kept(
                name,
                Aggregate.of(key, figures),
                figures.stream().map(Measurements::compared).toList());
    }

    /** What plays outside the program, as it was measured last. */
    public static ImportedTrack live(TrackMeasurement measured) {
        return new ImportedTrack(
                Texts.of("tracks.theLiveMix"),
                Optional.empty(),
                ContentKey.kept(measured.provenance().origin().content()),
                measured,
                measured,
                Optional.empty(),
                Rhythm.NONE,
                Optional.empty(),
                List.of(),
                List.of());
    }

    private static ImportedTrack kept(String name, Measurements figures, List<TrackMeasurement> folded) {
        return new ImportedTrack(
                name,
                Optional.empty(),
                ContentKey.kept(figures.provenance().origin().content()),
                figures.wholeFile(),
                figures.compared(),
                Optional.empty(),
                figures.rhythm(),
                Optional.empty(),
                List.of(),
                folded);
    }

    /** Where it is fullest, to be asked for a suggestion. */
    public FullestPassage fullest() {
        return new FullestPassage(measurement.contour(), measurement.activity(), measurement.seconds());
    }

    /** Whether only figures of it are kept, so that it cannot be heard. */
    public boolean isKept() {
        return audio.isEmpty();
    }

    /** Its length in seconds. */
    public double seconds() {
        return audio.map(StereoSource::seconds).orElse(measurement.seconds());
    }
}
