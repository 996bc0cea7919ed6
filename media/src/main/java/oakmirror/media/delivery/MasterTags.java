package oakmirror.media.delivery;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.delivery.Cover;
import oakmirror.delivery.TagEdits;
import oakmirror.delivery.TagEdits.CoverChoice;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.files.PlainFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.PictureSize;
import oakmirror.media.file.TagReader;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/** What the master of a session says of itself: what its mix says, and what was written instead. */
public final class MasterTags {

    private MasterTags() {}

    /** What the mix says; its name stands for a title that it lacks. */
    public static Tags ofMix(Session session) {
        Tags read = session.mix().flatMap(Track::file).map(TagReader::read).orElse(Tags.NONE);
        return session.mix().map(m -> read.withUsual(TagField.TITLE, m.name())).orElse(read);
    }

    /**
     * What the master says.
     *
     * @throws AudioFileException when its cover cannot be read, in one sentence
     */
    public static Tags of(Session session) throws AudioFileException {
        return session.delivery().tags().applied(ofMix(session), cover(session));
    }

    /**
     * The picture that the master carries instead of the mix's, if it is another one.
     *
     * @throws AudioFileException when it is no picture, or one from outside the session's folder that the user has never chosen, in one sentence
     */
    public static Optional<Cover> cover(Session session) throws AudioFileException {
        TagEdits tags = session.delivery().tags();
        if (tags.picture().isEmpty()) {
            return Optional.empty();
        }
        Path file = tags.picture().get();
        if (tags.cover() == CoverChoice.OUTSIDE && !ChosenCovers.has(file)) {
            throw new AudioFileException(Texts.of("delivered.theSessionsCoverIs", file));
        }
        return Optional.of(cover(file));
    }

    private static Cover cover(Path file) throws AudioFileException {
        try {
            Optional<Cover> cover = Cover.of(PlainFile.read(file, Cover.MOST_BYTES));
            if (cover.isPresent()) {
                if (!PictureSize.of(cover.get()).isShown()) {
                    throw new AudioFileException(
                            Texts.of("delivered.isMoreThanPixels", file.getFileName(), PictureSize.MOST));
                }
                return cover.get();
            }
        } catch (AudioFileException e) {
            throw e;
        } catch (PlainFile.TooLargeException e) {
            // as what is no picture
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("delivered.theCoverCannotBe", file.getFileName()), e);
        }
        throw new AudioFileException(Texts.of("delivered.isNoJpegOr", file.getFileName()));
    }
}
