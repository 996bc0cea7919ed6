package oakmirror.findings;

import java.util.List;
import oakmirror.findings.Finding.Kind;
import oakmirror.spectrum.Zone;

/** Leaves out what follows from something else that is told: one cause, one finding. */
final class Causes {

    private Causes() {}

    static void merge(List<Finding> found) {
        boolean clipped = has(found, Kind.CLIPPED);
        boolean turned = has(found, Kind.OUT_OF_PHASE) || has(found, Kind.COMB);
        boolean leaning = has(found, Kind.LOPSIDED);
        found.removeIf(f -> switch (f.kind()) {
            // What is cut off has less dynamics, and was turned up for it.
            case SQUASHED, LOUDER -> clipped;
            // Sides that cancel leave less where they do.
            case TOO_LITTLE, TOO_MUCH -> turned && isLow(f);
            // One side louder is a difference of both, and reads as wider.
            case WIDE -> leaning;
            default -> false;
        });
    }

    private static boolean has(List<Finding> found, Kind kind) {
        return found.stream().anyMatch(f -> f.kind() == kind);
    }

    private static boolean isLow(Finding finding) {
        return finding.place()
                .band()
                .filter(b -> b.lowHz() < Zone.LOW_MID.highHz() / 2)
                .isPresent();
    }
}
