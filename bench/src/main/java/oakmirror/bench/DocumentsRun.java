package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import oakmirror.files.StaleFiles;
import oakmirror.media.EveryDocument;

/** Documents of all kinds, changed at random, read: says what became of them, and fails when anything but a document or a sentence did. */
public final class DocumentsRun {

    private DocumentsRun() {}

    /**
     * Runs it.
     *
     * @param arguments how many, and the seed
     */
    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createTempDirectory("documents");
        long[] wrong = {0};
        EveryDocument.tried(Integer.parseInt(arguments[0]), Long.parseLong(arguments[1]), folder)
                .forEach((kind, outcome) -> {
                    System.out.printf(
                            "%-20s %6d read, %6d refused, %d wrong%n",
                            kind,
                            outcome.read(),
                            outcome.refused(),
                            outcome.wrong().size());
                    outcome.wrong().stream().limit(20).forEach(w -> System.out.println("  " + w));
                    wrong[0] += outcome.wrong().size();
                });
        StaleFiles.removeFolder(folder);
        if (wrong[0] > 0) {
            System.exit(1);
        }
    }
}
