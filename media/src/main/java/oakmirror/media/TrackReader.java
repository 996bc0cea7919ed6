package oakmirror.media;

import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Source;
import oakmirror.text.Texts;

/** Brings in tracks from wherever they come: files are read, kept figures are taken as they are. */
public final class TrackReader {

    private TrackReader() {}

    /**
     * Brings in what a source is.
     *
     * @param name what it is called, for sentences
     * @param rate the rate it is wanted at, or empty for its own; of no matter where there is no sound
     * @throws AudioFileException when it cannot be had, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static ImportedTrack read(
            Source source, String name, Optional<Integer> rate, TrackImporter importer, Progress progress)
            throws AudioFileException {
        if (source instanceof Source.File file) {
            return importer.importTrack(file.path(), rate, progress);
        }
        if (source instanceof Source.Kept kept) {
            return ImportedTrack.of(kept.profile());
        }
        if (source instanceof Source.Folded folded) {
            return ImportedTrack.of(name, folded.key(), folded.members());
        }
        throw new AudioFileException(Texts.of("tracks.playsOutsideAndIs", name));
    }
}
