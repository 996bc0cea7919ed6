package oakmirror.desk.send;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.finish.FinishSettings;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.session.Variants;
import oakmirror.session.Variants.Variant;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What several outcomes differ in: what they are made against, how much is corrected, how loud they come out. Each can be left out by hand. */
final class VariantsForm extends VBox {

    private final Workspace workspace;
    private Runnable changed = () -> {};
    private final FlowPane references = new FlowPane(14, 4);
    private final Map<List<TrackId>, CheckBox> choices = new LinkedHashMap<>();
    private final TextField strengths = list("strengths", Texts.of("send.howMuchOfThe"));
    private final TextField cautions = list("cautions", Texts.of("send.howMuchEvidenceIs"));
    private final TextField targets = list("targets", Texts.of("send.integratedLoudnessInLufs"));
    private final FlowPane picked = new FlowPane(12, 4);
    private final Map<Session, CheckBox> boxes = new LinkedHashMap<>();
    private final Label wrong = Ui.label("", "warning");
    private List<Variant> variants = List.of();
    private List<Track> shown = List.of();
    private Session asked = Session.EMPTY;

    VariantsForm(Workspace workspace) {
        this.workspace = workspace;
        setSpacing(7);
        HBox numbers = new HBox(
                8,
                Ui.label(Texts.of("send.strength"), "quiet"),
                strengths,
                Ui.label("%", "quiet"),
                Ui.label(Texts.of("send.caution"), "quiet"),
                cautions,
                Ui.label(Texts.of("send.loudness"), "quiet"),
                targets,
                Ui.label(Texts.of("send.lufs"), "quiet"));
        numbers.setAlignment(Pos.CENTER_LEFT);
        wrong.managedProperty().bind(wrong.textProperty().isNotEmpty());
        Label against = Ui.label(Texts.of("send.madeAgainst"), "quiet");
        against.setMinWidth(USE_PREF_SIZE);
        HBox made = new HBox(10, against, references);
        HBox.setHgrow(references, javafx.scene.layout.Priority.ALWAYS);
        getChildren().addAll(made, numbers, wrong, picked);
        for (TextField field : List.of(strengths, cautions, targets)) {
            field.textProperty().subscribe(t -> refresh());
        }
    }

    /** What is to be done when something else is chosen. */
    void onChange(Runnable action) {
        changed = action;
    }

    private static TextField list(String id, String tooltip) {
        TextField field = new TextField();
        field.setId("variant-" + id);
        field.setAccessibleText(id);
        field.setPrefColumnCount(9);
        Ui.tip(field, tooltip);
        return field;
    }

    /** Follows the session: what is offered is of it as it stands. */
    void show(Session s) {
        if (!s.references().equals(shown)) {
            shown = s.references();
            makeChoices(s);
        }
        follow(
                strengths,
                number(100 * s.correction().strength()),
                number(100 * asked.correction().strength()));
        follow(
                cautions,
                number(100 * s.correction().caution()),
                number(100 * asked.correction().caution()));
        follow(targets, number(s.finish().targetLufs()), number(asked.finish().targetLufs()));
        asked = s;
        refresh();
    }

    /** A field that nobody has written in follows the session. */
    private static void follow(TextField field, String now, String before) {
        if (field.getText().isEmpty() || field.getText().equals(before)) {
            field.setText(now);
        }
    }

    private static String number(double value) {
        return Numbers.brief(value).replace('−', '-'); // as it is typed
    }

    private void makeChoices(Session s) {
        choices.clear();
        if (s.references().size() != 1) {
            addChoice(
                    s.references().isEmpty() ? Texts.of("send.noReference") : Texts.of("send.allReferences"),
                    s.references(),
                    true);
        }
        for (int i = 0; i < s.references().size(); i++) {
            Track reference = s.references().get(i);
            addChoice(
                    (i + 1) + " " + reference.name(),
                    List.of(reference),
                    s.references().size() == 1);
        }
        references.getChildren().setAll(choices.values());
    }

    private void addChoice(String name, List<Track> tracks, boolean isChosen) {
        CheckBox box = new CheckBox(name);
        box.setMnemonicParsing(false);
        box.setSelected(isChosen);
        box.setId("against-" + choices.size());
        box.setOnAction(e -> refresh());
        choices.put(tracks.stream().map(Track::id).toList(), box);
    }

    private void refresh() {
        Session s = workspace.session();
        wrong.setText("");
        List<List<TrackId>> against = choices.entrySet().stream()
                .filter(e -> e.getValue().isSelected())
                .map(Map.Entry::getKey)
                .toList();
        try {
            List<FinishSettings> finishes = new ArrayList<>();
            for (double lufs : numbers(targets)) {
                finishes.add(s.finish().withTarget(lufs, s.finish().ceilingDbtp()));
            }
            Variants wanted = new Variants(
                    against,
                    numbers(strengths).stream().map(v -> v / 100).toList(),
                    numbers(cautions).stream().map(v -> v / 100).toList(),
                    finishes);
            variants = wanted.of(s);
            if (wanted.count() > Variants.MOST) {
                wrong.setText(Texts.of("send.areMoreThanCan", wanted.count(), Variants.MOST));
            }
        } catch (IllegalArgumentException e) {
            variants = List.of();
            wrong.setText(sentence(e.getMessage()));
        }
        showPicked();
        changed.run();
    }

    private static String sentence(String message) {
        return Character.toUpperCase(message.charAt(0)) + message.substring(1) + ".";
    }

    private static List<Double> numbers(TextField field) {
        TreeSet<Double> seen = new TreeSet<>();
        List<Double> numbers = new ArrayList<>();
        for (String part : field.getText().replace('−', '-').split(Texts.of("send.betweenNumbers"))) {
            if (part.isBlank()) {
                continue;
            }
            try {
                double value = Double.parseDouble(part.replace(',', '.'));
                if (seen.add(value)) {
                    numbers.add(value);
                }
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException(Texts.of("send.isNoNumber", part), e);
            }
        }
        if (numbers.isEmpty()) {
            throw new IllegalArgumentException(Texts.of("send.atLeastOneNumber"));
        }
        return numbers;
    }

    private void showPicked() {
        Map<Session, Boolean> before = new LinkedHashMap<>();
        boxes.forEach((settings, box) -> before.put(settings, box.isSelected()));
        boxes.clear();
        for (Variant v : variants) {
            CheckBox box = new CheckBox(v.name());
            box.setMnemonicParsing(false);
            box.setSelected(before.getOrDefault(v.settings(), true));
            box.setId("variant-" + boxes.size());
            box.setOnAction(e -> changed.run());
            boxes.put(v.settings(), box);
        }
        picked.getChildren().setAll(variants.size() > 1 ? boxes.values() : List.of());
    }

    /** What is chosen. */
    List<Variant> chosen() {
        return variants.stream()
                .filter(v -> boxes.get(v.settings()).isSelected())
                .toList();
    }

    /** How many are chosen, in words. */
    String count() {
        return Texts.of("counts.versions", chosen().size());
    }
}
