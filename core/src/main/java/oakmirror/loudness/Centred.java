package oakmirror.loudness;

import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;

/**
 * A sound without its DC: of each side, the mean over all of it is taken from every sample. Nothing else changes, no phase and no level; a sound that is digital
 * silence in part gets there what was taken from the rest.
 *
 * @param source the sound
 * @param leftMean what is taken from the left side
 * @param rightMean what is taken from the right side
 */
public record Centred(StereoSource source, float leftMean, float rightMean) implements StereoSource {

    private static final int BLOCK = 1 << 15;

    /**
     * Measures the means and takes them away.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Centred of(StereoSource source, Progress progress) {
        DcMeter left = new DcMeter();
        DcMeter right = new DcMeter();
        float[] l = new float[BLOCK];
        float[] r = new float[BLOCK];
        for (long at = 0; at < source.frames(); at += BLOCK) {
            int count = (int) Math.min(BLOCK, source.frames() - at);
            source.read(at, l, r, 0, count);
            left.add(l, count);
            right.add(r, count);
            progress.check((double) at / source.frames());
        }
        return new Centred(source, (float) left.mean(), (float) right.mean());
    }

    @Override
    public int sampleRate() {
        return source.sampleRate();
    }

    @Override
    public long frames() {
        return source.frames();
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        source.read(position, left, right, offset, count);
        int from = (int) Math.max(0, Math.min(count, -position));
        int to = (int) Math.max(from, Math.min(count, frames() - position));
        for (int i = offset + from; i < offset + to; i++) {
            left[i] -= leftMean;
            right[i] -= rightMean;
        }
    }
}
