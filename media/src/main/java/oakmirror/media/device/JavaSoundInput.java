package oakmirror.media.device;

import java.util.concurrent.TimeUnit;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.TargetDataLine;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A sound device through Java Sound, in stereo: 24 bits where it gives them, otherwise 16. What it holds when it is full is counted as an overload. A
 * device that is unplugged closes its line, gives less than it is asked for, or gives nothing any more; each counts as lost.
 */
final class JavaSoundInput implements AudioInput {

    private static final Logger LOG = LoggerFactory.getLogger(JavaSoundInput.class);
    private static final int BLOCKS_BUFFERED = 16;
    private static final long STUCK_NANOS = TimeUnit.SECONDS.toNanos(2);

    private final InputDevice device;
    private final TargetDataLine line;
    private final int bytesPerSample;
    private final int sampleRate;
    private volatile boolean open = true;
    private volatile boolean lost;
    private volatile long overloads;
    private volatile long lastRead = System.nanoTime();
    private Thread reader;

    /** Where lines come from, by the form that is wanted of them. */
    @FunctionalInterface
    interface Lines {
        /** A line that is not open yet. */
        TargetDataLine line(AudioFormat format) throws LineUnavailableException;
    }

    private JavaSoundInput(InputDevice device, TargetDataLine line, int bits, int sampleRate) {
        this.device = device;
        this.line = line;
        this.sampleRate = sampleRate;
        bytesPerSample = bits / 8;
    }

    /**
     * Opens a line in the finest form that it gives, at 48 kHz or else 44.1.
     *
     * @throws LineUnavailableException when it is taken
     * @throws IllegalArgumentException when it gives no form that is known here
     */
    static JavaSoundInput open(InputDevice device, Lines lines) throws LineUnavailableException {
        for (int rate : new int[] {48000, 44100}) {
            for (int bits : new int[] {24, 16}) {
                AudioFormat format = new AudioFormat(rate, bits, 2, true, false);
                try {
                    TargetDataLine line = lines.line(format);
                    line.open(format, BLOCKS_BUFFERED * BLOCK * format.getFrameSize());
                    return new JavaSoundInput(device, line, bits, rate);
                } catch (LineUnavailableException | IllegalArgumentException e) {
                    LOG.debug("{} does not give {} bits at {} Hz", device.name(), bits, rate, e);
                }
            }
        }
        throw new LineUnavailableException(Texts.of("invalid.inputFormat"));
    }

    @Override
    public InputDevice device() {
        return device;
    }

    @Override
    public int sampleRate() {
        return sampleRate;
    }

    @Override
    public double latencySeconds() {
        return (double) BLOCK / sampleRate;
    }

    @Override
    public void start(Sink sink) {
        reader = new Thread(() -> run(sink), "oakmirror-input");
        reader.setDaemon(true);
        reader.setPriority(Thread.MAX_PRIORITY);
        lastRead = System.nanoTime();
        reader.start();
    }

    private void run(Sink sink) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        int frame = 2 * bytesPerSample;
        byte[] bytes = new byte[frame * BLOCK];
        try {
            line.start();
            while (open && !lost) {
                if (line.available() >= line.getBufferSize()) {
                    overloads++;
                }
                int read = line.read(bytes, 0, bytes.length);
                int frames = read / frame;
                for (int i = 0; i < frames; i++) {
                    left[i] = sample(bytes, i * frame);
                    right[i] = sample(bytes, i * frame + bytesPerSample);
                }
                if (frames > 0) {
                    lastRead = System.nanoTime();
                    sink.take(left, right, frames);
                }
                boolean otherRate = Math.round(line.getFormat().getSampleRate()) != sampleRate;
                lost = open && (read < bytes.length || !line.isOpen() || otherRate);
            }
        } catch (RuntimeException e) {
            LOG.info("input {} failed", device.name(), e);
            lost = open;
        }
    }

    private float sample(byte[] bytes, int at) {
        int value = bytes[at + bytesPerSample - 1];
        for (int b = bytesPerSample - 2; b >= 0; b--) {
            value = value << 8 | bytes[at + b] & 0xFF;
        }
        return value / (float) (1 << 8 * bytesPerSample - 1);
    }

    @Override
    public long overloads() {
        return overloads;
    }

    @Override
    public boolean isLost() {
        return lost || open && System.nanoTime() - lastRead > STUCK_NANOS;
    }

    @Override
    public void close() {
        open = false;
        line.stop();
        line.close();
        ReadaheadThread.join(reader, reader);
    }
}
