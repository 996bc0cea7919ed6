package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.StereoSource;

/**
 * The stems of a mix and what they sum to: as long as the longest, silent where there are none.
 *
 * @param sampleRate frames a second of all of them
 * @param parts the stems, all at that rate
 */
public record Stems(int sampleRate, List<StereoSource> parts) implements StereoSource {

    /** So many frames are summed at a time. */
    private static final int BLOCK = 4096;

    /** Checks that they go together. */
    public Stems {
        parts = List.copyOf(parts);
        for (StereoSource part : parts) {
            if (part.sampleRate() != sampleRate) {
                throw new IllegalArgumentException(
                        "a stem of " + part.sampleRate() + " Hz among stems of " + sampleRate + " Hz");
            }
        }
    }

    /** A mix without stems. */
    public static Stems none(int sampleRate) {
        return new Stems(sampleRate, List.of());
    }

    @Override
    public long frames() {
        return parts.stream().mapToLong(StereoSource::frames).max().orElse(0);
    }

    /** Reads their sum. Allocates: for measuring, not for the audio thread. */
    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        Arrays.fill(left, offset, offset + count, 0f);
        Arrays.fill(right, offset, offset + count, 0f);
        float[] l = new float[Math.min(BLOCK, count)];
        float[] r = new float[l.length];
        for (StereoSource part : parts) {
            for (int done = 0; done < count; done += l.length) {
                int n = Math.min(l.length, count - done);
                part.read(position + done, l, r, 0, n);
                for (int i = 0; i < n; i++) {
                    left[offset + done + i] += l[i];
                    right[offset + done + i] += r[i];
                }
            }
        }
    }
}
