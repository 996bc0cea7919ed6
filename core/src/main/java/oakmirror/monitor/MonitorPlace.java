package oakmirror.monitor;

import java.util.Optional;
import oakmirror.dsp.NoiseLoop;
import oakmirror.dsp.StereoProcessor;

/**
 * Somewhere else, where everything is heard.
 *
 * @param sound what it makes of everything; another object is another place
 * @param gain linear gain behind it, which makes room for what it raises
 * @param noise what is heard beside the music while that plays
 * @param noiseGain linear gain of the noise
 */
public record MonitorPlace(StereoProcessor sound, float gain, Optional<NoiseLoop> noise, float noiseGain) {}
