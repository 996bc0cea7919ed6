package oakmirror.cli;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputNames;
import oakmirror.text.Texts;
import picocli.CommandLine.Option;

/** Whether files that are there already may be written over: only when the user says so, and never what is read. */
final class Replacing {

    @Option(names = "--replace")
    private boolean replace;

    /**
     * Sees to it, before anything is read, that nothing is written over that the user wants to keep.
     *
     * @throws OutputException in one sentence, when it would be
     */
    void check(List<Path> outputs, Collection<Path> inputs) throws OutputException {
        for (Path output : outputs) {
            if (OutputNames.inputAt(output, inputs).isPresent()) {
                throw new OutputException(new AudioFileException(Texts.of("cli.isAnInput", output)));
            }
            if (!replace && Files.exists(output, LinkOption.NOFOLLOW_LINKS)) {
                throw new OutputException(Texts.of("cli.alreadyExists", output));
            }
        }
    }
}
