package oakmirror.correction;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A row of bands, from one (included) to another (not included). */
record Stretch(int from, int to) {

    private static final int LEAST_BANDS = 3;
    private static final double LOW_HZ = 60;
    private static final double TOP_HZ = 10000;

    /** The rows in which something holds; those of one or two bands do not count. */
    static List<Stretch> all(IntPredicate is) {
        List<Stretch> found = new ArrayList<>();
        Optional<Integer> from = Optional.empty();
        for (int b = 0; b <= BandGrid.SIZE; b++) {
            boolean holds = b < BandGrid.SIZE && is.test(b);
            if (holds && from.isEmpty()) {
                from = Optional.of(b);
            } else if (!holds && from.isPresent()) {
                if (b - from.get() >= LEAST_BANDS) {
                    found.add(new Stretch(from.get(), b));
                }
                from = Optional.empty();
            }
        }
        return found;
    }

    Held held(String reason, String detail) {
        return new Held(reason, detail, BandGrid.lowerEdgeHz(from), BandGrid.lowerEdgeHz(to));
    }

    boolean isTop() {
        return BandGrid.lowerEdgeHz(to) > TOP_HZ;
    }

    String where() {
        double low = BandGrid.lowerEdgeHz(from);
        double high = BandGrid.lowerEdgeHz(to);
        return low < LOW_HZ
                ? Texts.of("correction.below", Numbers.about(high))
                : isTop() ? Texts.of("correction.above", Numbers.about(low)) : Texts.of("correction.there");
    }
}
