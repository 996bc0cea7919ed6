package oakmirror.spectrum;

import java.util.Arrays;

/**
 * How much of a stream lies on each of the twelve notes, whatever the octave: the amplitudes of the lines from {@value #LOW_HZ} Hz to
 * {@value #HIGH_HZ} Hz, each given to the nearest note, the more the nearer.
 *
 * <p>Music is cut into windows of {@value #WINDOW_SECONDS} s. Each is tuned first: the mean deviation of its peaks from the semitones, an angle, is what
 * all of it is off by. Then it has one vote, its notes scaled to the same sum of squares, so that a loud chord or drums do not decide for the rest.
 */
final class Chroma {

    static final int NOTES = 12;

    private static final double WINDOW_SECONDS = 5;
    private static final double LOW_HZ = 65;
    private static final double HIGH_HZ = 2100;
    /** Lower the lines are too far apart to tell how a note is tuned. */
    private static final double TUNED_FROM_HZ = 117;

    private static final double A4_HZ = 440;
    private static final int A = 9;

    private final double hzPerLine;
    private final int first;
    private final double[] power;
    private final int blocksPerWindow;
    private final double[] votes = new double[NOTES];
    private int blocks;
    private int windows;

    /** Of a stream that is taken in blocks overlapping by half. */
    Chroma(int sampleRate, int size) {
        hzPerLine = (double) sampleRate / size;
        first = (int) Math.round(LOW_HZ / hzPerLine);
        power = new double[(int) Math.min(size / 2, Math.round(HIGH_HZ / hzPerLine)) + 2];
        blocksPerWindow = (int) Math.max(1, Math.round(WINDOW_SECONDS * 2 * hzPerLine));
    }

    /** The note of a frequency in semitones above a C. */
    static double noteOf(double hz) {
        return A + NOTES * Math.log(hz / A4_HZ) / Math.log(2);
    }

    /** Takes the power lines of the next block. */
    void add(float[] left, float[] right) {
        int count = Math.min(power.length, left.length);
        for (int k = first; k < count; k++) {
            power[k] += left[k] + right[k];
        }
        if (++blocks == blocksPerWindow) {
            vote();
        }
    }

    private void vote() {
        double[] notes = notes();
        double squares = Arrays.stream(notes).map(x -> x * x).sum();
        for (int n = 0; n < NOTES && squares > 0; n++) {
            votes[n] += notes[n] / Math.sqrt(squares);
        }
        windows++;
        blocks = 0;
        Arrays.fill(power, 0);
    }

    /** One weight a note from C on, adding up to 1; all 0 for silence. Ends the stream. */
    double[] notesOfAll() {
        if (blocks > blocksPerWindow / 2 || windows == 0) {
            vote();
        }
        double sum = Arrays.stream(votes).sum();
        return Arrays.stream(votes).map(v -> sum > 0 ? v / sum : 0).toArray();
    }

    private double[] notes() {
        double off = offSemitones();
        double[] notes = new double[NOTES];
        for (int k = first; k < power.length - 1; k++) {
            double key = noteOf(k * hzPerLine) - off;
            double miss = Math.abs(key - Math.rint(key));
            notes[Math.floorMod((int) Math.rint(key), NOTES)] += weight(k) * Math.max(0, 1 - 2.5 * miss);
        }
        return notes;
    }

    /** A line stands for more of the scale the lower it lies. */
    private double weight(int k) {
        return Math.sqrt(power[k]) / k;
    }

    /** By how much the peaks lie above the nearest semitones, −0.5 to +0.5. */
    private double offSemitones() {
        double cosine = 0;
        double sine = 0;
        for (int k = (int) Math.ceil(TUNED_FROM_HZ / hzPerLine); k < power.length - 1; k++) {
            if (power[k] > power[k - 1] && power[k] >= power[k + 1]) {
                double turn = 2 * Math.PI * noteOf(k * hzPerLine);
                cosine += weight(k) * Math.cos(turn);
                sine += weight(k) * Math.sin(turn);
            }
        }
        return Math.atan2(sine, cosine) / (2 * Math.PI);
    }
}
