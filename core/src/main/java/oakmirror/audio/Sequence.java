package oakmirror.audio;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Sounds one after the other, each at a gain of its own, with silence between.
 *
 * @param sampleRate frames a second of all of them
 * @param parts the sounds, in their order
 */
public record Sequence(int sampleRate, List<Part> parts) implements StereoSource {

    /**
     * A sound in its place.
     *
     * @param source the sound
     * @param start where it begins, in frames; not before the one before has ended
     * @param gain linear
     */
    public record Part(StereoSource source, long start, float gain) {
        long end() {
            return start + source.frames();
        }
    }

    /** Copies the list. */
    public Sequence {
        parts = List.copyOf(parts);
    }

    /** Sounds with so much silence between them. */
    public static Sequence of(List<? extends StereoSource> sounds, List<Double> gainsDb, double gapSeconds) {
        int rate = sounds.get(0).sampleRate();
        List<Part> parts = new ArrayList<>();
        long at = 0;
        for (int i = 0; i < sounds.size(); i++) {
            parts.add(new Part(sounds.get(i), at, (float) Decibels.toAmplitude(gainsDb.get(i))));
            at += sounds.get(i).frames() + Math.round(gapSeconds * rate);
        }
        return new Sequence(rate, parts);
    }

    @Override
    public long frames() {
        return parts.stream().mapToLong(Part::end).max().orElse(0);
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        Arrays.fill(left, offset, offset + count, 0f);
        Arrays.fill(right, offset, offset + count, 0f);
        for (int p = 0; p < parts.size(); p++) { // by index: an iterator would be made anew each time
            Part part = parts.get(p);
            long from = Math.max(position, part.start());
            int n = (int) (Math.min(position + count, part.end()) - from);
            if (n > 0) {
                int to = offset + (int) (from - position);
                part.source().read(from - part.start(), left, right, to, n);
                for (int i = to; i < to + n; i++) {
                    left[i] *= part.gain();
                    right[i] *= part.gain();
                }
            }
        }
    }
}
