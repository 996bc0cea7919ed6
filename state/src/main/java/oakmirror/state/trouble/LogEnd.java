package oakmirror.state.trouble;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import oakmirror.text.Texts;

/** The end of the log. */
public final class LogEnd {

    private LogEnd() {}

    /** Its last bytes, from the beginning of a line on; a sentence where there are none. */
    public static String of(Path file, int bytes) {
        if (!Files.exists(file)) {
            return Texts.of("trouble.nothingHasBeenLogged");
        }
        try (RandomAccessFile log = new RandomAccessFile(file.toFile(), "r")) {
            long from = Math.max(0, log.length() - bytes);
            byte[] end = new byte[(int) (log.length() - from)];
            log.seek(from);
            log.readFully(end);
            String text = new String(end, StandardCharsets.UTF_8);
            return from == 0 ? text : text.substring(text.indexOf('\n') + 1);
        } catch (IOException e) {
            return Texts.of("trouble.theLogCannotBe", e.getMessage());
        }
    }
}
