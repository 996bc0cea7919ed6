package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.ExecutorService;
import oakmirror.files.StaleFiles;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.text.Texts;

/** What a command reads and renders with: threads, and a temporary folder that goes with all that is in it when this is closed. */
final class Workshop implements AutoCloseable {

    private final ExecutorService parts = WorkerThreads.forParts();
    private final ExecutorService abreast = WorkerThreads.forParts();
    private final ProgressLine progress;
    private final Path scratch;
    private final TrackImporter importer;

    /**
     * Opens it.
     *
     * @throws AudioFileException when there is no room for temporary files, in one sentence
     */
    Workshop(ProgressLine progress) throws AudioFileException {
        this.progress = progress;
        scratch = scratchFolder();
        importer = new TrackImporter(new AudioCache(scratch, Long.MAX_VALUE), parts);
    }

    private static Path scratchFolder() throws AudioFileException {
        Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
        try {
            return StaleFiles.folder(temporary);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("cli.temporaryFolder", temporary), e);
        }
    }

    /** What brings files in. */
    TrackImporter importer() {
        return importer;
    }

    /** Where the parts of measurements run. */
    ExecutorService parts() {
        return parts;
    }

    /** Where masters are rendered side by side. */
    ExecutorService abreast() {
        return abreast;
    }

    @Override
    public void close() {
        progress.clear();
        parts.shutdown();
        abreast.shutdown();
        StaleFiles.removeFolder(scratch);
    }
}
