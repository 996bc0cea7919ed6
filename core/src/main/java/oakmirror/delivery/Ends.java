package oakmirror.delivery;

import oakmirror.audio.StereoSource;

/**
 * How a recording begins and ends: whether it is cut on the sound, how long it is silent before and after, and whether what fades out does so to the end.
 *
 * @param startDb peaks of its beginning, dBFS, one for each {@link #STEP_SECONDS}; the louder channel, −∞ where there is nothing
 * @param endDb the same of its end, the last of them up to the last sample
 * @param seconds how long it is
 * @param headSeconds silence before the first sound, by {@link Verifier#SILENT}; all of it where there is no sound
 * @param tailSeconds silence after the last
 */
public record Ends(double[] startDb, double[] endDb, double seconds, double headSeconds, double tailSeconds) {

    /** Seconds that one peak is of. */
    public static final double STEP_SECONDS = 0.01;

    /** How much of the beginning is looked at, seconds. */
    public static final double START_SECONDS = 4;

    /** How much of the end is: a fade is longer than a beginning. */
    public static final double END_SECONDS = 8;

    /** Silence is read in pieces of this many frames. */
    private static final int PIECE = 1 << 14;

    /** Looks at both ends of a recording. */
    public static Ends of(StereoSource source) {
        return new Ends(
                peaks(source, 0, Math.min(START_SECONDS, source.seconds())),
                peaks(source, Math.max(0, source.seconds() - END_SECONDS), source.seconds()),
                source.seconds(),
                (double) silence(source, true) / source.sampleRate(),
                (double) silence(source, false) / source.sampleRate());
    }

    private static double[] peaks(StereoSource source, double from, double to) {
        double[] peaks = new double[(int) Math.ceil((to - from) / STEP_SECONDS - 1e-6)];
        int most = (int) Math.ceil(STEP_SECONDS * source.sampleRate()) + 1;
        float[] left = new float[most];
        float[] right = new float[most];
        for (int i = 0; i < peaks.length; i++) {
            long begin = Math.round((from + i * STEP_SECONDS) * source.sampleRate());
            long end = Math.min(source.frames(), Math.round((from + (i + 1) * STEP_SECONDS) * source.sampleRate()));
            int count = (int) Math.min(most, Math.max(0, end - begin));
            source.read(begin, left, right, 0, count);
            float peak = 0;
            for (int k = 0; k < count; k++) {
                peak = Math.max(peak, louder(left, right, k));
            }
            peaks[i] = 20 * Math.log10(peak);
        }
        return peaks;
    }

    /** Frames that are silent at one end. */
    private static long silence(StereoSource source, boolean atStart) {
        float[] left = new float[PIECE];
        float[] right = new float[PIECE];
        long frames = source.frames();
        for (long done = 0; done < frames; done += PIECE) {
            int count = (int) Math.min(PIECE, frames - done);
            source.read(atStart ? done : frames - done - count, left, right, 0, count);
            for (int k = 0; k < count; k++) {
                if (louder(left, right, atStart ? k : count - 1 - k) > Verifier.SILENT) {
                    return done + k;
                }
            }
        }
        return frames;
    }

    private static float louder(float[] left, float[] right, int frame) {
        return Math.max(Math.abs(left[frame]), Math.abs(right[frame]));
    }
}
