package oakmirror.findings;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.defects.Defects;
import oakmirror.findings.Finding.Band;
import oakmirror.findings.Finding.Kind;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Hum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;

/** Leaves out what follows from something else that is told: one cause, one finding. */
final class Causes {

    /** Hum makes a range too much where so much of its power is hum: without it the range is 1.2 dB lower. */
    private static final double SHARE_OF_HUM = 0.25;

    /** What leaps fills the highs where it does so more often than this, in seconds: a click in a song does not. Ours. */
    private static final double LEAPS_EVERY_SECONDS = 15;

    private Causes() {}

    /**
     * Leaves out of what was found what follows from something else of it.
     *
     * @param mix what it was found of
     */
    static void merge(List<Finding> found, Subject mix) {
        boolean clipped = has(found, Kind.CLIPPED);
        boolean leaning = has(found, Kind.LOPSIDED);
        boolean noisy = has(found, Kind.NOISE);
        boolean leaping = has(found, Kind.CLICKS) || has(found, Kind.DROPOUTS);
        boolean squashed = has(found, Kind.SQUASHED);
        boolean evened = has(found, Kind.EVENED_OUT);
        List<Finding> all = List.copyOf(found);
        found.removeIf(f -> switch (f.kind()) {
            // What is cut off has less dynamics, and was turned up for it.
            case SQUASHED, LOUDER -> clipped;
            case TOO_LITTLE, TOO_MUCH ->
                f.place()
                        .band()
                        .filter(band -> isExplained(all, mix, f.kind() == Kind.TOO_MUCH, band))
                        .isPresent();
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

    /** Whether a range is too much, or too little, for something else that was found. */
    static boolean isExplained(List<Finding> found, Subject mix, boolean tooMuch, Band range) {
        // A copy that is late makes hills and notches, and another speed moves all of it.
        if (has(found, Kind.ECHO) || has(found, Kind.OTHER_SPEED)) {
            return true;
        }
        // Sides that cancel leave less where they do.
        boolean isTurned = isLow(range) && (has(found, Kind.OUT_OF_PHASE) || has(found, Kind.COMB));
        return isTurned || tooMuch && (isHum(range, mix) || isHigh(range) && isFilled(found, mix));
    }

    /** Whether noise, or what leaps, fills the highs. */
    private static boolean isFilled(List<Finding> found, Subject mix) {
        boolean leaping = has(found, Kind.CLICKS) || has(found, Kind.DROPOUTS);
        return has(found, Kind.NOISE)
                || leaping && leaps(mix) * LEAPS_EVERY_SECONDS >= mix.whole().seconds();
    }

    private static boolean has(List<Finding> found, Kind kind) {
        return found.stream().anyMatch(f -> f.kind() == kind);
    }

    /** How often it clicks and drops out. */
    private static long leaps(Subject mix) {
        Defects defects = mix.whole().defects();
        return defects.clicks().count() + defects.dropouts().count();
    }

    /** Whether a range of the lows is as full as it is for hum. */
    private static boolean isHum(Band range, Subject mix) {
        Optional<Hum> hum = mix.whole().defects().hum();
        if (hum.isEmpty() || !isLow(range)) {
            return false;
        }
        double[] power = mix.compared().tone().spectrum().of(Part.STEREO).power();
        double all = 0;
        for (int b = BandGrid.bandOf(range.lowHz()); b <= BandGrid.bandOf(range.highHz()); b++) {
            all += power[b];
        }
        return Decibels.toPower(hum.get().levelDbfs()) >= SHARE_OF_HUM * all;
    }

    private static boolean isHigh(Band range) {
        return range.highHz() > Zone.PRESENCE.lowHz();
    }

    private static boolean isLow(Band range) {
        return range.lowHz() < Zone.LOW_MID.highHz() / 2;
    }
}
