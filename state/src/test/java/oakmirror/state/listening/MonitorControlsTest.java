package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.MonitorControls.Band;
import oakmirror.state.task.Background;
import oakmirror.state.task.Tasks;
import org.junit.jupiter.api.Test;

/** How everything is heard. */
class MonitorControlsTest {

    private static final int RATE = 48000;

    @Test
    void theZonesAreSteppedThroughAndProcessorsKept() {
        MonitorControls controls = new MonitorControls(new Tasks(new Background(Runnable::run)));
        controls.stepZone(1);
        assertThat(controls.bandProperty().get()).contains(Band.of(Zone.SUB));
        controls.stepZone(-1);
        assertThat(controls.bandProperty().get()).isEmpty();
        controls.stepZone(-1);
        assertThat(controls.bandProperty().get()).contains(Band.of(Zone.AIR));
        controls.toggle(Sides.SIDE);
        MonitorPath path = controls.path(RATE);
        assertThat(path.sides()).isEqualTo(Sides.SIDE);
        controls.dimmedProperty().set(true);
        assertThat(controls.path(RATE).band().orElseThrow())
                .as("the same filter goes on")
                .isSameAs(path.band().orElseThrow());
        assertThat(controls.path(RATE).volume()).isCloseTo(0.1f, within(1e-6f));
        assertThat(controls.path(44100).band().orElseThrow())
                .isNotSameAs(path.band().orElseThrow());
        controls.toggle(Sides.SIDE);
        controls.toggle(Band.of(Zone.AIR));
        assertThat(List.of(controls.path(RATE).sides(), controls.path(RATE).band()))
                .isEqualTo(List.of(Sides.STEREO, Optional.empty()));
    }
}
