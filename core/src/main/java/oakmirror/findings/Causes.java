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
        boolean humming = has(found, Kind.HUM);
        boolean noisy = has(found, Kind.NOISE);
        boolean leaping = has(found, Kind.CLICKS) || has(found, Kind.DROPOUTS);
        boolean full = noisy || leaping;
        boolean carved = has(found, Kind.ECHO) || has(found, Kind.OTHER_SPEED);
        boolean squashed = has(found, Kind.SQUASHED);
        boolean evened = has(found, Kind.EVENED_OUT);
        found.removeIf(f -> switch (f.kind()) {
            // What is cut off has less dynamics, and was turned up for it.
            case SQUASHED, LOUDER -> clipped;
            // Sides that cancel leave less where they do.
            case TOO_LITTLE -> turned && isLow(f) || carved;
            // Noise and what leaps fill the highs, hum the lows, a copy that is late makes hills and notches, and
            // another speed moves
            // all of it.
            case TOO_MUCH -> (turned || humming) && isLow(f) || full && isHigh(f) || carved;
            // One side louder is a difference of both, and reads as wider.
            case WIDE -> leaning || noisy;
            // More of what noise and compressors leave is less dynamics as well.
            case EVENED_OUT -> squashed;
            // A compressor that is slow lets the beginnings of notes through, which then stand higher; and so does a
            // click.
            case LOOSE -> evened || leaping;
            default -> false;
        });
    }

    private static boolean has(List<Finding> found, Kind kind) {
        return found.stream().anyMatch(f -> f.kind() == kind);
    }

    private static boolean isHigh(Finding finding) {
        return finding.place()
                .band()
                .filter(b -> b.highHz() > Zone.PRESENCE.lowHz())
                .isPresent();
    }

    private static boolean isLow(Finding finding) {
        return finding.place()
                .band()
                .filter(b -> b.lowHz() < Zone.LOW_MID.highHz() / 2)
                .isPresent();
    }
}
