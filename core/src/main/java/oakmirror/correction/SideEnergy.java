package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.stereo.WidthCurve;
import oakmirror.stereo.WidthCurve.Reading;
import oakmirror.text.Texts;

/**
 * Where the side of a stereo signal can be judged: where, by thirds of an octave and over half an octave at least, that of the mix and that of a reference lie no more than
 * {@value #FAINT_DB} dB below their middles. What lies deeper is not heard as width; it is noise, or what a codec left. Below {@value #MONO_BELOW_HZ} Hz it is not raised.
 */
final class SideEnergy {

    /** The same limit as for judging width. */
    private static final double FAINT_DB = -30;

    static final double MONO_BELOW_HZ = 120;
    private static final int SHORTEST_BANDS = BandGrid.BANDS_PER_OCTAVE / 2;

    private SideEnergy() {}

    /**
     * The gap of the sides where it can be judged.
     *
     * @param unjudged receives where it cannot
     */
    static Gap judged(Gap gap, List<Subject> subjects, List<Held> unjudged) {
        Optional<Subject> mix = Subject.mix(subjects);
        if (mix.isEmpty() || !gap.isKnown()) {
            return gap;
        }
        boolean[] own = enough(mix.get());
        boolean[] low = new boolean[BandGrid.SIZE];
        for (int b = 0; BandGrid.centreHz(b) < MONO_BELOW_HZ; b++) {
            low[b] = own[b] && gap.gapDb()[b] > 0;
        }
        List<boolean[]> counts = new ArrayList<>();
        boolean[] any = new boolean[BandGrid.SIZE];
        for (Subject reference : Subject.references(subjects)) {
            boolean[] enough = enough(reference);
            for (int b = 0; b < enough.length; b++) {
                any[b] |= enough[b];
                enough[b] &= own[b] && !low[b];
            }
            counts.add(longOnes(enough));
        }
        Stretch.all(b -> gap.known()[b] && !own[b])
                .forEach(s -> unjudged.add(
                        s.held(Texts.of("correction.nextToMono"), Texts.of("correction.theMixHasNo", s.where()))));
        Stretch.all(b -> gap.known()[b] && low[b])
                .forEach(s -> unjudged.add(
                        s.held(Texts.of("correction.lowEnd"), Texts.of("correction.notRaised", s.where()))));
        Stretch.all(b -> gap.known()[b] && own[b] && !any[b])
                .forEach(s -> unjudged.add(s.held(
                        Texts.of("correction.referencesNextToMono"),
                        Texts.of("correction.theyHaveNoSide", s.where()))));
        return gap.only(counts);
    }

    /** Without rows that are shorter than half an octave: what stands alone there is chance. */
    private static boolean[] longOnes(boolean[] enough) {
        boolean[] kept = new boolean[enough.length];
        for (Stretch s : Stretch.all(b -> enough[b])) {
            if (s.to() - s.from() >= SHORTEST_BANDS) {
                Arrays.fill(kept, s.from(), s.to(), true);
            }
        }
        return kept;
    }

    private static boolean[] enough(Subject subject) {
        double[] width = WidthCurve.of(subject.tone().spectrum(), Reading.SIDE_TO_MID);
        boolean[] enough = new boolean[width.length];
        for (int b = 0; b < width.length; b++) {
            enough[b] = width[b] >= FAINT_DB; // NaN is not
        }
        return enough;
    }
}
