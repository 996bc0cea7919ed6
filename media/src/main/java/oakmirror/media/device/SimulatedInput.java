package oakmirror.media.device;

import java.util.concurrent.locks.LockSupport;
import oakmirror.audio.Decibels;
import oakmirror.audio.StereoSource;

/**
 * A device that plays a sound as the world outside, over and over, at the pace of real time or some times as fast, at any level. It can drop out for a while,
 * and be unplugged.
 */
public final class SimulatedInput implements AudioInput {

    private static final double MILLIS = 0.001;
    /** Of every block so much is played at once where it is faster than real time. */
    private static final long SHORTEST_WAIT_NANOS = 200_000;

    private final InputDevice device;
    private final StereoSource world;
    private final double speed;
    private final boolean again;
    private volatile float gain = 1;
    private volatile boolean open = true;
    private volatile boolean lost;
    private volatile long gapFrom = Long.MAX_VALUE;
    private volatile long gapTo = Long.MAX_VALUE;
    private volatile long given;
    private Thread player;

    /**
     * A device.
     *
     * @param world what it plays
     * @param speed how many seconds of it a second
     * @param again whether it begins anew at the end; otherwise silence follows
     */
    public SimulatedInput(InputDevice device, StereoSource world, double speed, boolean again) {
        this.device = device;
        this.world = world;
        this.speed = speed;
        this.again = again;
    }

    @Override
    public InputDevice device() {
        return device;
    }

    @Override
    public int sampleRate() {
        return world.sampleRate();
    }

    @Override
    public double latencySeconds() {
        return (double) BLOCK / world.sampleRate();
    }

    @Override
    public void start(Sink sink) {
        player = new Thread(() -> run(sink), "oakmirror-simulated-input");
        player.setDaemon(true);
        player.start();
    }

    private void run(Sink sink) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        long due = System.nanoTime();
        long blockNanos = Math.round(1e9 * BLOCK / world.sampleRate() / speed);
        while (open && !lost) {
            long at = again && world.frames() > 0 ? given % world.frames() : given;
            world.read(at, left, right, 0, BLOCK);
            for (int i = 0; i < BLOCK; i++) {
                boolean isGap = given + i >= gapFrom && given + i < gapTo;
                left[i] = isGap ? 0 : left[i] * gain;
                right[i] = isGap ? 0 : right[i] * gain;
            }
            given += BLOCK;
            sink.take(left, right, BLOCK);
            due += blockNanos;
            long wait = due - System.nanoTime();
            if (wait > SHORTEST_WAIT_NANOS) {
                LockSupport.parkNanos(wait);
            }
        }
    }

    /** Plays at another level, in dB. */
    public void setGain(double db) {
        gain = (float) Decibels.toAmplitude(db);
    }

    /** Hands on silence for a while, from a moment of what it plays on. */
    public void dropOut(double atSeconds, double millis) {
        gapFrom = Math.round(atSeconds * world.sampleRate());
        gapTo = gapFrom + Math.round(millis * MILLIS * world.sampleRate());
    }

    /** Goes away as a device does whose cable is pulled. */
    public void unplug() {
        lost = true;
    }

    /** How many frames it has handed on. */
    public long given() {
        return given;
    }

    @Override
    public long overloads() {
        return 0;
    }

    @Override
    public boolean isLost() {
        return lost;
    }

    @Override
    public void close() {
        open = false;
        ReadaheadThread.join(player, player);
    }
}
