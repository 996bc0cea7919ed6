package oakmirror.zones;

import oakmirror.correction.RoundedBands;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * All that is done to a mix as a text that can be typed into equalisers and compressors.
 *
 * @param text the text
 * @param errorDb how far rounded bands lie off the exact ones at most
 */
public record ShapedText(String text, double errorDb) {

    /**
     * The text.
     *
     * @param title what it is of
     * @param madeUpDb gain that makes the shaped mix as loud as before
     */
    public static ShapedText of(Shaped shaped, String title, double madeUpDb) {
        RoundedBands middle = RoundedBands.of(shaped.bands(Part.MID));
        RoundedBands side = RoundedBands.of(shaped.bands(Part.SIDE));
        double error = Math.max(middle.errorDb(), side.errorDb());
        StringBuilder text = new StringBuilder(title).append("\n\n");
        if (shaped.isAlike()) {
            text.append(middle.lines());
        } else {
            text.append(Texts.of("zones.middleLR2")).append('\n').append(middle.lines());
            text.append('\n').append(Texts.of("zones.sideLR2")).append('\n').append(side.lines());
        }
        if (!shaped.dynamics().isEmpty()) {
            text.append('\n')
                    .append(Texts.of("zones.dynamicsBeforeTheEqualiser"))
                    .append('\n');
            shaped.dynamics().forEach(b -> text.append(line(b)));
        }
        text.append('\n')
                .append(Texts.of("zones.gainMakesUp", Numbers.gainDb(madeUpDb)))
                .append('\n');
        text.append(Texts.of("zones.rounded", Numbers.fixed(error, 2))).append('\n');
        text.append(Texts.of("zones.whatQIs")).append('\n');
        return new ShapedText(text.toString(), error);
    }

    private static String line(ZoneDynamicsBand b) {
        return Texts.of(
                        "zones.dynamicsLine",
                        b.zone().label(),
                        Numbers.range(b.zone().lowHz(), b.zone().highHz()),
                        ZoneWords.ratio(b),
                        Numbers.level(b.thresholdDb()),
                        Numbers.milliseconds(b.attackSeconds()),
                        Numbers.milliseconds(b.releaseSeconds()),
                        Numbers.gainDb(b.makeUpDb()))
                + "\n";
    }
}
