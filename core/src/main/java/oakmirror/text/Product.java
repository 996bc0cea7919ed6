package oakmirror.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** What the program is called, and which version of it this is. */
public final class Product {

    /** Its name, in every language. */
    public static final String NAME = "Oak Mirror";

    private static final String FILE = "/oakmirror/version.txt";

    private Product() {}

    /** The version, as the build has written it. */
    public static String version() {
        try (InputStream in = Product.class.getResourceAsStream(FILE)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            throw new UncheckedIOException("it is part of the program", e);
        }
    }
}
