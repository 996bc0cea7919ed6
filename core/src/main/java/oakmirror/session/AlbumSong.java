package oakmirror.session;

import java.nio.file.Path;
import java.util.Optional;

/**
 * A song of a record.
 *
 * @param track its mix, or its master where it is finished
 * @param corrected whether the correction that is proposed for it is applied
 * @param session a session of its own, which then says how it is shaped
 */
public record AlbumSong(Track track, boolean corrected, Optional<Path> session) {

    /** A song from a file, with the correction that is proposed. */
    public static AlbumSong of(Path file) {
        return new AlbumSong(Track.of(file), true, Optional.empty());
    }

    /** The same from another track. */
    public AlbumSong withTrack(Track value) {
        return new AlbumSong(value, corrected, session);
    }

    /** The same corrected or not. */
    public AlbumSong withCorrected(boolean value) {
        return new AlbumSong(track, value, session);
    }

    /** The same as the record has it. */
    public AlbumSong withoutSession() {
        return new AlbumSong(track, corrected, Optional.empty());
    }

    /** The same with a session of its own. */
    public AlbumSong withSession(Path value) {
        return new AlbumSong(track, corrected, Optional.of(value));
    }
}
