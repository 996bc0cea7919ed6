package oakmirror.media.library;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.media.TrackImporter;
import oakmirror.media.TrackImporter.Kept;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.TagReader;
import oakmirror.profile.About;
import oakmirror.profile.Profile;
import oakmirror.session.Source;

/** Profiles of files, called what their files say they are. */
public final class ProfileMaker {

    private ProfileMaker() {}

    /**
     * Measures a file. What was found wrong with it stands in the notes of its profile.
     *
     * @param folder where it is filed
     * @throws AudioFileException when it cannot be read, or nothing is heard of it, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Profile of(Path file, String folder, TrackImporter importer, Progress progress)
            throws AudioFileException {
        Kept kept = importer.figures(file, progress);
        return Profile.of(noted(about(file, folder), kept.warnings()), kept.figures());
    }

    /** What a file says of itself: title and artist, or its name. */
    public static About about(Path file, String folder) {
        Tags tags = TagReader.read(file);
        String name = new Source.File(file).usualName();
        String title =
                Optional.of(tags.text(TagField.TITLE)).filter(t -> !t.isBlank()).orElse(name);
        About plain = About.of(title, String.valueOf(file.getFileName()));
        return new About(
                plain.title(), cut(tags.text(TagField.ARTIST)), cut(folder), plain.tags(), "", 0, 0, plain.origin());
    }

    /** With what was found wrong as a note, behind any that is there. */
    public static About noted(About about, List<String> warnings) {
        String notes = Stream.concat(Stream.of(about.notes()), warnings.stream())
                .filter(n -> !n.isBlank())
                .collect(Collectors.joining(" "));
        return about.withNotes(notes.substring(0, Math.min(notes.length(), About.LONGEST_NOTES)));
    }

    private static String cut(String text) {
        return text.length() <= About.LONGEST ? text : text.substring(0, About.LONGEST);
    }
}
