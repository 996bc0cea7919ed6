package oakmirror.desk.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.correction.Gap;
import oakmirror.correction.Proposal;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.Compared.Member;
import oakmirror.findings.DynamicsStanding;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.findings.Subject;
import oakmirror.findings.Thresholds;
import oakmirror.level.LevelMatch;
import oakmirror.measure.TrackMeasurement;
import oakmirror.profile.Corridor;
import oakmirror.profile.CorridorSettings;
import oakmirror.profile.MatchedTone;
import oakmirror.readings.Readings;
import oakmirror.session.Comparing;
import oakmirror.session.Comparing.Scope;
import oakmirror.session.Passage;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Tone;

/** What Compare shows: mix and references side by side, and the findings. Lives on the window's thread; long work is done elsewhere. */
public final class Comparison {

    private final Workspace workspace;
    private final Settings settings;
    private final Pictures pictures;
    private final ObjectProperty<ToneView> view;
    private final ReadOnlyObjectWrapper<Compared> compared;
    private final ReadOnlyObjectWrapper<List<Finding>> findings = new ReadOnlyObjectWrapper<>(List.of());
    private final Latest<List<Finding>> finder = new Latest<>("oakmirror-findings");
    private List<Finding> all = List.of();

    /** Compares what is in a workspace. */
    public Comparison(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
        view = new SimpleObjectProperty<>(remembered(settings));
        compared = new ReadOnlyObjectWrapper<>(Compared.nothing(view.get()));
        Runnable refresh = Ui.coalesced(this::refresh);
        pictures = new Pictures(refresh);
        view.subscribe(v -> {
            remember(v);
            refresh.run();
        });
        workspace.sessionProperty().map(Comparison::basis).subscribe(s -> refresh.run());
        workspace
                .proposalProperty()
                .map(Proposal::gap)
                .subscribe(g -> refresh.run()); // passages may be measured by now
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().map(s -> s.comparing().dismissed()).subscribe(d -> tell());
    }

    /** What of a session the comparison follows from, beside the tracks. */
    private static List<Object> basis(oakmirror.session.Session session) {
        Comparing c = session.comparing();
        return List.of(c.scope(), c.corridor(), session.tracks());
    }

    private static ToneView remembered(Settings settings) {
        return new ToneView(
                settings.number("compare.resolution", 1.0 / 3),
                settings.number("compare.bars", 0) > 0,
                settings.number("compare.tilt", 4.5),
                Part.STEREO,
                ToneView.Averaging.WHOLE,
                SpectrumAnalyser.USUAL_BLOCK,
                settings.number("compare.mean", 0) > 0,
                settings.number("compare.peaks", 0) > 0,
                settings.number("compare.excess", 0) > 0,
                java.util.Set.of());
    }

    private void remember(ToneView v) {
        settings.keep("compare.resolution", v.octaves());
        settings.keep("compare.bars", v.bars() ? 1 : 0);
        settings.keep("compare.tilt", v.tilt());
        settings.keep("compare.mean", v.mean() ? 1 : 0);
        settings.keep("compare.peaks", v.peaks() ? 1 : 0);
        settings.keep("compare.excess", v.asExcess() ? 1 : 0);
    }

    /** How tone is looked at. */
    public ObjectProperty<ToneView> viewProperty() {
        return view;
    }

    /** Looks at tone in another way. */
    public void look(UnaryOperator<ToneView> how) {
        view.set(how.apply(view.get()));
    }

    /** Mix and references as they are compared now. */
    public ReadOnlyObjectProperty<Compared> comparedProperty() {
        return compared.getReadOnlyProperty();
    }

    /** What stands out and was not dismissed, at most {@link Thresholds#MOST_FINDINGS}, the weightiest first. */
    public ReadOnlyObjectProperty<List<Finding>> findingsProperty() {
        return findings.getReadOnlyProperty();
    }

    /** Pictures of what is compared that take longer. */
    public Pictures pictures() {
        return pictures;
    }

    /** How many findings were dismissed that would be told otherwise. */
    public long dismissedCount() {
        List<String> dismissed = workspace.session().comparing().dismissed();
        return all.stream().filter(f -> dismissed.contains(f.key())).count();
    }

    /** Does not tell a finding any more. */
    public void dismiss(Finding finding) {
        workspace.change("dismiss a finding", s -> {
            List<String> keys = new ArrayList<>(s.comparing().dismissed());
            keys.add(finding.key());
            return s.withComparing(s.comparing().withDismissed(keys));
        });
    }

    /** Tells all findings again. */
    public void recall() {
        workspace.change("recall findings", s -> s.withComparing(s.comparing().withDismissed(List.of())));
    }

