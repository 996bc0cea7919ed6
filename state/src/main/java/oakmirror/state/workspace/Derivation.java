package oakmirror.state.workspace;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.Proposal;
import oakmirror.correction.ToneProposal;
import oakmirror.correction.WantedTone;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.measure.Provenance;
import oakmirror.media.ImportedTrack;
import oakmirror.media.session.MeasuredSession;
import oakmirror.profile.Profile;
import oakmirror.session.Derived;
import oakmirror.session.Session;
import oakmirror.session.Shaping;
import oakmirror.session.StemSet;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalancing;
import oakmirror.stems.StemPowers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneMoves;

/**
 * What follows from the session and its tracks: gap and proposal, and whether these are of the session as it stands. Lives on the
 * window's thread; a proposal is worked out elsewhere and comes back here.
 */
public final class Derivation {

    private static final int USUAL_RATE = 48000;
    private static final Basis NONE = new Basis(
            Optional.empty(),
            Optional.empty(),
            List.of(),
            Session.EMPTY.shaping(),
            Session.EMPTY.comparing().corridor(),
            USUAL_RATE,
            Optional.empty(),
            StemSet.NONE);
    private static final Made NOTHING = new Made(Derived.NOTHING, Rebalance.none(0));

    private final Tasks tasks;
    private final Tracks tracks;
    private final MixStems stems;
    private final Supplier<Session> session;
    private final ReadOnlyObjectWrapper<Proposal> proposal = new ReadOnlyObjectWrapper<>(Proposal.none());
    private final ReadOnlyObjectWrapper<Shaped> shaped = new ReadOnlyObjectWrapper<>(Shaped.NONE);
    private final ReadOnlyObjectWrapper<ZoneMoves> zoneMoves = new ReadOnlyObjectWrapper<>(ZoneMoves.NONE);
    private final ReadOnlyObjectWrapper<Rebalance> rebalance = new ReadOnlyObjectWrapper<>(Rebalance.none(0));
    private final ReadOnlyBooleanWrapper settled = new ReadOnlyBooleanWrapper(true);
    private final List<Runnable> afterSettling = new ArrayList<>();
    private final Latest<Made> proposer;
    private Basis proposedFor = NONE;
    private final DynamicsSolving dynamics;
    private Optional<Trial> trial = Optional.empty();
    private boolean proposing;
    private Derived derived = Derived.NOTHING;

    /** Nothing to follow from yet. */
    Derivation(Tasks tasks, Tracks tracks, MixStems stems, Supplier<Session> session) {
        this.tasks = tasks;
        this.tracks = tracks;
        this.stems = stems;
        this.session = session;
        proposer = tasks.latest(Kind.QUICK, Texts.of("workspace.workingOutTheCorrection"));
        dynamics = new DynamicsSolving(tasks, () -> {
            compose();
            settle();
        });
    }

    ReadOnlyObjectProperty<Proposal> proposalProperty() {
        return proposal.getReadOnlyProperty();
    }

    /** All that is done to the mix before its gain and its limiter. */
    public ReadOnlyObjectProperty<Shaped> shapedProperty() {
        return shaped.getReadOnlyProperty();
    }

    /** What is proposed about width and dynamics of zones. */
    public ReadOnlyObjectProperty<ZoneMoves> zoneMovesProperty() {
        return zoneMoves.getReadOnlyProperty();
    }

    /** What was found for the dynamics of zones. */
    public DynamicsSolving dynamics() {
        return dynamics;
    }

    /** Somebody looks at what is proposed about dynamics. */
    public void wantDynamics() {
        dynamics.want();
        followDynamics();
        settle();
    }

    /** What stems could do; of the mix as it is, whatever is tried with them. */
    ReadOnlyObjectProperty<Rebalance> rebalanceProperty() {
        return rebalance.getReadOnlyProperty();
    }

    ReadOnlyBooleanProperty settledProperty() {
        return settled.getReadOnlyProperty();
    }

