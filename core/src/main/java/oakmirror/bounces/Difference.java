package oakmirror.bounces;

import oakmirror.audio.StereoSource;

/**
 * What is in one bounce and not in another: their difference, the other at a gain that makes both equally loud and brought to its place in time. Where
 * nothing was changed there is silence.
 *
 * @param now the later bounce
 * @param before the earlier one, of the same rate, in its time
 * @param gain linear gain of the earlier one
 */
public record Difference(StereoSource now, StereoSource before, float gain) implements StereoSource {

    /** Checks that both have one rate. */
    public Difference {
        if (now.sampleRate() != before.sampleRate()) {
            throw new IllegalArgumentException("both bounces have one rate");
        }
    }

    @Override
    public int sampleRate() {
        return now.sampleRate();
    }

    @Override
    public long frames() {
        return now.frames();
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        float[] l = new float[count];
        float[] r = new float[count];
        now.read(position, left, right, offset, count);
        before.read(position, l, r, 0, count);
        for (int i = 0; i < count; i++) {
            left[offset + i] -= gain * l[i];
            right[offset + i] -= gain * r[i];
        }
    }
}
