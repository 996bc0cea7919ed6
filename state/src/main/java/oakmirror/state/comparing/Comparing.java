package oakmirror.state.comparing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Comparison;
import oakmirror.compare.Subject;
import oakmirror.correction.Proposal;
import oakmirror.findings.DynamicsAssessment;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.findings.Thresholds;
import oakmirror.findings.WorthAListen;
import oakmirror.session.ComparisonSettings;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Tone;
import oakmirror.state.task.Coalesced;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Trial;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What Compare shows: mix and references side by side, and the findings. Lives on the window's thread; long work is done elsewhere. */
public final class Comparing {

    private final Workspace workspace;
    private final Settings settings;
    private final Pictures pictures;
    private final ObjectProperty<ToneView> view;
    private final IntegerProperty pointed = new SimpleIntegerProperty();
    private final ReadOnlyObjectWrapper<Sheet> sheet;
    private final ReadOnlyObjectWrapper<List<Finding>> findings = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Optional<DynamicsAssessment>> dynamics =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<WorthAListen> places = new ReadOnlyObjectWrapper<>(WorthAListen.NOTHING);
    private final Latest<Told> finder;
    private List<Finding> all = List.of();

    /** What is told of a comparison, which takes a moment to find out. */
    private record Told(List<Finding> findings, Optional<DynamicsAssessment> dynamics, WorthAListen places) {
        static Told of(Comparison comparison) {
            List<Finding> found = Findings.of(comparison);
            return new Told(
                    found,
                    DynamicsAssessment.of(comparison),
                    WorthAListen.of(comparison, Findings.told(found, List.of())));
        }
    }

    /** Compares what is in a workspace. */
    public Comparing(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
        view = new SimpleObjectProperty<>(remembered(settings));
        sheet = new ReadOnlyObjectWrapper<>(Sheet.nothing(view.get()));
        finder = workspace.programTasks().latest(Kind.QUICK, Texts.of("comparing.lookingForWhatStands"));
        Runnable refresh = Coalesced.of(workspace.background().state(), this::refresh);
        pictures = new Pictures(workspace.sessionTasks(), refresh);
        view.subscribe(v -> {
            remember(v);
            refresh.run();
        });
        workspace.sessionProperty().map(Comparing::basis).subscribe(s -> refresh.run());
        workspace
                .proposalProperty()
                .map(Proposal::gap)
                .subscribe(g -> refresh.run()); // passages may be measured by now
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.sessionProperty().map(s -> s.comparing().dismissed()).subscribe(d -> tell());
    }

    /** What of a session the comparison follows from, beside the tracks. */
    private static List<Object> basis(oakmirror.session.Session session) {
        ComparisonSettings c = session.comparing();
        return List.of(c.scope(), c.corridor(), session.tracks());
    }

    private static ToneView remembered(Settings settings) {
        return new ToneView(
                settings.number("compare.resolution", 1.0 / 3),
                settings.number("compare.bars", 0) > 0,
                settings.number("compare.tilt", 4.5),
                Part.STEREO,
                ToneView.Averaging.WHOLE,
                SpectrumAnalyser.USUAL_SECONDS,
                settings.number("compare.mean", 0) > 0,
                settings.number("compare.peaks", 0) > 0,
                settings.number("compare.excess", 0) > 0,
                settings.number("compare.legend", 1) > 0,
                settings.number("compare.all", 0) > 0,
                java.util.Set.of());
    }

    private void remember(ToneView v) {
        settings.keep("compare.resolution", v.octaves());
        settings.keep("compare.bars", v.bars() ? 1 : 0);
        settings.keep("compare.tilt", v.tilt());
        settings.keep("compare.mean", v.mean() ? 1 : 0);
        settings.keep("compare.peaks", v.peaks() ? 1 : 0);
        settings.keep("compare.excess", v.asExcess() ? 1 : 0);
        settings.keep("compare.legend", v.legend() ? 1 : 0);
        settings.keep("compare.all", v.all() ? 1 : 0);
    }

    /** How tone is looked at. */
    public ObjectProperty<ToneView> viewProperty() {
        return view;
    }

    /** Looks at tone in another way. */
    public void look(UnaryOperator<ToneView> how) {
        view.set(how.apply(view.get()));
    }

    /** Number of the reference that is pointed at, to be looked at among many; 0 while none is. */
    public IntegerProperty pointedProperty() {
        return pointed;
    }

    /** Mix and references as they are compared now. */
    public ReadOnlyObjectProperty<Sheet> sheetProperty() {
        return sheet.getReadOnlyProperty();
    }

    /** What is shown at the moment. */
    public Sheet sheet() {
        return sheet.get();
    }

