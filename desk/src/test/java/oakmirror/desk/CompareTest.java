package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javax.imageio.ImageIO;
import oakmirror.Signals;
import oakmirror.compare.Comparison;
import oakmirror.compare.MatchedTone;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.Kind;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.listening.HitsAndTones;
import oakmirror.state.listening.MonitorControls;
import org.junit.jupiter.api.Test;

/** Compare in the real window: the sheet, its panels, what they are asked, and the findings. */
class CompareTest extends CompareWindow {

    private void openDemoOnCompare() throws Exception {
        openDemo();
        clickOn("#station-compare");
        waitUntil(() -> comparing().findingsProperty().get().size() == 6);
    }

    private static MenuItem item(List<MenuItem> items, String text) {
        return items.stream().filter(i -> text.equals(i.getText())).findFirst().orElseThrow();
    }

    private void choose(String menu, String item) {
        interact(() -> item(
                        ((Menu) item(
                                        lookup("#tone-more")
                                                .queryAs(MenuButton.class)
                                                .getItems(),
                                        menu))
                                .getItems(),
                        item)
                .fire());
    }

    @SuppressWarnings("unchecked")
    private <T> void choose(String box, java.util.function.Predicate<T> wanted) {
        ChoiceBox<T> choices = lookup(box).queryAs(ChoiceBox.class);
        interact(() -> choices.setValue(
                choices.getItems().stream().filter(wanted).findFirst().orElseThrow()));
    }

    @Test
    void theDemosFaultsAreToldInTheirOrderAndAClickShowsAndPlaysOne() throws Exception {
        openDemoOnCompare();
        assertThat(kinds().subList(0, 3)).containsExactlyInAnyOrder(Kind.TOO_MUCH, Kind.NARROW, Kind.TOO_LITTLE);
        assertThat(kinds().subList(3, 6))
                .containsExactly(Kind.QUIETER, Kind.REFERENCE_ENDS_EARLY, Kind.REFERENCE_CRUSHED);
        clickOn("#small-width");
        assertThat(onFx(() -> page().largeTitle())).isEqualTo("Width");

        clickOn("#finding-too_much");
        assertThat(onFx(() -> page().largeTitle())).isEqualTo("Tone");
        waitUntil(() -> listening().playingProperty().get());
        Finding.Band boom = findings().stream()
                .filter(f -> f.kind() == Kind.TOO_MUCH)
                .findFirst()
                .orElseThrow()
                .place()
                .band()
                .orElseThrow();
        assertThat(onFx(() -> listening().monitor().bandProperty().get()))
                .contains(new MonitorControls.Band(boom.lowHz(), boom.highHz()));
        waitUntil(() -> recentLevel() > -50);
        assertThat(onFx(() -> listening().loopingProperty().get()))
                .as("its passage goes round")
                .isTrue();
        assertThat(lookup("#finding-too_much .label").queryAllAs(Label.class))
                .anyMatch(l -> l.getText().startsWith("In the mix: ") && l.isVisible());

        clickOn("#finding-too_much");
        assertThat(onFx(() -> listening().playingProperty().get())).isFalse();
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();
        assertThat(onFx(() -> listening().loopingProperty().get())).isFalse();

        for (int i = 0; i <= kinds().indexOf(Kind.NARROW); i++) {
            type(KeyCode.N);
        }
        assertThat(onFx(() -> page().largeTitle())).as("a finding, by key").isEqualTo("Width");
    }

    @Test
    void aClickIsHeardFromASecondBeforeItsMoment() throws Exception {
        System.setProperty(
                "oakmirror.output.speed",
                "1"); // as it is listened to: on a busy machine seconds would be gone before they are looked at
        float[] plain = Signals.musicLike(48000, 12, 0.05, 1);
        float[] clicks = plain.clone();
        clicks[4 * 48000 + 2400] -= 0.8f;
        clicks[9 * 48000 + 2400] -= 0.8f;
        Path mix = TestFiles.write(folder.resolve("mix.wav"), OutputFormat.WAV_24, 48000, clicks, clicks);
        Path reference = TestFiles.write(folder.resolve("reference.wav"), OutputFormat.WAV_24, 48000, plain, plain);
        interact(() -> workspace().addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace().isReady());
        waitUntil(() -> lookup(".warning").queryAllAs(Label.class).stream()
                .anyMatch(l -> l.getText().contains("2 clicks")));
        clickOn("#station-compare");
        waitUntil(() -> kinds().contains(Kind.CLICKS));
        clickOn("#finding-clicks");
        waitUntil(() -> listening().playingProperty().get());
        waitUntil(() -> listening().secondsOf(0) > 3);
        assertThat(onFx(() -> listening().secondsOf(0))).isBetween(3.0, 8.0);
        clickOn("0:09.0");
        waitUntil(() -> listening().secondsOf(0) >= 8);
    }

