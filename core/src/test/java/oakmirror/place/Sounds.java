package oakmirror.place;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** The places that come with the program, each made ready once for all tests. */
public final class Sounds {

    private static final Map<String, PlaceSound> MADE = new ConcurrentHashMap<>();

    private Sounds() {}

    /** One at a rate. */
    public static PlaceSound of(String id, int rate) {
        return MADE.computeIfAbsent(
                id + rate, k -> new PlaceSound(ShippedPlaces.all().get(id), rate));
    }
}
