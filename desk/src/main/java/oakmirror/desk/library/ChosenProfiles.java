package oakmirror.desk.library;

import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.collections.ListChangeListener;
import javafx.collections.ObservableList;
import javafx.scene.control.MultipleSelectionModel;
import javafx.scene.control.SelectionMode;
import oakmirror.media.library.Entry;
import oakmirror.state.catalogue.LibraryModel;
import oakmirror.state.catalogue.Shown;

/** What is chosen in a list of profiles; it stays chosen when the list is put together anew. */
final class ChosenProfiles {

    private final LibraryModel library;
    private final MultipleSelectionModel<Shown> model;
    private final ObservableList<Shown> items;
    private final Consumer<List<Shown>> show;
    private Set<String> ids = Set.of();

    /** Follows a list from now on, of which several can be chosen; {@code show} is told what is chosen whenever it changes. */
    ChosenProfiles(
            LibraryModel library,
            MultipleSelectionModel<Shown> model,
            ObservableList<Shown> items,
            Consumer<List<Shown>> show) {
        this.library = library;
        this.model = model;
        this.items = items;
        this.show = show;
        model.setSelectionMode(SelectionMode.MULTIPLE);
        model.getSelectedItems().addListener((ListChangeListener<Shown>) c -> changed());
        library.relistingProperty().subscribe((was, is) -> {
            if (was && !is) {
                chooseAgain();
            }
        });
    }

    /** What is chosen, in the order of the list. */
    List<Shown> shown() {
        // A copy before anything else: the model's own list changes while it is read.
        return List.copyOf(
                model.getSelectedItems().stream().filter(s -> s != null).toList());
    }

    /** The same as entries. */
    List<Entry> entries() {
        return shown().stream().map(Shown::entry).toList();
    }

    private void chooseAgain() {
        Set<String> before = ids;
        model.clearSelection();
        for (int i = 0; i < items.size(); i++) {
            if (before.contains(items.get(i).entry().id())) {
                model.select(i);
            }
        }
        changed();
    }

    private void changed() {
        if (!library.relistingProperty().get()) {
            ids = entries().stream().map(Entry::id).collect(Collectors.toSet());
            show.accept(shown());
        }
    }
}