    private void refresh() {
        Scope scope = scope();
        List<TrackSlot> slots = workspace.tracks().all();
        if (slots.stream().anyMatch(TrackSlot::isMeasuring)) {
            return; // what is shown stays, greyed, until all passages are measured
        }
        boolean hasMix = workspace.tracks().mix().isPresent();
        // At one loudness, whatever is done to the levels for listening: the picture shows balance.
        double lufs = slots.stream()
                .findFirst()
                .flatMap(t -> t.measured(scope))
                .map(TrackMeasurement::heardLufs)
                .orElse(Double.NaN);
        ToneView v = view.get();
        List<Member> members = new ArrayList<>();
        for (int i = 0; i < slots.size(); i++) {
            int index = i;
            TrackSlot slot = slots.get(i);
            slot.measured(scope)
                    .ifPresent(m -> members.add(member(index, hasMix ? index : index + 1, slot, m, lufs, v)));
        }
        List<Member> references = members.stream().filter(m -> m.number() > 0).toList();
        Corridor corridor = Corridor.of(
                references.stream()
                        .map(r -> MatchedTone.whereMeant(
                                r.levelsDb(), r.measured().spectrum()))
                        .toList(),
                workspace.session().comparing().corridor());
        Gap gap = members.stream()
                .filter(m -> m.number() == 0)
                .findFirst()
                .map(m -> Gap.between(
                        tone(m.slot(), m.measured(), v).spectrum().of(v.part()),
                        m.measured().heardLufs(),
                        references.stream()
                                .map(r -> new Gap.Reference(
                                        tone(r.slot(), r.measured(), v)
                                                .spectrum()
                                                .of(v.part()),
                                        r.measured().heardLufs()))
                                .toList(),
                        v.octaves()))
                .orElse(Gap.none());
        CorridorSettings.Kind kind = workspace.session().comparing().corridor().kind();
        Compared next = new Compared(List.copyOf(members), lufs, what(slots, scope), v, kind, corridor, gap);
        compared.set(next);
        find(next);
    }

    private Member member(int index, int number, TrackSlot slot, TrackMeasurement m, double lufs, ToneView v) {
        double offset = LevelMatch.difference(lufs, m.heardLufs());
        Tone tone = tone(slot, m, v);
        double[] levels = MatchedTone.of(tone.spectrum(), offset, v.octaves(), v.part());
        return new Member(index, number, slot.track().name(), slot, m, offset, levels, tone.peaks());
    }

    /** The average over what is compared; with the usual block until that of another one is there. */
    private Tone tone(TrackSlot slot, TrackMeasurement m, ToneView v) {
        return v.block() == SpectrumAnalyser.USUAL_BLOCK
                ? m.tone()
                : pictures.tone(slot, slot.rangeIn(scope()), v.block()).orElse(m.tone());
    }

    /** What is compared of each track. */
    public Scope scope() {
        return workspace.session().comparing().scope();
    }

    /** Of what the figures of findings are, in words: the passage of the mix by name and time, or whole tracks. */
    public String basis() {
        return compared.get()
                .mix()
                .flatMap(m -> m.slot()
                        .rangeIn(scope())
                        .map(r -> "of the mix’s passage "
                                + m.slot()
                                        .track()
                                        .passage()
                                        .map(Passage::name)
                                        .filter(n -> !n.isBlank())
                                        .map(n -> "“" + n + "”, ")
                                        .orElse("")
                                + Readings.time(r.startSeconds()) + "–" + Readings.time(r.endSeconds())
                                + ", and the references’"))
                .orElse("of whole tracks");
    }

    private static String what(List<TrackSlot> all, Scope scope) {
        long passages = scope == Scope.WHOLE_TRACKS
                ? 0
                : all.stream().filter(t -> t.chosenRange().isPresent()).count();
        return passages == 0
                ? "whole tracks"
                : passages == all.size() ? "passages" : "passages, and whole tracks where none is chosen";
    }

    private void find(Compared now) {
        if (now.mix().isEmpty() || now.references().isEmpty()) {
            all = List.of();
            tell();
            return;
        }
        Subject mix = subject(now.mix().get());
        List<Subject> references =
                now.references().stream().map(Comparison::subject).toList();
        var corridor = workspace.session().comparing().corridor();
        finder.submit(() -> Findings.of(mix, references, corridor), found -> {
            all = found;
            tell();
        });
    }

    /** Where the mix's dynamics stand; empty where there is nothing to compare. */
    public static Optional<DynamicsStanding> dynamics(Compared c) {
        List<Subject> references = c.references().stream()
                .map(Comparison::subject)
                .filter(Subject::isHeard)
                .toList();
        return c.mix()
                .map(Comparison::subject)
                .filter(m -> m.isHeard() && !references.isEmpty())
                .map(m -> DynamicsStanding.of(m, references, c.kind()));
    }

    private static Subject subject(Member m) {
        Optional<Double> bpm = m.slot().bars().map(b -> b.bpm());
        return new Subject(m.number(), m.name(), m.measured(), m.whole(), bpm);
    }

    private void tell() {
        List<String> dismissed = workspace.session().comparing().dismissed();
        findings.set(all.stream()
                .filter(f -> !dismissed.contains(f.key()))
                .limit(Thresholds.MOST_FINDINGS)
                .toList());
    }

    /** Ends all work. */
    public void close() {
        finder.close();
        pictures.close();
    }
}