    @Test
    void aDismissedFindingStaysAwayUntilItIsRecalled() throws Exception {
        openDemoOnCompare();
        clickOn("#finding-narrow .dismiss");
        waitUntil(() -> !kinds().contains(Kind.NARROW));
        assertThat(session().comparing().dismissed()).hasSize(1);
        Path file = folder.resolve("kept.oakmirror.json");
        saveAs(file);
        interact(() -> workspace().reset());
        interact(() -> app.window().open(file));
        waitUntil(() ->
                workspace().isReady() && !comparing().findingsProperty().get().isEmpty());
        assertThat(kinds()).doesNotContain(Kind.NARROW);
        clickOn("#station-compare");
        clickOn("#recall");
        waitUntil(() -> kinds().contains(Kind.NARROW));
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> !kinds().contains(Kind.NARROW));
        clickOn("#fold-findings");
        waitUntil(() -> lookup("#findings").query().getBoundsInLocal().getWidth() < 40);
    }

    @Test
    void theCurvesAreThoseOfCoreInEveryViewAndAHeldOneStays() throws Exception {
        openDemoOnCompare();
        for (Part part : Part.values()) {
            for (double octaves : new double[] {1.0 / 24, 1.0 / 3, 1}) {
                interact(() -> comparing()
                        .look(v ->
                                v.withPart(part).withResolution(octaves, false).withTilt(3)));
                Comparison c = compared();
                for (int i = 0; i < c.members().size(); i++) {
                    var m = c.members().get(i);
                    double[] expected =
                            FractionalOctave.tilted(MatchedTone.of(m.measured(), c.lufs(), octaves, part), 3);
                    int index = i;
                    assertThat(onFx(() -> tone().shownLevels(index)))
                            .as("%s of track %d", part, i)
                            .containsExactly(expected, within(1e-9));
                }
            }
        }
        interact(() -> comparing().look(v -> v.withPart(Part.STEREO).withResolution(1.0 / 3, false)));
        double[] before = onFx(() -> tone().shownLevels(0));
        type(KeyCode.K);
        choose("Tilt", "None");
        waitUntil(() -> sheet().view().tilt() == 0);
        double[] held = onFx(() -> tone().heldLevels().orElseThrow());
        double[] now = onFx(() -> tone().shownLevels(0));
        assertThat(held).as("turned with the picture").containsExactly(now, within(1e-9));
        assertThat(now[0]).isNotCloseTo(before[0], within(5.0));
        choose("FFT block size", "1.6 s");
        waitUntil(() -> Math.abs(tone().shownLevels(0)[60] - now[60]) > 1e-6);
        assertThat(onFx(() -> tone().heldLevels().orElseThrow())).as("held").containsExactly(held, within(1e-9));
        double[] finer = onFx(() -> tone().shownLevels(0));
        assertThat(finer[120]).as("other blocks, the same music").isCloseTo(now[120], within(1.5));
    }

    @Test
    void theCorridorIsAsWideAsItIsSetAndUndoBringsItBack() throws Exception {
        openDemoOnCompare();
        int band = 120;
        double narrow = compared().corridor().at(band).high()
                - compared().corridor().at(band).low();
        choose("Minimum corridor", "± 6.0 dB");
        waitUntil(() -> compared().corridor().at(band).high()
                        - compared().corridor().at(band).low()
                > 11.999);
        for (int b = 0; b < 200; b++) {
            var span = compared().corridor().at(b);
            assertThat(span.high() - span.low()).isGreaterThanOrEqualTo(12 - 1e-9);
        }
        int inside = compared().zonesInside().size();
        assertThat(inside).isGreaterThan(2);
        assertThat(lookup("#station-compare .rail-state").queryAs(Label.class).getText())
                .startsWith(inside + " of 7 inside");
        press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
        waitUntil(() -> Math.abs(compared().corridor().at(band).high()
                        - compared().corridor().at(band).low()
                        - narrow)
                < 1e-9);
    }

    @Test
    void aDragOverTheCurvesHearsABandAndTheWheelZooms() throws Exception {
        openDemoOnCompare();
        Bounds at = onFx(() -> tone().localToScreen(tone().getBoundsInLocal()));
        double y = at.getMinY() + at.getHeight() / 2;
        double left = at.getMinX() + 42;
        double width = at.getWidth() - 42 - 14; // the plot's margins
        double x1 = left + width / 3; // three decades: 20 Hz, 200 Hz, 2 kHz, 20 kHz
        moveTo(x1, y).press(MouseButton.PRIMARY).moveTo(left + width * 2 / 3, y).release(MouseButton.PRIMARY);
        MonitorControls.Band band =
                onFx(() -> listening().monitor().bandProperty().get().orElseThrow());
        assertThat(band.lowHz()).isCloseTo(200, within(4.0));
        assertThat(band.highHz()).isCloseTo(2000, within(40.0));
        clickOn(x1, y);
        assertThat(onFx(() -> listening().monitor().bandProperty().get())).isEmpty();

        turnWheel(tone(), onFx(() -> tone().getWidth()) / 2, 50);
        clickOn("All frequencies");
        assertThat(onFx(() -> lookup("All frequencies").tryQuery().filter(n -> n.isVisible())))
                .isEmpty();
    }

    @Test
    void hitsAreHeardAndReadAgainstTonesOnceTracksAreTakenApart() throws Exception {
        openDemoOnCompare();
        press(KeyCode.ALT).type(KeyCode.DIGIT3).release(KeyCode.ALT);
        Node plot = lookup("#hits-by-zone").query();
        assertThat(onFx(plot::isVisible)).isFalse();
        clickOn("#take-apart");
        waitUntil(() -> onFx(() -> plot.queryAccessibleAttribute(AccessibleAttribute.TEXT)
                .toString()
                .contains("Air, mix ")));
        assertThat(onFx(() -> plot.queryAccessibleAttribute(AccessibleAttribute.TEXT)))
                .asString()
                .contains("Sub, ");
        clickOn("#hear-hits");
        assertThat(onFx(() -> heardPart())).isEqualTo(HitsAndTones.Part.HITS);
        press(KeyCode.SHIFT).type(KeyCode.T).release(KeyCode.SHIFT);
        assertThat(onFx(() -> heardPart())).isEqualTo(HitsAndTones.Part.TONES);
        clickOn("#hear-tones");
        assertThat(onFx(() -> heardPart())).isEqualTo(HitsAndTones.Part.ALL);
        Path csv = folder.resolve("hits.csv");
        interact(() -> page().saveNumbers(csv));
        assertThat(Files.readAllLines(csv).get(1)).matches(".*,-?[0-9.]+$");
    }

    private HitsAndTones.Part heardPart() {
        return listening().hitsAndTones().partProperty().get();
    }

    @Test
    void everyPanelComesUpLargeAndItsPictureAndNumbersCanBeTakenOut() throws Exception {
        openDemoOnCompare();
        List<String> panels = List.of("Loudness", "Dynamics", "Width", "Spectrogram", "Elsewhere", "Tone");
        for (int i = 0; i < panels.size(); i++) {
            String panel = panels.get(i);
            if (i < 2) {
                clickOn("#small-" + panel.toLowerCase(java.util.Locale.ROOT));
            } else { // tone is the first of them
                press(KeyCode.ALT)
                        .type(KeyCode.getKeyCode(String.valueOf(1 + (i + 1) % 6)))
                        .release(KeyCode.ALT);
            }
            assertThat(onFx(() -> page().largeTitle())).isEqualTo(panel);
            if (panel.equals("Spectrogram")) {
                Sheet s = sheet();
                waitUntil(() -> s.comparison().members().subList(0, 2).stream().allMatch(m -> comparing()
                        .pictures()
                        .spectrogram(s.slot(m), s.range(m))
                        .isPresent()));
            }
            if (panel.equals("Elsewhere")) {
                waitUntil(() ->
                        !lookup("#through-words").queryAs(Label.class).getText().isEmpty());
            }
            Path png = folder.resolve(panel + ".png");
            Path csv = folder.resolve(panel + ".csv");
            interact(() -> page().savePicture(png));
            waitUntil(() -> workspace().messageProperty().get().equals("Saved " + png.getFileName() + "."));
            interact(() -> page().saveNumbers(csv));
            waitUntil(() -> workspace().messageProperty().get().equals("Saved " + csv.getFileName() + "."));
            BufferedImage image = ImageIO.read(png.toFile());
            assertThat(image.getWidth()).as("twice as fine as on screen").isGreaterThan(1000);
            List<String> lines = Files.readAllLines(csv);
            assertThat(lines).hasSizeGreaterThan(4);
            int columns = lines.get(0).split(",").length;
            assertThat(lines)
                    .as(panel)
                    .allMatch(l -> l.replaceAll("\"[^\"]*\"", "name").split(",", -1).length == columns);
        }
        assertThat(Files.readAllLines(folder.resolve("Tone.csv")).get(0))
                .startsWith("frequency_hz,mix_db,reference_1_db")
                .endsWith("corridor_low_db,corridor_high_db,gap_db");
        interact(() -> page().copyNumbers());
        assertThat(onFx(() -> Clipboard.getSystemClipboard().getString())).startsWith("frequency_hz,");
        press(KeyCode.CONTROL, KeyCode.SHIFT).type(KeyCode.C).release(KeyCode.SHIFT, KeyCode.CONTROL);
        assertThat(onFx(() -> workspace().messageProperty().get())).isEqualTo("Picture copied to the clipboard.");
        interact(() -> page().savePicture(folder.resolve("no such folder").resolve("x.png")));
        waitUntil(() -> workspace().messageProperty().get().contains("can’t be written. Choose a folder"));
    }

    @Test
    void readingsOfTheDemoStandInThePanels() throws Exception {
        openDemoOnCompare();
        press(KeyCode.ALT).type(KeyCode.DIGIT3).release(KeyCode.ALT);
        assertThat(lookup("#dynamics-words").queryAs(Label.class).getText())
                .isEqualTo(
                        "PLR 12.7, theirs 6.8 to 9.2: more, but within what an unlimited mix or another song would have.");
        press(KeyCode.ALT).type(KeyCode.DIGIT4).release(KeyCode.ALT);
        assertThat(lookup("#comb").queryAs(Label.class).getText()).startsWith("No comb");
        assertThat(lookup("#findings .small").queryAllAs(Label.class))
                .anyMatch(l -> l.getText().startsWith("For the mix’s passage"));
        clickOn("Whole tracks");
        waitUntil(() -> lookup("#findings .small").queryAllAs(Label.class).stream()
                .anyMatch(l -> l.getText().equals("For whole tracks")));
        press(KeyCode.ALT).type(KeyCode.DIGIT2).release(KeyCode.ALT);
        choose("#delivery-target", (oakmirror.finish.DeliveryTarget t) -> t.name()
                .equals("EBU R 128"));
        type(KeyCode.SPACE);
        waitUntil(() -> lookup("#live").queryAs(Label.class).getText().contains("LUFS")
                && Double.isFinite(listening().meter().integratedLufs()));
        assertThat(onFx(() -> listening().meter().highestPeakDbtp())).isGreaterThan(-60);
        type(KeyCode.SPACE);
        waitUntil(() -> !listening().playingProperty().get());
        clickOn("#restart");
        waitUntil(() -> Double.isNaN(listening().meter().integratedLufs()));
        type(KeyCode.SPACE);
        waitUntil(() -> Double.isFinite(listening().meter().integratedLufs()));
    }

    /** A mono mix at 8 kHz, silence, a clip of 200 ms and a mix by itself: each panel stands, and nothing is made up. */
    @Test
    void uglyFilesGiveDashesAndNoFindingsThatAreNotThere() throws Exception {
        float[] music = Signals.musicLike(8000, 6, 0.3, 1);
        ByteBuffer data = ByteBuffer.allocate(2 * music.length).order(ByteOrder.LITTLE_ENDIAN);
        for (float sample : music) {
            data.putShort((short) (sample * 32767));
        }
        Path mono = TestFiles.wav(folder.resolve("mono.wav"), 1, 1, 8000, 16, data.array(), data.capacity());
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"), OutputFormat.WAV_16, 44100, new float[44100], new float[44100]);
        Path brief = TestFiles.music(folder.resolve("brief.wav"), 48000, 0.2, 0.3);
        interact(() -> workspace().addFiles(List.of(mono)));
        clickOn("#station-compare");
        waitUntil(() -> compared().members().size() == 1);
        press(KeyCode.ALT).type(KeyCode.DIGIT2).release(KeyCode.ALT);
        assertThat(findings()).isEmpty();
        interact(() -> workspace().addFiles(List.of(silent, brief)));
        waitUntil(() -> compared().members().size() == 3);
        for (KeyCode key : List.of(KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5)) {
            press(KeyCode.ALT).type(key).release(KeyCode.ALT);
            interact(() -> page().saveNumbers(folder.resolve("ugly.csv")));
            assertThat(Files.readString(folder.resolve("ugly.csv"))).doesNotContain("NaN", "Infinity");
        }
        assertThat(findings()).allMatch(f -> f.track() != 1, "nothing is said of silence");
        assertThat(findings())
                .noneMatch(f -> f.evidence().contains("NaN") || f.evidence().contains("Infinity"));
        assertThat(compared().corridor().at(Zone.AIR.ordinal()).isKnown())
                .as("neither has a loudness to be compared at")
                .isFalse();
        Path longer = TestFiles.music(folder.resolve("longer.wav"), 48000, 0.6, 0.3);
        interact(() -> workspace().addFiles(List.of(longer)));
        waitUntil(() -> compared().members().size() == 4);
        assertThat(compared().corridor().at(Zone.AIR.ordinal()).isKnown()).isTrue();
    }
}
