package oakmirror.state.listening;

import java.util.List;
import java.util.Optional;
import java.util.function.IntSupplier;
import javafx.beans.value.ObservableValue;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.audio.Timing;
import oakmirror.compare.Jump;
import oakmirror.compare.TempoFactor;
import oakmirror.compare.Timeline;
import oakmirror.rhythm.BarGrid;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** Where the tracks of the session lie against each other as they are heard, and what of each repeats. */
final class Places {

    private final Workspace workspace;
    private final TempoAlignment alignment;
    private final IntSupplier rate;
    private final ObservableValue<Optional<TimeRange>> freeRange;
    private final ObservableValue<Optional<TimeRange>> part;

    /**
     * Places of the tracks of a workspace.
     *
     * @param alignment where tracks come from that are heard at the mix's tempo
     * @param rate at which they are heard
     * @param freeRange what repeats where no passage is chosen
     * @param part what repeats for the time being instead, in seconds of the mix
     */
    Places(
            Workspace workspace,
            TempoAlignment alignment,
            IntSupplier rate,
            ObservableValue<Optional<TimeRange>> freeRange,
            ObservableValue<Optional<TimeRange>> part) {
        this.workspace = workspace;
        this.alignment = alignment;
        this.rate = rate;
        this.freeRange = freeRange;
        this.part = part;
    }

    private List<TrackSlot> slots() {
        return workspace.tracks().all();
    }

    private Timeline timeline() {
        Optional<Double> mixBar =
                slots().stream().findFirst().flatMap(TrackSlot::bars).map(BarGrid::barSeconds);
        return new Timeline(workspace.session().comparing().jump(), rate.getAsInt(), mixBar);
    }

    /** A track's place. */
    Timeline.Place place(int index) {
        TrackSlot slot = slots().get(index);
        double factor = stretched(index).isPresent() ? factor(index).orElse(1.0) : 1;
        return new Timeline.Place(slot.track().shiftSeconds(), slot.bars(), slot.chosenRange(), factor);
    }

    /** The same for the mixer. */
    Timing timing(int index) {
        return timeline().timing(place(index));
    }

    /** Where a track is at a place that is common to all, in its own seconds. */
    double secondsAt(int index, double units) {
        return timeline().secondsAt(place(index), units);
    }

    /** The common place at which a track is at a moment of its own. */
    double unitsAt(int index, double seconds) {
        return timeline().unitsAt(place(index), seconds);
    }

    private Optional<Double> factor(int index) {
        return TempoFactor.of(slots().get(0).bars(), slots().get(index).bars());
    }

    /** By how much a track is made longer to be heard at the mix's tempo; empty where it is heard as it is. */
    private Optional<Double> wantedFactor(int index) {
        return workspace.session().comparing().tempoAligned() && index > 0
                ? factor(index).filter(f -> f != 1)
                : Optional.empty();
    }

    /** Has the tracks stretched that are to be heard at the mix's tempo and are not yet. */
    void stretchMissing() {
        for (int i = 0; i < slots().size(); i++) {
            TrackSlot slot = slots().get(i);
            wantedFactor(i).ifPresent(f -> alignment.want(slot, f));
        }
    }

    /** A track at the mix's tempo, where that is wanted and it is ready. */
    Optional<StereoSource> stretched(int index) {
        return wantedFactor(index).flatMap(f -> alignment.stretched(slots().get(index), f));
    }

    /** A track's loop: its passage, or what another's passage or the free range is on the common axis. */
    Optional<FrameRange> loop(int index) {
        Timeline timeline = timeline();
        Timeline.Place here = place(index);
        if (part.getValue().isPresent() && !slots().isEmpty()) {
            TimeRange r = part.getValue().get();
            return timeline.loop(
                    here, timeline.unitsAt(place(0), r.startSeconds()), timeline.unitsAt(place(0), r.endSeconds()));
        }
        if (here.passage().isPresent()) {
            return timeline.loop(here);
        }
        if (freeRange.getValue().isPresent()) {
            double frames = rate.getAsInt();
            Timeline byTime = new Timeline(Jump.TIME, rate.getAsInt(), Optional.empty());
            TimeRange r = freeRange.getValue().get();
            return byTime.loop(here, r.startSeconds() * frames, r.endSeconds() * frames);
        }
        for (int i = 0; i < slots().size(); i++) {
            Timeline.Place other = place(i);
            if (other.passage().isPresent()) {
                TimeRange r = other.passage().get();
                return timeline.loop(
                        here, timeline.unitsAt(other, r.startSeconds()), timeline.unitsAt(other, r.endSeconds()));
            }
        }
        return Optional.empty();
    }
}
