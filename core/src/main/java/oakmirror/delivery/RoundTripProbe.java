package oakmirror.delivery;

import java.util.ArrayList;
import java.util.List;

/**
 * Stretches of what was handed over to be written, spread over a whole song, its beginning and its end among them: what a file is held against afterwards.
 */
public final class RoundTripProbe {

    private static final int WINDOWS = 32;
    private static final int FRAMES = 4096;

    private final List<Window> windows = new ArrayList<>();
    private long frames;

    /** A stretch; its arrays belong to the witness. */
    record Window(long start, float[] left, float[] right) {
        int length() {
            return left.length;
        }
    }

    /** For so many frames. */
    public RoundTripProbe(long frames) {
        if (frames <= (long) WINDOWS * FRAMES) {
            addWindow(0, (int) frames);
            return;
        }
        for (int w = 0; w < WINDOWS; w++) {
            addWindow((frames - FRAMES) * w / (WINDOWS - 1), FRAMES);
        }
    }

    private void addWindow(long start, int length) {
        windows.add(new Window(start, new float[length], new float[length]));
    }

    /** Takes the next frames. */
    public void add(float[] left, float[] right, int count) {
        for (Window w : windows) {
            long from = Math.max(frames, w.start());
            int n = (int) (Math.min(frames + count, w.start() + w.length()) - from);
            if (n > 0) {
                System.arraycopy(left, (int) (from - frames), w.left(), (int) (from - w.start()), n);
                System.arraycopy(right, (int) (from - frames), w.right(), (int) (from - w.start()), n);
            }
        }
        frames += count;
    }

    /** How many frames were handed over. */
    public long frames() {
        return frames;
    }

    List<Window> windows() {
        return windows;
    }
}
