package oakmirror.desk.send;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import oakmirror.delivery.NamePattern;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Session;
import oakmirror.state.mastering.MastersFolder;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** In what form masters are written, how they are named, and where to. */
public final class SendForm extends GridPane {

    private static final Path HOME = Path.of(System.getProperty("user.home"));

    private final Workspace workspace;
    private final Settings settings;
    private final Asking asking;
    private final ChoiceBox<OutputFormat> format = new ChoiceBox<>();
    private final ChoiceBox<Optional<Integer>> rate = new ChoiceBox<>();
    private final CheckBox dither = new CheckBox(Texts.of("send.dither"));
    private final TextField name = new TextField();
    private final TextField folder = new TextField();
    private final CheckBox checkSums = new CheckBox(Texts.of("send.checkSumsBesideThem"));
    private final CheckBox forLossy = new CheckBox(Texts.of("send.forLossy"));
    private final Label objection = Ui.label("", "warning");
    private Runnable changed = () -> {};
    /** The folder that stands there unless somebody has typed another. */
    private Optional<Path> usual = Optional.of(Path.of(""));

    SendForm(Workspace workspace, Settings settings, Asking asking) {
        this.workspace = workspace;
        this.settings = settings;
        this.asking = asking;
        setHgap(12);
        setVgap(8);
        makeFormat();
        makeName();
        folder.setId("output-folder");
        folder.setAccessibleText(Texts.of("send.folder"));
        showFolder();
        folder.textProperty().subscribe(t -> changed.run());
        checkSums.setId("check-sums");
        Ui.tip(checkSums, Texts.of("send.addsToCheckSums"));
        checkSums.setOnAction(e -> workspace.change(
                Texts.of("send.checkSums"), s -> s.withDelivery(s.delivery().withCheckSums(checkSums.isSelected()))));
        forLossy.setId("for-lossy");
        Ui.tip(forLossy, Texts.of("send.forLossy.tip"));
        forLossy.setOnAction(e -> workspace.change(
                Texts.of("send.forLossy"), s -> s.withOutput(s.output().withForLossy(forLossy.isSelected()))));
        row(0, Texts.of("send.format"), format, rate, dither);
        row(1, Texts.of("send.name"), name, places());
        add(objection, 1, 2);
        objection.managedProperty().bind(objection.textProperty().isNotEmpty());
        row(
                3,
                Texts.of("send.folder"),
                folder,
                Ui.link(Texts.of("send.choose"), Texts.of("send.choose.tip"), this::chooseFolder));
        add(Ui.flow(24, forLossy, checkSums), 1, 4);
        GridPane.setHgrow(name, javafx.scene.layout.Priority.ALWAYS);
        workspace.sessionProperty().subscribe(this::show);
        workspace.tracks().revisionProperty().subscribe(r -> showRates());
    }

    private void row(int row, String label, Node... nodes) {
        HBox box = new HBox(10, nodes);
        box.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(nodes[0], nodes[0] instanceof TextField ? javafx.scene.layout.Priority.ALWAYS : null);
        GridPane.setHgrow(box, javafx.scene.layout.Priority.ALWAYS);
        Label name = Ui.label(label, "quiet");
        name.setMinWidth(USE_PREF_SIZE);
        addRow(row, name, box);
    }

    private void makeFormat() {
        format.setId("output-format");
        format.getItems().setAll(OutputFormat.values());
        format.setConverter(Ui.naming(OutputFormat::label));
        Ui.tip(format, Texts.of("send.mp3AacAndOpus"));
        format.valueProperty().subscribe(f -> {
            if (f != null && f != formatOf(workspace.session())) {
                workspace.change(
                        Texts.of("send.chooseAFormat"),
                        s -> s.withOutput(s.output()
                                .withFormat(f.ending(), f.bits())
                                .withRate(
                                        s.output().rate().filter(r -> f.rates().contains(r)))));
            }
        });
        format.setMinWidth(150);
        rate.setMinWidth(130);
        dither.setMinWidth(USE_PREF_SIZE);
        rate.setId("output-rate");
        rate.setConverter(Ui.naming(r -> r.map(Numbers::rate).orElseGet(this::ownRate)));
        Ui.tip(rate, Texts.of("send.theMixIsBrought"));
        rate.valueProperty().subscribe(r -> {
            if (r != null && !r.equals(workspace.session().output().rate())) {
                workspace.change(
                        Texts.of("send.chooseARate"),
                        s -> s.withOutput(s.output().withRate(r)));
            }
        });
        dither.setId("output-dither");
        Ui.tip(dither, Texts.of("send.triangularNoiseOfOne"));
        dither.setOnAction(e -> workspace.change(
                Texts.of("send.dither"), s -> s.withOutput(s.output().withDither(dither.isSelected()))));
    }

