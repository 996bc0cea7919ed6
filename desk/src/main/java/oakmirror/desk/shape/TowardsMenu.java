package oakmirror.desk.shape;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.correction.WantedTone;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.file.ToneFile;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What the tone is corrected towards: the references, or a wanted tone, one of a few plain tilts or one from a file. */
final class TowardsMenu extends MenuButton {

    private static List<ExtensionFilter> tables() {
        return List.of(
                new ExtensionFilter(Texts.of("shape.tables"), "*.csv", "*.tsv", "*.txt"),
                new ExtensionFilter(Texts.of("shape.allFiles"), "*.*"));
    }

    private final Workspace workspace;
    private final Asking asking;

    TowardsMenu(Workspace workspace, Asking asking) {
        this.workspace = workspace;
        this.asking = asking;
        setId("towards");
        getStyleClass().add("framed");
        Ui.tip(this, Texts.of("shape.whatTheToneIs"));
        setOnShowing(e -> fillItems());
        fillItems();
        workspace
                .sessionProperty()
                .map(s -> s.shaping().wanted())
                .subscribe(w ->
                        setText(w.isPresent() ? Texts.of("shape.towardsATone") : Texts.of("shape.towardsReferences")));
    }

    private void fillItems() {
        Optional<WantedTone> wanted = workspace.session().shaping().wanted();
        getItems()
                .setAll(
                        item(Texts.of("shape.towardsTheReferences"), Optional.empty(), wanted),
                        new SeparatorMenuItem());
        for (WantedTone tone : WantedTone.shipped()) {
            getItems().add(item(tone.name(), Optional.of(tone), wanted));
        }
        wanted.filter(w -> !WantedTone.shipped().contains(w))
                .ifPresent(w -> getItems().add(item(w.name(), Optional.of(w), wanted)));
        getItems().addAll(new SeparatorMenuItem(), Ui.item(Texts.of("shape.aToneFromA"), () -> asking.file(
                        Texts.of("shape.aWantedTone"),
                        "tone",
                        tables(),
                        getScene().getWindow())
                .ifPresent(this::read)));
    }

    private RadioMenuItem item(String name, Optional<WantedTone> tone, Optional<WantedTone> now) {
        RadioMenuItem item = new RadioMenuItem(name);
        item.setSelected(tone.equals(now));
        item.setOnAction(e -> choose(tone));
        return item;
    }

    private void choose(Optional<WantedTone> tone) {
        workspace.change(Texts.of("shape.correctTowardsSomethingElse"), s -> s.withWanted(tone));
    }

    /** Takes a tone from a file. */
    void read(Path file) {
        workspace
                .sessionTasks()
                .task(Kind.DISK, Texts.of("shape.reading2", file.getFileName()))
                .run(progress -> ToneFile.read(file), tone -> choose(Optional.of(tone)));
    }
}
