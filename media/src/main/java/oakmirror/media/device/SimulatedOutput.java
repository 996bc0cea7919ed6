package oakmirror.media.device;

import java.util.concurrent.locks.LockSupport;
import oakmirror.monitor.MonitorMixer;

/**
 * A device that makes no sound but behaves like one: takes blocks at the pace of real time, or some times as fast, counts those it got
 * too late, and keeps what it was given last, so that it can be looked at. It can be unplugged, too.
 */
public final class SimulatedOutput implements AudioOutput {

    private static final double KEPT_SECONDS = 20;

    private final OutputDevice device;
    private final int sampleRate;
    private final double speed;
    private final float[] keptLeft;
    private final float[] keptRight;
    private Thread player;
    private Thread reader;
    private long taken;
    private volatile long late;
    private volatile boolean open = true;
    private volatile boolean lost;

    /** A device at a rate. */
    public SimulatedOutput(int sampleRate) {
        this(Outputs.SIMULATED, sampleRate, 1);
    }

    /** A device that takes {@code speed} seconds of sound a second. */
    SimulatedOutput(OutputDevice device, int sampleRate, double speed) {
        this.device = device;
        this.sampleRate = sampleRate;
        this.speed = speed;
        keptLeft = new float[(int) (KEPT_SECONDS * sampleRate)];
        keptRight = new float[keptLeft.length];
    }

    @Override
    public OutputDevice device() {
        return device;
    }

    @Override
    public void start(MonitorMixer mixer) {
        player = new Thread(() -> run(mixer), "oakmirror-simulated-output");
        player.setDaemon(true);
        player.setPriority(Thread.MAX_PRIORITY);
        reader = ReadaheadThread.start(mixer, () -> open && !lost);
        player.start();
    }

    private void run(MonitorMixer mixer) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long due = System.nanoTime();
        long blockNanos = Math.round(1e9 * BLOCK / sampleRate / speed);
        while (open && !lost) {
            mixer.render(left, right, BLOCK);
            keep(left, right);
            due += blockNanos;
            long wait = due - System.nanoTime();
            if (wait > 0) {
                LockSupport.parkNanos(wait);
            } else if (-wait > 4 * blockNanos) {
                late++;
                due = System.nanoTime();
            }
        }
    }

    private synchronized void keep(float[] left, float[] right) {
        for (int i = 0; i < BLOCK; i++) {
            int at = (int) (taken % keptLeft.length);
            keptLeft[at] = left[i];
            keptRight[at] = right[i];
            taken++;
        }
    }

    /** Goes away as a device does whose cable is pulled. */
    public void unplug() {
        lost = true;
    }

    @Override
    public boolean isLost() {
        return lost;
    }

    /** How often it had to wait for a block longer than a real device would have. */
    public long lateBlocks() {
        return late;
    }

    /** How many frames it was given so far. */
    public synchronized long framesTaken() {
        return taken;
    }

    /** The last frames it was given, left and right, oldest first; at most {@code frames}. */
    public synchronized float[][] recent(int frames) {
        int n = (int) Math.min(Math.min(frames, keptLeft.length), taken);
        return given(taken - n, n);
    }

    /** Frames it was given from the first wanted on, left and right; only such as were given lately can be had. */
    public synchronized float[][] given(long from, int frames) {
        if (from < 0 || from + frames > taken || taken - from > keptLeft.length) {
            throw new IllegalArgumentException("frames " + from + " and on are not kept");
        }
        float[][] out = new float[2][frames];
        for (int i = 0; i < frames; i++) {
            int at = (int) ((from + i) % keptLeft.length);
            out[0][i] = keptLeft[at];
            out[1][i] = keptRight[at];
        }
        return out;
    }

    @Override
    public void close() {
        open = false;
        ReadaheadThread.join(player, reader);
    }
}
