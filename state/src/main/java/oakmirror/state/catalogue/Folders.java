package oakmirror.state.catalogue;

import java.util.List;
import java.util.Locale;
import oakmirror.media.library.Entry;
import oakmirror.text.Texts;

/** The folders profiles are filed under: no more than a word on each profile, so that a folder is there as long as something is in it. */
public final class Folders {

    private final LibraryModel library;

    /** The folders of a library. */
    public Folders(LibraryModel library) {
        this.library = library;
    }

    /** How many profiles are in a folder or one within it; of all folders where it is empty. */
    public long count(String folder) {
        return library.entries().stream()
                .filter(e -> Listing.isIn(e.about().folder(), folder))
                .count();
    }

    /** Files profiles under a folder, to be taken back; nothing is done where all are there already. */
    public void file(List<Entry> which, String folder) {
        List<Entry> elsewhere =
                which.stream().filter(e -> !e.about().folder().equals(folder)).toList();
        if (!elsewhere.isEmpty()) {
            library.edit(
                    Texts.of("catalogue.fileUnder", elsewhere.size(), folder), elsewhere, a -> a.withFolder(folder));
        }
    }

    /** Gives a folder another name, with all that is in it and in those within it, to be taken back. It joins a folder that has the name already. */
    public void rename(String folder, String name) {
        List<Entry> within = library.entries().stream()
                .filter(e -> Listing.isIn(e.about().folder(), folder))
                .toList();
        if (folder.isEmpty() || within.isEmpty() || folder.equals(name)) {
            return;
        }
        boolean wasShown =
                library.folderProperty().get().toLowerCase(Locale.ROOT).equals(folder.toLowerCase(Locale.ROOT));
        library.edit(
                Texts.of("catalogue.renameFolder", folder),
                within,
                a -> a.withFolder(name + a.folder().substring(folder.length())));
        if (wasShown) {
            library.folderProperty().set(name);
        }
    }
}
