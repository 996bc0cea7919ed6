package oakmirror.cli;

import java.io.PrintWriter;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.TimeRange;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredSession;
import oakmirror.media.session.MeasuredStems;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Session;
import oakmirror.session.StemSet;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/** The tracks of a session, read into a temporary folder that goes with all that is in it when this is closed. */
final class Inputs implements AutoCloseable {

    private final ProgressLine progress;
    private final Workshop shop;
    private final TreeMap<Integer, ImportedTrack> tracks = new TreeMap<>();
    private final MeasuredSession plain;
    private MeasuredSession measured;
    private Optional<MeasuredStems> stems = Optional.empty();

    /**
     * Reads them.
     *
     * @param fullest whether the fullest passage of each is compared
     * @throws AudioFileException when one of them cannot be read, in one sentence
     */
    Inputs(Session session, boolean fullest, ProgressLine progress) throws AudioFileException {
        this.progress = progress;
        shop = new Workshop(progress);
        try {
            StemSet set = session.stems();
            Session untried =
                    session.withStems(s -> s.withGains(new double[set.all().size()]));
            MeasuredSession read = read(untried);
            plain = fullest ? read(fullest(untried)) : read;
            measured = set.isTried() ? stems().tried(set) : plain;
        } catch (AudioFileException | RuntimeException e) {
            close();
            throw e;
        }
    }

    private MeasuredSession read(Session session) throws AudioFileException {
        progress.start(Texts.of("cli.reading", session.mix().map(Track::name).orElse(session.title())));
        return MeasuredSession.read(session, shop.importer(), progress, tracks::put);
    }

    /** A session of whose tracks the fullest passage is compared: those that have been read, of which anything is heard. */
    private Session fullest(Session session) {
        Session changed = PassageOptions.with(session, t -> t.withChosen(-1));
        for (int number : tracks.keySet()) {
            ImportedTrack track = tracks.get(number);
            Optional<TimeRange> range = track.isKept()
                    ? Optional.empty()
                    : track.fullest().suggest(track.rhythm().grid());
            if (range.isPresent()) {
                changed = changed.withTrack(number, t -> PassageOptions.only(t, range.get()));
            }
        }
        return changed;
    }

    /** What measurements run on. */
    ExecutorService executor() {
        return shop.parts();
    }

    /** Mix and references as they are compared, the mix with its stems as they are tried. */
    MeasuredSession measured() {
        return measured;
    }

    /**
     * The stems of the mix.
     *
     * @throws AudioFileException when one of them cannot be read, in one sentence
     */
    MeasuredStems stems() throws AudioFileException {
        if (stems.isEmpty()) {
            progress.start(Texts.of("cli.findingStems"));
            stems = Optional.of(MeasuredStems.of(plain, shop.importer(), progress));
        }
        return stems.get();
    }

    /** Brings the stems to the levels that are proposed for them. */
    void rebalance() throws AudioFileException {
        StemSet set = plain.session().stems();
        measured = stems().tried(set.withGains(stems().proposed().gainsDb()));
    }

    /** The mix as it was read. */
    ImportedTrack mix() {
        return tracks.get(0);
    }

    /** A track as it was read, by its number. */
    ImportedTrack track(int number) {
        return tracks.get(number);
    }

    /** The rhythm of a track, by its number. */
    Rhythm rhythm(int number) {
        return tracks.get(number).rhythm();
    }

    /** Says what was found wrong with the files. */
    void warn(PrintWriter err) {
        tracks.values().forEach(t -> t.warnings().forEach(w -> err.println(t.name() + ": " + w)));
        tracks.tailMap(0, false).values().stream()
                .filter(r -> !Double.isFinite(r.measurement().heardLufs()))
                .forEach(r -> err.println(Texts.of("cli.ignored", r.name())));
        stems.ifPresent(s -> s.check().warnings().forEach(err::println));
        err.flush();
    }

    @Override
    public void close() {
        shop.close();
    }
}
