package oakmirror.habits;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.blind.BlindResult;
import oakmirror.bounces.Bounce;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Move;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.Proposal;
import oakmirror.session.Derived;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.Track;
import oakmirror.session.VersionNote.Status;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDifference;

/**
 * What a session says of its engineer's habits. Every bounce is held against the references as they are now. What was done about proposals is read from what was rendered,
 * since before that nothing is decided: from the last version that was kept, or else the last that was not let go.
 */
public final class HabitReader {

    private final SessionDocument document;
    private final List<Subject> subjects;
    private final Optional<AppliedCorrection> applied;
    private final int sampleRate;

    /**
     * Of a session that has been read.
     *
     * @param subjects its mix and references as they are compared
     * @param applied what the mix had been corrected by already
     * @param sampleRate the rate of the mix
     */
    public HabitReader(
            SessionDocument document, List<Subject> subjects, Optional<AppliedCorrection> applied, int sampleRate) {
        this.document = document;
        this.subjects = subjects;
        this.applied = applied;
        this.sampleRate = sampleRate;
    }

    /**
     * The song.
     *
     * @param file of its session; empty where it has none
     * @param folder what it lies in
     * @param otherwise when it was begun, where its session does not say
     * @return empty where there is no mix, or nothing to hold it against
     */
    public Optional<HabitSong> song(String file, String folder, LocalDateTime otherwise) {
        Session session = document.session();
        Map<String, Double> references = references();
        List<Leaning> bounces = bounces();
        if (bounces.isEmpty() || references.isEmpty() || session.mix().isEmpty()) {
            return Optional.empty();
        }
        Track mix = session.mix().get();
        Optional<NotedVersion> version = rendered();
        Optional<Derived> derived = version.map(v -> Derived.of(
                subjects,
                applied,
                v.version().settings().shaping(),
                session.comparing().corridor(),
                sampleRate));
        Optional<HabitSong.Delivered> delivered = version.flatMap(HabitReader::delivered);
        List<NotedVersion> versions = document.log().versions();
        return Optional.of(new HabitSong(
                mix.id().value(),
                mix.name(),
                folder,
                begun(otherwise).toString(),
                file,
                references,
                bounces,
                derived.map(d -> master(
                        bounces.get(bounces.size() - 1),
                        d,
                        version.get().version().settings(),
                        delivered)),
                delivered,
                session.correction().caution(),
                derived.map(d -> answers(d, version.get().version().settings())).orElse(List.of()),
                (int) versions.stream()
                        .filter(v -> v.note().standing() == Status.KEPT)
                        .count(),
                (int) versions.stream().filter(NotedVersion::isDiscarded).count(),
                preferred()));
    }

    private LocalDateTime begun(LocalDateTime otherwise) {
        return document.log().bounces().stream()
                .map(Bounce::takenAt)
                .min(LocalDateTime::compareTo)
                .or(() -> document.log().versions().stream()
                        .map(v -> v.version().madeAt())
                        .min(LocalDateTime::compareTo))
                .orElse(otherwise);
    }

    /** Those that are heard, by what stands for their bytes, each as much as it counts. */
    private Map<String, Double> references() {
        Map<String, Double> weights = new HashMap<>();
        double sum = 0;
        for (Subject part : Subject.parts(subjects)) {
            if (part.isHeard()) {
                String content = part.compared().provenance().origin().content();
                weights.merge(content.isEmpty() ? part.name() : content, part.weight(), Double::sum);
                sum += part.weight();
            }
        }
        double whole = sum;
        weights.replaceAll((content, weight) -> weight / whole);
        return weights;
    }

    private List<Leaning> bounces() {
        List<Leaning> all = new ArrayList<>();
        Optional<Subject> mix = Subject.mix(subjects);
        String now = mix.map(m -> m.compared().provenance().origin().content()).orElse("");
        boolean isAmong = false;
        for (Bounce bounce : document.log().bounces()) {
            Subject was = new Subject(
                    0,
                    "",
                    bounce.figures().compared(),
                    bounce.figures().wholeFile(),
                    bounce.figures().bpm());
            isAmong |= was.compared().provenance().origin().content().equals(now);
            leaning(was).ifPresent(all::add);
        }
        if (!isAmong) {
            mix.flatMap(this::leaning).ifPresent(all::add);
        }
        return all;
    }

    private Optional<Leaning> leaning(Subject mix) {
        List<Subject> all = new ArrayList<>(List.of(mix));
        all.addAll(Subject.references(subjects));
        return Leaning.of(all, corridor());
    }

    private CorridorSettings corridor() {
        return document.session().comparing().corridor();
    }

    /** The last version that was kept, or else the last that was not let go; only of references that are there. */
    private Optional<NotedVersion> rendered() {
        List<NotedVersion> all =
                document.log().versions().stream().filter(v -> !v.isDiscarded()).toList();
        return all.stream()
                .filter(v -> v.note().standing() == Status.KEPT)
                .reduce((before, next) -> next)
                .or(() -> all.stream().reduce((before, next) -> next));
    }

