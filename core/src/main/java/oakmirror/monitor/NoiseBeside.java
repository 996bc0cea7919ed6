package oakmirror.monitor;

import oakmirror.dsp.NoiseLoop;

/** The noise of a place, which comes and goes with the music in {@link MonitorMixer#FADE_SECONDS}. For the audio thread alone; allocates nothing. */
final class NoiseBeside {

    private final double fadeStep;
    private NoiseLoop current;
    /** How much of it is there, from 0 to 1. */
    private float share;

    private float gain;

    NoiseBeside(int sampleRate) {
        fadeStep = 1 / (MonitorMixer.FADE_SECONDS * sampleRate);
    }

    /** Adds the next frames of what is wanted, null for none; one noise goes before another comes. */
    void addTo(MonitorPlace place, boolean isHeard, float[] left, float[] right, int count) {
        NoiseLoop wanted =
                place != null && place.noise().isPresent() ? place.noise().get() : null;
        boolean isCurrent = wanted == current && wanted != null;
        float before = share * gain;
        double step = count * fadeStep;
        share = (float) (isCurrent && isHeard ? Math.min(1, share + step) : Math.max(0, share - step));
        if (isCurrent) {
            gain = place.noiseGain();
        }
        if (current != null && (before > 0 || share > 0)) {
            current.addTo(left, right, count, before, share * gain);
        }
        if (share == 0) {
            current = wanted;
        }
    }
}
