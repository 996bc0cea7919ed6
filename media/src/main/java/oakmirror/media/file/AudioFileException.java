package oakmirror.media.file;

import java.io.IOException;

/** An audio file cannot be used. The message is one sentence for the user; the cause, if any, is for the log. */
public class AudioFileException extends IOException {

    private static final long serialVersionUID = 1L;

    /** One sentence, and a cause for the log or null. */
    public AudioFileException(String sentence, Throwable cause) {
        super(sentence, cause);
    }

    /** One sentence. */
    public AudioFileException(String sentence) {
        super(sentence);
    }
}
