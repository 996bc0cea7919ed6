package oakmirror.desk.page;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.model.finish.CorrectionFiles;
import oakmirror.desk.model.finish.CorrectionFiles.Channels;
import oakmirror.desk.model.finish.CorrectionFiles.Form;
import oakmirror.desk.model.finish.CorrectionFiles.Wanted;
import oakmirror.desk.model.finish.Finishing;
import oakmirror.desk.model.session.Settings;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.part.Asking;
import oakmirror.desk.words.Words;
import oakmirror.finish.MasterRender;
import oakmirror.media.file.OutputFormat;
import oakmirror.readings.Readings;
import oakmirror.session.Delivery;
import oakmirror.session.Session;

/** Send out: the master as a file, the correction in open forms. */
public final class SendOutPage extends VBox {

    private static final Path HOME = Path.of(System.getProperty("user.home"));

    private final Workspace workspace;
    private final Finishing finishing;
    private final Settings settings;
    private final Asking asking;
    private final TextField folder = new TextField();
    private final TextField name = new TextField();
    private final ChoiceBox<OutputFormat> format = new ChoiceBox<>();
    private final CorrectionFiles correction;
    private final ChoiceBox<Form> correctionForm = new ChoiceBox<>();
    private final ChoiceBox<Integer> rate = new ChoiceBox<>();
    private final ChoiceBox<Channels> channels = new ChoiceBox<>();
    private final VBox results = new VBox(8);
    private final Label nothing = Ui.label("Nothing sent out yet.", "quiet");
    private final Label contents = Ui.label("", "quiet");
    private final Button render;
    private String proposedName = "";

    /** The page of a workspace. */
    public SendOutPage(Workspace workspace, Finishing finishing, Settings settings, Asking asking) {
        this.workspace = workspace;
        this.finishing = finishing;
        correction = new CorrectionFiles(workspace);
        this.settings = settings;
        this.asking = asking;
        folder.setAccessibleText("Folder");
        folder.setId("output-folder");
        name.setAccessibleText("File name");
        name.setId("output-name");
        folder.setText(shown(settings.folder("output").orElse(HOME)));
        format.getItems().setAll(OutputFormat.values());
        format.setConverter(Ui.naming(OutputFormat::label));
        Ui.tip(format, "16 and 24 bits are dithered; 32-bit float keeps everything");
        format.valueProperty().subscribe(f -> {
            if (f != null && !f.equals(formatOf(workspace.session()))) {
                workspace.change("choose a format", s -> s.withOutput(new Delivery.Output(f.ending(), f.bits())));
            }
        });
        render = Ui.button("render the master", "Writes the corrected mix at its target (Ctrl+R)", this::render);
        render.setId("render");
        render.getStyleClass().add("primary");

        GridPane form = new GridPane();
        form.setHgap(12);
        form.setVgap(10);
        form.getStyleClass().add("card");
        form.addRow(0, Ui.label("Folder", "quiet"), folder, Ui.link("choose…", "Choose a folder", this::chooseFolder));
        form.addRow(1, Ui.label("Name", "quiet"), name);
        form.addRow(2, Ui.label("Format", "quiet"), format);
        form.add(contents, 1, 3);
        form.add(render, 1, 4);
        form.addRow(5, Ui.label("Correction", "quiet"), correctionForms());
        folder.setPrefColumnCount(46);

        Label explanation = new Label("the master as a file at the mix's rate; the correction in open forms");
        results.getChildren().add(nothing);
        getChildren()
                .addAll(
                        Ui.head("Send out", explanation, Words.reading("Send out")),
                        form,
                        Ui.label("Sent out", "subheading"),
                        results);
        getStyleClass().add("page");
        setSpacing(14);
        workspace.sessionProperty().subscribe(this::show);
        workspace.derivation().shapedProperty().subscribe(shaped -> {
            boolean alike = shaped.isAlike();
            List<Channels> able = alike ? List.of(Channels.values()) : List.of(Channels.MIDDLE_AND_SIDE);
            if (!channels.getItems().equals(able)) {
                channels.getItems().setAll(able);
                channels.setValue(alike ? Channels.STEREO : Channels.MIDDLE_AND_SIDE);
            }
            showContents();
        });
    }

    private static OutputFormat formatOf(Session session) {
        return OutputFormat.of(session.output().format(), session.output().bits());
    }

    private void show(Session session) {
        format.setValue(formatOf(session));
        String proposed = session.mix().map(m -> m.name() + " master").orElse("master");
        if (name.getText().isEmpty() || name.getText().equals(proposedName)) {
            name.setText(proposed);
        }
        proposedName = proposed;
        showContents();
        render.setDisable(session.mix().isEmpty());
    }

    /** What the master will hold, in a line. */
    private void showContents() {
        Session s = workspace.session();
        contents.setText(s.mix().map(m -> m.name() + "  ·  ").orElse("")
                + ShapedWords.done(workspace.derivation().shapedProperty().get(), s) + "  ·  "
                + Readings.level(s.finish().targetLufs()) + " LUFS under "
                + Readings.level(s.finish().ceilingDbtp())
                + " dBTP");
    }

