package oakmirror.cli;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.Writer;

/** Writes to a terminal or a file without what steers a terminal: names of files may hold anything. */
final class SafeWriter extends FilterWriter {

    private static final char INSTEAD = '\uFFFD';

    private final boolean isText;

    /**
     * A writer before another one.
     *
     * @param isText whether marks that turn the direction of writing go, too: of data they are a part
     */
    SafeWriter(Writer to, boolean isText) {
        super(to);
        this.isText = isText;
    }

    @Override
    public void write(int c) throws IOException {
        super.write(safe((char) c));
    }

    @Override
    public void write(char[] chars, int from, int count) throws IOException {
        char[] safe = new char[count];
        for (int i = 0; i < count; i++) {
            safe[i] = safe(chars[from + i]);
        }
        super.write(safe, 0, count);
    }

    @Override
    public void write(String text, int from, int count) throws IOException {
        write(text.toCharArray(), from, count);
    }

    private char safe(char c) {
        boolean isLine = c == '\n' || c == '\r' || c == '\t';
        boolean turns = isText && (c >= '\u202A' && c <= '\u202E' || c >= '\u2066' && c <= '\u2069');
        return Character.isISOControl(c) && !isLine || turns ? INSTEAD : c;
    }
}
