package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.correction.Proposal;
import oakmirror.measure.TrackMeasurement;
import oakmirror.session.Shaping;
import oakmirror.session.Version;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Blind.Item;
import oakmirror.state.workspace.Workspace;
import oakmirror.zones.Shaped;

/** The tone of what is compared blind, zone by zone at equal loudness, so that it can be told later what was preferred. */
final class ComparedTones {

    private static final double THIRD = 1.0 / 3;
    private static final int USUAL_RATE = 48000;

    private final Workspace workspace;

    ComparedTones(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Of all that is compared; empty where one of them is not measured, or a zone of it has nothing in it. */
    Optional<List<List<Double>>> of(List<Item> items) {
        List<List<Double>> all = new ArrayList<>();
        for (Item item : items) {
            Optional<TrackMeasurement> measured = workspace
                    .tracks()
                    .all()
                    .get(item.index())
                    .measured(workspace.session().comparing().scope());
            List<Double> tone = measured.map(m -> tone(m, item)).orElse(List.of(Double.NaN));
            if (!tone.stream().allMatch(Double::isFinite)) {
                return Optional.empty();
            }
            all.add(tone);
        }
        return Optional.of(all);
    }

    private List<Double> tone(TrackMeasurement measured, Item item) {
        double[] levels = FractionalOctave.levelsDb(measured.spectrum(), THIRD);
        Optional<Shaping> shaping = shaping(item);
        double[] done = new double[levels.length];
        double louder = 0;
        if (shaping.isPresent()) {
            int rate = workspace.tracks().rate().orElse(USUAL_RATE);
            Shaped shaped = workspace.derivation().shapedAs(shaping.get(), rate).get();
            Proposal main = shaped.tone().main();
            done = main.appliedDb(shaping.get().phase());
            louder = main.loudnessChangeLu(measured.spectrum(), shaping.get().phase());
        }
        for (int b = 0; b < levels.length; b++) {
            levels[b] += done[b] - louder - measured.heardLufs();
        }
        return Stream.of(Zone.values()).map(z -> z.mean(levels)).toList();
    }

    private Optional<Shaping> shaping(Item item) {
        return item.version()
                .map(Version::settings)
                .map(s -> s.shaping())
                .or(item::shaping)
                .or(() -> item.corrected() ? Optional.of(workspace.session().shaping()) : Optional.empty());
    }
}
