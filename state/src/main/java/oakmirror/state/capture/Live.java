package oakmirror.state.capture;

import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Progress;
import oakmirror.audio.RingBuffer;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * What plays in a workstation, as the mix: its last seconds are measured once a second and stand in the place of the mix on every page, until it ends.
 * Nothing of it is written down.
 */
public final class Live {

    private static final long EVERY_NANOS = 1_000_000_000L;
    private static final double LEAST_SECONDS = 3;

    private final Workspace workspace;
    private final Latest<Measured> measurer;
    private final BooleanProperty on = new SimpleBooleanProperty();
    private final ReadOnlyStringWrapper words = new ReadOnlyStringWrapper("");
    private Optional<RingBuffer> rolling = Optional.empty();
    private double windowSeconds = 10;
    private long next;
    private int number;
    private boolean busy;

    private record Measured(TrackMeasurement measurement, double tookSeconds) {}

    Live(Workspace workspace) {
        this.workspace = workspace;
        measurer = workspace.sessionTasks().latest(Kind.PREVIEW, Texts.of("capture.measuringWhatPlays"));
        on.subscribe((was, is) -> {
            if (is) {
                begin();
            } else {
                end();
            }
        });
    }

    /** Whether what plays stands in the mix's place. */
    public BooleanProperty onProperty() {
        return on;
    }

    /** How it stands with that, in words. */
    public ReadOnlyStringProperty wordsProperty() {
        return words.getReadOnlyProperty();
    }

    /** Of how many of the last seconds it is. */
    public void setWindowSeconds(double seconds) {
        windowSeconds = Math.max(LEAST_SECONDS, Math.min(Input.ROLLING_SECONDS, seconds));
        next = 0;
    }

    /** Of how many of the last seconds it is. */
    public double windowSeconds() {
        return windowSeconds;
    }

    void listen(RingBuffer from) {
        rolling = Optional.of(from);
    }

    private void begin() {
        next = 0;
        words.set(Texts.of("capture.waitingForSound"));
        if (workspace.session().mix().isEmpty()) {
            workspace.change(
                    Texts.of("capture.mixLive"),
                    s -> s.withMix(Optional.of(Track.of(new Source.Live(), Texts.of("sessions.liveMix")))));
        }
    }

    private void end() {
        words.set("");
        workspace.tracks().showLive(Optional.empty());
    }

    void tick(double latencySeconds) {
        if (!on.get() || busy || rolling.isEmpty() || System.nanoTime() < next) {
            return;
        }
        var clip = rolling.get().last(windowSeconds);
        if (clip.seconds() < LEAST_SECONDS) {
            return;
        }
        busy = true;
        next = System.nanoTime() + EVERY_NANOS;
        Origin origin = Origin.whole("live-" + ++number);
        long started = System.nanoTime();
        measurer.submit(
                progress -> {
                    try (AudioStream stream = clip.stream()) {
                        TrackMeasurement m = new TrackMeasurer(
                                        workspace.background().parts(), Extent.COMPARED)
                                .measure(stream, origin, Progress.NONE, (l, r, n) -> {});
                        return new Measured(m, (System.nanoTime() - started) / 1e9);
                    }
                },
                measured -> {
                    busy = false;
                    show(measured, latencySeconds);
                },
                failure -> {
                    busy = false;
                    words.set(failure.sentence());
                });
    }

    private void show(Measured measured, double latencySeconds) {
        if (!on.get()) {
            return;
        }
        if (!Double.isFinite(measured.measurement().heardLufs())) {
            words.set(Texts.of("capture.nothingIsHeard"));
            return;
        }
        workspace.tracks().showLive(Optional.of(ImportedTrack.live(measured.measurement())));
        words.set(Texts.of("capture.sBehind", Numbers.level(latencySeconds + measured.tookSeconds())));
    }

    void stop() {
        on.set(false);
        rolling = Optional.empty();
        busy = false;
    }
}
