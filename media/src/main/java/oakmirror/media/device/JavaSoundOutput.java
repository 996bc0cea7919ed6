package oakmirror.media.device;

import java.util.concurrent.TimeUnit;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import oakmirror.processing.MonitorMixer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A sound device through Java Sound, 16 bit stereo. A device that is unplugged shows itself in different ways on different systems: its line
 * closes, takes less than it is given, or takes nothing any more. Each counts as lost.
 */
public final class JavaSoundOutput implements AudioOutput {

    private static final Logger LOG = LoggerFactory.getLogger(JavaSoundOutput.class);
    private static final int BLOCKS_BUFFERED = 4;
    private static final long STUCK_NANOS = TimeUnit.SECONDS.toNanos(2);

    private final OutputDevice device;
    private final SourceDataLine line;
    private volatile boolean open = true;
    private volatile boolean lost;
    private volatile long lastWrite = System.nanoTime();

    /**
     * Opens a line.
     *
     * @throws LineUnavailableException when it is taken
     */
    JavaSoundOutput(OutputDevice device, SourceDataLine line, int sampleRate) throws LineUnavailableException {
        this.device = device;
        this.line = line;
        AudioFormat format = format(sampleRate);
        line.open(format, BLOCKS_BUFFERED * BLOCK * format.getFrameSize());
    }

    static AudioFormat format(int sampleRate) {
        return new AudioFormat(sampleRate, 16, 2, true, false);
    }

    @Override
    public OutputDevice device() {
        return device;
    }

    @Override
    public void start(MonitorMixer mixer) {
        Thread t = new Thread(() -> run(mixer), "oakmirror-output");
        t.setDaemon(true);
        ReadaheadThread.start(mixer, () -> open && !lost);
        t.setPriority(Thread.MAX_PRIORITY);
        lastWrite = System.nanoTime();
        t.start();
    }

    private void run(MonitorMixer mixer) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        byte[] bytes = new byte[4 * BLOCK];
        try {
            line.start();
            while (open && !lost) {
                mixer.render(left, right, BLOCK);
                for (int i = 0; i < BLOCK; i++) {
                    put(bytes, 4 * i, left[i]);
                    put(bytes, 4 * i + 2, right[i]);
                }
                int written = line.write(bytes, 0, bytes.length);
                lastWrite = System.nanoTime();
                lost = open && (written < bytes.length || !line.isOpen());
            }
        } catch (RuntimeException e) {
            LOG.info("output {} failed", device.name(), e);
            lost = open;
        }
        LOG.debug("output closed");
    }

    private static void put(byte[] bytes, int at, float sample) {
        int value = Math.round(Math.max(-1, Math.min(1, sample)) * 32767);
        bytes[at] = (byte) value;
        bytes[at + 1] = (byte) (value >> 8);
    }

    @Override
    public boolean isLost() {
        return lost || (open && System.nanoTime() - lastWrite > STUCK_NANOS);
    }

    @Override
    public void close() {
        open = false;
        line.stop();
        line.close();
    }
}
