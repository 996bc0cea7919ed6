package oakmirror.correction;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import oakmirror.correction.Correction.Held;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * Trusts short passages less: what is heard for T seconds differs from the rest of its own song by a variance of about {@value #DB2_SECONDS}/T dB² at
 * the resolution gaps are judged at (measured on passages of 2 to 16 s of the songs of bench/recordings). Passages of {@value #LONG_ENOUGH_SECONDS} s
 * and more count as whole songs do.
 */
final class ShortPassages {

    private static final double DB2_SECONDS = 9;
    private static final double LONG_ENOUGH_SECONDS = 20;
    private static final double SHORTEST_SECONDS = 0.5;

    private final Material material;
    private final CorrectionSettings settings;

    ShortPassages(Material material, CorrectionSettings settings) {
        this.material = material;
        this.settings = settings;
    }

    /** What short passages add to the variance of the gap, in dB². */
    double varianceDb2() {
        int k = material.referenceSeconds().size();
        return variance(material.mixSeconds())
                + material.referenceSeconds().stream()
                                .mapToDouble(ShortPassages::variance)
                                .sum()
                        / Math.max(1, k * k);
    }

    private static double variance(double seconds) {
        return Math.max(0, DB2_SECONDS / Math.max(SHORTEST_SECONDS, seconds) - DB2_SECONDS / LONG_ENOUGH_SECONDS);
    }

    private static boolean isShort(double seconds) {
        return seconds < LONG_ENOUGH_SECONDS;
    }

    /** Which passages are short; empty where none is. */
    Optional<Held> held() {
        List<String> who = new ArrayList<>();
        if (isShort(material.mixSeconds())) {
            who.add(Texts.of("correction.ofTheMix", seconds(material.mixSeconds())));
        }
        List<Double> references = material.referenceSeconds().stream()
                .filter(ShortPassages::isShort)
                .toList();
        if (!references.isEmpty()) {
            double shortest = Collections.min(references);
            who.add(Texts.of(
                    references.size() == 1 ? "correction.ofAReference" : "correction.andMoreOfReferences",
                    seconds(shortest)));
        }
        return who.isEmpty() ? Optional.empty() : Optional.of(held(String.join(", ", who)));
    }

    private static String seconds(double seconds) {
        return Math.max(1, Math.round(seconds)) + " s";
    }

    private Held held(String who) {
        boolean[] range = settings.range();
        int first = 0;
        int last = range.length - 1;
        while (first < last && !range[first]) {
            first++;
        }
        while (last > first && !range[last]) {
            last--;
        }
        return new Held(
                Texts.of("correction.shortPassage"),
                Texts.of("correction.trustedLess", who),
                BandGrid.lowerEdgeHz(first),
                BandGrid.lowerEdgeHz(last + 1));
    }
}
