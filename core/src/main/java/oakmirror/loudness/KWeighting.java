package oakmirror.loudness;

import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;

/**
 * The K-weighting of ITU-R BS.1770-5: a high shelf for the head, then a high-pass. The Recommendation prints the two biquads for
 * 48 kHz only. For other rates they are derived here from the analogue prototypes behind those coefficients:
 *
 * <ul>
 *   <li>from 32 kHz up by the bilinear transform with the corner pre-warped, which at 48 kHz gives the printed table back;
 *   <li>below, where the transform would bend the shelf near Nyquist, by a biquad matched to the analogue shelf up to Nyquist;
 *   <li>the high-pass has the table's numerator 1, −2, 1 at every rate from 32 kHz up, as other meters do, though that leaves its
 *       pass-band gain up to 0.03 dB apart at 192 kHz; below 32 kHz, where it would be 0.2 dB, it is scaled to the gain at 48 kHz.
 * </ul>
 */
public record KWeighting(Biquad shelf, Biquad highPass) {

    // The prototype of the 48 kHz table: corner, gain and Q that the bilinear transform turns into the printed figures.
    private static final double SHELF_HZ = 1681.974450955533;
    private static final double SHELF_DB = 3.999843853973347;
    private static final double SHELF_Q = 0.7071752369554196;
    private static final double SHELF_MIDDLE = 0.4996667741545416;
    private static final double PASS_HZ = 38.13547087602444;
    private static final double PASS_Q = 0.5003270373238773;

    private static final double BILINEAR_FROM_HZ = 32000;

    /** The filter pair for a rate in frames a second. */
    public static KWeighting at(double sampleRate) {
        return new KWeighting(shelfAt(sampleRate), highPassAt(sampleRate));
    }

    private static Biquad shelfAt(double sampleRate) {
        double vh = Math.pow(10, SHELF_DB / 20);
        double vb = Math.pow(vh, SHELF_MIDDLE);
        if (sampleRate < BILINEAR_FROM_HZ) {
            return Biquad.of(new AnalogueSection(SHELF_HZ, vh, vb / SHELF_Q, 1, 1, 1 / SHELF_Q, 1), sampleRate);
        }
        double k = Math.tan(Math.PI * SHELF_HZ / sampleRate);
        double a0 = 1 + k / SHELF_Q + k * k;
        return new Biquad(
                (vh + vb * k / SHELF_Q + k * k) / a0,
                2 * (k * k - vh) / a0,
                (vh - vb * k / SHELF_Q + k * k) / a0,
                2 * (k * k - 1) / a0,
                (1 - k / SHELF_Q + k * k) / a0);
    }

    private static Biquad highPassAt(double sampleRate) {
        double k = passWarp(sampleRate);
        double a0 = passScale(k);
        double gain = sampleRate < BILINEAR_FROM_HZ ? passScale(passWarp(48000)) / a0 : 1;
        return new Biquad(gain, -2 * gain, gain, 2 * (k * k - 1) / a0, (1 - k / PASS_Q + k * k) / a0);
    }

    private static double passWarp(double sampleRate) {
        return Math.tan(Math.PI * PASS_HZ / sampleRate);
    }

    private static double passScale(double k) {
        return 1 + k / PASS_Q + k * k;
    }

    /** Power gain at a frequency, both stages. */
    double powerGain(double frequencyHz, double sampleRate) {
        return shelf.powerGain(frequencyHz, sampleRate) * highPass.powerGain(frequencyHz, sampleRate);
    }
}
