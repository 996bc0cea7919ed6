package oakmirror.state.comparing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.compare.Comparison;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.place.ListeningPlaces;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceEar;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What gets through at the listening places, of what Compare shows: worked out in the background, once somebody looks at it. */
public final class ThroughPlaces {

    private static final Logger LOG = LoggerFactory.getLogger(ThroughPlaces.class);

    private final Latest<Made> maker;
    private final ReadOnlyObjectWrapper<GettingThrough> through = new ReadOnlyObjectWrapper<>(GettingThrough.NOTHING);
    private Map<ListeningPlace, PlaceEar> ears = Map.of();
    private Comparison wanted = Comparison.NOTHING;

    private record Made(GettingThrough through, Map<ListeningPlace, PlaceEar> ears) {}

    /** Nothing yet. */
    public ThroughPlaces(Tasks tasks) {
        maker = tasks.latest(Kind.QUICK, Texts.of("comparing.readingWhatGetsThrough"));
    }

    /** What gets through, of the comparison that was asked for last once that is worked out. */
    public ReadOnlyObjectProperty<GettingThrough> throughProperty() {
        return through.getReadOnlyProperty();
    }

    /** Asks for that of a comparison. */
    public void want(Comparison comparison) {
        if (comparison == wanted) {
            return;
        }
        wanted = comparison;
        Map<ListeningPlace, PlaceEar> known = ears;
        maker.submit(progress -> made(comparison, known), made -> {
            ears = made.ears();
            through.set(made.through());
        });
    }

    private static Made made(Comparison comparison, Map<ListeningPlace, PlaceEar> known) {
        List<AtPlace> places = new ArrayList<>();
        Map<ListeningPlace, PlaceEar> all = new HashMap<>();
        for (Map.Entry<String, ListeningPlace> one :
                ListeningPlaces.read().byId().entrySet()) {
            ListeningPlace place = one.getValue();
            try {
                PlaceEar before = known.get(place);
                PlaceEar ear = before == null ? ListeningPlaces.ear(place) : before;
                all.put(place, ear);
                GettingThrough.at(comparison, one.getKey(), place.name(), ear).ifPresent(places::add);
            } catch (AudioFileException e) {
                LOG.info("{} is left out", place.name(), e); // said when it is chosen to be heard
            }
        }
        return new Made(new GettingThrough(places), all);
    }
}
