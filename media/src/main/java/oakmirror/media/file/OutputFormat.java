package oakmirror.media.file;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import oakmirror.text.Texts;

/** The kinds of file that can be written. */
public enum OutputFormat {
    WAV_16("audiofiles.wav16Bit", "wav", 16, Optional.empty()),
    WAV_24("audiofiles.wav24Bit", "wav", 24, Optional.empty()),
    WAV_FLOAT("audiofiles.wav32BitFloat", "wav", 32, Optional.empty()),
    FLAC_16("audiofiles.flac16Bit", "flac", 16, Optional.of(Encoding.FLAC)),
    FLAC_24("audiofiles.flac24Bit", "flac", 24, Optional.of(Encoding.FLAC)),
    MP3("audiofiles.mp3320KbitS", "mp3", 0, Optional.of(Encoding.MP3)),
    AAC("audiofiles.aac256KbitS", "m4a", 0, Optional.of(Encoding.AAC)),
    OPUS("audiofiles.opus192KbitS", "opus", 0, Optional.of(Encoding.OPUS));

    private static final List<Integer> USUAL_RATES = List.of(44100, 48000, 88200, 96000, 176400, 192000);
    private static final List<Integer> LOSSY_RATES = List.of(44100, 48000);
    private static final List<Integer> OPUS_RATES = List.of(48000);
    private static final double LOSSLESS_SHARE = 0.6;

    private final String label;
    private final String ending;
    private final int bits;
    private final Optional<Encoding> encoding;

    OutputFormat(String label, String ending, int bits, Optional<Encoding> encoding) {
        this.label = label;
        this.ending = ending;
        this.bits = bits;
        this.encoding = encoding;
    }

    /** Its name on screen. */
    public String label() {
        return Texts.of(label);
    }

    /** The ending of its files, without the dot. */
    public String ending() {
        return ending;
    }

    /** Bits a sample; 32 means floating point, 0 a lossy format. */
    public int bits() {
        return bits;
    }

    /** Whether it loses something: for test listening, not for delivery. */
    public boolean isLossy() {
        return bits == 0;
    }

    /** Whether its samples are rounded, so that there is something to dither. */
    public boolean isRounded() {
        return bits == 16 || bits == 24;
    }

    /** The rates it can be asked for. */
    public List<Integer> rates() {
        return this == OPUS ? OPUS_RATES : isLossy() ? LOSSY_RATES : USUAL_RATES;
    }

    /** The rate a file comes out at: the one asked for, or the mix's own, or where the format has neither, the nearest of its family. */
    public int rateFor(Optional<Integer> asked, int mixRate) {
        int wanted = asked.orElse(mixRate);
        if (!isLossy() || rates().contains(wanted)) {
            return wanted;
        }
        return this != OPUS && wanted % 11025 == 0 ? 44100 : 48000;
    }

    /** About how many bytes so many seconds take. */
    public long bytes(double seconds, int rate) {
        double perSecond = isLossy()
                ? encoding.orElseThrow().bitsPerSecond() / 8.0
                : 2.0 * rate * bits / 8 * (encoding.isPresent() ? LOSSLESS_SHARE : 1);
        return Math.round(seconds * perSecond);
    }

    /** The format with that ending and that many bits; the first with that ending where there is none, or WAV of 24 bits. */
    public static OutputFormat of(String ending, int bits) {
        String lower = ending.toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(f -> f.ending.equals(lower) && f.bits == bits)
                .findFirst()
                .orElse(WAV_24);
    }

    /**
     * Starts a stereo file that is dithered, where it is rounded.
     *
     * @throws AudioFileException when the folder is missing or cannot be written
     */
    public AudioWriter open(Path file, int sampleRate) throws AudioFileException {
        return open(file, sampleRate, true, FileLabel.NONE);
    }

    /**
     * Starts a stereo file that says something of itself.
     *
     * @param dithered whether it is dithered, where it is rounded
     * @throws AudioFileException when the folder is missing or cannot be written
     */
    public AudioWriter open(Path file, int sampleRate, boolean dithered, FileLabel says) throws AudioFileException {
        Samples samples = isLossy() ? Samples.FLOAT : new Samples(bits, dithered);
        PendingFile pending = PendingFile.create(file);
        Optional<PendingFile> unlabelled = Optional.empty();
        try {
            if (encoding.isEmpty()) {
                return new WavWriter(pending, sampleRate, samples, says);
            }
            unlabelled = Optional.of(PendingFile.create(file));
            return new EncodedWriter(pending, unlabelled.get(), encoding.get(), sampleRate, samples, says);
        } catch (java.io.IOException e) {
            unlabelled.ifPresent(PendingFile::discard);
            pending.discard();
            throw pending.failure(e);
        }
    }
}
