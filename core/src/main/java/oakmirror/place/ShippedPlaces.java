package oakmirror.place;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import oakmirror.text.Texts;

/** The places that come with the program, of our own making. */
public final class ShippedPlaces {

    /** File, name and description of each. */
    private static final List<List<String>> ALL = List.of(
            List.of("monitor", "places.monitor", "places.monitorIs"),
            List.of("living-room", "places.livingRoom", "places.livingRoomIs"),
            List.of("car", "places.car", "places.carIs"),
            List.of("small-speaker", "places.smallSpeaker", "places.smallSpeakerIs"),
            List.of("laptop", "places.laptop", "places.laptopIs"),
            List.of("phone", "places.phone", "places.phoneIs"),
            List.of("ear-buds", "places.earBuds", "places.earBudsIs"),
            List.of("club", "places.club", "places.clubIs"));

    private ShippedPlaces() {}

    /** All of them by what they are known by in files, named in the language that is spoken. */
    public static Map<String, ListeningPlace> all() {
        Map<String, ListeningPlace> all = new LinkedHashMap<>();
        for (List<String> one : ALL) {
            ListeningPlace read = read(one.get(0) + PlaceFile.ENDING);
            all.put(one.get(0), read.named(Texts.of(one.get(1)), Texts.of(one.get(2))));
        }
        return all;
    }

    private static ListeningPlace read(String name) {
        try (InputStream in = ShippedPlaces.class.getResourceAsStream(name)) {
            return PlaceFile.of(in.readAllBytes());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
