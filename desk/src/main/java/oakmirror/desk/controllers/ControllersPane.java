package oakmirror.desk.controllers;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.state.controllers.Surfaces;
import oakmirror.state.workspace.Settings;
import oakmirror.surface.Binding;
import oakmirror.surface.Control;
import oakmirror.surface.Sense;
import oakmirror.text.Texts;

/** Which controllers there are, and what their buttons and knobs do; over the window. A press on "Learn", then a move of a control, binds it. */
public final class ControllersPane extends StackPane {

    private static final List<ExtensionFilter> FILES =
            List.of(new ExtensionFilter("JSON", "*.json")); // the same in every language
    private static final String KIND = "controllers";

    private final Surfaces surfaces;
    private final TextField search = new TextField();
    private final GridPane list = new GridPane();
    private final Label there = Ui.label("", "quiet");
    private final Label oscState = Ui.label("", "quiet");
    private final Label state = Ui.wrapped("", "quiet");
    private final ToggleButton on;
    private final ToggleButton osc;

    ControllersPane(Surfaces surfaces, Settings settings, Asking asking, Consumer<Window> openSimulated) {
        this.surfaces = surfaces;
        setId("controllers");
        getStyleClass().add("overlay");
        setVisible(false);
        on = Ui.choice(Texts.of("controllers.midi"), Texts.of("controllers.midi.tip"));
        on.setId("controllers-on");
        on.setOnAction(e -> surfaces.setOn(on.isSelected()));
        Button simulated = Ui.button(
                Texts.of("controllers.showSimulated"),
                Texts.of("controllers.showSimulated.tip"),
                () -> openSimulated.accept(getScene().getWindow()));
        simulated.setId("open-simulated");
        osc = Ui.choice(Texts.of("controllers.openSoundControl"), Texts.of("controllers.osc.tip"));
        osc.setId("osc-on");
        osc.setOnAction(e -> surfaces.packets().setOn(osc.isSelected()));
        TextField port = new TextField(String.valueOf(surfaces.packets().chosenPort()));
        port.setId("osc-port");
        port.setPrefColumnCount(5);
        port.setAccessibleText(Texts.of("controllers.port"));
        Ui.tip(port, Texts.of("controllers.port.tip"));
        port.setOnAction(e -> {
            surfaces.packets().choosePort(port.getText());
            port.setText(String.valueOf(surfaces.packets().chosenPort()));
        });
        search.setId("controllers-search");
        search.setPromptText(Texts.of("controllers.find"));
        search.setAccessibleText(Texts.of("controllers.find"));
        search.textProperty().subscribe(t -> show());
        Button in = Ui.link(Texts.of("controllers.bringIn"), Texts.of("controllers.bringIn.tip"), () -> asking.file(
                        Texts.of("controllers.bringIn"), KIND, FILES, getScene().getWindow())
                .ifPresent(surfaces::bringIn));
        Button out = Ui.link(Texts.of("controllers.write"), Texts.of("controllers.write.tip"), () -> asking.save(
                        Texts.of("controllers.write"),
                        KIND,
                        "controllers.json",
                        FILES,
                        getScene().getWindow())
                .ifPresent(surfaces::writeTo));
        Button close = Ui.link("✕", Texts.of("controllers.close"), this::close);
        close.setId("close-controllers");
        HBox head = row(Ui.label(Texts.of("controllers.controllers"), "heading"), search, Ui.spring(), in, out, close);
        ScrollPane scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        list.setHgap(12);
        list.setVgap(4);
        VBox card = new VBox(12, head, row(on, there, Ui.spring(), simulated), row(osc, port, oscState), state, scroll);
        card.getStyleClass().add("overlay-card");
        card.setMaxSize(900, 600);
        Ui.whenShown(this, card);
        setOnMouseClicked(e -> {
            if (e.getTarget() == this) {
                close();
            }
        });
        addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                close();
                e.consume();
            }
        });
        surfaces.revisionProperty().subscribe(r -> show());
        surfaces.bindingsProperty().subscribe(b -> show());
        surfaces.learningProperty().subscribe(l -> show());
    }

    private static HBox row(Node... nodes) {
        HBox row = new HBox(14, nodes);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    /** Shows it. */
    public void open() {
        setVisible(true);
        search.clear();
        show();
        search.requestFocus();
    }

    /** Hides it; nothing is learnt any more. */
    public void close() {
        surfaces.stopLearning();
        setVisible(false);
        getParent().requestFocus();
    }

    private void show() {
        if (!isVisible()) {
            return;
        }
        on.setSelected(surfaces.isOn());
        osc.setSelected(surfaces.packets().isOn());
        there.setText(
                !surfaces.isOn()
                        ? Texts.of("controllers.off")
                        : surfaces.names().isEmpty()
                                ? Texts.of("controllers.nonePlugged")
                                : String.join(", ", surfaces.names()));
        oscState.setText(Texts.of(surfaces.packets().isOn() ? "controllers.oscOn" : "controllers.oscOff"));
        state.setText(surfaces.learningProperty()
                .get()
                .map(l -> Texts.of("controllers.moveIt", surfaces.actions().label(l.does())))
                .orElse(Texts.of("controllers.pressLearn")));
        Optional<String> focused =
                list.getChildren().stream().filter(Node::isFocused).findFirst().map(Node::getId);
        boolean hadFocus = list.isFocusWithin();
        list.getChildren().clear();
        Map<String, String> labels = new LinkedHashMap<>();
        for (Binding binding : surfaces.bindingsProperty().get().all()) { // what is bound first
            labels.put(binding.does(), surfaces.actions().label(binding.does()));
        }
        surfaces.actions().dials().forEach((does, dial) -> {
            if (!Double.isNaN(dial.get().getAsDouble())) {
                labels.put(does, dial.label().get());
            }
        });
        surfaces.actions().presses().forEach((does, press) -> labels.put(does, press.label()));
        int row = 0;
        String wanted = search.getText().strip().toLowerCase(Locale.ROOT);
        for (Map.Entry<String, String> action : labels.entrySet()) {
            if (action.getValue().toLowerCase(Locale.ROOT).contains(wanted)) {
                add(row, action.getKey(), action.getValue());
                row++;
            }
        }
        if (hadFocus) { // keys go on where they were
            focused.map(id -> list.lookup("#" + id)).orElse(search).requestFocus();
        }
    }

    private List<Binding> bound(String does) {
        return surfaces.bindingsProperty().get().all().stream()
                .filter(b -> b.does().equals(does))
                .toList();
    }

    private void add(int row, String does, String label) {
        boolean isLearning = surfaces.learningProperty()
                .get()
                .filter(l -> l.does().equals(does))
                .isPresent();
        ToggleButton learn = Ui.choice(Texts.of("controllers.learn"), Texts.of("controllers.learn.tip"));
        learn.setId("learn-" + does.replace('/', '-'));
        learn.getStyleClass().add("tight");
        learn.setSelected(isLearning);
        learn.setOnAction(e -> surfaces.learn(does));
        list.add(learn, 0, row);
        list.add(Ui.label(label), 1, row);
        HBox controls = row();
        bound(does).forEach(b -> controls.getChildren().addAll(parts(b)));
        list.add(controls, 2, row);
    }

    /** A binding: which control, how its values are meant where that is not plain, and what takes it away. */
    private List<Node> parts(Binding binding) {
        List<Node> parts = new ArrayList<>();
        Control control = binding.control();
        String which =
                switch (control.kind()) {
                    case NOTE -> Texts.of("controllers.note", control.number(), control.channel());
                    case CONTROLLER -> Texts.of("controllers.controller", control.number(), control.channel());
                    case BEND -> Texts.of("controllers.bend", control.channel());
                };
        parts.add(Ui.label(control.device() + ": " + which, "quiet"));
        if (binding.sense() != Sense.PRESS && control.kind() == Control.Kind.CONTROLLER) {
            ChoiceBox<Sense> sense = new ChoiceBox<>();
            sense.getItems().addAll(Sense.ABSOLUTE, Sense.TWOS, Sense.OFFSET, Sense.SIGN);
            sense.setConverter(Ui.naming(ControllersPane::inWords));
            sense.setValue(binding.sense());
            sense.setAccessibleText(Texts.of("controllers.howItTurns"));
            sense.valueProperty().subscribe((was, is) -> surfaces.add(new Binding(control, is, binding.does())));
            parts.add(sense);
        }
        Button remove = Ui.link("✕", Texts.of("controllers.remove"), () -> surfaces.remove(binding));
        parts.add(remove);
        return parts;
    }

    private static String inWords(Sense sense) {
        return switch (sense) {
            case TWOS -> Texts.of("controllers.twos");
            case OFFSET -> Texts.of("controllers.offset");
            case SIGN -> Texts.of("controllers.sign");
            default -> Texts.of("controllers.absolute");
        };
    }
}
