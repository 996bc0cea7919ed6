package oakmirror.zones;

import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Moves of zones in words. */
public final class ZoneWords {

    private ZoneWords() {}

    /** What is done, and how much of it: "compressed 1.6 : 1" or "expanded 1 : 1.4". */
    public static String ratio(ZoneDynamicsBand band) {
        return band.slope() <= 0
                ? Texts.of("zones.compressed", Numbers.level(1 / (1 + band.slope())))
                : Texts.of("zones.expanded", Numbers.level(1 + band.slope()));
    }

    /** Where the mix stands in a zone against its references. */
    public static String standing(ZoneAspect aspect, ZoneDifference d) {
        String reading = aspect == ZoneAspect.WIDTH ? "findings.sideMid" : "findings.crest";
        return Texts.of("zones.dBReferences", Texts.of(reading, Numbers.level(d.own())), Numbers.level(d.theirs()));
    }

    /** What a dynamics move does, and what comes of it. */
    public static String dynamics(DynamicsMove move) {
        String done = Texts.of(
                "zones.aboveDb", ratio(move.band()), Numbers.level(move.band().thresholdDb()));
        String crest = Texts.of(
                "zones.crestDb",
                Numbers.level(move.before().middleDb()),
                Numbers.level(move.after().middleDb()));
        return done + ", " + crest + (move.isReached() ? "" : Texts.of("zones.asFarAsA"));
    }

    /** What comes of a change of width: how alike the sides become, and what is left in mono. */
    public static String width(Width before, Width after) {
        return Texts.of(
                "zones.correlationInMono",
                Numbers.signed(before.correlation()),
                Numbers.signed(after.correlation()),
                Numbers.gain(before.foldDownDb()),
                Numbers.gainDb(after.foldDownDb()));
    }
}
