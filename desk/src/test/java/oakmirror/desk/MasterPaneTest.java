package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import oakmirror.Signals;
import oakmirror.correction.Move;
import oakmirror.desk.control.FileDialogs;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.media.TestFiles;
import oakmirror.session.SessionFile;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.state.mastering.CorrectionFiles.Channels;
import oakmirror.state.mastering.CorrectionFiles.Form;
import oakmirror.zones.Shaped;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDecisions;
import org.junit.jupiter.api.Test;

/** What is proposed for the master, at a glance: the demo's mix, which is narrow and loose in its bass. */
class MasterPaneTest extends WindowTest {

    private final AnsweringDialogs dialogs = new AnsweringDialogs();

    @Override
    FileDialogs dialogs() {
        return dialogs;
    }

    /** Whole: what lies in its dynamics is sure enough there. */
    @Override
    Path demo() {
        return TestFiles.demo("x").getParent();
    }

    private void openShape() throws Exception {
        openDemo();
        clickOn("#station-shape");
        waitUntil(() -> workspace().isReady());
    }

    private void openMaster() throws Exception {
        openShape();
        ButtonBase show = lookup("#show-master").queryAs(ButtonBase.class);
        waitUntil(() -> {
            if (!workspace().settledProperty().get()) {
                return false;
            }
            show.fire();
            assertThat(workspace().settledProperty().get())
                    .as("what is only proposed keeps nothing waiting")
                    .isTrue();
            return true;
        });
        settled();
    }

    private void settled() throws Exception {
        waitUntil(() -> workspace().settledProperty().get());
        settle();
    }

    private Shaped shaped() {
        return onFx(() -> workspace().derivation().shapedProperty().get());
    }

    private ZoneDecision decided(ZoneAspect aspect, Zone zone) {
        return session().zones().of(aspect, zone);
    }

    private Chain heard() {
        return onFx(() -> listening().correctionHeard().orElseThrow());
    }

    private void fire(String query) {
        interact(lookup(query).queryAs(Button.class)::fire);
    }

    private void tick(String query) {
        interact(lookup(query).queryAs(CheckBox.class)::fire);
    }

    private String text(String card) {
        return onFx(() -> lookup(card).lookup((Node n) -> n instanceof Label l && l.isVisible()).queryAll().stream()
                .map(n -> ((Label) n).getText())
                .reduce("", (a, b) -> a + "\n" + b));
    }

    private void undo() {
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    }

    @Test
    void widthIsTakenTemperedHeardAndUndone() throws Exception {
        openMaster();
        assertThat(shaped().isAlike()).as("off until it is taken").isTrue();
        assertThat(decided(ZoneAspect.WIDTH, Zone.PRESENCE).isTaken()).isFalse();
        assertThat(text("#width-presence")).contains("references", "correlation", "in mono");
        tick("#width-presence-take");
        waitUntil(() -> workspace().settledProperty().get() && !shaped().isAlike());
        waitUntil(() -> !heard().tone().isAlike());
        double full =
                heard().tone().side().responseDb(3500) - heard().tone().middle().responseDb(3500);
        assertThat(full).isCloseTo(6, within(0.5));
        interact(() -> lookup("#width-presence-part").queryAs(Slider.class).setValue(50));
        waitUntil(() -> decided(ZoneAspect.WIDTH, Zone.PRESENCE).part() == 0.5);
        waitUntil(() -> Math.abs(heard().tone().side().responseDb(3500)
                        - heard().tone().middle().responseDb(3500)
                        - full / 2)
                < 0.5);
        interact(() -> lookup("#width-presence-without")
                .queryAs(javafx.scene.control.ToggleButton.class)
                .fire());
        waitUntil(() -> heard().tone().isAlike());
        assertThat(onFx(() -> listening().correctedProperty().get())).isTrue();
        interact(() -> lookup("#width-presence-without")
                .queryAs(javafx.scene.control.ToggleButton.class)
                .fire());
        waitUntil(() -> !heard().tone().isAlike());
        interact(() -> lookup("#side-shelf").queryAs(Slider.class).setValue(1.5));
        waitUntil(() -> session().zones().sideShelfDb() == 1.5);
        fire("#width-presence-refuse");
        settled();
        assertThat(decided(ZoneAspect.WIDTH, Zone.PRESENCE).refused()).isTrue();
        assertThat(shaped().sides().bands()).as("the shelf alone").hasSize(1);
        undo();
        waitUntil(() -> decided(ZoneAspect.WIDTH, Zone.PRESENCE).isTaken());
    }

