package oakmirror.monitor;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.StereoSource;

/**
 * A source with others laid over it at gains that can be changed while it is heard, as a mix with its stems at other levels. It stays the same
 * source when they are: what sounds goes on and glides to the new gains within a block, as {@link SourceReader} reads it.
 */
public final class LayeredSource implements StereoSource {

    /** How many layers there can be. */
    public static final int MOST_LAYERS = 24;

    private final StereoSource base;
    private final StereoSource[] layers;
    private volatile float[] gains;

    /** A source alone: all gains are 0 at first. */
    public LayeredSource(StereoSource base, List<StereoSource> layers) {
        if (layers.size() > MOST_LAYERS || layers.stream().anyMatch(l -> l.sampleRate() != base.sampleRate())) {
            throw new IllegalArgumentException("at most " + MOST_LAYERS + " layers, of the source's own rate");
        }
        this.base = base;
        this.layers = layers.toArray(StereoSource[]::new);
        gains = new float[this.layers.length];
    }

    /** Lays the layers over it with other gains, linear, below 0 to take them away. */
    public void setGains(float[] next) {
        if (next.length != layers.length) {
            throw new IllegalArgumentException(next.length + " gains for " + layers.length + " layers");
        }
        gains = next.clone();
    }

    /** What others are laid over. */
    public StereoSource base() {
        return base;
    }

    @Override
    public int sampleRate() {
        return base.sampleRate();
    }

    @Override
    public long frames() {
        return base.frames();
    }

    /** Allocates where there are layers to be heard: for whoever has no {@link SourceReader} of their own. */
    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        SourceReader reader = new SourceReader(count);
        reader.begin(this);
        reader.read(this, position, left, right, offset, count);
    }

    /** Puts the present gains into an array. */
    void gains(float[] into) {
        float[] now = gains;
        System.arraycopy(now, 0, into, 0, now.length);
        Arrays.fill(into, now.length, into.length, 0f);
    }

    /**
     * Reads with gains that go evenly from what they were to what they are now, which is put in their place.
     *
     * @param was gains at the start
     * @param l room for as many frames
     * @param r room for as many frames
     */
    void read(long position, float[] left, float[] right, int offset, int count, float[] was, float[] l, float[] r) {
        float[] now = gains;
        base.read(position, left, right, offset, count);
        for (int s = 0; s < layers.length; s++) {
            float gain = was[s];
            if (gain != 0 || now[s] != 0) {
                layers[s].read(position, l, r, 0, count);
                float step = (now[s] - gain) / count;
                for (int i = 0; i < count; i++) {
                    gain += step;
                    left[offset + i] += gain * l[i];
                    right[offset + i] += gain * r[i];
                }
            }
            was[s] = now[s];
        }
    }
}
