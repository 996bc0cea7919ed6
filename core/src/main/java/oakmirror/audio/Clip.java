package oakmirror.audio;

import java.util.Arrays;

/** Samples held in memory: one array a channel, all equally long. The arrays are not copied and must not be changed. */
public record Clip(int sampleRate, ChannelLayout layout, float[][] channels) implements StereoSource {

    /** Checks the shape. */
    public Clip {
        if (sampleRate <= 0) {
            throw new IllegalArgumentException("sample rate must be positive: " + sampleRate);
        }
        if (channels.length != layout.channels()) {
            throw new IllegalArgumentException(channels.length + " channels for a layout of " + layout.channels());
        }
        for (float[] channel : channels) {
            if (channel.length != channels[0].length) {
                throw new IllegalArgumentException("channels of different length");
            }
        }
    }

    /** A stereo clip. */
    public static Clip stereo(int sampleRate, float[] left, float[] right) {
        return new Clip(sampleRate, ChannelLayout.stereo(), new float[][] {left, right});
    }

    @Override
    public long frames() {
        return channels[0].length;
    }

    /** Only for clips of two channels: others are folded on the way in. */
    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        if (channels.length != 2) {
            throw new IllegalStateException("not stereo");
        }
        copy(channels[0], position, left, offset, count);
        copy(channels[1], position, right, offset, count);
    }

    private static void copy(float[] from, long position, float[] to, int offset, int count) {
        int skip = (int) Math.min(count, Math.max(0, -position));
        int available = (int) Math.max(0, Math.min(count - skip, from.length - Math.max(0, position)));
        Arrays.fill(to, offset, offset + skip, 0f);
        if (available > 0) {
            System.arraycopy(from, (int) (position + skip), to, offset + skip, available);
        }
        Arrays.fill(to, offset + skip + available, offset + count, 0f);
    }

    /** This clip as a stream from its start. */
    public AudioStream stream() {
        return new ClipStream(this);
    }

    private static final class ClipStream implements AudioStream {
        private final Clip clip;
        private int position;

        ClipStream(Clip clip) {
            this.clip = clip;
        }

        @Override
        public int sampleRate() {
            return clip.sampleRate;
        }

        @Override
        public ChannelLayout layout() {
            return clip.layout;
        }

        @Override
        public long expectedFrames() {
            return clip.frames();
        }

        @Override
        public int read(float[][] block, int frames) {
            int n = Math.min(frames, clip.channels[0].length - position);
            for (int c = 0; c < block.length; c++) {
                System.arraycopy(clip.channels[c], position, block[c], 0, n);
            }
            position += n;
            return n;
        }

        @Override
        public long damagedSamples() {
            return 0;
        }

        @Override
        public void close() {
            // nothing is held open
        }
    }
}
