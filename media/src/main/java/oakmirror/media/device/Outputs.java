package oakmirror.media.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.SourceDataLine;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The devices there are, and opening one. The simulated output is always among them; with {@code oakmirror.output=simulated} there are
 * two of those and no others, so that choosing and losing a device can be tried anywhere; {@code oakmirror.output.speed} then says how
 * many times as fast as real time they play, for trying what takes its time.
 */
public final class Outputs {

    /** What the system plays through by itself. */
    public static final OutputDevice SYSTEM = new OutputDevice("system", "devices.system");

    /** The device that makes no sound. */
    public static final OutputDevice SIMULATED = new OutputDevice("simulated", "devices.simulated");

    /** A second one, where only simulated ones are wanted. */
    public static final OutputDevice SECOND_SIMULATED = new OutputDevice("simulated-2", "devices.simulatedHeadphones");

    private static final Logger LOG = LoggerFactory.getLogger(Outputs.class);
    private static final DataLine.Info LINE = new DataLine.Info(SourceDataLine.class, null);

    private Outputs() {}

    private static boolean onlySimulated() {
        return "simulated".equals(System.getProperty("oakmirror.output", ""));
    }

    private static double simulatedSpeed() {
        return Double.parseDouble(System.getProperty("oakmirror.output.speed", "1"));
    }

    /** What there is at the moment: the system's own first, the simulated one last. */
    public static List<OutputDevice> list() {
        if (onlySimulated()) {
            return List.of(SIMULATED, SECOND_SIMULATED);
        }
        List<OutputDevice> devices = new ArrayList<>();
        if (AudioSystem.isLineSupported(LINE)) {
            devices.add(SYSTEM);
        }
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (AudioSystem.getMixer(info).isLineSupported(LINE)) {
                devices.add(new OutputDevice(info.getName(), info.getName()));
            }
        }
        devices.add(SIMULATED);
        return devices;
    }

    /** The device of that id, or where it is not there now, the first of all. */
    public static OutputDevice find(String id) {
        List<OutputDevice> devices = list();
        return devices.stream().filter(d -> d.id().equals(id)).findFirst().orElse(devices.get(0));
    }

    /**
     * An output that was opened.
     *
     * @param output the output
     * @param refusal what to tell the user where it is not the one that was wanted, in one sentence
     */
    public record Opened(AudioOutput output, Optional<String> refusal) {}

    /** Opens a device at a rate; where it cannot be had, the simulated one, and says so. */
    public static Opened open(OutputDevice device, int sampleRate) {
        if (onlySimulated() || device.id().startsWith(SIMULATED.id())) {
            return new Opened(new SimulatedOutput(device, sampleRate, simulatedSpeed()), Optional.empty());
        }
        return open(device, sampleRate, format -> line(device, format));
    }

    static Opened open(OutputDevice device, int sampleRate, JavaSoundOutput.Lines lines) {
        try {
            return new Opened(JavaSoundOutput.open(device, sampleRate, lines), Optional.empty());
        } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
            LOG.info("no sound from {}", device.name(), e);
            String sentence = Texts.of("devices.cannotBeOpenedAt", device.name(), sampleRate);
            return new Opened(new SimulatedOutput(sampleRate), Optional.of(sentence));
        }
    }

    private static SourceDataLine line(OutputDevice device, AudioFormat format) throws LineUnavailableException {
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (info.getName().equals(device.id())) {
                return AudioSystem.getSourceDataLine(format, info);
            }
        }
        return AudioSystem.getSourceDataLine(format);
    }
}
