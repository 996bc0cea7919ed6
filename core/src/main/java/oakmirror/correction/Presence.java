package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import oakmirror.compare.Gap;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.text.Texts;

/**
 * Where mix and references have something to compare. A band counts as empty where a third of an octave about it lies further below the strongest
 * than music's own slope explains: {@value #EMPTY_LOW_DB} dB up to {@value #LOW_HZ} Hz, {@value #EMPTY_HIGH_DB} dB from {@value #HIGH_HZ} Hz on (no
 * source). What is empty on one side is a high-pass, a low-pass or the end of a file, and no fault; it is neither judged nor corrected.
 */
final class Presence {

    private static final double OCTAVES = 1.0 / 3;
    private static final double EMPTY_LOW_DB = 40;
    private static final double EMPTY_HIGH_DB = 70;
    private static final double LOW_HZ = 100;
    private static final double HIGH_HZ = 3000;
    /** Beside an empty stretch so many bands lie on its slope. */
    private static final int EDGE_BANDS = BandGrid.BANDS_PER_OCTAVE / 4;

    private final Gap gap;
    private final CorrectionSettings settings;
    private final boolean[] mix;
    private final List<boolean[]> references;

    Presence(Gap gap, CorrectionSettings settings) {
        this.gap = gap;
        this.settings = settings;
        mix = present(gap.mixDb());
        references = gap.each().stream().map(e -> present(e.levelDb())).toList();
    }

    private static boolean[] present(double[] levelDb) {
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < known.length; b++) {
            known[b] = !Double.isNaN(levelDb[b]);
        }
        double[] level = OctaveSmoothing.smooth(levelDb, known, OCTAVES);
        double strongest = Double.NEGATIVE_INFINITY;
        for (int b = 0; b < known.length; b++) {
            strongest = known[b] ? Math.max(strongest, level[b]) : strongest;
        }
        boolean[] present = new boolean[BandGrid.SIZE];
        for (int b = 0; b < present.length; b++) {
            double part = Math.log(BandGrid.centreHz(b) / LOW_HZ) / Math.log(HIGH_HZ / LOW_HZ);
            double empty = EMPTY_LOW_DB + (EMPTY_HIGH_DB - EMPTY_LOW_DB) * Math.max(0, Math.min(1, part));
            present[b] = known[b] && level[b] > strongest - empty;
        }
        return present;
    }

    /** The same without what lies on the slopes beside empty stretches. */
    private static boolean[] sure(boolean[] present) {
        boolean[] sure = present.clone();
        Stretch.all(b -> !present[b])
                .forEach(s -> Arrays.fill(
                        sure, Math.max(0, s.from() - EDGE_BANDS), Math.min(BandGrid.SIZE, s.to() + EDGE_BANDS), false));
        return sure;
    }

    /** The gap where both sides have something to say, each reference for itself. */
    Gap comparable() {
        boolean[] sureMix = sure(mix);
        List<Gap.Each> each = new ArrayList<>();
        for (int r = 0; r < references.size(); r++) {
            Gap.Each e = gap.each().get(r);
            boolean[] known = e.known().clone();
            boolean[] sureReference = sure(references.get(r));
            for (int b = 0; b < known.length; b++) {
                known[b] &= sureMix[b] && sureReference[b];
            }
            each.add(e.withKnown(known));
        }
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < known.length; b++) {
            int band = b;
            known[b] = gap.known()[b] && each.stream().anyMatch(e -> e.known()[band]);
        }
        return new Gap(gap.mixDb(), gap.referenceDb(), gap.gapDb(), known, each);
    }

    /** What is left out within the range, and why. */
    List<Held> held() {
        List<Held> held = new ArrayList<>();
        boolean[] range = settings.range();
        Stretch.all(b -> range[b] && !mix[b] && !anyReference(b))
                .forEach(s -> held.add(s.held(
                        Texts.of("correction.nothingThere"), Texts.of("correction.neitherSideHasEnergy", s.where()))));
        Stretch.all(b -> range[b] && mix[b] && !anyReference(b))
                .forEach(s -> held.add(s.held(
                        Texts.of("correction.notInTheReferences"),
                        Texts.of("correction.theyHaveNothing", s.where(), falling(s, gap.each())))));
        Stretch.all(b -> range[b] && !mix[b] && anyReference(b))
                .forEach(s -> held.add(
                        s.held(Texts.of("correction.notInTheMix"), Texts.of("correction.itHasNothingTo", s.where()))));
        for (int r = 0; r < references.size(); r++) {
            boolean[] there = references.get(r);
            Gap.Each one = gap.each().get(r);
            int number = one.number() > 0 ? one.number() : r + 1;
            Stretch.all(b -> range[b] && !there[b] && anyReference(b)).stream()
                    .map(s -> s.held(
                            Texts.of("correction.referenceEnds", number),
                            Texts.of("correction.countedWithoutIt", s.where(), falling(s, List.of(one)))))
                    .forEach(held::add);
        }
        return held;
    }

    /** How steeply those of some references fall that end at a stretch as lossy files do. */
    private static String falling(Stretch stretch, List<Gap.Each> references) {
        OptionalDouble steepest = stretch.isTop()
                ? references.stream()
                        .flatMapToDouble(e -> e.fallDbPerOctave().stream())
                        .max()
                : OptionalDouble.empty();
        return steepest.isPresent() ? Texts.of("correction.aFallOfDb", Math.round(steepest.getAsDouble())) : "";
    }

    private boolean anyReference(int band) {
        return references.stream().anyMatch(r -> r[band]);
    }
}
