package oakmirror.compare;

import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.stereo.WidthCurve;

/**
 * What a track is like in one zone; NaN where it holds next to nothing there.
 *
 * @param crestDb crest factor that half of the time is not reached
 * @param sideToMidDb power of side over mid
 * @param correlation of left and right, −1 to +1
 * @param balanceDb power of right over left
 * @param foldDownDb what folding to mono leaves, 0 dB of mono and −3 of unlike sides
 */
public record ZoneReading(double crestDb, double sideToMidDb, double correlation, double balanceDb, double foldDownDb) {

    /** What a subject is like in a zone, of what of it is compared. */
    public static ZoneReading of(Subject subject, Zone zone) {
        StereoSpectrum spectrum = subject.compared().tone().spectrum();
        Width width = Width.of(spectrum, zone);
        return new ZoneReading(
                subject.compared().dynamics().zones().get(zone.ordinal()).middleDb(),
                WidthCurve.Reading.SIDE_TO_MID.of(width),
                WidthCurve.Reading.CORRELATION.of(width),
                WidthCurve.Reading.BALANCE.of(width),
                WidthCurve.Reading.FOLD_DOWN.of(width));
    }
}