    /** Does something as soon as everything is of the session as it stands; at once where it is, and not at all when another is opened before. */
    public void whenSettled(Runnable work) {
        if (settled.get()) {
            work.run();
        } else {
            afterSettling.add(work);
        }
    }

    /** A reference, and how much it counts. */
    private record Counted(Provenance reference, double weight) {}

    /** What the proposal follows from: it is worked out again only when some of it has changed. */
    private record Basis(
            Optional<Provenance> mix,
            Optional<AppliedCorrection> applied,
            List<Counted> references,
            Shaping shaping,
            CorridorSettings corridor,
            int sampleRate,
            Optional<StemPowers> stems,
            StemSet tried) {

        /** Whether what stems could do follows from the same. */
        boolean hasSameStems(Basis other) {
            return mix.equals(other.mix)
                    && applied.equals(other.applied)
                    && references.equals(other.references)
                    && shaping.asked().settings().equals(other.shaping.asked().settings())
                    && shaping.wanted().equals(other.shaping.wanted())
                    && stems.equals(other.stems)
                    && tried.limitDb() == other.tried.limitDb();
        }
    }

    /** What follows from a basis. */
    private record Made(Derived derived, Rebalance rebalance) {}

    /** Works out again what follows from session and tracks. While a passage is on its way, the proposal waits for it. */
    void derive() {
        Session s = session.get();
        List<Subject> subjects = subjects();
        Basis now = new Basis(
                Subject.mix(subjects).map(m -> m.compared().provenance()),
                tracks.mix().flatMap(TrackSlot::imported).flatMap(ImportedTrack::applied),
                Subject.references(subjects).stream()
                        .map(r -> new Counted(r.compared().provenance(), r.weight()))
                        .toList(),
                s.shaping(),
                s.comparing().corridor(),
                tracks.rate().orElse(USUAL_RATE),
                stems.powers(),
                s.stems());
        boolean measuring = tracks.all().stream().anyMatch(TrackSlot::isMeasuring);
        if (!measuring && !now.equals(proposedFor)) {
            propose(now, subjects);
        }
        followDynamics();
        settle();
    }

    private void propose(Basis basis, List<Subject> subjects) {
        Optional<Rebalance> known =
                basis.hasSameStems(proposedFor) && !proposing ? Optional.of(rebalance.get()) : Optional.empty();
        proposedFor = basis;
        proposing = true;
        boolean ready = basis.mix().isPresent();
        proposer.submit(
                progress -> ready ? made(basis, subjects, known) : NOTHING, made -> proposed(basis, made), failure -> {
                    tasks.background().tell(failure);
                    if (failure.isAbandoned()) {
                        proposedFor = NONE;
                        proposing = false;
                    } else {
                        proposed(basis, NOTHING);
                    }
                });
    }

    private static Made made(Basis basis, List<Subject> subjects, Optional<Rebalance> known) {
        Rebalance stems = known.or(() -> basis.stems()
                        .map(p -> Rebalancing.solve(
                                p,
                                basis.shaping().asked().settings(),
                                ToneProposal.material(
                                        subjects,
                                        Part.STEREO,
                                        basis.applied(),
                                        basis.shaping().wanted()),
                                basis.tried().limitDb())))
                .orElse(Rebalance.none(0));
        return new Made(
                Derived.of(
                        asTried(basis, subjects),
                        basis.applied(),
                        basis.shaping(),
                        basis.corridor(),
                        basis.sampleRate()),
                stems);
    }

    /** The subjects with the mix as it is with its stems at the levels they are tried at. */
    private static List<Subject> asTried(Basis basis, List<Subject> subjects) {
        if (basis.stems().isEmpty() || !basis.tried().isTried()) {
            return subjects;
        }
        double[] change = basis.stems().get().changeDb(basis.tried().gainsDb());
        return subjects.stream()
                .map(s -> s.isMix() ? s.withTone(s.tone().changed(change)) : s)
                .toList();
    }