    /** The comparison that is shown. */
    public Comparison comparison() {
        return sheet.get().comparison();
    }

    /** What stands out and was not dismissed, at most {@link Thresholds#MOST_FINDINGS}, the weightiest first. */
    public ReadOnlyObjectProperty<List<Finding>> findingsProperty() {
        return findings.getReadOnlyProperty();
    }

    /** Where to listen, whatever was decided about it. */
    public ReadOnlyObjectProperty<WorthAListen> placesProperty() {
        return places.getReadOnlyProperty();
    }

    /** Where the mix's dynamics stand; empty where there is nothing to compare them with. */
    public ReadOnlyObjectProperty<Optional<DynamicsAssessment>> dynamicsProperty() {
        return dynamics.getReadOnlyProperty();
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
        workspace.change(Texts.of("comparing.dismissAFinding"), s -> {
            List<String> keys = new ArrayList<>(s.comparing().dismissed());
            keys.add(finding.key());
            return s.withComparing(s.comparing().withDismissed(keys));
        });
    }

    /** Tells all findings again. */
    public void recall() {
        workspace.change(
                Texts.of("comparing.recallFindings"),
                s -> s.withComparing(s.comparing().withDismissed(List.of())));
    }

    private void refresh() {
        Scope scope = scope();
        Optional<Trial> trial = workspace.derivation().trial();
        List<TrackSlot> slots = trial.map(t -> Stream.concat(workspace.tracks().mix().stream(), Stream.of(t.slot()))
                        .toList())
                .orElse(workspace.tracks().all());
        if (slots.stream().anyMatch(TrackSlot::isMeasuring)) {
            return; // what is shown stays, greyed, until all passages are measured
        }
        ToneView v = view.get();
        List<Subject> subjects = new ArrayList<>();
        List<TrackSlot> compared = new ArrayList<>();
        for (TrackSlot slot : slots) {
            if (workspace.tracks().isGuide(slot)) {
                continue;
            }
            Optional<Subject> subject = trial.filter(t -> t.slot() == slot)
                    .map(Trial::subject)
                    .or(() -> workspace.tracks().subject(slot, scope));
            subject.ifPresent(s -> {
                subjects.add(s.withTone(tone(slot, s, v)));
                compared.add(slot);
            });
        }
        Comparison comparison =
                Comparison.of(subjects, workspace.session().comparing().corridor(), v.octaves(), v.part());
        pictures.keepOnly(slots.stream().flatMap(s -> s.audio().stream()).toList());
        sheet.set(new Sheet(comparison, compared, scope, what(slots, scope), v));
        find(comparison);
    }

    /** The average over what is compared; with the usual block until that of another one is there. */
    private Tone tone(TrackSlot slot, Subject subject, ToneView v) {
        return v.blockSeconds() == SpectrumAnalyser.USUAL_SECONDS
                ? subject.tone()
                : pictures.tone(slot, slot.comparedRange(scope()), v.blockSeconds())
                        .orElse(subject.tone());
    }

    /** What is compared of each track. */
    public Scope scope() {
        return workspace.session().comparing().scope();
    }

    /** Of what the figures of findings are, in words: the passage of the mix by name and time, or whole tracks. */
    public String basis() {
        return sheet.get().comparison().mix().isEmpty()
                ? Texts.of("comparing.ofWholeTracks")
                : workspace
                        .tracks()
                        .mix()
                        .flatMap(m -> m.rangeIn(scope()).map(r -> words(m, r)))
                        .orElse(Texts.of("comparing.ofWholeTracks"));
    }

    private static String words(TrackSlot mix, TimeRange range) {
        String name = mix.track()
                .passage()
                .map(Passage::name)
                .filter(n -> !n.isBlank())
                .map(n -> "“" + n + "”, ")
                .orElse("");
        return Texts.of(
                "comparing.ofTheMixsPassage",
                name,
                Numbers.time(range.startSeconds()),
                Numbers.time(range.endSeconds()));
    }

    private static String what(List<TrackSlot> all, Scope scope) {
        long passages = scope == Scope.WHOLE_TRACKS
                ? 0
                : all.stream().filter(t -> t.chosenRange().isPresent()).count();
        return passages == 0
                ? Texts.of("comparing.wholeTracks")
                : passages == all.size()
                        ? Texts.of("comparing.passages")
                        : Texts.of("comparing.passagesAndWholeTracks");
    }

    private void find(Comparison now) {
        finder.submit(progress -> Told.of(now), told -> {
            dynamics.set(told.dynamics);
            all = told.findings;
            places.set(told.places);
            tell();
        });
    }

    private void tell() {
        List<String> dismissed = workspace.session().comparing().dismissed();
        findings.set(Findings.told(all, dismissed));
    }
}
