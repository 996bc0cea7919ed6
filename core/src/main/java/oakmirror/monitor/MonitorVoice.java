package oakmirror.monitor;

import oakmirror.audio.StereoSource;
import oakmirror.dsp.StereoProcessor;

/**
 * One track sounding from one place, with a fade in and out. Voices are made once and used again and again; nothing here allocates
 * after construction.
 */
final class MonitorVoice {

    private final float[] left;
    private final float[] right;
    private final double fadeStep;
    private final Prewarmed standby;
    private final SourceReader reader;
    private StereoSource source;
    private ProcessorPool pool;
    private StereoProcessor processor;
    private long readPosition;
    private float gain;
    private float share;
    private float trackGain;
    private double fade;
    private boolean leaving;
    private boolean equalPower;

    MonitorVoice(int maxBlock, int sampleRate, Prewarmed standby) {
        this.standby = standby;
        reader = new SourceReader(maxBlock);
        left = new float[maxBlock];
        right = new float[maxBlock];
        fadeStep = 1 / (MonitorMixer.FADE_SECONDS * sampleRate);
    }

    boolean isFree() {
        return source == null;
    }

    /** Whether this voice sounds (and is not leaving) that track through that chain. */
    boolean sounds(StereoSource track, ProcessorPool chain) {
        return source == track && pool == chain && !leaving;
    }

    /** The track's gain as it was last; for a track that has gone from the scene and fades out. */
    float trackGain() {
        return trackGain;
    }

    StereoSource source() {
        return source;
    }

    /** What it sounds through, or null. */
    ProcessorPool chain() {
        return pool;
    }

    /**
     * Starts sounding from a position, fading in.
     *
     * @param startGain the track's gain
     * @param startShare how much of it is heard beside another, as amplitude
     * @return false when the chain has no processor free at the moment
     */
    boolean start(
            StereoSource track, ProcessorPool chain, long position, float startGain, float startShare, boolean power) {
        StereoProcessor p = null;
        if (chain != null) {
            p = standby.take(chain, track, position);
            if (p == null) {
                return false;
            }
        }
        source = track;
        reader.begin(track);
        pool = chain;
        processor = p;
        gain = startGain * startShare;
        share = startShare;
        trackGain = startGain;
        fade = 0;
        leaving = false;
        equalPower = power;
        readPosition = p == null ? position : position + p.latencyFrames();
        return true;
    }

    /** How much of it is heard beside another, as amplitude; a voice that leaves keeps its own. */
    void setShare(float amplitude) {
        if (!leaving) {
            share = amplitude;
        }
    }

    void leave(boolean power) {
        leaving = true;
        equalPower = power;
    }

    /** Adds the next frames to the output, at a gain that goes evenly from the present one to the track's, which is given. */
    void addTo(float[] outLeft, float[] outRight, int offset, int count, float gainOfTrack) {
        trackGain = gainOfTrack;
        float gainTarget = gainOfTrack * share;
        reader.read(source, readPosition, left, right, 0, count);
        readPosition += count;
        if (processor != null) {
            processor.process(left, right, 0, count);
        }
        float gainStep = (gainTarget - gain) / count;
        for (int i = 0; i < count; i++) {
            gain += gainStep;
            float g = gain * nextFade();
            outLeft[offset + i] += g * left[i];
            outRight[offset + i] += g * right[i];
        }
        gain = gainTarget;
        if (leaving && fade <= 0) {
            free();
        }
    }

    private float nextFade() {
        if (leaving) {
            fade = Math.max(0, fade - fadeStep);
        } else if (fade < 1) {
            fade = Math.min(1, fade + fadeStep);
        } else {
            return 1;
        }
        return (float) (equalPower ? Math.sin(fade * Math.PI / 2) : fade);
    }

    private void free() {
        if (pool != null) {
            pool.giveBack(processor);
        }
        source = null;
        pool = null;
        processor = null;
    }
}
