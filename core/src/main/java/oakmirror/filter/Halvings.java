package oakmirror.filter;

import java.util.ArrayList;
import java.util.List;

/** A stereo stream block by block, at its own rate and at a half, a quarter and so on of it: whoever needs it slower takes it from here. */
public final class Halvings {

    private final List<HalfBand> filters = new ArrayList<>();
    private final float[][][] frames;
    private final int[] counts;
    private int longest;

    /**
     * For one stream.
     *
     * @param most how often its rate is halved at most
     */
    public Halvings(int most) {
        for (int i = 0; i < most; i++) {
            filters.add(new HalfBand());
        }
        frames = new float[most + 1][2][0];
        counts = new int[most + 1];
    }

    /** Takes the next frames. */
    public void take(float[] left, float[] right, int count) {
        if (longest < count) {
            longest = count;
            for (int r = 1; r < frames.length; r++) {
                frames[r] = new float[2][count / (1 << r) + 2 * frames.length];
            }
        }
        frames[0] = new float[][] {left, right};
        counts[0] = count;
        for (int r = 0; r < filters.size(); r++) {
            counts[r + 1] = filters.get(r).process(frames[r], counts[r], frames[r + 1]);
        }
    }

    /** What came of the frames that were taken last at a rate that is halved so often: both sides, {@link #count} frames of them. */
    public float[][] frames(int halvings) {
        return frames[halvings];
    }

    /** How many they are. */
    public int count(int halvings) {
        return counts[halvings];
    }
}
