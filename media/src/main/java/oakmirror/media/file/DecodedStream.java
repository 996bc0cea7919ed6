package oakmirror.media.file;

import java.util.List;
import oakmirror.audio.AudioStream;

/** A file being decoded. Closing and reading fail only with an {@link AudioFileException}. */
public interface DecodedStream extends AudioStream {

    @Override
    int read(float[][] block, int frames) throws AudioFileException;

    /** What was found wrong on the way, each in one sentence; to be asked at the end. */
    List<String> warnings();

    /** Whether less of it is there than its header says; to be asked at the end. */
    boolean endsEarly();

    @Override
    void close();
}
