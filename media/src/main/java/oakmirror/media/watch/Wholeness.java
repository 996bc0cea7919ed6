package oakmirror.media.watch;

import java.io.IOException;
import java.nio.file.Path;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Whether a file that has come to rest is all there. */
enum Wholeness {
    /** All is there that its header says. */
    WHOLE,
    /** Its header leaves open how much there is to be. */
    OPEN,
    /** It cannot be opened, or ends before it should. */
    BROKEN;

    private static final Logger LOG = LoggerFactory.getLogger(Wholeness.class);
    private static final int BLOCK = 16384;

    /** Reads a file to its end. */
    static Wholeness of(Path file) {
        try (DecodedStream stream = AudioFile.open(file)) {
            float[][] block = new float[stream.layout().channels()][BLOCK];
            long frames = 0;
            int n;
            while ((n = stream.read(block, BLOCK)) > 0) {
                frames += n;
            }
            if (frames == 0 || stream.endsEarly()) {
                return BROKEN;
            }
            return AudioFile.isOpenEnded(file) ? OPEN : WHOLE;
        } catch (AudioFileException e) {
            LOG.debug("{} is not whole", file, e);
            return BROKEN;
        } catch (IOException | RuntimeException e) {
            LOG.info("{} cannot be looked at", file, e);
            return BROKEN;
        }
    }
}
