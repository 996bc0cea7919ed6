package oakmirror.zones;

import java.util.Locale;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.readings.Readings;
import oakmirror.stereo.Width;

/** Moves of zones in words. */
public final class ZoneWords {

    private ZoneWords() {}

    /** What is done, and how much of it: "compressed 1.6 : 1" or "expanded 1 : 1.4". */
    public static String ratio(ZoneDynamicsBand band) {
        return band.slope() <= 0
                ? String.format(Locale.ROOT, "compressed %.1f : 1", 1 / (1 + band.slope()))
                : String.format(Locale.ROOT, "expanded 1 : %.1f", 1 + band.slope());
    }

    /** Where the mix stands in a zone against its references. */
    public static String standing(ZoneAspect aspect, ZoneDifference d) {
        String reading = aspect == ZoneAspect.WIDTH ? "side/mid " : "crest ";
        return reading + Readings.level(d.own()) + " dB, references " + Readings.level(d.theirs());
    }

    /** What a dynamics move does, and what comes of it. */
    public static String dynamics(DynamicsMove move) {
        String done =
                ratio(move.band()) + " above " + Readings.level(move.band().thresholdDb()) + " dB";
        String crest = "crest " + Readings.level(move.before().middleDb()) + " → "
                + Readings.level(move.after().middleDb()) + " dB";
        return done + ", " + crest + (move.isReached() ? "" : "; as far as a gentle one goes");
    }

    /** What comes of a change of width: how alike the sides become, and what is left in mono. */
    public static String width(Width before, Width after) {
        return "correlation " + Readings.signed(before.correlation()) + " → " + Readings.signed(after.correlation())
                + ", in mono " + Readings.gain(before.foldDownDb()) + " → " + Readings.gainDb(after.foldDownDb());
    }
}
