package oakmirror.media.place;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import oakmirror.media.cache.UserFolders;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceFile;
import oakmirror.place.ShippedPlaces;
import oakmirror.text.Texts;

/** The listening places there are: those that come with the program, then the user's own, each a file in a folder beside the settings. */
public final class ListeningPlaces {

    private static final int MOST_OWN = 100;

    private ListeningPlaces() {}

    /**
     * What was read.
     *
     * @param byId places by what they are known by in files
     * @param refused a sentence for each file that is no place
     */
    public record Read(Map<String, ListeningPlace> byId, List<String> refused) {}

    /** Where the user's own are. */
    public static Path folder() {
        return UserFolders.config().resolve("places");
    }

    /** Reads all of them. */
    public static Read read() {
        Map<String, ListeningPlace> all = new LinkedHashMap<>(ShippedPlaces.all());
        List<String> refused = new ArrayList<>();
        for (Path file : files()) {
            String name = file.getFileName().toString();
            String id = idOf(file);
            try {
                all.put(all.containsKey(id) ? id + " (own)" : id, PlaceFile.read(file));
            } catch (IllegalArgumentException e) {
                refused.add(Texts.of("places.isNoListeningPlace", name, e.getMessage()));
            } catch (IOException e) {
                refused.add(Texts.of("places.cannotBeRead", name));
            }
        }
        return new Read(all, refused);
    }

    /** What a place in the folder is known by. */
    public static String idOf(Path file) {
        String name = file.getFileName().toString();
        return name.substring(0, name.length() - PlaceFile.ENDING.length());
    }

    private static List<Path> files() {
        List<Path> files = new ArrayList<>();
        if (Files.isDirectory(folder())) {
            try (DirectoryStream<Path> own = Files.newDirectoryStream(folder(), "*" + PlaceFile.ENDING)) {
                own.forEach(files::add);
            } catch (IOException | java.nio.file.DirectoryIteratorException e) {
                return files; // a folder that cannot be read holds no places
            }
        }
        files.sort(null);
        return files.size() > MOST_OWN ? files.subList(0, MOST_OWN) : files;
    }

    /**
     * Takes a place of somebody else's into the folder.
     *
     * @return the file it is in now
     * @throws IllegalArgumentException when it is none, its message a phrase that says why
     */
    public static Path add(Path file) throws IOException {
        ListeningPlace place = PlaceFile.read(file);
        Files.createDirectories(folder());
        String name = file.getFileName().toString();
        String kept = name.endsWith(PlaceFile.ENDING) ? name : name + PlaceFile.ENDING;
        return PlaceFile.writeNew(folder().resolve(kept), place);
    }

    /** Writes a copy of a place, as something to begin one's own with. */
    public static Path copy(ListeningPlace place, Path file) throws IOException {
        return PlaceFile.writeNew(file, place);
    }
}
