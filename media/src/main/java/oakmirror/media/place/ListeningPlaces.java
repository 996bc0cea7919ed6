package oakmirror.media.place;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import oakmirror.dsp.StereoResponse;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.ImpulseResponseFile;
import oakmirror.media.folders.UserFolders;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceEar;
import oakmirror.place.PlaceFile;
import oakmirror.place.PlaceTransfer;
import oakmirror.place.ShippedPlaces;
import oakmirror.text.Texts;

/** The listening places there are: those that come with the program, then the user's own, each a file in a folder beside the settings. */
public final class ListeningPlaces {

    /** What an own place is known by beside one of the program's. */
    private static final String OWN = " 2";

    private static final int MOST_OWN = 100;
    /** A second and a half of four channels at the highest rate, and much to spare. */
    private static final long LARGEST_RESPONSE_BYTES = 50_000_000;

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
                all.put(all.containsKey(id) ? id + OWN : id, PlaceFile.read(file));
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
     * Takes a place of somebody else's into the folder, with the impulse response beside it where it names one; or an impulse response, which becomes a place of its own.
     *
     * @return the file it is in now
     * @throws AudioFileException when it is none, in one sentence
     */
    public static Path add(Path file) throws IOException {
        String name = file.getFileName().toString();
        Files.createDirectories(folder());
        try {
            if (!name.toLowerCase(Locale.ROOT).endsWith(".json")) {
                return addResponse(file, name);
            }
            ListeningPlace place = PlaceFile.read(file);
            if (place.response().isPresent()) {
                place = place.withResponse(
                        taken(file.resolveSibling(place.response().get())));
            }
            String kept = name.endsWith(PlaceFile.ENDING) ? name : name + PlaceFile.ENDING;
            return PlaceFile.writeNew(folder().resolve(kept), place);
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(Texts.of("places.isNoListeningPlace", name, e.getMessage()), e);
        }
    }

    private static Path addResponse(Path file, String name) throws IOException {
        String stem = name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : name;
        String kept = taken(file);
        return PlaceFile.writeNew(
                folder().resolve(stem + PlaceFile.ENDING),
                ListeningPlace.ofResponse(stem, Texts.of("places.ofAResponse", name), kept));
    }

    /** Copies an impulse response into the folder, once it has been read; what it is called there. */
    private static String taken(Path file) throws IOException {
        ImpulseResponseFile.readRoom(file, PlaceTransfer.USUAL_RATE);
        Path there = folder().resolve(file.getFileName());
        return AtomicFile.writeNew(there, PlainFile.read(file, LARGEST_RESPONSE_BYTES))
                .getFileName()
                .toString();
    }

    /**
     * The impulse response that a place in the folder names, at a rate.
     *
     * @throws AudioFileException when it cannot be had, in one sentence
     */
    public static Optional<StereoResponse> response(ListeningPlace place, int sampleRate) throws AudioFileException {
        return place.response().isPresent()
                ? Optional.of(ImpulseResponseFile.readRoom(
                        folder().resolve(place.response().get()), sampleRate))
                : Optional.empty();
    }

    /**
     * Reads how places hear.
     *
     * @throws AudioFileException when the impulse response of it cannot be had, in one sentence
     */
    public static PlaceEar ear(ListeningPlace place) throws AudioFileException {
        Optional<StereoResponse> own = response(place, PlaceTransfer.USUAL_RATE);
        return own.isPresent()
                ? new PlaceEar(place, PlaceTransfer.of(place, own.get(), PlaceTransfer.USUAL_RATE))
                : new PlaceEar(place);
    }

    /** Writes a copy of a place, as something to begin one's own with; its impulse response goes beside it. */
    public static Path copy(ListeningPlace place, Path file) throws IOException {
        if (place.response().isEmpty()) {
            return PlaceFile.writeNew(file, place);
        }
        Path own = folder().resolve(place.response().get());
        Path beside = AtomicFile.writeNew(
                file.resolveSibling(place.response().get()), PlainFile.read(own, LARGEST_RESPONSE_BYTES));
        return PlaceFile.writeNew(file, place.withResponse(beside.getFileName().toString()));
    }
}
