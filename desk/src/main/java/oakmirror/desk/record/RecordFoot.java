package oakmirror.desk.record;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.SpinnerValueFactory.DoubleSpinnerValueFactory;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.AlbumLadder;
import oakmirror.session.Album;
import oakmirror.state.mastering.AlbumHeard;
import oakmirror.state.mastering.AlbumSongs;
import oakmirror.state.mastering.AlbumSongs.Assessed;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The foot of Record: how loud each song is and will be, to what loudness, the gaps between songs, and rendering all of them. */
final class RecordFoot extends VBox {

    /** Some hundred letters: longer lines are hard to read. */
    private static final double LINE_WIDTH = 620;

    private static final double LONGEST_GAP = 30;

    private final AlbumSongs songs;
    private final Consumer<String> told;
    private final AlbumLadder ladder = new AlbumLadder();
    private final TextField target = new TextField();
    private final Spinner<Double> gap = new Spinner<>();
    private final Label form = Ui.label("", "quiet");
    private final Button render;
    private final Button joins;

    /**
     * For the songs of a record.
     *
     * @param told takes what is wrong, in one sentence
     */
    RecordFoot(AlbumSongs songs, AlbumHeard heard, Runnable onRender, Consumer<String> told) {
        super(8);
        this.songs = songs;
        this.told = told;
        render = Ui.button(Texts.of("record.render"), Texts.of("record.render.tip"), onRender);
        render.setId("render-record");
        render.getStyleClass().add("primary");
        joins = Ui.link(
                Texts.of("record.listenAcrossTheJoins"),
                Texts.of("record.listenAcrossTheJoins.tip"),
                () -> songs.standingProperty().get().ifPresent(heard::acrossJoins));
        joins.setId("hear-joins");
        makeTarget();
        makeGap();
        Label legend = Ui.label(Texts.of("record.barsHatchedWhereA"), "quiet");
        legend.setWrapText(true);
        legend.setMaxWidth(LINE_WIDTH);
        HBox loudness = new HBox(
                8, Ui.label(Texts.of("record.to"), "quiet"), target, Ui.label(Texts.of("record.lufs"), "quiet"));
        loudness.setAlignment(Pos.CENTER_LEFT);
        FlowPane gaps = Ui.flow(
                8, Ui.label(Texts.of("record.gaps"), "quiet"), gap, Ui.label(Texts.of("record.s"), "quiet"), joins);
        form.setWrapText(true);
        VBox right = new VBox(7, loudness, gaps, render, form);
        right.setMinWidth(290);
        right.setPrefWidth(330);
        Label head = Ui.label(Texts.of("record.loudness"), "subheading");
        head.setMinWidth(USE_PREF_SIZE);
        HBox.setHgrow(ladder, Priority.ALWAYS);
        HBox row = new HBox(16, head, ladder, right);
        VBox.setVgrow(row, Priority.ALWAYS);
        getChildren().addAll(legend, row);
        setMinHeight(USE_PREF_SIZE);
    }

    private void makeTarget() {
        target.setId("record-target");
        target.setPrefColumnCount(5);
        target.setAccessibleText(Texts.of("record.loudnessOfTheRecord"));
        Ui.tip(target, Texts.of("record.loudnessOfTheRecord2"));
        target.setOnAction(e -> takeTarget());
        target.focusedProperty().subscribe(is -> {
            if (!is) {
                takeTarget();
            }
        });
    }

    private void takeTarget() {
        String text = target.getText().strip().replace('−', '-').replace(',', '.');
        try {
            Optional<Double> value = text.isEmpty() ? Optional.empty() : Optional.of(Double.parseDouble(text));
            told.accept("");
            if (!value.equals(songs.album().targetLufs())) {
                songs.change(Texts.of("record.chooseTheRecordsLoudness"), a -> a.withTarget(value));
            }
        } catch (IllegalArgumentException e) {
            told.accept(Texts.of("record.isNoLoudnessWrite", text));
        }
    }

    private void makeGap() {
        DoubleSpinnerValueFactory values = new DoubleSpinnerValueFactory(0, LONGEST_GAP, Album.NONE.gapSeconds(), 0.5);
        values.setConverter(Ui.typed(values));
        gap.setValueFactory(values);
        gap.setEditable(true);
        gap.setPrefWidth(84);
        gap.setId("record-gap");
        Ui.tip(gap, Texts.of("record.silenceBetweenTwoSongs"));
        gap.valueProperty().subscribe(v -> {
            if (v != null && v != songs.album().gapSeconds()) {
                songs.change(Texts.of("record.changeTheGaps"), "record-gaps", a -> a.withGap(v));
            }
        });
    }

    /** Shows a record; nothing of it while it is read. */
    void show(Album album, Optional<Assessed> standing, boolean isRendering, String formWords) {
        if (!target.isFocused()) {
            target.setText(album.targetLufs().map(Numbers::level).orElse(""));
            target.setPromptText(
                    standing.map(s -> Numbers.level(s.album().wantedLufs())).orElse(Texts.of("record.anchors")));
        }
        gap.getValueFactory().setValue(album.gapSeconds());
        int count = album.songs().size();
        render.setText(Texts.of("record.render2", Texts.of("counts.masters", count)));
        render.setDisable(isRendering || standing.isEmpty());
        joins.setDisable(standing.isEmpty() || count < 2);
        form.setText(formWords);
        List<AlbumLadder.Rung> rungs = new ArrayList<>();
        standing.ifPresent(s -> {
            for (int i = 0; i < s.record().songs().size(); i++) {
                rungs.add(new AlbumLadder.Rung(
                        album.songs().get(i).track().name(),
                        s.record().songs().get(i).integratedLufs(),
                        s.targets().get(i),
                        i == album.anchorIndex()));
            }
        });
        ladder.show(rungs);
    }
}