    @Test
    void dynamicsAreFoundTakenAndComeBackWithTheSession() throws Exception {
        openMaster();
        waitUntil(() -> text("#dynamics-bass").contains("compressed"));
        assertThat(shaped().dynamics()).as("off until it is taken").isEmpty();
        assertThat(text("#dynamics-bass")).contains("crest", "→");
        tick("#dynamics-bass-take");
        waitUntil(
                () -> workspace().settledProperty().get() && shaped().dynamics().size() == 1);
        assertThat(shaped().dynamics().get(0).zone()).isEqualTo(Zone.BASS);
        assertThat(shaped().dynamics().get(0).slope()).isNegative();
        waitUntil(() -> heard().dynamics().isPresent());
        double slope = shaped().dynamics().get(0).slope();
        interact(() -> lookup("#dynamics-bass-part").queryAs(Slider.class).setValue(40));
        waitUntil(() -> workspace().settledProperty().get()
                && shaped().dynamics().get(0).slope() > slope + 0.05);
        Path file = Files.createTempDirectory("oak").resolve("s.oakmirror.json");
        saveAs(file);
        assertThat(SessionFile.read(file).session().zones())
                .isEqualTo(ZoneDecisions.NONE.with(new ZoneDecision(ZoneAspect.DYNAMICS, Zone.BASS, false, 0.4)));
        interact(() -> lookup("#dynamics-bass-without")
                .queryAs(javafx.scene.control.ToggleButton.class)
                .fire());
        waitUntil(() -> heard().dynamics().isEmpty());
        fire("#accept-none");
        waitUntil(
                () -> workspace().settledProperty().get() && shaped().dynamics().isEmpty());
        assertThat(shaped().tone().main().correction().moves()).noneMatch(Move::isTaken);
        fire("#accept-all");
        waitUntil(
                () -> workspace().settledProperty().get() && shaped().dynamics().size() == 1);
        assertThat(shaped().tone().main().correction().moves()).allMatch(Move::isTaken);
        assertThat(shaped().isAlike()).as("width as well").isFalse();
        undo();
        waitUntil(
                () -> workspace().settledProperty().get() && shaped().dynamics().isEmpty());
    }

