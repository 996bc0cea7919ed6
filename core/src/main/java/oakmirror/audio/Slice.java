package oakmirror.audio;

import java.util.Arrays;

/**
 * A stretch of some sound as if it were all of it: what lies beyond is silence.
 *
 * @param source the whole
 * @param start its first frame
 * @param frames how many
 */
public record Slice(StereoSource source, long start, long frames) implements StereoSource {

    /** The frames of a range in seconds, as far as they lie within the whole. */
    public static Slice of(StereoSource source, TimeRange range) {
        long from = Math.max(0, Math.round(range.startSeconds() * source.sampleRate()));
        long to = Math.min(source.frames(), Math.round(range.endSeconds() * source.sampleRate()));
        return new Slice(source, from, Math.max(0, to - from));
    }

    @Override
    public int sampleRate() {
        return source.sampleRate();
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        source.read(start + position, left, right, offset, count);
        int before = (int) Math.max(0, Math.min(count, -position));
        int after = (int) Math.max(0, Math.min(count, position + count - frames));
        Arrays.fill(left, offset, offset + before, 0f);
        Arrays.fill(right, offset, offset + before, 0f);
        Arrays.fill(left, offset + count - after, offset + count, 0f);
        Arrays.fill(right, offset + count - after, offset + count, 0f);
    }
}
