package oakmirror.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.file.AudioFileException;
import picocli.CommandLine.Option;

/** The mix and the references of a command. */
final class TrackOptions {

    @Option(names = "--mix", required = true, paramLabel = "FILE")
    private Path mix;

    @Option(names = "--reference", required = true, paramLabel = "FILE")
    private List<Path> references;

    /** All of their files. */
    List<Path> files() {
        List<Path> files = new ArrayList<>(references);
        files.add(mix);
        return files;
    }

    /**
     * Brings them in.
     *
     * @throws AudioFileException when one of them cannot be read, in one sentence
     */
    Inputs read(ProgressLine progress) throws AudioFileException {
        return new Inputs(mix, references, Extent.ALL, progress);
    }
}
