package oakmirror.desk.record;

import java.util.Optional;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.album.SongAssessment;
import oakmirror.correction.Move;
import oakmirror.desk.control.PressablePane;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.ZoneBar;
import oakmirror.session.AlbumSong;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A song in the matrix of the record: how loud it is and moves, in which zones it sits apart, what is proposed for it. */
final class SongRow extends HBox {

    static final double NAME = 150;
    static final double FIGURE = 48;
    static final double ZONE = 57;

    /** What can be done with it. */
    interface Acts {
        void hear(int song, Optional<Zone> zone);

        void anchor(int song);

        void move(int song, int by);

        void corrected(int song, boolean value);

        void ownSession(int song);

        void letGo(int song);

        void remove(int song);
    }

    private final int index;
    private final AlbumSong song;
    private final Acts acts;
    private final double strength;

    /**
     * A song.
     *
     * @param standing how it stands; empty while it is read
     * @param movesBy by how much it is turned, in LU
     * @param strength how much of what is proposed is applied
     * @param toMean whether it is shown against the mean of the others instead of the anchor
     */
    SongRow(
            int index,
            int count,
            AlbumSong song,
            boolean isAnchor,
            Optional<SongAssessment> standing,
            double movesBy,
            boolean toMean,
            boolean isChosen,
            double strength,
            Acts acts) {
        super(4);
        this.index = index;
        this.song = song;
        this.acts = acts;
        this.strength = strength;
        setId("song-" + index);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().addAll("song-row", isAnchor ? "anchor" : "plain");
        if (isChosen) {
            getStyleClass().add("chosen");
        }
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                acts.ownSession(index);
            }
        });
        getChildren().add(name(isAnchor));
        getChildren().add(figure(standing.map(SongAssessment::integratedLufs), false, Texts.of("record.lufs")));
        Label moves = figure(standing.map(s -> movesBy), true, Texts.of("record.byHowMuchIt"));
        moves.getStyleClass().add("strong");
        getChildren().add(moves);
        for (Zone zone : Zone.values()) {
            getChildren().add(zone(zone, standing, toMean));
        }
        getChildren().add(figure(standing.map(SongAssessment::plrDb), false, Texts.of("record.peakToLoudnessIn")));
        Label width = figure(standing.map(SongAssessment::sideToMidDb), false, Texts.of("record.sideOverMidIn"));
        standing.filter(s -> s.sideToMidDb() <= Width.MONO_DB).ifPresent(s -> width.setText(Texts.of("record.mono")));
        getChildren().add(width);
        getChildren().add(proposed(isAnchor, standing));
        getChildren().add(menu(count));
    }

    private PressablePane name(boolean isAnchor) {
        Label title = Ui.label((index + 1) + " " + song.track().name(), "strong");
        Label state = Ui.label(
                isAnchor
                        ? Texts.of("record.theAnchor")
                        : song.session().isPresent() ? Texts.of("record.itsOwnSession") : Texts.of("record.mix"),
                "quiet",
                "small");
        PressablePane box = PressablePane.card(1, () -> acts.hear(index, Optional.empty()), title, state);
        box.setPrefWidth(NAME);
        box.setMinWidth(NAME);
        box.setMaxWidth(NAME);
        box.setAccessibleText(
                Texts.of("record.hearAgainstTheAnchor", song.track().name()));
        Tooltip.install(box, new Tooltip(Texts.of("record.hearItWhereIt")));
        return box;
    }

    private static Label figure(Optional<Double> value, boolean signed, String tooltip) {
        String text =
                value.map(v -> signed ? Numbers.gain(v) : Numbers.level(v)).orElse("–");
        Label label = Ui.label(text);
        label.setPrefWidth(FIGURE);
        label.setMinWidth(FIGURE);
        label.setAlignment(Pos.CENTER_RIGHT);
        Ui.tip(label, tooltip);
        return label;
    }

    private PressablePane zone(Zone zone, Optional<SongAssessment> standing, boolean toMean) {
        ZoneBar bar = new ZoneBar();
        double db = standing.map(s -> (toMean ? s.toMeanDb() : s.toAnchorDb())[zone.ordinal()])
                .orElse(Double.NaN);
        boolean apart = standing.map(s -> s.apart().contains(zone)).orElse(false);
        bar.show(db, apart);
        PressablePane box = PressablePane.card(0, () -> acts.hear(index, Optional.of(zone)), bar);
        box.setId("zone-" + index + "-" + zone.ordinal());
        box.setPrefWidth(ZONE);
        box.setMinWidth(ZONE);
        String words = song.track().name() + ", " + zone.label() + ": " + Numbers.gainDb(db)
                + (toMean ? Texts.of("record.againstTheMeanOf") : Texts.of("record.againstTheAnchor"))
                + standing.filter(s -> apart)
                        .map(s -> Texts.of("record.ofWhichIsTaken", Numbers.gainDb(s.supportedDb()[zone.ordinal()])))
                        .orElse("");
        box.setAccessibleText(words);
        Tooltip.install(box, new Tooltip(Texts.of("record.pressToHearThat", words)));
        return box;
    }

    private VBox proposed(boolean isAnchor, Optional<SongAssessment> standing) {
        String head = "";
        String detail = "";
        if (!isAnchor && standing.isPresent()) {
            var moves = standing.get().moves();
            head = song.session().isPresent()
                    ? Texts.of("record.asItsSessionSays")
                    : moves.isEmpty()
                            ? Texts.of("record.nothing")
                            : song.corrected() ? Texts.of("counts.moves", moves.size()) : Texts.of("record.leftAsItIs");
            detail = moves.isEmpty()
                    ? Texts.of("record.withinTheRecord")
                    : moves.stream().limit(2).map(this::words).collect(Collectors.joining(", "))
                            + (moves.size() > 2 ? " …" : "");
        }
        VBox box = new VBox(1, Ui.label(head, "strong"), Ui.wrapped(detail, "quiet", "small"));
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(0);
        HBox.setMargin(box, new javafx.geometry.Insets(0, 0, 0, 12));
        HBox.setHgrow(box, Priority.ALWAYS);
        return box;
    }

    private String words(Move move) {
        return Texts.of("record.at", Numbers.gain(strength * move.treatedGainDb()), Numbers.about(move.centreHz()));
    }

    private MenuButton menu(int count) {
        MenuButton menu = new MenuButton("…");
        menu.setId("song-menu-" + index);
        menu.getStyleClass().add("quiet-menu");
        menu.setMinWidth(USE_PREF_SIZE);
        Ui.tip(menu, Texts.of("record.whatCanBeDone", song.track().name()));
        menu.getItems()
                .addAll(
                        Ui.item(Texts.of("record.holdTheOthersAgainst"), () -> acts.anchor(index)),
                        Ui.item(
                                song.corrected() ? Texts.of("record.leaveItAsIt") : Texts.of("record.correctIt"),
                                () -> acts.corrected(index, !song.corrected())),
                        Ui.item(
                                song.session().isPresent()
                                        ? Texts.of("record.openItsOwnSession")
                                        : Texts.of("record.giveItASession"),
                                () -> acts.ownSession(index)));
        if (song.session().isPresent()) {
            menu.getItems().add(Ui.item(Texts.of("record.letItsOwnSession"), () -> acts.letGo(index)));
        }
        if (index > 0) {
            menu.getItems().add(Ui.item(Texts.of("record.earlierOnTheRecord"), () -> acts.move(index, -1)));
        }
        if (index + 1 < count) {
            menu.getItems().add(Ui.item(Texts.of("record.laterOnTheRecord"), () -> acts.move(index, 1)));
        }
        menu.getItems().add(Ui.item(Texts.of("record.takeItOffThe"), () -> acts.remove(index)));
        return menu;
    }
}
