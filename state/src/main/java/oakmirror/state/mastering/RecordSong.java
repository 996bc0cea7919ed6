package oakmirror.state.mastering;

import java.nio.file.Path;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.measure.Levels;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import oakmirror.session.Delivery.Song;
import oakmirror.session.Track;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** A finished song of the same record, whose loudness others are to have. */
public final class RecordSong {

    private final Workspace workspace;

    /** That of a workspace. */
    public RecordSong(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Measures a file and keeps what it has. */
    public void take(Path file) {
        workspace
                .sessionTasks()
                .shown(Kind.PREVIEW, Texts.of("mastering.measuring", file.getFileName()))
                .run(
                        progress -> measure(file, progress),
                        song -> keep(Texts.of("mastering.chooseASongOf"), Optional.of(song)));
    }

    private Song measure(Path file, Progress progress) throws java.io.IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            Levels heard = new TrackMeasurer(workspace.background().parts(), TrackMeasurer.Extent.LEVELS)
                    .measure(stream, progress)
                    .heard();
            double lufs = heard.loudness().integratedLufs();
            if (!(lufs >= -60 && lufs <= 0)) {
                throw new AudioFileException(Texts.of("mastering.hasNoLoudnessTo", file.getFileName()));
            }
            return new Song(Track.of(file).name(), lufs, heard.peaks().truePeakDbtp());
        }
    }

    /** Lets it go. */
    public void forget() {
        keep(Texts.of("mastering.forgetTheSongOf"), Optional.empty());
    }

    private void keep(String action, Optional<Song> song) {
        workspace.change(action, "", s -> s.withDelivery(s.delivery().withSong(song)));
    }
}
