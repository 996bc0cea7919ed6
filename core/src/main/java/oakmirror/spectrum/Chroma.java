package oakmirror.spectrum;

import java.util.Arrays;

/**
 * How much of a stream lies on each of the twelve notes, whatever the octave: the amplitudes of the spectrum's peaks from {@value #LOW_HZ} Hz to
 * {@value #HIGH_HZ} Hz, each given to the nearest note, the more the nearer. Peaks count less and less towards both ends, over half an octave and over a whole one: where
 * a range ends all at once, music a semitone higher has another key.
 *
 * <p>Music is cut into windows of {@value #WINDOW_SECONDS} s. Each is tuned first: the mean deviation of its peaks from the semitones, an angle, is what
 * all of it is off by. Then it has one vote, its notes scaled to the same sum of squares, so that a loud chord or drums do not decide for the rest.
 */
final class Chroma {

    static final int NOTES = 12;

    private static final double WINDOW_SECONDS = 2.5;
    private static final double LOW_HZ = 65;
    private static final double HIGH_HZ = 2100;
    /** Lower the lines are too far apart to tell how a note is tuned. */
    private static final double TUNED_FROM_HZ = 117;

    private static final double LOW_FADE_OCTAVES = 0.5;
    private static final double HIGH_FADE_OCTAVES = 1;
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
            if (isPeak(k)) {
                double key = noteOf(peakHz(k)) - off;
                double miss = Math.abs(key - Math.rint(key));
                notes[Math.floorMod((int) Math.rint(key), NOTES)] += weight(k) * Math.max(0, 1 - 2.5 * miss);
            }
        }
        return notes;
    }

    private boolean isPeak(int k) {
        return power[k] > power[k - 1] && power[k] >= power[k + 1];
    }

    /** Where a peak lies between the lines: at the top of a parabola through three of their levels. */
    private double peakHz(int k) {
        double before = Math.log(power[k - 1] + 1e-30);
        double at = Math.log(power[k] + 1e-30);
        double after = Math.log(power[k + 1] + 1e-30);
        double bend = before - 2 * at + after;
        return (k + (bend < 0 ? (before - after) / (2 * bend) : 0)) * hzPerLine;
    }

    /** A line stands for more of the scale the lower it lies. */
    private double weight(int k) {
        double hz = k * hzPerLine;
        return Math.sqrt(power[k]) / k * fade(hz / LOW_HZ, LOW_FADE_OCTAVES) * fade(HIGH_HZ / hz, HIGH_FADE_OCTAVES);
    }

    private static double fade(double ratio, double octaves) {
        double part = Math.max(0, Math.min(1, Math.log(ratio) / Math.log(2) / octaves));
        double sine = Math.sin(part * Math.PI / 2);
        return sine * sine;
    }

    /** By how much the peaks lie above the nearest semitones, −0.5 to +0.5. */
    private double offSemitones() {
        double cosine = 0;
        double sine = 0;
        for (int k = (int) Math.ceil(TUNED_FROM_HZ / hzPerLine); k < power.length - 1; k++) {
            if (isPeak(k)) {
                double turn = 2 * Math.PI * noteOf(peakHz(k));
                cosine += weight(k) * Math.cos(turn);
                sine += weight(k) * Math.sin(turn);
            }
        }
        return Math.atan2(sine, cosine) / (2 * Math.PI);
    }
}
