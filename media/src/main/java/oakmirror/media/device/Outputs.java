package oakmirror.media.device;

import javax.sound.sampled.LineUnavailableException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Chooses where sound goes. */
public final class Outputs {

    private static final Logger LOG = LoggerFactory.getLogger(Outputs.class);

    private Outputs() {}

    /** The system's output at a rate, or the simulated one where there is none or {@code oakmirror.output=simulated} says so. */
    public static AudioOutput open(int sampleRate) {
        if (!"simulated".equals(System.getProperty("oakmirror.output", ""))) {
            try {
                return new JavaSoundOutput(sampleRate);
            } catch (LineUnavailableException e) {
                LOG.debug("no sound device", e);
            }
        }
        return new SimulatedOutput(sampleRate);
    }
}
