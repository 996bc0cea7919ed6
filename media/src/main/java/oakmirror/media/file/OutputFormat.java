package oakmirror.media.file;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import oakmirror.correction.AppliedCorrection;

/** The kinds of file that can be written. */
public enum OutputFormat {
    WAV_16("WAV, 16 bit", "wav", 16),
    WAV_24("WAV, 24 bit", "wav", 24),
    WAV_FLOAT("WAV, 32-bit float", "wav", 32),
    FLAC_16("FLAC, 16 bit", "flac", 16),
    FLAC_24("FLAC, 24 bit", "flac", 24);

    private final String label;
    private final String ending;
    private final int bits;

    OutputFormat(String label, String ending, int bits) {
        this.label = label;
        this.ending = ending;
        this.bits = bits;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** The ending of its files, without the dot. */
    public String ending() {
        return ending;
    }

    /** Bits a sample; 32 means floating point. */
    public int bits() {
        return bits;
    }

    /** The format with that ending and that many bits; WAV of 24 bits when there is none. */
    public static OutputFormat of(String ending, int bits) {
        for (OutputFormat format : values()) {
            if (format.ending.equals(ending.toLowerCase(Locale.ROOT)) && format.bits == bits) {
                return format;
            }
        }
        return WAV_24;
    }

    /**
     * Starts a stereo file.
     *
     * @throws AudioFileException when the folder is missing or cannot be written
     */
    public AudioWriter open(Path file, int sampleRate) throws AudioFileException {
        return open(file, sampleRate, Optional.empty());
    }

    /**
     * Starts a stereo file that says what it was corrected by.
     *
     * @throws AudioFileException when the folder is missing or cannot be written
     */
    public AudioWriter open(Path file, int sampleRate, Optional<AppliedCorrection> applied) throws AudioFileException {
        PendingFile pending = PendingFile.create(file);
        try {
            return ending.equals("flac")
                    ? new FlacWriter(pending, sampleRate, bits, applied)
                    : new WavWriter(pending, sampleRate, bits, applied);
        } catch (java.io.IOException e) {
            pending.discard();
            throw pending.failure(e);
        }
    }
}
