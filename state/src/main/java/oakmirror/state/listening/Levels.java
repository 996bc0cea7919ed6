package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.levelmatch.TrackLevel;
import oakmirror.media.ImportedTrack;
import oakmirror.session.ComparisonSettings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** The offset each track is heard with. Follows from the session, from what was measured of its tracks, and from the peaks of the corrected mix. */
final class Levels {

    private final Workspace workspace;
    private final ReadOnlyObjectWrapper<LevelMatch> match = new ReadOnlyObjectWrapper<>(LevelMatch.NONE);

    Levels(Workspace workspace) {
        this.workspace = workspace;
    }

    ReadOnlyObjectProperty<LevelMatch> matchProperty() {
        return match.getReadOnlyProperty();
    }

    /**
     * Matches the tracks as they stand.
     *
     * @param correctedPeakDbtp the mix's true peak through its correction, so that room is made for it; −∞ where nothing is corrected
     */
    void match(double correctedPeakDbtp) {
        ComparisonSettings comparing = workspace.session().comparing();
        Optional<TrackSlot> mix = workspace.tracks().mix();
        List<TrackLevel> each = new ArrayList<>();
        for (TrackSlot slot : workspace.tracks().all()) {
            boolean isMix = mix.equals(Optional.of(slot));
            each.add(level(slot, comparing, isMix ? correctedPeakDbtp : Double.NEGATIVE_INFINITY));
        }
        match.set(LevelMatch.of(comparing.levels(), each, mix.isPresent() ? 0 : -1));
    }

    private static TrackLevel level(TrackSlot slot, ComparisonSettings comparing, double correctedPeakDbtp) {
        double peak = slot.imported()
                .map(ImportedTrack::measurement)
                .map(m -> m.heard().peaks().truePeakDbtp())
                .orElse(Double.NEGATIVE_INFINITY);
        double level = comparing.levels().basis().of(slot.figures(comparing.scope()));
        return new TrackLevel(
                level,
                peak,
                Math.max(peak, correctedPeakDbtp),
                slot.track().levelled(),
                slot.track().trimDb());
    }
}
