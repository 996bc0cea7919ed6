package oakmirror.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine.IVersionProvider;

/** Which version of the program this is; written by the build. */
final class Version implements IVersionProvider {

    private static final String FILE = "/oakmirror-version.txt";

    @Override
    public String[] getVersion() throws IOException {
        try (InputStream in = Version.class.getResourceAsStream(FILE)) {
            return new String[] {new String(in.readAllBytes(), StandardCharsets.UTF_8).strip()};
        }
    }
}
