package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import oakmirror.defects.Defects;
import oakmirror.desk.look.Ui;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.ImportedTrack;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What is noteworthy about a track, in a line under its name: what is wrong first, then what belongs to it. */
final class TrackRemarks extends HBox {

    /** Peak to loudness below this is heavily squashed. Common practice, no source. */
    private static final double CRUSHED_PLR_DB = 8;

    private static final double SHORTEST_MEASURED_SECONDS = 0.4;

    /** Silence in front from here on is worth a word. Common practice, no source. */
    private static final double LONG_SILENCE_SECONDS = 2;

    private List<String> shown = List.of();

    TrackRemarks() {
        super(8);
        setAlignment(Pos.CENTER_LEFT);
    }

    /**
     * Shows what is to be said of a track.
     *
     * @param stems what is to be said of its stems, or empty
     * @param withRate whether its rate is to be said
     * @param again measures a passage again that could not be measured
     */
    void show(TrackSlot slot, ImportedTrack track, String stems, boolean withRate, Runnable again) {
        TrackMeasurement m = track.measurement();
        List<String> warnings = warnings(track, m);
        List<String> notes = notes(slot, m, withRate);
        if (!stems.isEmpty()) {
            notes.add(stems);
        }
        String unmeasured = slot.passageFailureProperty().get();
        List<String> texts = List.of(String.join(" · ", warnings), String.join(" · ", notes), unmeasured);
        if (texts.equals(shown)) {
            return;
        }
        shown = texts;
        getChildren().clear();
        if (!unmeasured.isEmpty()) {
            var reason = Ui.label(Texts.of("gather.passageNotMeasured"), "warning");
            Ui.tip(reason, unmeasured);
            var measure = Ui.link(Texts.of("gather.tryAgain"), Texts.of("gather.tryAgain.tip"), again);
            measure.setId("measure-again");
            getChildren().addAll(reason, measure);
            return;
        }
        List<String> all = new ArrayList<>(warnings);
        all.addAll(notes);
        Tooltip tooltip = new Tooltip(String.join("\n", all));
        Label wrong = Ui.label(texts.get(0), "warning", "small");
        Label more = Ui.label(texts.get(1), "quiet", "small");
        for (Label label : new Label[] {wrong, more}) {
            label.setMinWidth(USE_PREF_SIZE);
            Tooltip.install(label, tooltip);
            if (!label.getText().isEmpty()) {
                getChildren().add(label);
            }
        }
        Ui.giveWay(this, more);
    }

    private static List<String> warnings(ImportedTrack track, TrackMeasurement m) {
        List<String> warnings = new ArrayList<>(track.warnings());
        SpectralEdge.of(m.spectrum()).ifPresent(hz -> warnings.add(Texts.of("gather.endsAt", Numbers.frequency(hz))));
        if (!Double.isFinite(m.heardLufs())) {
            warnings.add(
                    m.seconds() < SHORTEST_MEASURED_SECONDS
                            ? Texts.of("gather.tooShortToMeasure")
                            : Texts.of("gather.silent"));
        } else if (m.heard().peakToLoudness() < CRUSHED_PLR_DB) {
            warnings.add(Texts.of("gather.crushed"));
        }
        if (m.file().peaks().samplePeakDbfs() > 0) {
            warnings.add(Texts.of("gather.over0Dbfs"));
        } else if (m.clips() > 0) {
            warnings.add(Texts.of("gather.clipped", m.clips()));
        }
        defects(m.defects(), warnings);
        return warnings;
    }

    private static void defects(Defects d, List<String> warnings) {
        d.hum().ifPresent(h -> warnings.add(Texts.of("gather.hum", Numbers.about(h.nominalHz()))));
        if (d.clicks().count() > 0) {
            warnings.add(Texts.of("gather.clicks", d.clicks().count()));
        }
        if (d.dropouts().count() > 0) {
            warnings.add(Texts.of("gather.dropouts", d.dropouts().count()));
        }
        d.echo().ifPresent(e -> warnings.add(Texts.of("gather.echo", Numbers.milliseconds(e.delaySeconds()))));
        if (d.leadSeconds() > LONG_SILENCE_SECONDS) {
            warnings.add(Texts.of("gather.silenceInFront", Numbers.seconds(d.leadSeconds())));
        }
    }

    private static List<String> notes(TrackSlot slot, TrackMeasurement m, boolean withRate) {
        List<String> notes = new ArrayList<>();
        if (slot.track().guide()) {
            notes.add(Texts.of("gather.guideNotCounted"));
        }
        if (!slot.hasFile()) {
            notes.add(
                    slot.imported().filter(t -> !t.folded().isEmpty()).isPresent()
                            ? Texts.of("gather.corridorSeenNotHeard")
                            : Texts.of("gather.profileSeenNotHeard"));
            if (m.provenance().version() < TrackMeasurer.VERSION) {
                notes.add(Texts.of("gather.measuredByAnOlder"));
            }
        } else if (withRate) {
            notes.add(Numbers.rate(m.sampleRate()));
        }
        if (m.channels() != 2) {
            notes.add(Texts.of("gather.channels", m.channels()));
        }
        TempoMenu.word(slot).ifPresent(notes::add);
        if (!slot.track().levelled()) {
            notes.add(Texts.of("gather.notMatched"));
        }
        if (slot.track().weight() != 1) {
            notes.add(Texts.of("gather.counts2", TrackWords.counts(slot.track().weight())));
        }
        return notes;
    }
}