    private String ownRate() {
        return workspace
                .tracks()
                .rate()
                .map(r -> Texts.of("send.asTheMix", Numbers.rate(r)))
                .orElse(Texts.of("send.asTheMix2"));
    }

    private void makeName() {
        name.setId("output-name");
        name.setAccessibleText(Texts.of("send.name"));
        name.textProperty().subscribe(text -> {
            NamePattern pattern = new NamePattern(text);
            objection.setText(pattern.objection().orElse(""));
            if (pattern.objection().isEmpty()
                    && !pattern.equals(workspace.session().delivery().name())) {
                workspace.change(
                        Texts.of("send.nameFiles"),
                        "name-files",
                        s -> s.withDelivery(s.delivery().withName(pattern)));
            }
            changed.run();
        });
        name.focusedProperty().subscribe(is -> workspace.endGesture());
    }

    private MenuButton places() {
        MenuButton menu = new MenuButton(Texts.of("send.insert"));
        menu.getStyleClass().add("quiet-menu");
        Ui.tip(menu, Texts.of("send.whatCanStandIn"));
        for (NamePattern.Place place : NamePattern.Place.values()) {
            menu.getItems()
                    .add(Ui.item(place.written(), () -> name.insertText(name.getCaretPosition(), place.written())));
        }
        return menu;
    }

    /** What is to be done when another folder is named. */
    void onChange(Runnable action) {
        changed = action;
    }

    /** Where they go, until another folder is typed. */
    private void showFolder() {
        Path next = MastersFolder.of(settings, workspace.session());
        if (folder().equals(usual)) {
            folder.setText(shown(next));
        }
        usual = Optional.of(next);
    }

    private void show(Session s) {
        showFolder();
        format.setValue(formatOf(s));
        showRates();
        dither.setSelected(s.output().dithered());
        dither.setDisable(!formatOf(s).isRounded());
        if (!name.isFocused() || new NamePattern(name.getText()).objection().isEmpty()) {
            if (!name.getText().equals(s.delivery().name().text())) {
                name.setText(s.delivery().name().text());
            }
        }
        checkSums.setSelected(s.delivery().checkSums());
        forLossy.setSelected(s.output().forLossy());
    }

    private void showRates() {
        Session s = workspace.session();
        List<Optional<Integer>> rates = new ArrayList<>(List.of(Optional.empty()));
        formatOf(s).rates().forEach(r -> rates.add(Optional.of(r)));
        rate.getItems().setAll(rates);
        rate.setValue(s.output().rate());
    }

    private static OutputFormat formatOf(Session session) {
        return OutputFormat.of(session.output().format(), session.output().bits());
    }

    private void chooseFolder() {
        asking.folder(Texts.of("send.whereMastersGo"), "output", getScene().getWindow())
                .ifPresent(f -> folder.setText(shown(f)));
    }

    /** A folder as it is written: the home folder is ~. */
    public static String shown(Path path) {
        return path.startsWith(HOME)
                ? Path.of("~").resolve(HOME.relativize(path)).toString()
                : path.toString();
    }

    /** The folder that is named; nothing where no folder can have that name. */
    Optional<Path> folder() {
        String text = folder.getText().strip();
        try {
            Path path =
                    text.startsWith("~") ? HOME.resolve(text.substring(1).replaceFirst("^[/\\\\]", "")) : Path.of(text);
            return Optional.of(path);
        } catch (java.nio.file.InvalidPathException e) {
            return Optional.empty();
        }
    }

    /** The folder that is named, remembered for the next time. */
    Optional<Path> folderForWriting() {
        Optional<Path> named = folder();
        named.ifPresent(f -> MastersFolder.remember(settings, workspace.session(), f));
        return named;
    }

    /** Whether names can be made. */
    boolean isNamed() {
        return objection.getText().isEmpty();
    }
}
