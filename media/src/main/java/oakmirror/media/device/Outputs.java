package oakmirror.media.device;

import java.util.ArrayList;
import java.util.List;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.SourceDataLine;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The devices there are, and opening one. The simulated output is always among them; with {@code oakmirror.output=simulated} there are
 * two of those and no others, so that choosing and losing a device can be tried anywhere.
 */
public final class Outputs {

    /** What the system plays through by itself. */
    public static final OutputDevice SYSTEM = new OutputDevice("system", "system output");

    /** The device that makes no sound. */
    public static final OutputDevice SIMULATED = new OutputDevice("simulated", "simulated output, no sound");

    /** A second one, where only simulated ones are wanted. */
    public static final OutputDevice SECOND_SIMULATED =
            new OutputDevice("simulated-2", "simulated headphones, no sound");

    private static final Logger LOG = LoggerFactory.getLogger(Outputs.class);
    private static final DataLine.Info LINE = new DataLine.Info(SourceDataLine.class, null);

    private Outputs() {}

    private static boolean onlySimulated() {
        return "simulated".equals(System.getProperty("oakmirror.output", ""));
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

    /** Opens a device at a rate; where it cannot be had, the simulated one, whose {@link AudioOutput#device} says so. */
    public static AudioOutput open(OutputDevice device, int sampleRate) {
        if (!onlySimulated() && !device.id().startsWith(SIMULATED.id())) {
            try {
                return new JavaSoundOutput(device, line(device, sampleRate), sampleRate);
            } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
                LOG.debug("no sound from {}", device.name(), e);
            }
            return new SimulatedOutput(SIMULATED, sampleRate);
        }
        return new SimulatedOutput(device, sampleRate);
    }

    private static SourceDataLine line(OutputDevice device, int sampleRate) throws LineUnavailableException {
        AudioFormat format = JavaSoundOutput.format(sampleRate);
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (info.getName().equals(device.id())) {
                return AudioSystem.getSourceDataLine(format, info);
            }
        }
        return AudioSystem.getSourceDataLine(format);
    }
}