    @Test
    void middleAndSideAreCorrectedApartAndLeaveInOpenForms() throws Exception {
        openShape();
        clickOn("#shape-settings");
        clickOn("#apart");
        waitUntil(() -> workspace().settledProperty().get() && shaped().tone().isApart());
        settle();
        clickOn("#part-side");
        settle();
        int moves = shaped().tone().of(Part.SIDE).correction().moves().size();
        assertThat(moves).isPositive();
        clickOn("#move-next");
        clickOn("#move-refuse");
        waitUntil(() -> workspace().settledProperty().get()
                && shaped().tone().of(Part.SIDE).correction().moves().stream().anyMatch(m -> !m.isTaken()));
        assertThat(session().moves(Part.SIDE).decisions()).hasSize(1);
        assertThat(session().moves(Part.STEREO).decisions()).isEmpty();
        assertThat(session().moves(Part.MID).decisions()).isEmpty();
        undo();
        waitUntil(() -> session().moves(Part.SIDE).decisions().isEmpty());
        settled();
        waitUntil(() -> !heard().tone().isAlike());
        Path folder = Files.createTempDirectory("oak");
        clickOn("#station-send_out");
        interact(() -> lookup("#output-folder").queryAs(TextField.class).setText(folder.toString()));
        interact(() -> lookup("#output-name").queryAs(TextField.class).setText("ebb"));
        ChoiceBox<Channels> channels = lookup("#response-channels").query();
        assertThat(onFx(() -> List.copyOf(channels.getItems()))).containsExactly(Channels.MIDDLE_AND_SIDE);
        ChoiceBox<Form> forms = lookup("#correction-form").query();
        for (Form form : Form.values()) {
            interact(() -> forms.setValue(form));
            clickOn("#write-correction");
        }
        for (String name : List.of(
                "ebb curve middle.csv",
                "ebb bands side.csv",
                "ebb thirds.csv",
                "ebb bands.txt",
                "ebb bands.json",
                "ebb response.wav")) {
            waitUntil(() -> Files.exists(folder.resolve(name)));
        }
        StereoTone claimed = shaped().filter(Phase.MINIMUM);
        double[][] pair = samples(folder.resolve("ebb response.wav"));
        for (double hz : new double[] {150, 1000, 4000, 12000}) {
            assertThat(Signals.gainDb(pair[0], 48000, hz))
                    .isCloseTo(claimed.middle().responseDb(hz), within(0.1));
            assertThat(Signals.gainDb(pair[1], 48000, hz))
                    .isCloseTo(claimed.side().responseDb(hz), within(0.1));
        }
        assertThat(Files.readString(folder.resolve("ebb bands.txt"))).contains("Mid, (L+R)/2", "Side, (L−R)/2");
        assertThat(Files.readString(folder.resolve("ebb bands.json"))).contains("\"middle\"", "\"side\"");
        assertThat(Files.readAllLines(folder.resolve("ebb thirds.csv")).get(0))
                .isEqualTo("frequency_hz,middle_db,side_db");
    }

    /** Both channels of a WAVE file of floats, whole. */
    private static double[][] samples(Path file) throws IOException {
        ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        int at = 12;
        while (bytes.getInt(at) != 0x61746164) { // "data"
            at += 8 + bytes.getInt(at + 4);
        }
        double[][] samples = new double[2][bytes.getInt(at + 4) / 8];
        for (int i = 0; i < samples[0].length; i++) {
            samples[0][i] = bytes.getFloat(at + 8 + 8 * i);
            samples[1][i] = bytes.getFloat(at + 12 + 8 * i);
        }
        return samples;
    }

    @Test
    void aWantedToneTakesThePlaceOfTheReferences() throws Exception {
        openShape();
        Path folder = Files.createTempDirectory("oak");
        Path table = Files.writeString(folder.resolve("my tilt.csv"), "20,8\n1000,0\n20000,-6\n");
        dialogs.answer(table.toFile());
        choose("Load tone from a table…");
        waitUntil(() -> workspace().settledProperty().get()
                && session().shaping().wanted().isPresent());
        settle();
        assertThat(session().shaping().wanted().orElseThrow().name()).isEqualTo("my tilt");
        assertThat(lookup(n -> n instanceof Label l && l.getText().contains("towards “my tilt”"))
                        .tryQuery())
                .isPresent();
        assertThat(shaped().tone().main().gap().each()).hasSize(1);
        dialogs.answer(Files.writeString(folder.resolve("no tone.csv"), "la\n").toFile());
        choose("Load tone from a table…");
        waitUntil(() -> workspace().messageProperty().get().startsWith("no tone.csv contains no tone"));
        assertThat(session().shaping().wanted()).isPresent();
        choose("falling 3 dB an octave");
        waitUntil(() -> session().shaping().wanted().orElseThrow().name().startsWith("falling 3"));
        choose("Towards the references");
        waitUntil(() -> workspace().settledProperty().get()
                && session().shaping().wanted().isEmpty()
                && shaped().tone().main().gap().each().size() == 3);
    }

    private void choose(String item) {
        MenuButton menu = lookup("#towards").query();
        interact(menu::show);
        interact(() -> menu.getItems().stream()
                .filter(i -> item.equals(i.getText()))
                .findFirst()
                .orElseThrow()
                .fire());
        interact(menu::hide);
    }
}
