package oakmirror.zones;

import java.util.Locale;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.readings.Readings;
import oakmirror.stereo.Width;
import oakmirror.text.Texts;

/** Moves of zones in words. */
public final class ZoneWords {

    private ZoneWords() {}

    /** What is done, and how much of it: "compressed 1.6 : 1" or "expanded 1 : 1.4". */
    public static String ratio(ZoneDynamicsBand band) {
        return band.slope() <= 0
                ? String.format(Locale.ROOT, Texts.of("zones.compressed1f1"), 1 / (1 + band.slope()))
                : String.format(Locale.ROOT, Texts.of("zones.expanded11f"), 1 + band.slope());
    }

    /** Where the mix stands in a zone against its references. */
    public static String standing(ZoneAspect aspect, ZoneDifference d) {
        String reading = aspect == ZoneAspect.WIDTH ? "side/mid " : "crest ";
        return Texts.of("zones.dBReferences", reading + Readings.level(d.own()), Readings.level(d.theirs()));
    }

    /** What a dynamics move does, and what comes of it. */
    public static String dynamics(DynamicsMove move) {
        String done = Texts.of(
                "zones.aboveDb", ratio(move.band()), Readings.level(move.band().thresholdDb()));
        String crest = Texts.of(
                "zones.crestDb",
                Readings.level(move.before().middleDb()),
                Readings.level(move.after().middleDb()));
        return done + ", " + crest + (move.isReached() ? "" : Texts.of("zones.asFarAsA"));
    }

    /** What comes of a change of width: how alike the sides become, and what is left in mono. */
    public static String width(Width before, Width after) {
        return Texts.of(
                "zones.correlationInMono",
                Readings.signed(before.correlation()),
                Readings.signed(after.correlation()),
                Readings.gain(before.foldDownDb()),
                Readings.gainDb(after.foldDownDb()));
    }
}