    private void proposed(Basis basis, Made made) {
        proposing = proposing && !basis.equals(proposedFor);
        derived = made.derived();
        rebalance.set(made.rebalance());
        zoneMoves.set(derived.zones());
        followDynamics();
        compose();
        proposal.set(derived.tone().main());
        settle();
    }

    /** Dynamics are found for the mix as it is, whatever is tried with its stems. */
    private void followDynamics() {
        Optional<TrackSlot> mix = tracks.mix();
        Optional<StereoSource> audio = mix.flatMap(TrackSlot::audio);
        Session s = session.get();
        FrameRange range = mix.map(m -> m.comparedRange(s.comparing().scope()))
                .map(r -> new FrameRange(
                        Math.round(r.startSeconds() * tracks.rate().orElse(USUAL_RATE)),
                        Math.round(r.endSeconds() * tracks.rate().orElse(USUAL_RATE))))
                .orElse(new FrameRange(0, 0));
        dynamics.follow(audio, range, derived.zones(), s.zones());
    }

    private void compose() {
        shaped.set(derived.shaped(bands(session.get().shaping())));
    }

    private List<ZoneDynamicsBand> bands(Shaping shaping) {
        return dynamics.bands(
                derived.zones().taken(ZoneAspect.DYNAMICS, shaping.zones()).keySet());
    }

    /** The same shaped in another way than the session says, from the same evidence; to be worked out away from the window. */
    public Supplier<Shaped> shapedAs(Shaping other, int sampleRate) {
        Derived from = derived;
        List<ZoneDynamicsBand> bands = bands(other);
        return () -> from.deciding(other, sampleRate).shaped(bands);
    }

    private void settle() {
        boolean stemsMatter = session.get().stems().isTried();
        boolean now = !proposing
                && tracks.all().stream().allMatch(TrackSlot::isSettled)
                && (!stemsMatter || stems.isSettled())
                && dynamics.isSettled(
                        derived.zones().taken(ZoneAspect.DYNAMICS, session.get().zones()));
        settled.set(now);
        if (now && !afterSettling.isEmpty()) {
            List<Runnable> due = List.copyOf(afterSettling);
            afterSettling.clear();
            due.forEach(Runnable::run);
        }
    }

    /** The gap of a part of the signal read in bands of so many octaves, from the tracks that are ready. */
    public Gap gapAt(double octaves, Part part) {
        List<Subject> tried = asTried(proposedFor, subjects());
        Optional<WantedTone> wanted = session.get().shaping().wanted();
        return wanted.isPresent() ? wanted.get().gap(tried, octaves, part) : Gap.of(tried, octaves, part);
    }

    /** The session with what was measured and what follows from it, for masters to be made of; empty while its mix is not there. */
    public Optional<MeasuredSession> measured() {
        Optional<ImportedTrack> mix = tracks.mix()
                .filter(m -> !m.isLive() && !isTrying()) // what plays outside and what is only tried is never rendered
                .flatMap(TrackSlot::imported);
        List<Subject> tried = asTried(proposedFor, subjects());
        return mix.flatMap(m -> stems.rendered()
                .map(audio -> new MeasuredSession(
                        session.get(), m, audio, stems.soundKey(m), tried, Optional.of(shaped.get()))));
    }

    /** Derives from the mix against something else than its references for the time being; what is rendered is never of that. */
    public void tryAgainst(Optional<Profile> other) {
        trial = other.map(Trial::of);
        derive();
    }

    /** What the mix stands against instead of its references for the time being. */
    public Optional<Trial> trial() {
        return trial;
    }

    /** Whether the mix stands against something else than its references for the time being. */
    public boolean isTrying() {
        return trial.isPresent();
    }

    private List<Subject> subjects() {
        List<Subject> own = tracks.subjects(session.get().comparing().scope());
        return trial.isEmpty()
                ? own
                : Stream.concat(own.stream().filter(Subject::isMix), trial.map(Trial::subject).stream())
                        .toList();
    }

    /** What waits for figures of a session that has gone is not done. */
    void sessionEnds() {
        afterSettling.clear();
    }
}
