package oakmirror.media.file;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Samples;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What all decoders share: reading on until a block is full, counting what was read and what of it is damaged, and what is said of that. */
abstract class DecodingStream implements DecodedStream {

    /** A file that gives less than this part of the length it promises ends early. */
    private static final double WHOLE = 0.985;

    private final Path path;
    private long framesRead;
    private long damaged;
    private boolean ended;

    DecodingStream(Path path) {
        this.path = path;
    }

    /** Frames that are decoded and can be had at once; decodes more when there are none. 0 at the end. */
    abstract int available() throws AudioFileException;

    /** Puts frames that are available into a block from a place on. */
    abstract void take(float[][] block, int from, int count);

    /** Whether the file holds floating-point samples, which can be anything. */
    abstract boolean isFloatingPoint();

    @Override
    public final int read(float[][] block, int frames) throws AudioFileException {
        int done = 0;
        while (done < frames) {
            int n = Math.min(frames - done, available());
            if (n == 0) {
                ended = true;
                break;
            }
            take(block, done, n);
            done += n;
        }
        if (isFloatingPoint()) { // integers are always what can be meant
            for (float[] channel : block) {
                check(channel, done);
            }
        }
        framesRead += done;
        return done;
    }

    private void check(float[] samples, int count) {
        for (int i = 0; i < count; i++) {
            float x = samples[i];
            if (Samples.isDamaged(x)) {
                damaged++;
                samples[i] = 0;
            } else {
                samples[i] = Samples.audible(x);
            }
        }
    }

    @Override
    public final long damagedSamples() {
        return damaged;
    }

    @Override
    public boolean endsEarly() {
        long expected = expectedFrames();
        return ended && (expected > 0 && framesRead < WHOLE * expected || Truncation.isCutOff(path));
    }

    @Override
    public List<String> warnings() {
        List<String> warnings = new ArrayList<>();
        long expected = expectedFrames();
        if (ended && expected > 0 && framesRead < WHOLE * expected) {
            double rate = sampleRate();
            warnings.add(Texts.of(
                    "audiofiles.theFileEndsEarly", Numbers.level(framesRead / rate), Numbers.level(expected / rate)));
        } else if (ended && Truncation.isCutOff(path)) {
            warnings.add(Texts.of("audiofiles.theFileEndsEarly2"));
        }
        if (damaged > 0) {
            warnings.add(Texts.of("audiofiles.samplesAreDamagedAnd", damaged));
        }
        return warnings;
    }
}
