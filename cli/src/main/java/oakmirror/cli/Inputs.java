package oakmirror.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Subject;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/** A mix and its references, read into a temporary folder that goes with all that is in it when this is closed. */
final class Inputs implements AutoCloseable {

    private final Extent extent;
    private final ProgressLine progress;
    private final Workshop shop;
    private final List<ImportedTrack> tracks = new ArrayList<>();

    /**
     * Reads them.
     *
     * @param extent how much of them is measured
     * @throws AudioFileException when one of them cannot be read, in one sentence
     */
    Inputs(Path mix, List<Path> references, Extent extent, ProgressLine progress) throws AudioFileException {
        this.extent = extent;
        this.progress = progress;
        shop = new Workshop(progress);
        try {
            read(mix, Optional.empty());
            for (Path reference : references) {
                read(reference, Optional.of(audio().sampleRate()));
            }
        } catch (AudioFileException | RuntimeException e) {
            close();
            throw e;
        }
    }

    private void read(Path path, Optional<Integer> rate) throws AudioFileException {
        progress.start(Texts.of("cli.reading", path));
        tracks.add(shop.importer().importTrack(path, rate, extent, progress));
    }

    /** What measurements run on. */
    ExecutorService executor() {
        return shop.parts();
    }

    /** The mix. */
    ImportedTrack mix() {
        return tracks.get(0);
    }

    /** What is heard of the mix. */
    StereoSource audio() {
        return mix().audio().orElseThrow();
    }

    /** The references, in their order. */
    List<ImportedTrack> references() {
        return tracks.subList(1, tracks.size());
    }

    /** The rhythm of mix and references, in their order. */
    List<Rhythm> rhythms() {
        return tracks.stream().map(ImportedTrack::rhythm).toList();
    }

    /** Mix and references as they are compared, each whole. */
    List<Subject> subjects() {
        List<Subject> subjects = new ArrayList<>();
        for (ImportedTrack track : tracks) {
            subjects.add(subject(track, track.measurement()));
        }
        return subjects;
    }

    /**
     * Mix and references as they are compared, of each the passage that is asked for.
     *
     * @param passages the passage of each track; the whole where there is none, or where it begins after the track's end
     */
    List<Subject> subjects(List<Optional<TimeRange>> passages) throws AudioFileException {
        List<Subject> subjects = new ArrayList<>();
        for (int i = 0; i < tracks.size(); i++) {
            ImportedTrack track = tracks.get(i);
            progress.start(Texts.of("cli.measuring", track.file().orElseThrow()));
            Optional<TimeRange> passage = passages.get(i).flatMap(p -> within(p, track.seconds()));
            TrackMeasurement measured = passage.isPresent()
                    ? shop.importer().measurePassage(track, passage.get(), progress)
                    : track.measurement();
            subjects.add(subject(track, measured));
        }
        return subjects;
    }

    private static Optional<TimeRange> within(TimeRange passage, double seconds) {
        return passage.startSeconds() >= seconds
                ? Optional.empty()
                : Optional.of(new TimeRange(passage.startSeconds(), Math.min(seconds, passage.endSeconds())));
    }

    private Subject subject(ImportedTrack track, TrackMeasurement measured) {
        return new Subject(
                tracks.indexOf(track),
                Track.of(track.file().orElseThrow()).name(),
                measured,
                track.measurement(),
                track.rhythm().grid().map(BarGrid::bpm));
    }

    /** Says what was found wrong with the files. */
    void warn(PrintWriter err) {
        tracks.forEach(t -> t.warnings().forEach(w -> err.println(t.name() + ": " + w)));
        references().stream()
                .filter(r -> !Double.isFinite(r.measurement().heardLufs()))
                .forEach(r -> err.println(Texts.of("cli.ignored", r.name())));
        err.flush();
    }

    @Override
    public void close() {
        shop.close();
    }
}
