package oakmirror.desk.library;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.MenuButton;
import javafx.scene.layout.FlowPane;
import javafx.stage.FileChooser.ExtensionFilter;
import javafx.stage.Window;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.library.Entry;
import oakmirror.profile.ProfileFile;
import oakmirror.session.FoldRule;
import oakmirror.state.catalogue.Intake;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Trying;
import oakmirror.state.catalogue.Using;
import oakmirror.text.Texts;

/** What can be done with profiles that are chosen in the library. */
final class LibraryActions {

    private static List<ExtensionFilter> profileFiles() {
        return List.of(new ExtensionFilter(Texts.of("library.profiles"), "*" + ProfileFile.ENDING, "*.json"));
    }

    private final LibraryModel shelf;
    private final Intake intake;
    private final Trying trying;
    private final Using using;
    private final Asking asking;
    private final Supplier<List<Entry>> selected;
    private final Supplier<Window> window;

    LibraryActions(
            LibraryModel shelf,
            Intake intake,
            Trying trying,
            Using using,
            Asking asking,
            Supplier<List<Entry>> selected,
            Supplier<Window> window) {
        this.shelf = shelf;
        this.intake = intake;
        this.trying = trying;
        this.using = using;
        this.asking = asking;
        this.selected = selected;
        this.window = window;
    }

    /** The buttons; {@code compare} goes to Compare, {@code edit} opens the card of what is chosen. */
    FlowPane row(Runnable compare, Runnable edit) {
        var use = Ui.button(Texts.of("library.use"), Texts.of("library.use.tip"), this::use);
        use.getStyleClass().add("primary");
        use.setId("library-use");
        var fold = Ui.button(Texts.of("library.fold"), Texts.of("library.fold.tip"), this::fold);
        fold.setId("library-fold");
        var against = Ui.button(Texts.of("library.compare"), Texts.of("library.compare.tip"), () -> {
            use();
            compare.run();
        });
        against.setId("library-compare");
        var change = Ui.button(Texts.of("library.edit2"), Texts.of("library.edit2.tip"), edit);
        change.setId("library-edit-button");
        MenuButton more = new MenuButton(Texts.of("library.more"));
        more.getStyleClass().setAll("menu-button", "framed");
        more.setId("library-more");
        more.getItems()
                .addAll(
                        Ui.item(Texts.of("library.takeInAFolder"), this::takeFolder),
                        Ui.item(Texts.of("library.addProfilesFromFiles"), this::merge),
                        Ui.item(Texts.of("library.exportWhatIsChosen"), this::export),
                        Ui.item(Texts.of("library.foldAllOfThis"), this::foldFolder),
                        Ui.item(Texts.of("library.foldAllThatIs"), this::foldSearch),
                        Ui.item(Texts.of("library.removeWhatIsChosen"), this::remove));
        return Ui.flow(5, use, fold, against, change, more);
    }

    /** Takes what is chosen as references. */
    void use() {
        List<Entry> which = selected.get();
        if (which.isEmpty()) {
            return;
        }
        trying.end();
        using.asReferences(which);
    }

    private void fold() {
        List<Entry> which = selected.get();
        if (!which.isEmpty()) {
            trying.end();
            using.fold(which.get(0).about().folder(), which);
        }
    }

    private void foldFolder() {
        if (!shelf.folderProperty().get().isEmpty()) {
            using.fold(new FoldRule(FoldRule.Kind.FOLDER, shelf.folderProperty().get()));
        }
    }

    private void foldSearch() {
        if (!shelf.typedProperty().get().isBlank()) {
            using.fold(new FoldRule(FoldRule.Kind.SEARCH, shelf.typedProperty().get()));
        }
    }

    /** Takes what is tried as a reference, and ends the trial. */
    void useTried() {
        trying.triedProperty().get().ifPresent(profile -> {
            List<Entry> tried = shelf.entries().stream()
                    .filter(e -> e.id().equals(profile.id()))
                    .toList();
            trying.end();
            using.asReferences(tried);
        });
    }

    /** Removes what is chosen from the library. */
    void remove() {
        List<Entry> which = selected.get();
        if (!which.isEmpty()) {
            trying.end();
            shelf.remove(which);
        }
    }

    private void takeFolder() {
        asking.folder(Texts.of("library.aFolderOfMusic"), "library", window.get())
                .ifPresent(intake::takeFolder);
    }

    private void merge() {
        List<Path> files = asking.files(Texts.of("library.addProfiles"), "profiles", profileFiles(), window.get());
        intake.merge(files);
    }

    private void export() {
        List<Entry> which = selected.get();
        if (which.isEmpty()) {
            return;
        }
        String name = (which.size() == 1 ? which.get(0).about().title() : Texts.of("library.profilesFile"))
                        .replaceAll("[^\\p{L}\\p{N} -]", "")
                + ProfileFile.ENDING;
        Optional<Path> file =
                asking.save(Texts.of("library.exportProfiles"), "profiles", name, profileFiles(), window.get());
        file.ifPresent(f -> intake.export(which, f));
    }
}
