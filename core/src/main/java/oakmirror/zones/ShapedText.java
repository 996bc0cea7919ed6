package oakmirror.zones;

import java.util.Locale;
import oakmirror.correction.RoundedBands;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.readings.Readings;
import oakmirror.spectrum.StereoSpectrum.Part;
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
            text.append(Texts.of("zones.middleLR2")).append(middle.lines());
            text.append(Texts.of("zones.sideLR2")).append(side.lines());
        }
        if (!shaped.dynamics().isEmpty()) {
            text.append(Texts.of("zones.dynamicsBeforeTheEqualiser"));
            shaped.dynamics().forEach(b -> text.append(line(b)));
        }
        text.append(String.format(Locale.ROOT, Texts.of("zones.gainSMakesUp"), Readings.gainDb(madeUpDb), error));
        return new ShapedText(text.toString(), error);
    }

    private static String line(ZoneDynamicsBand b) {
        return String.format(
                Locale.ROOT,
                Texts.of("zones.sSSAbove"),
                b.zone().label(),
                Readings.range(b.zone().lowHz(), b.zone().highHz()),
                ZoneWords.ratio(b),
                Readings.level(b.thresholdDb()),
                Readings.milliseconds(b.attackSeconds()),
                Readings.milliseconds(b.releaseSeconds()),
                Readings.gainDb(b.makeUpDb()));
    }
}
