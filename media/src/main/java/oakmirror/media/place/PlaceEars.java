package oakmirror.media.place;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import oakmirror.compare.Comparison;
import oakmirror.media.file.AudioFileException;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceEar;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Reads what gets through at all listening places there are, the user's own among them; keeps what of a place takes long. */
public final class PlaceEars {

    private static final Logger LOG = LoggerFactory.getLogger(PlaceEars.class);

    private final Map<ListeningPlace, PlaceEar> ears = new HashMap<>();

    /** What gets through of a mix against its references; a place whose impulse response cannot be had is left out. */
    public synchronized GettingThrough of(Comparison comparison) {
        Map<String, ListeningPlace> all = ListeningPlaces.read().byId();
        ears.keySet().retainAll(all.values());
        List<AtPlace> places = new ArrayList<>();
        all.forEach((id, place) -> {
            try {
                if (!ears.containsKey(place)) {
                    ears.put(place, ListeningPlaces.ear(place));
                }
                GettingThrough.at(comparison, id, place.name(), ears.get(place)).ifPresent(places::add);
            } catch (AudioFileException e) {
                LOG.info("{} is left out", place.name(), e); // said when it is chosen to be heard
            }
        });
        return new GettingThrough(places);
    }
}
