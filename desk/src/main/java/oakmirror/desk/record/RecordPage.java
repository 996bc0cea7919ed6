package oakmirror.desk.record;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.SongAssessment;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.FileDrop;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.AlbumContours;
import oakmirror.desk.send.SendForm;
import oakmirror.desk.words.Words;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.delivery.Form;
import oakmirror.media.file.AudioFile;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.spectrum.Zone;
import oakmirror.state.mastering.AlbumHeard;
import oakmirror.state.mastering.AlbumSongs;
import oakmirror.state.mastering.AlbumSongs.Assessed;
import oakmirror.state.mastering.MastersFolder;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Record: the songs one after the other, a matrix of songs and zones that shows who sits apart, and how loud each will come out. */
public final class RecordPage extends VBox {

    private static final String KIND = "record";

    private final Workspace workspace;
    private final AlbumSongs songs;
    private final AlbumHeard heard;
    private final Settings settings;
    private final Asking asking;
    private final Consumer<Path> openSession;
    private final Label summary = new Label();
    private final Label told = Ui.label("", "warning");
    private final AlbumContours contours;
    private final HBox columns = new HBox(4);
    private final VBox rows = new VBox(4);
    private final ToggleButton each =
            Ui.choice(Texts.of("record.eachToTheAnchor"), Texts.of("record.eachToTheAnchor.tip"));
    private final ToggleButton oneGain = Ui.choice(Texts.of("record.oneGain"), Texts.of("record.oneGain.tip"));
    private final ToggleButton toAnchor = Ui.choice(Texts.of("record.anchor"), Texts.of("record.anchor.tip"));
    private final ToggleButton toMean = Ui.choice(Texts.of("record.others"), Texts.of("record.others.tip"));
    private final RecordFoot foot;
    private final Runnable showWays;
    private final Runnable refresh;
    private boolean isToMean;
    private String failure = "";
    private boolean isRendering;
    private int chosen = -1;

    /**
     * The page of a workspace.
     *
     * @param openSession opens a song's own session
     */
    public RecordPage(
            Workspace workspace,
            AlbumSongs songs,
            AlbumHeard heard,
            Settings settings,
            Asking asking,
            Consumer<Path> openSession) {
        this.workspace = workspace;
        this.songs = songs;
        this.heard = heard;
        this.settings = settings;
        this.asking = asking;
        this.openSession = openSession;
        refresh = Ui.coalesced(this, this::refresh);
        contours = new AlbumContours(this::hear);
        foot = new RecordFoot(songs, heard, this::render, told::setText);
        each.setId("way-each");
        oneGain.setId("way-one-gain");
        showWays = Ui.either(
                each,
                oneGain,
                () -> songs.album().way() == Way.ONE_GAIN,
                is -> songs.change(Texts.of("record.bringTheRecordTo"), a -> a.withWay(is ? Way.ONE_GAIN : Way.EACH)));
        Ui.either(toAnchor, toMean, () -> isToMean, is -> {
            isToMean = is;
            refresh.run();
        });
        toMean.setId("against-others");
        Button add = Ui.button(Texts.of("record.addSongs"), Texts.of("record.addSongs.tip"), this::addSongs);
        add.setId("add-songs");
        makeColumns();
        ScrollPane scroll = new ScrollPane(rows);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        rows.heightProperty()
                .subscribe(h -> scroll.setPrefHeight(h.doubleValue() + 2)); // the songs first, then pictures
        VBox.setVgrow(contours, Priority.ALWAYS);
        VBox.setVgrow(foot, Priority.ALWAYS);
        told.setWrapText(true);
        told.setId("record-told");
        told.managedProperty().bind(told.textProperty().isNotEmpty());
        getChildren()
                .addAll(
                        Ui.head(Texts.of("record.record"), summary, each, oneGain, add, Words.reading("Record")),
                        told,
                        contours,
                        columns,
                        scroll,
                        foot);
        getStyleClass().add("page");
        setSpacing(8);
        FileDrop.onto(
                this,
                files -> songs.add(
                        files.stream().filter(AudioFile::looksLikeAudio).toList()));
        workspace.sessionProperty().subscribe(s -> refresh.run());
        songs.standingProperty().subscribe(s -> refresh.run());
        songs.failureProperty().subscribe(f -> refresh.run());
        songs.want();
    }

    private void makeColumns() {
        columns.setAlignment(Pos.CENTER_LEFT);
        for (ToggleButton choice : List.of(toAnchor, toMean)) {
            choice.setMinWidth(USE_PREF_SIZE);
        }
        HBox against = new HBox(4, toAnchor, toMean);
        against.setAlignment(Pos.CENTER_LEFT);
        against.setPrefWidth(SongRow.NAME);
        against.setMinWidth(SongRow.NAME);
        columns.getStyleClass().add("song-columns");
        columns.getChildren().add(against);
        columns.getChildren().addAll(column("LUFS", SongRow.FIGURE), column(Texts.of("record.moves2"), SongRow.FIGURE));
        for (Zone zone : Zone.values()) {
            Label label = column(zone.shortLabel(), SongRow.ZONE);
            Ui.tip(label, zone.label());
            label.setAlignment(Pos.CENTER_RIGHT);
            columns.getChildren().add(label);
        }
        columns.getChildren()
                .addAll(
                        column("PLR", SongRow.FIGURE),
                        column(Texts.of("record.width"), SongRow.FIGURE),
                        Ui.label(Texts.of("record.proposed"), "quiet"));
    }

