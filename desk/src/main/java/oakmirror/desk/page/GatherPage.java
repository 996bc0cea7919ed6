package oakmirror.desk.page;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.collections.ListChangeListener;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import oakmirror.desk.look.Readings;
import oakmirror.desk.model.Listening;
import oakmirror.desk.model.Settings;
import oakmirror.desk.model.TrackSlot;
import oakmirror.desk.model.Workspace;
import oakmirror.desk.plot.ContourTrack;
import oakmirror.desk.plot.TimeMirror;
import oakmirror.measure.TrackMeasurement;
import oakmirror.media.file.AudioFile;

/** Gather: the mix and its references, their loudness over time facing each other, and their levels. */
public final class GatherPage extends StackPane {

    private final Workspace workspace;
    private final Listening listening;
    private final Settings settings;
    private final IntegerProperty selected = new SimpleIntegerProperty(1);
    private final TimeMirror mirror;
    private final VBox rows = new VBox();
    private final Label matched = Ui.label("", "accent", "strong");
    private final VBox content;
    private final Node empty;

    /** The page of a workspace; {@code openDemo} opens the demo session. */
    public GatherPage(Workspace workspace, Listening listening, Settings settings, Runnable openDemo) {
        this.workspace = workspace;
        this.listening = listening;
        this.settings = settings;
        mirror = new TimeMirror(listening::seek);
        mirror.setId("mirror");
        mirror.getStyleClass().add("card");
        mirror.rangeProperty().bindBidirectional(listening.rangeProperty());
        mirror.setMinHeight(150);
        mirror.setPrefHeight(280);
        listening.positionProperty().subscribe(s -> mirror.setPosition(s.doubleValue()));
        VBox.setVgrow(mirror, Priority.ALWAYS);

        ScrollPane table = new ScrollPane(rows);
        table.setFitToWidth(true);
        table.getStyleClass().add("plain-scroll");
        table.setMinHeight(150);
        table.setPrefHeight(270);
        Region titles = TrackRow.titles();
        titles.maxWidthProperty()
                .bind(table.viewportBoundsProperty().map(Bounds::getWidth)); // also beside a scroll bar
        content = new VBox(10, head(), mirror, levels(), titles, table);
        content.getStyleClass().add("page");
        empty = empty(openDemo);
        getChildren().addAll(content, empty);

        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> refresh());
        workspace.tracks().revisionProperty().subscribe(r -> refresh());
        workspace.levelsProperty().subscribe(l -> refresh());
        workspace
                .sessionProperty()
                .map(s -> List.of(s.isBlank(), s.levelsMatched()))
                .subscribe(b -> refresh());
        selected.subscribe(i -> refresh());
        listening.heardProperty().subscribe(i -> {
            if (i.intValue() > 0) {
                selected.set(i.intValue());
            }
        });
    }

    /** The part of the time in view, for looping it. */
    public TimeMirror mirror() {
        return mirror;
    }

    private Node head() {
        return Ui.head(
                "Gather",
                new Label("drop files or folders anywhere; the first is the mix"),
                Ui.link("add tracks", "Choose audio files (Ctrl+T)", this::chooseFiles),
                Ui.link("add folder", "Add every audio file of a folder", this::chooseFolder));
    }

    private Node levels() {
        ToggleButton match = Ui.choice("match levels", "Hear every reference at the mix's integrated loudness");
        match.setId("match-levels");
        match.setOnAction(e -> workspace.change("match levels", s -> s.withLevelsMatched(match.isSelected())));
        workspace.sessionProperty().subscribe(s -> match.setSelected(s.levelsMatched()));
        HBox row = new HBox(
                10,
                Ui.label("Levels", "subheading"),
                match,
                Ui.label("references come to the mix, by integrated loudness", "quiet"),
                Ui.spring(),
                matched);
        row.getStyleClass().add("strip");
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private Node empty(Runnable openDemo) {
        Button add = Ui.button("choose files", "Choose audio files (Ctrl+T)", this::chooseFiles);
        Button demo = Ui.button("open the demo", "A mix and three references to try things with", openDemo);
        demo.setId("open-demo");
        HBox buttons = new HBox(10, add, demo);
        buttons.setAlignment(Pos.CENTER);
        VBox area = new VBox(
                14,
                Ui.label("Drop your mix and a few references here", "heading"),
                Ui.label("The first file is the mix. WAV, AIFF, FLAC, MP3, AAC, Ogg and Opus, any rate.", "quiet"),
                buttons);
        area.setAlignment(Pos.CENTER);
        area.getStyleClass().add("drop-area");
        StackPane place = new StackPane(area);
        place.getStyleClass().add("page");
        return place;
    }

    private void refresh() {
        boolean blank = workspace.session().isBlank();
        content.setVisible(!blank);
        empty.setVisible(blank);
        List<TrackSlot> all = workspace.tracks().all();
        boolean hasMix = workspace.tracks().mix().isPresent();
        if (!all.isEmpty() && (selected.get() < 1 || selected.get() >= all.size())) {
            selected.set(Math.min(1, all.size() - 1));
        }
        rows.getChildren().clear();
        for (int i = 0; i < all.size(); i++) {
            rows.getChildren().add(new TrackRow(this, all.get(i), hasMix ? i : i + 1, i));
        }
        Optional<TrackSlot> reference =
                all.size() > 1 && selected.get() > 0 ? Optional.of(all.get(selected.get())) : Optional.empty();
        Optional<TrackSlot> mix = workspace.tracks().mix();
        mirror.show(
                mix.flatMap(m -> contour(m, 0)),
                figure(mix),
                reference.flatMap(r -> contour(r, selected.get())),
                figure(reference));
        matched.setText(
                !workspace.session().levelsMatched()
                        ? "as they are"
                        : workspace.levelsProperty().get().mixOffsetDb() < -0.05
                                ? "matched; all come down so that nothing clips"
                                : "matched");
    }

    static Optional<ContourTrack> contour(TrackSlot slot, int index) {
        return slot.imported().map(t -> {
            TrackMeasurement m = t.measurement();
            return new ContourTrack(index, m.contour(), TrackMeasurement.CONTOUR_SECONDS, m.seconds());
        });
    }

    private static String figure(Optional<TrackSlot> slot) {
        return slot.flatMap(TrackSlot::imported)
                .map(t -> Readings.level(t.measurement().loudness().integratedLufs()))
                .orElse("");
    }

    boolean isSelected(int index) {
        return index == selected.get() && index > 0;
    }

    void select(int index) {
        selected.set(Math.max(index, 0));
        listening.hear(index);
    }

    double offsetDb(int index) {
        return listening.offsetDb(index);
    }

    /** The rate that is the usual one here, not worth a note. */
    Optional<Integer> rate() {
        return workspace.tracks().rate();
    }

    void retry(TrackSlot slot) {
        workspace.tracks().retry(slot);
        refresh();
    }

    void find(TrackSlot slot) {
        FileChooser chooser = chooser("Find " + slot.file().path().getFileName());
        File file = chooser.showOpenDialog(getScene().getWindow());
        if (file != null) {
            settings.rememberFolder("audio", file.toPath().getParent());
            workspace.relocate(slot.file(), file.toPath());
        }
    }

    void remove(int index) {
        boolean hasMix = workspace.tracks().mix().isPresent();
        workspace.change(
                "remove a track",
                s -> hasMix && index == 0
                        ? s.withMix(Optional.empty())
                        : s.withoutReference(hasMix ? index - 1 : index));
    }

    void useAsMix(int index) {
        boolean hasMix = workspace.tracks().mix().isPresent();
        workspace.change("use as the mix", s -> {
            int reference = hasMix ? index - 1 : index;
            var next = s.withMix(Optional.of(s.references().get(reference))).withoutReference(reference);
            return s.mix().map(next::withReference).orElse(next);
        });
    }

    /** Lets the user choose audio files to add. */
    public void chooseFiles() {
        List<File> files =
                chooser("Add tracks").showOpenMultipleDialog(getScene().getWindow());
        if (files != null && !files.isEmpty()) {
            settings.rememberFolder("audio", files.get(0).toPath().getParent());
            addAll(files.stream().map(File::toPath).toList());
        }
    }

    private void chooseFolder() {
        DirectoryChooser chooser = new DirectoryChooser();
        settings.folder("audio").ifPresent(f -> chooser.setInitialDirectory(f.toFile()));
        File folder = chooser.showDialog(getScene().getWindow());
        if (folder != null) {
            settings.rememberFolder("audio", folder.toPath());
            addAll(List.of(folder.toPath()));
        }
    }

    private FileChooser chooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        settings.folder("audio").ifPresent(f -> chooser.setInitialDirectory(f.toFile()));
        chooser.getExtensionFilters()
                .addAll(
                        new FileChooser.ExtensionFilter("Audio", AudioFile.patterns()),
                        new FileChooser.ExtensionFilter("All files", "*.*"));
        return chooser;
    }

    /** Adds files, and of folders every audio file below them. */
    public void addAll(List<Path> paths) {
        List<Path> files = paths.stream()
                .flatMap(p -> Files.isDirectory(p) ? audioIn(p).stream() : Stream.of(p))
                .toList();
        if (files.isEmpty()) {
            workspace.messageProperty().set("There is no audio file in that folder.");
        }
        workspace.addFiles(files);
    }

    private List<Path> audioIn(Path folder) {
        try (Stream<Path> files = Files.walk(folder, 4)) {
            return files.filter(Files::isRegularFile)
                    .filter(AudioFile::looksLikeAudio)
                    .sorted()
                    .toList();
        } catch (IOException | java.io.UncheckedIOException e) {
            workspace.messageProperty().set("The folder " + folder.getFileName() + " may not be read.");
            return List.of();
        }
    }
}
