package oakmirror.rhythm;

import oakmirror.audio.Decibels;

/**
 * What does not go away in each of 24 bands, evenly spaced over log frequency from 30 Hz to 16 kHz: noise stays where music leaves gaps.
 *
 * @param lowDb level that a twentieth of the time is not reached, in dBFS
 * @param meanDb mean level, in dBFS
 */
public record Floors(float[] lowDb, float[] meanDb) {

    /** Nothing is known. */
    public static Floors none() {
        return new Floors(new float[0], new float[0]);
    }

    /** Whether anything is known. */
    public boolean isKnown() {
        return lowDb.length > 0;
    }

    /** Level of all of them together in dBFS RMS: what is there where music pauses, noise for the most part; NaN where it is not known. */
    public double levelDbfs() {
        double power = 0;
        for (float db : lowDb) {
            power += Decibels.toPower(db);
        }
        return isKnown() ? Decibels.ofPower(power) : Double.NaN;
    }
}