    private static Label column(String text, double width) {
        Label label = Ui.label(text, "quiet");
        label.setPrefWidth(width);
        label.setMinWidth(width);
        label.setAlignment(Pos.CENTER_RIGHT);
        return label;
    }

    private void refresh() {
        Album album = songs.album();
        Optional<Assessed> standing = songs.standingProperty().get();
        boolean isOfNow = standing.filter(
                        s -> s.record().songs().size() == album.songs().size())
                .isPresent();
        boolean isEmpty = album.isEmpty();
        for (javafx.scene.Node n : List.of(contours, columns, foot)) {
            n.setVisible(!isEmpty);
            n.setManaged(!isEmpty);
        }
        if (!songs.failureProperty().get().equals(failure)) {
            failure = songs.failureProperty().get();
            told.setText(failure);
        }
        summary.setText(
                isEmpty
                        ? Texts.of("record.theSongsOfAn")
                        : standing.map(s -> s.record().sentence()).orElse(Texts.of("record.readingTheSongs")));
        showWays.run();
        showRows(album, isOfNow ? standing : Optional.empty());
        foot.show(
                album,
                isOfNow ? standing : Optional.empty(),
                isRendering,
                Texts.of(
                        "record.numberedAsAsSend",
                        Form.of(workspace.session().output()).format().label(),
                        workspace.session().delivery().name().text(),
                        SendForm.shown(folder())));
    }

    private void showRows(Album album, Optional<Assessed> standing) {
        rows.getChildren().clear();
        if (album.isEmpty()) {
            rows.getChildren().add(Ui.label(Texts.of("record.dropTheSongsOf"), "quiet"));
            return;
        }
        List<AlbumContours.Song> strips = new ArrayList<>();
        int anchor = album.anchorIndex();
        for (int i = 0; i < album.songs().size(); i++) {
            AlbumSong song = album.songs().get(i);
            int index = i;
            Optional<SongAssessment> stands =
                    standing.map(s -> s.record().songs().get(index));
            double movesBy = standing.map(s -> s.movesBy(index)).orElse(Double.NaN);
            rows.getChildren()
                    .add(new SongRow(
                            i,
                            album.songs().size(),
                            song,
                            i == anchor,
                            stands,
                            movesBy,
                            isToMean,
                            i == chosen,
                            workspace.session().correction().strength(),
                            new RowActs()));
            stands.ifPresent(s -> {
                TrackMeasurement m = standing.get().album().songs().get(index).measurement();
                strips.add(strip(song.track().name(), m, movesBy, index == anchor));
            });
        }
        contours.show(strips, album.gapSeconds(), chosen);
    }

    private static AlbumContours.Song strip(String name, TrackMeasurement m, double movesBy, boolean isAnchor) {
        float[] lufs = m.contour().clone();
        for (int i = 0; i < lufs.length; i++) {
            lufs[i] += Double.isFinite(movesBy) ? (float) movesBy : 0;
        }
        return new AlbumContours.Song(name, lufs, TrackMeasurement.CONTOUR_SECONDS, m.seconds(), isAnchor);
    }

    private void addSongs() {
        songs.add(asking.files(
                Texts.of("record.theSongsOfThe"),
                KIND,
                Asking.audioFiles(),
                getScene().getWindow()));
    }

    private void hear(int song) {
        hear(song, Optional.empty());
    }

    private void hear(int song, Optional<Zone> zone) {
        chosen = song;
        songs.standingProperty().get().ifPresent(s -> heard.against(s, song, zone));
        refresh.run();
    }

    private Path folder() {
        return MastersFolder.of(settings, workspace.session());
    }

    private void render() {
        asking.folder(Texts.of("record.whereTheMastersOf"), "output", getScene().getWindow())
                .ifPresent(folder -> {
                    isRendering = true;
                    told.setText("");
                    refresh.run();
                    songs.render(folder, sentence -> {
                        isRendering = false;
                        refresh();
                        told.setText(sentence);
                    });
                });
    }

    private final class RowActs implements SongRow.Acts {
        @Override
        public void hear(int song, Optional<Zone> zone) {
            RecordPage.this.hear(song, zone);
        }

        @Override
        public void anchor(int song) {
            songs.anchor(songs.album().songs().get(song).track().id());
        }

        @Override
        public void move(int song, int by) {
            chosen = song + by;
            songs.change(Texts.of("record.reorderTheRecord"), a -> a.withMoved(song, song + by));
        }

        @Override
        public void corrected(int song, boolean value) {
            songs.change(
                    value ? Texts.of("record.correctASong") : Texts.of("record.leaveASongAs"),
                    a -> a.withSong(song, s -> s.withCorrected(value)));
        }

        @Override
        public void ownSession(int song) {
            songs.ownSession(song, folder(), openSession);
        }

        @Override
        public void letGo(int song) {
            songs.change(Texts.of("record.letASongsSession"), a -> a.withSong(song, AlbumSong::withoutSession));
        }

        @Override
        public void remove(int song) {
            chosen = -1;
            songs.change(Texts.of("record.takeASongOff"), a -> a.without(song));
        }
    }
}
