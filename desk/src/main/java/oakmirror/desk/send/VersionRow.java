package oakmirror.desk.send;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.session.NotedVersion;
import oakmirror.session.Track;
import oakmirror.session.Version;
import oakmirror.session.VersionNote;
import oakmirror.session.VersionNote.Status;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.mastering.Versions;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A version in the list: heard by a press, rated, noted on, kept or out, with its figures and what made it. */
final class VersionRow extends VBox {

    private static final double HEAR_WIDTH = 236;
    private static final double FIGURE_WIDTH = 66;
    /** What stands above the figures. */
    static List<String> columns() {
        return List.of("LUFS", "dBTP", Texts.of("send.range"), "PLR", Texts.of("send.taken"), Texts.of("send.average"));
    }

    private final NotedVersion version;
    private final Versions versions;

    /**
     * Of a version.
     *
     * @param isMissing whether its file is not there
     * @param heard hears it
     * @param again renders it again
     * @param inFolder shows its folder
     * @param number its place in the list, from 0
     */
    VersionRow(
            NotedVersion version,
            int number,
            boolean isMissing,
            Versions versions,
            VersionsHeard heard,
            Consumer<NotedVersion> again,
            Consumer<Version> inFolder) {
        this.version = version;
        this.versions = versions;
        getStyleClass().add("version-row");
        setSpacing(1);
        ToggleButton hear = Ui.choice(version.name(), Texts.of("send.hearItInThe"));
        hear.setMnemonicParsing(false);
        hear.setId("hear-version-" + number);
        hear.setPrefWidth(HEAR_WIDTH);
        hear.setMaxWidth(HEAR_WIDTH);
        hear.setAlignment(Pos.CENTER_LEFT);
        hear.setSelected(
                heard.heard().equals(java.util.Optional.of(version.version().id())));
        hear.setDisable(isMissing);
        hear.setOnAction(e -> heard.toggle(version.version()));
        HBox upper = new HBox(8, hear);
        upper.setAlignment(Pos.CENTER_LEFT);
        figures().forEach(f -> upper.getChildren().add(figure(f)));
        upper.getChildren()
                .addAll(
                        rating(),
                        note(number),
                        standing(Status.KEPT, "keep", Texts.of("send.keep"), number),
                        standing(Status.DISCARDED, "out", Texts.of("send.reject"), number),
                        menu(isMissing, again, inFolder));
        Label made = Ui.label(made(version.version()), "quiet");
        Ui.tip(made, version.version().file().toString());
        getChildren().addAll(upper, made);
        if (isMissing) {
            getChildren()
                    .add(new HBox(
                            8,
                            Ui.label(Texts.of("send.itsFileIsNot"), "warning"),
                            Ui.link(
                                    Texts.of("send.renderItAgain"),
                                    Texts.of("send.renderItAgain.tip"),
                                    () -> again.accept(version))));
        }
        setOpacity(version.isDiscarded() ? 0.55 : 1);
    }

    private List<String> figures() {
        Version.Figures f = version.version().figures();
        List<String> all = new ArrayList<>();
        for (double value : new double[] {
            f.integratedLufs(), f.truePeakDbtp(), f.rangeLu(), f.plrDb(), f.mostReductionDb(), f.averageReductionDb()
        }) {
            all.add(Numbers.level(value));
        }
        return all;
    }

    static Label figure(String text) {
        Label label = Ui.label(text, "figure");
        label.setMinWidth(FIGURE_WIDTH - 20);
        label.setPrefWidth(FIGURE_WIDTH - 12);
        label.setAlignment(Pos.CENTER_RIGHT);
        return label;
    }

    static double hearWidth() {
        return HEAR_WIDTH;
    }

    /** What it was made of, in a line. */
    private static String made(Version v) {
        String against = v.settings().references().isEmpty()
                ? Texts.of("send.againstNoReference")
                : Texts.of(
                        "send.against",
                        String.join(
                                ", ",
                                v.settings().references().stream()
                                        .map(Track::name)
                                        .toList()));
        return Texts.of(
                "send.madeOf",
                against,
                Math.round(100 * v.settings().correction().strength()),
                Math.round(100 * v.settings().correction().caution()),
                v.file().getFileName(),
                v.made().replace('T', ' ').replaceFirst(":\\d\\d$", ""));
    }

    private HBox rating() {
        HBox marks = new HBox(0);
        marks.setAlignment(Pos.CENTER);
        for (int r = 1; r <= VersionNote.BEST; r++) {
            int rating = r;
            boolean isSet = r <= version.note().rating();
            var mark =
                    Ui.link(isSet ? "◆" : "◇", Texts.of("send.rateItOfAgain", r, VersionNote.BEST), () -> rate(rating));
            mark.getStyleClass().add("rating");
            mark.setAccessibleText(Texts.of("send.rateOf", version.name(), r, VersionNote.BEST));
            marks.getChildren().add(mark);
        }
        return marks;
    }

    private void rate(int rating) {
        versions.note(version, n -> n.withRating(n.rating() == rating ? 0 : rating));
    }

    private Node note(int number) {
        TextField note = new TextField(version.note().note());
        note.setPromptText(Texts.of("send.aNoteAsFrom"));
        note.setAccessibleText(Texts.of("send.noteOn", version.name()));
        note.setId("version-note-" + number);
        note.setPrefColumnCount(10);
        note.setMinWidth(70);
        HBox.setHgrow(note, Priority.ALWAYS);
        note.setOnAction(
                e -> versions.note(version, n -> n.withNote(note.getText().strip())));
        note.focusedProperty().subscribe(is -> {
            if (!is && note.getScene() != null) {
                versions.note(version, n -> n.withNote(note.getText().strip()));
            }
        });
        return note;
    }

    private Node standing(Status standing, String id, String text, int number) {
        ToggleButton button =
                Ui.choice(text, standing == Status.KEPT ? Texts.of("send.keepItSendOut") : Texts.of("send.itIsOutIts"));
        button.setId("version-" + id + "-" + number);
        button.setSelected(version.note().standing() == standing);
        button.setOnAction(
                e -> versions.note(version, n -> n.withStanding(n.standing() == standing ? Status.OPEN : standing)));
        return button;
    }

    private MenuButton menu(boolean isMissing, Consumer<NotedVersion> again, Consumer<Version> inFolder) {
        MenuButton menu = new MenuButton(Texts.of("send.more"));
        menu.getStyleClass().add("quiet-menu");
        Ui.tip(menu, Texts.of("send.whatElseCanBe"));
        menu.getItems()
                .addAll(
                        Ui.item(Texts.of("send.rename"), () -> Ui.ask(
                                        getScene().getWindow(), Texts.of("send.whatIsItCalled"), version.name())
                                .ifPresent(name -> versions.note(version, n -> n.withName(name)))),
                        Ui.item(Texts.of("send.takeItsSettingsBack"), () -> versions.takeBack(version)),
                        Ui.item(Texts.of("send.renderItAgain"), () -> again.accept(version)),
                        Ui.item(Texts.of("send.showInFolder"), () -> inFolder.accept(version.version())));
        return menu;
    }
}
