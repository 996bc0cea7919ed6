package oakmirror.media.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.DataLine;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.TargetDataLine;
import oakmirror.audio.StereoSource;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The inputs there are, and opening one. The simulated one, which plays a file as the world outside, is always among them; {@code oakmirror.input.speed}
 * says how many times as fast as real time it plays, for trying what takes its time.
 */
public final class Inputs {

    /** What the system listens with by itself. */
    public static final InputDevice SYSTEM = new InputDevice("system", "devices.systemInput");

    /** The one that plays a file. */
    public static final InputDevice SIMULATED = new InputDevice("simulated", "devices.simulatedInput");

    private static final Logger LOG = LoggerFactory.getLogger(Inputs.class);
    private static final DataLine.Info LINE = new DataLine.Info(TargetDataLine.class, null);

    private Inputs() {}

    /** What there is at the moment: the system's own first, the simulated one last. */
    public static List<InputDevice> list() {
        List<InputDevice> devices = new ArrayList<>();
        if (AudioSystem.isLineSupported(LINE)) {
            devices.add(SYSTEM);
        }
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (AudioSystem.getMixer(info).isLineSupported(LINE)) {
                devices.add(new InputDevice(info.getName(), info.getName()));
            }
        }
        devices.add(SIMULATED);
        return devices;
    }

    /** The simulated input. */
    public static SimulatedInput simulated(StereoSource world) {
        double speed = Double.parseDouble(System.getProperty("oakmirror.input.speed", "1"));
        return new SimulatedInput(SIMULATED, world, speed, true);
    }

    /**
     * An input that was opened, or why it was not, in one sentence.
     *
     * @param input the input
     * @param refusal why it cannot be had
     */
    public record Opened(Optional<AudioInput> input, String refusal) {}

    /** Opens a device of the system. */
    public static Opened open(InputDevice device) {
        return open(device, format -> line(device, format));
    }

    static Opened open(InputDevice device, JavaSoundInput.Lines lines) {
        try {
            return new Opened(Optional.of(JavaSoundInput.open(device, lines)), "");
        } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
            LOG.info("no sound from {}", device.name(), e);
            return new Opened(Optional.empty(), Texts.of("devices.cannotBeListenedTo", device.name()));
        }
    }

    private static TargetDataLine line(InputDevice device, AudioFormat format) throws LineUnavailableException {
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (info.getName().equals(device.id())) {
                return AudioSystem.getTargetDataLine(format, info);
            }
        }
        return AudioSystem.getTargetDataLine(format);
    }
}
