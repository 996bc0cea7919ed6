package oakmirror.state.comparing;

import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.compare.Comparison;
import oakmirror.media.place.PlaceEars;
import oakmirror.place.GettingThrough;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** What gets through at the listening places, of what Compare shows: worked out in the background, once somebody looks at it. */
public final class ThroughPlaces {

    private final Latest<GettingThrough> maker;
    private final PlaceEars ears = new PlaceEars();
    private final ReadOnlyObjectWrapper<GettingThrough> through = new ReadOnlyObjectWrapper<>(GettingThrough.NOTHING);
    private Comparison wanted = Comparison.NOTHING;

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
        if (comparison != wanted) {
            wanted = comparison;
            maker.submit(progress -> ears.of(comparison), through::set);
        }
    }
}
