package oakmirror.media.file;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import oakmirror.correction.WantedTone;
import oakmirror.files.PlainFile;
import oakmirror.text.Texts;

/** Wanted tones as tables of frequency and level (CSV). */
public final class ToneFile {

    private static final long MOST_BYTES = 4 << 20;

    private ToneFile() {}

    /** Whether a file's name is that of such a table. */
    public static boolean looksLikeTone(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(java.util.Locale.ROOT);
        return name.endsWith(".csv") || name.endsWith(".tsv");
    }

    /**
     * Reads one; it is called as the file is.
     *
     * @throws AudioFileException when it cannot be read or holds no such table, in one sentence
     */
    public static WantedTone read(Path file) throws AudioFileException {
        String name = String.valueOf(file.getFileName());
        try {
            String text = new String(PlainFile.read(file, MOST_BYTES), StandardCharsets.UTF_8);
            return WantedTone.parse(name.replaceFirst("\\.[^.]*$", ""), text)
                    .orElseThrow(() -> new AudioFileException(Texts.of("audiofiles.holdsNoToneIt", name)));
        } catch (NoSuchFileException e) {
            throw new AudioFileException(Texts.of("audiofiles.isNotThereAny2", name), e);
        } catch (AudioFileException e) {
            throw e;
        } catch (PlainFile.NoFileException | PlainFile.TooLargeException e) {
            throw new AudioFileException(e.getMessage(), e);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.cannotBeRead", name), e);
        }
    }
}
