package oakmirror.dynamics;

import oakmirror.audio.Decibels;
import oakmirror.loudness.PeakSteps;

/**
 * Peak to short-term loudness over time, the PSR of the trade: the highest true peak of 3 s in dBTP less the loudness of the same 3 s in
 * LUFS, every {@value PeakSteps#STEP_SECONDS} s (definition common practice; value from memory).
 */
public final class PeakToShortTerm {

    private static final int WINDOW_STEPS = 6;

    /** Below this in LUFS a moment counts as silence and has no figure. */
    private static final double SILENCE_LUFS = -60;

    private PeakToShortTerm() {}

    /**
     * Works it out.
     *
     * @param stepPeaks true peak of every step, linear, the highest of all channels
     * @param shortTermLufs loudness of the 3 s that begin with each step; NaN or −∞ for silence
     * @return one figure in dB for each value of the loudness, NaN in silence
     */
    public static float[] of(double[] stepPeaks, double[] shortTermLufs) {
        float[] ratio = new float[shortTermLufs.length];
        for (int w = 0; w < ratio.length; w++) {
            double peak = 0;
            for (int s = w; s < Math.min(stepPeaks.length, w + WINDOW_STEPS); s++) {
                peak = Math.max(peak, stepPeaks[s]);
            }
            boolean sounds = shortTermLufs[w] > SILENCE_LUFS && peak > 0;
            ratio[w] = sounds ? (float) (Decibels.ofAmplitude(peak) - shortTermLufs[w]) : Float.NaN;
        }
        return ratio;
    }
}
