package oakmirror.loudness;

import oakmirror.audio.Decibels;

/** Between K-weighted mean power and LUFS: L = −0.691 + 10·log10(power), ITU-R BS.1770-5. */
public final class LoudnessScale {

    private static final double OFFSET_DB = -0.691;

    private LoudnessScale() {}

    /** LUFS of a K-weighted, channel-summed mean power; −∞ for 0. */
    public static double ofPower(double power) {
        return OFFSET_DB + Decibels.ofPower(power);
    }

    /** Mean power of a loudness. */
    public static double toPower(double lufs) {
        return Decibels.toPower(lufs - OFFSET_DB);
    }

    /** Power weight of the K filter at a frequency, as at 48 kHz. */
    public static double weightAt(double frequencyHz) {
        return AT_48K.powerGain(Math.min(frequencyHz, 24000), 48000);
    }

    private static final KWeighting AT_48K = KWeighting.at(48000);
}
