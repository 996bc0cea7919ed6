package oakmirror.rhythm;

import java.util.List;

/**
 * What tells a beat from its half, its double and its thirds: readings of the onsets for one tempo they may have.
 *
 * <p>Onsets are folded over two beats, the lows and all else apart. A beat has subdivisions that are weaker than itself, and the next beat
 * is as strong; where the next is weaker, two are one, and where what lies midway is as strong, one is two. Drums alternate in the lows, bass drum and snare,
 * and not in the rest. What comes back after 1 to 16 beats tells thirds apart.
 */
final class PulseReadings {

    /** Names of the readings, in their order. */
    static final List<String> NAMES = List.of(
            "octaves",
            "next-upper",
            "next-low",
            "halves-upper",
            "halves-low",
            "quarters-upper",
            "quarters-low",
            "thirds-upper",
            "thirds-low",
            "beats-upper",
            "beats-low",
            "back-0.5",
            "back-1",
            "back-2",
            "back-3",
            "back-4",
            "back-8",
            "back-16");

    private static final double USUAL_BPM = 118;
    private static final double[] BACK = {0.5, 1, 2, 3, 4, 8, 16};
    private static final double MOST_RATIO = 2;
    private static final double USUAL_STRENGTH = 6;
    private static final double ASTRAY = 0.03;

    private PulseReadings() {}

    /** The readings for a tempo, as many as there are {@link #NAMES}. */
    static double[] of(Onsets onsets, double bpm) {
        double rough = 60 / bpm / Onsets.STEP;
        double fine = onsets.lengthened(rough);
        double period = Math.abs(fine / rough - 1) > ASTRAY ? rough : fine;
        double phase = onsets.phase(period);
        double[] upper = onsets.twoBeats(onsets.rawUpper, period, phase, 4);
        double[] low = onsets.twoBeats(onsets.rawLow, period, phase, 4);
        double[] upperThirds = onsets.twoBeats(onsets.rawUpper, period, phase, 3);
        double[] lowThirds = onsets.twoBeats(onsets.rawLow, period, phase, 3);
        double[] readings = new double[NAMES.size()];
        int n = 0;
        readings[n++] = Math.log(bpm / USUAL_BPM) / Math.log(2);
        readings[n++] = log(Math.min(upper[0], upper[4]) / Math.max(upper[0], upper[4]));
        readings[n++] = log(Math.min(low[0], low[4]) / Math.max(low[0], low[4]));
        readings[n++] = ratio((upper[2] + upper[6]) / 2, upper);
        readings[n++] = ratio((low[2] + low[6]) / 2, low);
        readings[n++] = ratio((upper[1] + upper[3] + upper[5] + upper[7]) / 4, upper);
        readings[n++] = ratio((low[1] + low[3] + low[5] + low[7]) / 4, low);
        readings[n++] = ratio((upperThirds[1] + upperThirds[2] + upperThirds[4] + upperThirds[5]) / 4, upper);
        readings[n++] = ratio((lowThirds[1] + lowThirds[2] + lowThirds[4] + lowThirds[5]) / 4, low);
        readings[n++] = log((upper[0] + upper[4]) / 2 / mean(onsets.rawUpper) / USUAL_STRENGTH);
        readings[n++] = log((low[0] + low[4]) / 2 / mean(onsets.rawLow) / USUAL_STRENGTH);
        for (double beats : BACK) {
            readings[n++] = onsets.at(beats * period);
        }
        return readings;
    }

    private static double mean(double[] curve) {
        double sum = 0;
        for (double x : curve) {
            sum += x;
        }
        return Math.max(1e-9, sum / curve.length);
    }

    private static double ratio(double part, double[] twoBeats) {
        return Math.min(MOST_RATIO, part / Math.max(1e-9, (twoBeats[0] + twoBeats[4]) / 2));
    }

    private static double log(double ratio) {
        return Double.isNaN(ratio) ? 0 : Math.log(Math.max(0.03, Math.min(3, ratio)));
    }
}