    private void chooseFolder() {
        asking.folder("Where the master goes", "output", getScene().getWindow())
                .ifPresent(f -> folder.setText(shown(f)));
    }

    /** A folder as it is written: the home folder is ~. */
    private static String shown(Path path) {
        return path.startsWith(HOME)
                ? Path.of("~").resolve(HOME.relativize(path)).toString()
                : path.toString();
    }

    private static Path meant(String text) {
        return text.startsWith("~") ? HOME.resolve(text.substring(1).replaceFirst("^[/\\\\]", "")) : Path.of(text);
    }

    private Optional<Path> outputFolder() {
        try {
            Path path = meant(folder.getText().strip());
            settings.rememberFolder("output", path);
            return Optional.of(path);
        } catch (java.nio.file.InvalidPathException e) {
            say("That is no name a folder can have; choose another.", false);
            return Optional.empty();
        }
    }

    /** Renders the master to the file that is named. */
    public void render() {
        OutputFormat chosen = format.getValue();
        outputFolder().ifPresent(path -> {
            Path file = path.resolve(fileName(name.getText(), chosen.ending()));
            render.setDisable(true);
            finishing.renderTo(file, chosen, (written, sentence) -> {
                render.setDisable(workspace.session().mix().isEmpty());
                if (written.isPresent()) {
                    say(told(file, chosen, written.get()), true);
                } else {
                    say(sentence, false);
                }
            });
        });
    }

    private static String told(Path wanted, OutputFormat format, Finishing.Written written) {
        MasterRender.Rendered master = written.master();
        String held = master.plan().missedLu() > 0.05
                ? ", " + Readings.level(master.plan().missedLu()) + " LU below its target"
                : "";
        String kept = written.file().equals(wanted) ? "" : "  (" + wanted.getFileName() + " was there and stays)";
        if (!Double.isFinite(master.integratedLufs())) {
            return written.file().getFileName() + "  ·  " + format.label()
                    + "  ·  without loudness, so only kept under the ceiling" + kept;
        }
        return written.file().getFileName() + "  ·  " + format.label() + "  ·  "
                + Readings.level(master.integratedLufs()) + " LUFS, " + Readings.level(master.truePeakDbtp())
                + " dBTP" + held + kept;
    }

    private static String fileName(String typed, String ending) {
        String safe = typed.strip().replaceAll("[/\\\\:*?\"<>|]", "-");
        return (safe.isEmpty() ? "master" : safe) + "." + ending;
    }

    /** The forms of the correction, with what can be chosen about them. */
    private HBox correctionForms() {
        correctionForm.getItems().setAll(Form.values());
        correctionForm.setConverter(Ui.naming(Form::label));
        correctionForm.setValue(Form.TABLES);
        correctionForm.setId("correction-form");
        Ui.tip(correctionForm, "In which open form the correction is written");
        rate.getItems().setAll(44100, 48000, 88200, 96000, 176400, 192000);
        rate.setConverter(Ui.naming(Readings::rate));
        rate.setValue(48000);
        rate.setId("response-rate");
        Ui.tip(rate, "The rate the convolver runs at");
        channels.getItems().setAll(Channels.values());
        channels.setConverter(Ui.naming(Channels::label));
        channels.setValue(Channels.STEREO);
        channels.setId("response-channels");
        Ui.tip(channels, "One response for both sides, the same on each, or that of the middle and that of the side");
        Button write = Ui.button("write", "Writes the correction beside the master", this::writeCorrection);
        write.setId("write-correction");
        for (ChoiceBox<?> box : List.of(rate, channels)) {
            box.visibleProperty().bind(correctionForm.valueProperty().map(f -> f == Form.RESPONSE));
            box.managedProperty().bind(box.visibleProperty());
        }
        HBox row = new HBox(10, correctionForm, rate, channels, write);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private void writeCorrection() {
        outputFolder().ifPresent(path -> {
            String stem = name.getText().strip();
            Wanted wanted = new Wanted(correctionForm.getValue(), rate.getValue(), channels.getValue());
            correction.write(wanted, added -> fileIn(path, stem + added), (written, sentence) -> {
                if (written.isPresent()) {
                    String names = written.get().files().stream()
                            .map(f -> f.getFileName().toString())
                            .collect(Collectors.joining(" and "));
                    String said = written.get().said();
                    say(said.isEmpty() ? names : names + "  ·  " + said, true);
                } else {
                    say(sentence, false);
                }
            });
        });
    }

    private static Path fileIn(Path folder, String named) {
        int dot = named.lastIndexOf('.');
        return folder.resolve(fileName(named.substring(0, dot), named.substring(dot + 1)));
    }

    private void say(String sentence, boolean done) {
        results.getChildren().remove(nothing);
        Label line = Ui.label((done ? "✓  " : "") + sentence, done ? "result" : "warning");
        results.getChildren().add(0, line);
    }
}