    private static Optional<HabitSong.Delivered> delivered(NotedVersion version) {
        double lufs = version.version().figures().integratedLufs();
        double plr = version.version().figures().plrDb();
        return Double.isFinite(lufs) && Double.isFinite(plr)
                ? Optional.of(new HabitSong.Delivered(lufs, plr))
                : Optional.empty();
    }

    /** How the master leans: as the bounce it was made of, with what was done to that. */
    private Leaning master(Leaning bounce, Derived derived, Session settings, Optional<HabitSong.Delivered> delivered) {
        Proposal main = derived.tone().main();
        double[] curve = main.appliedDb(settings.phase());
        double louder =
                main.loudnessChangeLu(derived.tone().mix().of(derived.tone().mainPart()), settings.phase());
        double[] tone = IntStream.range(0, curve.length)
                .mapToDouble(b -> curve[b] - louder)
                .toArray();
        Optional<Subject> mix = Subject.mix(subjects);
        double[] before = {
            mix.map(m -> m.compared().heardLufs()).orElse(Double.NaN),
            mix.map(m -> m.compared().heard().peakToLoudness()).orElse(Double.NaN)
        };
        return bounce.mastered(
                tone,
                taken(derived, ZoneAspect.WIDTH, settings),
                taken(derived, ZoneAspect.DYNAMICS, settings),
                delivered.map(HabitSong.Delivered::lufs).orElse(Double.NaN),
                delivered.map(HabitSong.Delivered::plrDb).orElse(Double.NaN),
                before);
    }

    private static double[] taken(Derived derived, ZoneAspect aspect, Session settings) {
        double[] db = new double[Zone.values().length];
        derived.zones().taken(aspect, settings.zones()).forEach((zone, change) -> db[zone.ordinal()] = change);
        return db;
    }

    /** What was done about what was proposed; what was made as usual, and not looked at, says nothing new. */
    private static List<Answer> answers(Derived derived, Session settings) {
        CorrectionSettings asked = settings.correction();
        List<Answer> all = new ArrayList<>();
        if (asked.basis() == Basis.EVIDENCE && settings.shaping().wanted().isEmpty()) {
            Part part = derived.tone().mainPart();
            MoveDecisions decided = settings.moves(part);
            for (Move m : derived.tone().main().correction().moves()) {
                boolean isDecided = decided.decisions().stream().anyMatch(d -> d.fits(m) > 0);
                if (!m.kind().isFixed() && (isDecided || asked.tempered().isEmpty())) {
                    all.add(new Answer(
                            Optional.empty(),
                            Zone.at(m.centreHz()),
                            m.gainDb(),
                            m.trust(),
                            m.treatment().refused(),
                            m.treatment().refused()
                                    ? 0
                                    : asked.strength() * m.treatment().gainFactor(),
                            m.treatment().widthFactor()));
                }
            }
        }
        for (ZoneAspect aspect : ZoneAspect.values()) {
            derived.zones().of(aspect).forEach((zone, db) -> {
                ZoneDecision d = settings.zones().of(aspect, zone);
                double trust = derived.zones()
                        .difference(aspect, zone)
                        .map(ZoneDifference::trust)
                        .orElse(0.0);
                all.add(new Answer(Optional.of(aspect), zone, db, trust, d.refused(), d.isTaken() ? d.part() : 0, 1));
            });
        }
        return all;
    }

    /** What was preferred, of rankings that tell what was ranked by its tone. */
    private List<Preferred> preferred() {
        List<Preferred> all = new ArrayList<>();
        for (BlindResult result : document.log().blindResults()) {
            if (result instanceof BlindResult.Ranking ranking
                    && ranking.tonesDb().isPresent()) {
                for (int i = 0; i < ranking.names().size(); i++) {
                    for (int j = i + 1; j < ranking.names().size(); j++) {
                        preferred(ranking, i, j).ifPresent(all::add);
                    }
                }
            }
        }
        return all;
    }

    private static Optional<Preferred> preferred(BlindResult.Ranking ranking, int one, int other) {
        int times = ranking.preferred(one, other);
        int rounds = ranking.rounds().size();
        boolean isFirst = 2 * times >= rounds;
        List<List<Double>> tones = ranking.tonesDb().orElseThrow();
        List<Double> a = tones.get(isFirst ? one : other);
        List<Double> b = tones.get(isFirst ? other : one);
        List<Double> difference =
                IntStream.range(0, a.size()).mapToObj(z -> a.get(z) - b.get(z)).toList();
        boolean isKnown = rounds > 0 && difference.stream().allMatch(d -> Math.abs(d) <= Preferred.MOST_DB);
        return isKnown
                ? Optional.of(new Preferred(difference, isFirst ? times : rounds - times, rounds))
                : Optional.empty();
    }
}
