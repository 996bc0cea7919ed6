package oakmirror.state.mastering;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;

/**
 * Where masters go: to the folder that the user chose last. Until one was chosen they have a folder of their own beside the mix, where the watch for its bounces
 * does not look.
 */
public final class MastersFolder {

    private static final String SETTING = "output";
    private static final String NAME = "masters";
    private static final Path HOME = Path.of(System.getProperty("user.home"));

    private MastersFolder() {}

    /** Where those of a session go. */
    public static Path of(Settings settings, Session session) {
        return settings.folder(SETTING).or(() -> besideMix(session)).orElse(HOME);
    }

    /** Remembers a folder that was used; the one beside the mix is another for each mix. */
    public static void remember(Settings settings, Session session, Path folder) {
        if (!isBesideMix(session, folder)) {
            settings.rememberFolder(SETTING, folder);
        }
    }

    private static Optional<Path> besideMix(Session session) {
        return session.mix()
                .flatMap(Track::file)
                .map(f -> f.toAbsolutePath().getParent())
                .map(p -> p.resolve(NAME));
    }

    private static boolean isBesideMix(Session session, Path folder) {
        return besideMix(session).filter(f -> f.equals(folder.toAbsolutePath())).isPresent();
    }

    /**
     * Makes the folder beside the mix, where that is wanted and not there; any other is the user's to make.
     *
     * @throws AudioFileException when that cannot be, in one sentence
     */
    static void make(Session session, Path folder) throws AudioFileException {
        if (isBesideMix(session, folder) && !Files.isDirectory(folder)) {
            try {
                Files.createDirectory(folder);
            } catch (IOException e) {
                throw new AudioFileException(Texts.of("mastering.aFolderForMasters"), e);
            }
        }
    }
}
