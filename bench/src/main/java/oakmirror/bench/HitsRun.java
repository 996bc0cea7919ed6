package oakmirror.bench;

import java.lang.management.ManagementFactory;
import java.util.Locale;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.hits.HitsStream;

/** What taking five minutes apart into hits and tones costs, in seconds of one core. */
public final class HitsRun {

    private static final int SECONDS = 300;
    private static final int BLOCK = 16384;

    private HitsRun() {}

    /** Runs it. */
    public static void main(String[] args) {
        for (int rate : new int[] {48_000, 192_000}) {
            float[] left = Signals.musicLike(rate, SECONDS, 0.3, 1);
            float[] right = Signals.musicLike(rate, SECONDS, 0.3, 2);
            long before = ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
            HitsStream hits = new HitsStream(Clip.stereo(rate, left, right));
            float[][] block = new float[2][BLOCK];
            while (hits.read(block, BLOCK) > 0) {
                // only the time counts
            }
            double seconds = (ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime() - before) / 1e9;
            System.out.printf(Locale.ROOT, "figure hits.five-minutes-at-%d %.1f (s of one core)%n", rate, seconds);
        }
    }
}
