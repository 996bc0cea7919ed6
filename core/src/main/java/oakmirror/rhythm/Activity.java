package oakmirror.rhythm;

import oakmirror.spectrum.Zone;

/**
 * What goes on in a track over time.
 *
 * @param onsets how much begins, one value every {@link #ONSET_SECONDS}: the sum over 24 bands of the decibels each has risen by; value i
 *     belongs to the moment i·{@link #ONSET_SECONDS}
 * @param lowOnsets the same of the bands below 160 Hz only
 * @param zoneDb level of each {@link Zone} in dB, one row a zone, one value every {@link #ZONE_SECONDS}; what is silent is −120
 * @param floors what does not go away
 */
public record Activity(float[] onsets, float[] lowOnsets, float[][] zoneDb, Floors floors) {

    /** Time between two onset values. */
    public static final double ONSET_SECONDS = 0.01;

    /** Time between two zone levels. */
    public static final double ZONE_SECONDS = 0.1;

    /** Nothing goes on. */
    public static Activity none() {
        return new Activity(new float[0], new float[0], new float[Zone.values().length][0], Floors.none());
    }
}
