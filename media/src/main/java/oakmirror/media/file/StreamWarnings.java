package oakmirror.media.file;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import oakmirror.audio.AudioStream;

/** The sentences that all decoders share. */
final class StreamWarnings {

    /** A file that gives less than this part of the length it promises ends early. */
    private static final double WHOLE = 0.985;

    private StreamWarnings() {}

    static List<String> of(AudioStream stream, long framesRead, boolean ended) {
        List<String> warnings = new ArrayList<>();
        long expected = stream.expectedFrames();
        if (ended && expected > 0 && framesRead < WHOLE * expected) {
            double rate = stream.sampleRate();
            warnings.add(String.format(
                    Locale.ROOT, "The file ends early: %.1f of %.1f s are there.", framesRead / rate, expected / rate));
        }
        if (stream.nonFiniteSamples() > 0) {
            warnings.add(stream.nonFiniteSamples() + " samples are not numbers and count as silence.");
        }
        return warnings;
    }
}
