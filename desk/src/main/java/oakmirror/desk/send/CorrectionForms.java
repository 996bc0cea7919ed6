package oakmirror.desk.send;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.VPos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import oakmirror.desk.look.Ui;
import oakmirror.session.Fact;
import oakmirror.session.Sent;
import oakmirror.state.mastering.CorrectionFiles;
import oakmirror.state.mastering.CorrectionFiles.Channels;
import oakmirror.state.mastering.CorrectionFiles.Form;
import oakmirror.state.mastering.CorrectionFiles.Wanted;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The correction in open forms, with what can be chosen about each. */
final class CorrectionForms extends FlowPane {

    private final Workspace workspace;
    private final SendForm where;
    private final Supplier<String> stem;
    private final Consumer<String> told;
    private final CorrectionFiles correction;
    private final ChoiceBox<Form> form = new ChoiceBox<>();
    private final ChoiceBox<Integer> rate = new ChoiceBox<>();
    private final ChoiceBox<Channels> channels = new ChoiceBox<>();

    /**
     * Of what is open.
     *
     * @param where the folder they go to
     * @param stem what their names begin with
     * @param told takes what goes wrong, in one sentence
     */
    CorrectionForms(Workspace workspace, SendForm where, Supplier<String> stem, Consumer<String> told) {
        super(10, 6);
        this.workspace = workspace;
        this.where = where;
        this.stem = stem;
        this.told = told;
        correction = new CorrectionFiles(workspace);
        form.getItems().setAll(Form.values());
        form.setConverter(Ui.naming(Form::label));
        form.setValue(Form.TABLES);
        form.setMinWidth(USE_PREF_SIZE);
        form.setId("correction-form");
        Ui.tip(form, Texts.of("send.inWhichOpenForm"));
        rate.getItems().setAll(44100, 48000, 88200, 96000, 176400, 192000);
        rate.setConverter(Ui.naming(Numbers::rate));
        rate.setValue(48000);
        rate.setId("response-rate");
        Ui.tip(rate, Texts.of("send.theRateTheConvolver"));
        channels.getItems().setAll(Channels.values());
        channels.setConverter(Ui.naming(Channels::label));
        channels.setValue(Channels.STEREO);
        channels.setId("response-channels");
        Ui.tip(channels, Texts.of("send.oneResponseForBoth"));
        Button write = Ui.button(Texts.of("send.write"), Texts.of("send.write.tip"), this::write);
        write.setId("write-correction");
        write.setMinWidth(USE_PREF_SIZE);
        for (ChoiceBox<?> box : List.of(rate, channels)) {
            box.visibleProperty().bind(form.valueProperty().map(f -> f == Form.RESPONSE));
            box.managedProperty().bind(box.visibleProperty());
        }
        setRowValignment(VPos.CENTER);
        Label name = Ui.label(Texts.of("send.correction"), "quiet");
        name.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(name, form, rate, channels, write);
        workspace.derivation().shapedProperty().subscribe(shaped -> {
            boolean alike = shaped.isAlike();
            List<Channels> able = alike ? List.of(Channels.values()) : List.of(Channels.MIDDLE_AND_SIDE);
            if (!channels.getItems().equals(able)) {
                channels.getItems().setAll(able);
                channels.setValue(alike ? Channels.STEREO : Channels.MIDDLE_AND_SIDE);
            }
        });
    }

    private void write() {
        told.accept("");
        where.folderForWriting().ifPresent(folder -> {
            Wanted wanted = new Wanted(form.getValue(), rate.getValue(), channels.getValue());
            String name = stem.get();
            correction.write(wanted, added -> folder.resolve(name + added), (written, sentence) -> {
                written.ifPresent(w -> note(wanted, w));
                told.accept(sentence);
            });
        });
    }

    private void note(Wanted wanted, CorrectionFiles.Written written) {
        String now = LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS).toString();
        List<String> said = written.said().isEmpty() ? List.of() : List.of(written.said());
        for (Path file : written.files()) {
            workspace.note(new Fact.MasterSent(new Sent(
                    now, file, Texts.of("send.correctionAs", wanted.form().label()), said, List.of(), "")));
        }
    }
}
