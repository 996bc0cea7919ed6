package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.ref.WeakReference;
import java.util.List;
import java.util.Optional;
import oakmirror.monitor.MonitorScene;
import oakmirror.place.PlaceSound;
import oakmirror.place.ShippedPlaces;
import oakmirror.state.DemoStateTest;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Levels of the demo's mix at places that are made ready, left, and made ready again. */
class PlaceLevelsTest extends DemoStateTest {

    private static final int RATE = 48000;

    private PlaceLevels levels;
    private MonitorScene.Track mix;

    @BeforeEach
    void open() {
        openDemo();
        levels = new PlaceLevels(workspace, Optional::empty, () -> false, () -> {});
        mix = new MonitorScene.Track(slot(0).audio().orElseThrow(), 1);
    }

    private static PlaceSound made(String id, int rate) {
        return new PlaceSound(ShippedPlaces.all().get(id), rate);
    }

    /** Measures the mix at a place that is let go of, as long as it takes. */
    private WeakReference<PlaceSound> measured(String id) {
        PlaceSound place = made(id, RATE);
        does(() -> levels.of(mix, place));
        waitUntil(() -> background.isIdle() && levels.isSettled());
        return new WeakReference<>(place);
    }

    @Test
    void whatWasMeasuredAtAPlaceIsKnownWhenItIsMadeReadyAgain() {
        measured("laptop");
        measured("car");
        does(() -> {
            levels.of(mix, made("laptop", RATE));
            assertThat(levels.isSettled()).as("at the same place").isTrue();
            levels.of(mix, made("laptop", 44100));
            assertThat(levels.isSettled()).as("at another rate").isFalse();
        });
        waitUntil(levels::isSettled);
        does(() -> {
            levels.forget(ShippedPlaces.all().get("car"));
            levels.of(mix, made("laptop", RATE));
            assertThat(levels.isSettled()).as("only what was forgotten").isTrue();
            levels.of(mix, made("car", RATE));
            assertThat(levels.isSettled()).as("what was forgotten").isFalse();
            levels.keepOnly(Optional.empty(), List.of(mix));
            assertThat(levels.isSettled()).as("of what is asked for elsewhere").isTrue();
        });
    }

    @Test
    void noPlaceIsKeptForWhatWasMeasuredThere() {
        WeakReference<PlaceSound> car = measured("car");
        waitUntil(() -> {
            System.gc();
            return car.get() == null;
        });
        assertThat(car.get()).isNull();
    }
}
