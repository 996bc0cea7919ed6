package oakmirror.finish;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.NominalBands;

/**
 * How far the tone moved on the way from one measurement to another of the same music, by thirds of an octave, whatever the level.
 *
 * @param mostDb the furthest, signed; 0 where nothing can be told
 * @param hz nominal centre of the third it is in
 */
public record ToneMoved(double mostDb, double hz) {

    /** Thirds softer than the loudest by more than this are left out: there is nothing of music in them. */
    private static final double AUDIBLE_DB = 36;

    private static final double FLOOR = 1e-20;

    /** Compares them, the mean over what is audible taken out. */
    public static ToneMoved between(TrackMeasurement before, TrackMeasurement after) {
        double[] from = thirds(before);
        double[] to = thirds(after);
        double loudest = Double.NEGATIVE_INFINITY;
        for (double db : from) {
            loudest = Math.max(loudest, db);
        }
        double mean = 0;
        int count = 0;
        for (int i = 0; i < from.length; i++) {
            if (from[i] > loudest - AUDIBLE_DB) {
                mean += to[i] - from[i];
                count++;
            }
        }
        mean /= Math.max(1, count);
        ToneMoved most = new ToneMoved(0, NominalBands.nominalHz(0));
        for (int i = 0; i < from.length; i++) {
            double moved = to[i] - from[i] - mean;
            if (from[i] > loudest - AUDIBLE_DB && Math.abs(moved) > Math.abs(most.mostDb)) {
                most = new ToneMoved(moved, NominalBands.nominalHz(i));
            }
        }
        return most;
    }

    private static double[] thirds(TrackMeasurement m) {
        return NominalBands.of(Arrays.stream(m.spectrum().power())
                .map(p -> Decibels.ofPower(Math.max(p, FLOOR)))
                .toArray());
    }
}
