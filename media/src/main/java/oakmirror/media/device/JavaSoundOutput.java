package oakmirror.media.device;

import java.util.concurrent.TimeUnit;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import oakmirror.dsp.TpdfDither;
import oakmirror.monitor.MonitorMixer;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A sound device through Java Sound, in stereo: 24 bits where it takes them, otherwise 16, with TPDF dither either way. A device that is unplugged shows itself in different ways on different systems: its line
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
    private Thread player;
    private Thread reader;
    private volatile long lastWrite = System.nanoTime();

    private final TpdfDither leftDither;
    private final TpdfDither rightDither;

    /** Where lines come from, by the form that is wanted of them. */
    @FunctionalInterface
    interface Lines {
        /** A line that is not open yet. */
        SourceDataLine line(AudioFormat format) throws LineUnavailableException;
    }

    private JavaSoundOutput(OutputDevice device, SourceDataLine line, int bits) {
        this.device = device;
        this.line = line;
        leftDither = new TpdfDither(bits, 1);
        rightDither = new TpdfDither(bits, 2);
    }

    /**
     * Opens a line, in the finest form that it takes.
     *
     * @throws LineUnavailableException when it is taken
     * @throws IllegalArgumentException when it takes no form that is known here
     */
    static JavaSoundOutput open(OutputDevice device, int sampleRate, Lines lines) throws LineUnavailableException {
        for (int bits : new int[] {24, 16}) {
            AudioFormat format = new AudioFormat(sampleRate, bits, 2, true, false);
            try {
                SourceDataLine line = lines.line(format);
                line.open(format, BLOCKS_BUFFERED * BLOCK * format.getFrameSize());
                return new JavaSoundOutput(device, line, bits);
            } catch (LineUnavailableException | IllegalArgumentException e) {
                if (bits == 16) {
                    throw e;
                }
                LOG.debug("{} does not take {} bits", device.name(), bits, e);
            }
        }
        throw new IllegalArgumentException(Texts.of("invalid.outputFormat"));
    }

    /** Bits a sample that the device is given. */
    int bits() {
        return leftDither.bits();
    }

    @Override
    public OutputDevice device() {
        return device;
    }

    @Override
    public void start(MonitorMixer mixer) {
        player = new Thread(() -> run(mixer), "oakmirror-output");
        player.setDaemon(true);
        reader = ReadaheadThread.start(mixer, () -> open && !lost);
        player.setPriority(Thread.MAX_PRIORITY);
        lastWrite = System.nanoTime();
        player.start();
    }

    private void run(MonitorMixer mixer) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        int size = bits() / 8;
        byte[] bytes = new byte[2 * size * BLOCK];
        try {
            line.start();
            while (open && !lost) {
                mixer.render(left, right, BLOCK);
                for (int i = 0; i < BLOCK; i++) {
                    put(bytes, 2 * size * i, leftDither.quantise(left[i]));
                    put(bytes, 2 * size * i + size, rightDither.quantise(right[i]));
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

    private void put(byte[] bytes, int at, int value) {
        for (int b = 0; b < bits(); b += 8) {
            bytes[at + b / 8] = (byte) (value >> b);
        }
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
        ReadaheadThread.join(player, reader);
    }
}
