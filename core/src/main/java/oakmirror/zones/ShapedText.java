package oakmirror.zones;

import java.util.Locale;
import oakmirror.correction.RoundedBands;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.readings.Readings;
import oakmirror.spectrum.StereoSpectrum.Part;

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
            text.append("Middle, (L+R)/2\n").append(middle.lines());
            text.append("\nSide, (L−R)/2\n").append(side.lines());
        }
        if (!shaped.dynamics().isEmpty()) {
            text.append("\nDynamics, before the equaliser\n");
            shaped.dynamics().forEach(b -> text.append(line(b)));
        }
        text.append(String.format(
                Locale.ROOT,
                "\nGain %s makes up the level.\nRounded: at most %.2f dB off from 20 Hz to 20 kHz.\n"
                        + "Q of a bell is its centre over its bandwidth; of a shelf its slope, 0.71 being the steepest without overshoot.\n",
                Readings.gainDb(madeUpDb),
                error));
        return new ShapedText(text.toString(), error);
    }

    private static String line(ZoneDynamicsBand b) {
        return String.format(
                Locale.ROOT,
                "%s, %s: %s above %s dB, attack %s, release %s, %s on the range\n",
                b.zone().label(),
                Readings.range(b.zone().lowHz(), b.zone().highHz()),
                ZoneWords.ratio(b),
                Readings.level(b.thresholdDb()),
                Readings.milliseconds(b.attackSeconds()),
                Readings.milliseconds(b.releaseSeconds()),
                Readings.gainDb(b.makeUpDb()));
    }
}
