package oakmirror.media;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.files.StaleFiles;
import oakmirror.session.AlbumSong;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Source;
import oakmirror.session.Stem;
import oakmirror.session.StemSet;
import oakmirror.session.Track;

/**
 * The demo's session with each track cut down to the first half of its chosen passage and a little around it: a fifth as long, for tests
 * that work on whole tracks again and again and say nothing about how long these are. Bounces of the demo are not among it.
 */
public final class ShortDemo {

    private static final String NAME = "ferry-reels" + SessionFile.ENDING;

    /** What stays before a passage, and after its half. */
    private static final double AROUND_SECONDS = 3;

    private final Path from;
    private final Path into;

    private ShortDemo(Path from, Path into) {
        this.from = from;
        this.into = into;
    }

    /** The folder that it lies in, made when it is asked for first. */
    public static Path folder() throws IOException {
        Path files = Files.createDirectories(TestFiles.sharedCache().resolveSibling("test-files"));
        Path kept = files.resolve("short-demo");
        if (!Files.exists(kept)) {
            Path made = Files.createTempDirectory(files, "short-demo");
            new ShortDemo(TestFiles.demo(NAME).getParent(), made).make();
            try {
                Files.move(made, kept, StandardCopyOption.ATOMIC_MOVE);
            } catch (FileSystemException e) {
                if (!Files.exists(kept)) { // otherwise another process was first, with the same
                    throw e;
                }
                StaleFiles.removeFolder(made);
            }
        }
        return kept;
    }

    private void make() throws IOException {
        Session demo = SessionFile.read(from.resolve(NAME)).session();
        Track mix = demo.mix().orElseThrow();
        TimeRange whole = mix.passage().orElseThrow().range();
        Session cut = demo.withMix(Optional.of(track(mix, whole)));
        List<Track> references = new ArrayList<>();
        for (Track reference : demo.references()) {
            references.add(track(reference, reference.passage().orElseThrow().range()));
        }
        List<AlbumSong> songs = new ArrayList<>();
        for (AlbumSong song : demo.album().songs()) {
            songs.add(song.withTrack(track(song.track(), whole)));
        }
        cut = cut.withReferences(references).withAlbum(demo.album().withSongs(songs));
        SessionFile.write(new SessionDocument(cut, SessionLog.EMPTY), into.resolve(NAME));
    }

    private Track track(Track track, TimeRange passage) throws IOException {
        double half = passage.seconds() / 2;
        List<Stem> stems = new ArrayList<>();
        for (Stem stem : track.stems().all()) {
            stems.add(new Stem(cut(stem.source(), passage), stem.name(), stem.gainDb()));
        }
        List<Passage> passages = new ArrayList<>();
        for (Passage p : track.passages()) {
            passages.add(new Passage(p.name(), new TimeRange(AROUND_SECONDS, AROUND_SECONDS + half)));
            half /= 2;
        }
        return track.withSource(cut(track.source(), passage))
                .withPassages(passages, track.chosen())
                .withShift(0)
                .withStems(new StemSet(stems, track.stems().limitDb()));
    }

    private Source cut(Source source, TimeRange passage) throws IOException {
        Path file = ((Source.File) source).path();
        Path made = into.resolve(from.relativize(file)).resolveSibling(source.usualName() + ".wav");
        if (!Files.exists(made)) { // the mix is a song of the record as well
            Files.createDirectories(made.getParent());
            double begin = passage.startSeconds() - AROUND_SECONDS;
            TestFiles.cut(file, begin, passage.seconds() / 2 + 2 * AROUND_SECONDS, made);
        }
        return new Source.File(made);
    }
}
