package oakmirror.desk.gather;

import java.util.ArrayList;
import java.util.List;
import oakmirror.desk.control.TrackName;
import oakmirror.measure.Levels;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Source;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What a row of the table of tracks says to those who cannot see it. */
final class TrackWords {

    /** How much a reference may count. */
    static final double[] WEIGHTS = {0.5, 1, 2, 4};

    private TrackWords() {}

    /** A weight in words: “twice”. */
    static String counts(double weight) {
        return Texts.of("gather.times", weight);
    }

    /** How many stems a mix has, or how far they are; empty where there are none. */
    static String stems(TrackSlot mix, List<TrackSlot> stems) {
        int count = mix.track().stems().all().size();
        if (count == 0) {
            return "";
        }
        long failed =
                stems.stream().filter(s -> !s.failureProperty().get().isEmpty()).count();
        String one = Texts.of("counts.stems", count);
        return failed > 0
                ? Texts.of("gather.cannotBeRead", one, failed)
                : stems.stream().anyMatch(TrackSlot::isBusy) ? Texts.of("gather.reading2", one) : one;
    }

    static String of(TrackSlot slot, int number, Scope scope, double offsetDb) {
        String name = TrackName.spoken(number, slot.track().name());
        if (!slot.failureProperty().get().isEmpty()) {
            return name + ", " + slot.failureProperty().get();
        }
        return name
                + slot.measured(scope)
                        .map(m -> Texts.of("gather.heardWith", figures(m.heard()), Numbers.gainDb(offsetDb)))
                        .orElse(Texts.of("gather.beingRead"));
    }

    private static String figures(Levels heard) {
        return Texts.of(
                "gather.lufsRangeLuTrue",
                Numbers.level(heard.loudness().integratedLufs()),
                Numbers.level(heard.loudness().rangeLu()),
                Numbers.level(heard.peaks().truePeakDbtp()));
    }

    /** What a track is, where it is not simply a file that counts. */
    static List<String> kinds(TrackSlot slot) {
        List<String> kinds = new ArrayList<>();
        if (slot.track().guide()) {
            kinds.add(Texts.of("gather.kindGuide"));
        }
        if (slot.isLive()) {
            kinds.add(Texts.of("gather.kindLive"));
        } else if (slot.track().source() instanceof Source.Kept) {
            kinds.add(Texts.of("gather.kindProfile"));
        } else if (slot.track().source() instanceof Source.Folded) {
            kinds.add(Texts.of("gather.kindFolded"));
        }
        return kinds;
    }
}
