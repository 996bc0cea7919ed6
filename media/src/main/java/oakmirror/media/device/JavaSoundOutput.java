package oakmirror.media.device;

import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import oakmirror.processing.MonitorMixer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The system's sound output through Java Sound, 16 bit stereo. */
public final class JavaSoundOutput implements AudioOutput {

    private static final Logger LOG = LoggerFactory.getLogger(JavaSoundOutput.class);
    private static final int BLOCKS_BUFFERED = 4;

    private final SourceDataLine line;
    private volatile boolean open = true;

    /**
     * Opens the default output.
     *
     * @throws LineUnavailableException when there is none, or it is taken
     */
    public JavaSoundOutput(int sampleRate) throws LineUnavailableException {
        AudioFormat format = new AudioFormat(sampleRate, 16, 2, true, false);
        try {
            line = (SourceDataLine) AudioSystem.getLine(new DataLine.Info(SourceDataLine.class, format));
            line.open(format, BLOCKS_BUFFERED * BLOCK * format.getFrameSize());
        } catch (IllegalArgumentException e) {
            LineUnavailableException none = new LineUnavailableException("no output for " + format);
            none.initCause(e);
            throw none;
        }
    }

    @Override
    public String name() {
        return "system output";
    }

    @Override
    public void start(MonitorMixer mixer) {
        Thread t = new Thread(() -> run(mixer), "oakmirror-output");
        t.setDaemon(true);
        t.setPriority(Thread.MAX_PRIORITY);
        t.start();
    }

    private void run(MonitorMixer mixer) {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        byte[] bytes = new byte[4 * BLOCK];
        line.start();
        while (open) {
            mixer.render(left, right, BLOCK);
            for (int i = 0; i < BLOCK; i++) {
                put(bytes, 4 * i, left[i]);
                put(bytes, 4 * i + 2, right[i]);
            }
            line.write(bytes, 0, bytes.length);
        }
        LOG.debug("output closed");
    }

    private static void put(byte[] bytes, int at, float sample) {
        int value = Math.round(Math.max(-1, Math.min(1, sample)) * 32767);
        bytes[at] = (byte) value;
        bytes[at + 1] = (byte) (value >> 8);
    }

    @Override
    public void close() {
        open = false;
        line.stop();
        line.close();
    }
}
