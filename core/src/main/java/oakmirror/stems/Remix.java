package oakmirror.stems;

import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.audio.StereoSource;

/**
 * A mix with its stems at other levels: the mix and, of each stem as it sounds in it, what its gain adds or takes away. With all gains at 0 dB it
 * is the mix itself.
 *
 * @param mix the mix
 * @param stems its stems, as they sound in it
 * @param gainsDb their gains
 */
public record Remix(StereoSource mix, List<StereoSource> stems, List<Double> gainsDb) implements StereoSource {

    private static final int BLOCK = 4096;

    /** Copies the lists and checks that they go together. */
    public Remix {
        stems = List.copyOf(stems);
        gainsDb = List.copyOf(gainsDb);
        if (stems.size() != gainsDb.size()) {
            throw new IllegalArgumentException(gainsDb.size() + " gains for " + stems.size() + " stems");
        }
        for (StereoSource stem : stems) {
            if (stem.sampleRate() != mix.sampleRate()) {
                throw new IllegalArgumentException("a stem of another rate than the mix");
            }
        }
    }

    @Override
    public int sampleRate() {
        return mix.sampleRate();
    }

    @Override
    public long frames() {
        return mix.frames();
    }

    /** Allocates: for measuring and rendering, not for the audio thread. */
    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        mix.read(position, left, right, offset, count);
        float[] l = new float[Math.min(BLOCK, count)];
        float[] r = new float[l.length];
        for (int s = 0; s < stems.size(); s++) {
            float more = (float) (Decibels.toAmplitude(gainsDb.get(s)) - 1);
            for (int done = 0; more != 0 && done < count; done += l.length) {
                int n = Math.min(l.length, count - done);
                stems.get(s).read(position + done, l, r, 0, n);
                for (int i = 0; i < n; i++) {
                    left[offset + done + i] += more * l[i];
                    right[offset + done + i] += more * r[i];
                }
            }
        }
    }
}
