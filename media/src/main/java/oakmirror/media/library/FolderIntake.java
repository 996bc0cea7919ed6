package oakmirror.media.library;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import oakmirror.audio.Progress;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.ContentKey;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.profile.Profile;
import oakmirror.text.Texts;

/**
 * Takes profiles of all audio files of a folder and the folders in it, one after the other. Each is in the library as soon as it is measured, so what is
 * cancelled or interrupted goes on where it stopped when it is asked for again: a file whose bytes are in the library is passed over.
 */
public final class FolderIntake {

    private static final int DEEPEST = 8;

    private final Library library;
    private final TrackImporter importer;

    /** An intake into a library. */
    public FolderIntake(Library library, TrackImporter importer) {
        this.library = library;
        this.importer = importer;
    }

    /**
     * What came of it.
     *
     * @param added how many came in
     * @param known how many were there already
     * @param failures of the others why not, each in one sentence
     * @param cancelled whether it was stopped before its end
     */
    public record Taken(int added, int known, List<String> failures, boolean cancelled) {

        /** Copies the list. */
        public Taken {
            failures = List.copyOf(failures);
        }

        /** It in one sentence. */
        public String sentence() {
            String text = added == 0 ? Texts.of("shelf.noNewProfiles") : Texts.of("shelf.newProfiles", added);
            text += known > 0 ? Texts.of("shelf.alreadyThere", known) : "";
            text += failures.isEmpty() ? "" : Texts.of("shelf.couldNotBeRead", failures.size());
            return text
                    + (cancelled
                            ? Texts.of("shelf.stoppedAskAgainTo")
                            : failures.isEmpty() ? "." : ": " + failures.get(0));
        }
    }

    /**
     * Takes all of a folder. What is directly in it is filed under its name, what is in a folder of it under that one's.
     *
     * @param each told after every file
     * @throws AudioFileException when the folder or the library cannot be read, in one sentence
     */
    public Taken take(Path folder, Progress progress, Consumer<String> each) throws AudioFileException {
        List<Path> files = audioIn(folder);
        List<String> failures = new ArrayList<>();
        int added = 0;
        int known = 0;
        for (int i = 0; i < files.size(); i++) {
            Path file = files.get(i);
            Progress part = progress.part((double) i / files.size(), (i + 1.0) / files.size());
            try {
                progress.check((double) i / files.size());
                if (isThere(file)) {
                    known++;
                } else {
                    Profile made = ProfileMaker.of(file, genre(folder, file), importer, part);
                    library.add(List.of(made));
                    added++;
                }
                each.accept(file.getFileName().toString());
            } catch (CancellationException e) {
                return new Taken(added, known, failures, true);
            } catch (LibraryException e) {
                throw e;
            } catch (AudioFileException e) {
                failures.add(e.getMessage());
            }
        }
        return new Taken(added, known, failures, false);
    }

    private boolean isThere(Path file) throws AudioFileException {
        AudioFile.check(file);
        try {
            return library.hasContent(ContentKey.of(file).value());
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("shelf.cannotBeRead", file.getFileName()), e);
        }
    }

    private static String genre(Path folder, Path file) {
        Path inside = folder.relativize(file).getParent();
        return String.valueOf(inside == null ? folder.getFileName() : inside).replace('\\', '/');
    }

    /** All audio of a folder and the folders in it; what may not be read of it is left out. */
    private static List<Path> audioIn(Path folder) throws AudioFileException {
        List<Path> found = new ArrayList<>();
        try {
            Files.walkFileTree(folder, Set.of(), DEEPEST, new SimpleFileVisitor<>() {
                @Override
                public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
                    if (attributes.isRegularFile() && AudioFile.looksLikeAudio(file)) {
                        found.add(file);
                    }
                    return FileVisitResult.CONTINUE;
                }

                @Override
                public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
                    if (file.equals(folder)) {
                        throw e;
                    }
                    return FileVisitResult.CONTINUE;
                }
            });
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("shelf.mayNotBeRead", folder.getFileName()), e);
        }
        Collections.sort(found);
        return found;
    }
}
