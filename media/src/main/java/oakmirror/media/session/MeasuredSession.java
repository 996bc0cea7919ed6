package oakmirror.media.session;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Subject;
import oakmirror.correction.AppliedCorrection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.TrackReader;
import oakmirror.media.file.AudioFileException;
import oakmirror.rhythm.BarGrid;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Derived;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.StemSet;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.ZoneDifferences;
import oakmirror.zones.ZoneMoves;

/**
 * A session with its tracks read and measured, so that what follows from it can be worked out. What the cache has is not read again.
 *
 * @param session what it says
 * @param mix its mix, ready
 * @param audio what a master is made of: the mix, with its stems as they are tried
 * @param key tells that sound from any other
 * @param subjects mix and references as they are compared, numbered as the session has them
 * @param known all that is done to the mix, where that has been worked out already
 */
public record MeasuredSession(
        Session session,
        ImportedTrack mix,
        StereoSource audio,
        String key,
        List<Subject> subjects,
        Optional<Shaped> known) {

    /** Copies the list. */
    public MeasuredSession {
        subjects = List.copyOf(subjects);
    }

    /**
     * Reads what a session names.
     *
     * @throws AudioFileException when there is no mix, or a file cannot be read, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static MeasuredSession read(Session session, TrackImporter importer, Progress progress)
            throws AudioFileException {
        return read(session, importer, progress, (number, track) -> {});
    }

    /**
     * The same, telling what each track was read as.
     *
     * @param each is told a track's number, 0 for the mix, and the track
     */
    public static MeasuredSession read(
            Session session, TrackImporter importer, Progress progress, BiConsumer<Integer, ImportedTrack> each)
            throws AudioFileException {
        Track mixTrack = session.mix().orElseThrow(() -> new AudioFileException(Texts.of("songs.theSessionHasNo")));
        List<Track> tracks = session.tracks();
        List<Subject> subjects = new ArrayList<>();
        ImportedTrack mix = null;
        for (int i = 0; i < tracks.size(); i++) {
            Progress part = progress.part((double) i / (tracks.size() + 1), (i + 1.0) / (tracks.size() + 1));
            Track track = tracks.get(i);
            Optional<Integer> rate = Optional.ofNullable(mix).map(MeasuredSession::rate);
            if (track.guide() && i > 0) {
                continue; // heard beside the mix, and counted nowhere
            }
            ImportedTrack read = TrackReader.read(track.source(), track.name(), rate, importer, part.part(0, 0.8));
            mix = mix == null ? withSound(read) : mix;
            each.accept(i, read);
            subjects.add(subject(i, track, read, session.comparing().scope(), importer, part.part(0.8, 1)));
        }
        MeasuredSession plain = new MeasuredSession(
                session, mix, mix.audio().orElseThrow(), mix.content().value(), subjects, Optional.empty());
        StemSet stems = mixTrack.stems();
        return stems.isTried()
                ? MeasuredStems.of(plain, importer, progress.part(1 - 1.0 / (tracks.size() + 1), 1))
                        .tried(stems)
                : plain;
    }

    private static int rate(ImportedTrack mix) {
        return mix.audio().orElseThrow().sampleRate();
    }

    private static ImportedTrack withSound(ImportedTrack mix) throws AudioFileException {
        if (mix.isKept()) {
            throw new AudioFileException(Texts.of("songs.isAProfileWithout", mix.name()));
        }
        return mix;
    }

    private static Subject subject(
            int number, Track track, ImportedTrack read, Scope scope, TrackImporter importer, Progress progress)
            throws AudioFileException {
        Optional<TimeRange> range = range(track, read, scope);
        TrackMeasurement compared =
                range.isPresent() ? importer.measurePassage(read, range.get(), progress) : read.compared();
        Optional<BarGrid> bars = track.bars().or(() -> read.rhythm().grid());
        return new Subject(number, track.name(), compared, read.measurement(), bars.map(BarGrid::bpm))
                .withWeight(track.weight())
                .withFolded(read.folded());
    }

    /** The passage of a track that is compared, as far as it lies in it; empty for all of it. */
    private static Optional<TimeRange> range(Track track, ImportedTrack read, Scope scope) {
        double end = read.seconds();
        return scope == Scope.WHOLE_TRACKS || read.isKept()
                ? Optional.empty()
                : track.passage()
                        .map(Passage::range)
                        .filter(r -> r.startSeconds() < end)
                        .map(r -> new TimeRange(r.startSeconds(), Math.min(r.endSeconds(), end)));
    }

    /** What of the mix is compared. */
    TimeRange comparedSeconds() {
        return session.mix()
                .flatMap(m -> range(m, mix, session.comparing().scope()))
                .orElse(new TimeRange(0, mix.seconds()));
    }

    /** What was found wrong with the mix, each in one sentence. */
    public List<String> warnings() {
        return mix.warnings();
    }

    /** What the mix says it has been corrected by already. */
    public Optional<AppliedCorrection> applied() {
        return mix.applied();
    }

    /**
     * The same shaped and finished in another way, or made against fewer of its references.
     *
     * @throws IllegalArgumentException when it names another mix, or a reference that is not there
     */
    public MeasuredSession with(Session settings) {
        List<TrackId> ids = session.tracks().stream().map(Track::id).toList();
        Set<TrackId> wanted =
                new HashSet<>(settings.tracks().stream().map(Track::id).toList());
        if (!settings.mix().map(Track::id).equals(session.mix().map(Track::id)) || !ids.containsAll(wanted)) {
            throw new IllegalArgumentException("made of other tracks");
        }
        List<Subject> kept = subjects.stream()
                .filter(s -> wanted.contains(ids.get(s.number())))
                .toList();
        boolean isSame = settings.tracks().equals(session.tracks())
                && settings.comparing().equals(session.comparing())
                && settings.shaping().equals(session.shaping());
        return new MeasuredSession(settings, mix, audio, key, kept, isSame ? known : Optional.empty());
    }

    /**
     * All that is done to the mix before gain and limiter.
     *
     * @param rate the rate it is to be rendered at
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Shaped shaped(int rate, Progress progress) {
        Shaped usual = known.orElseGet(() -> shapedFor(audio.sampleRate(), progress));
        return usual.fits(rate) ? usual : shapedFor(rate, progress);
    }

    private Shaped shapedFor(int rate, Progress progress) {
        TimeRange compared = comparedSeconds();
        FrameRange range = new FrameRange(
                Math.round(compared.startSeconds() * audio.sampleRate()),
                Math.round(compared.endSeconds() * audio.sampleRate()));
        return Derived.of(
                        subjects,
                        applied(),
                        session.shaping(),
                        session.comparing().corridor(),
                        rate)
                .shaped(mix.audio().orElseThrow(), range, session.shaping(), progress);
    }

    /** What is proposed about its width and dynamics. */
    public ZoneMoves zoneMoves() {
        return Subject.mix(subjects)
                .map(m -> ZoneMoves.of(
                        ZoneDifferences.of(subjects, session.comparing().corridor()),
                        m.tone().spectrum(),
                        session.shaping().apart()))
                .orElse(ZoneMoves.NONE);
    }
}
