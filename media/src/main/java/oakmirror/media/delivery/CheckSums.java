package oakmirror.media.delivery;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import oakmirror.files.AtomicFile;
import oakmirror.files.PlainFile;

/** Check-sums of the files of a folder, in a file of the form that {@code sha256sum -c} reads: SHA-256 (FIPS 180-4) and name, one a line. */
public final class CheckSums {

    /** Its name. */
    public static final String NAME = "check-sums.sha256";

    private static final long MOST_BYTES = 16L << 20;
    private static final Pattern LINE = Pattern.compile("([0-9a-f]{64}) [ *](.+)");

    private CheckSums() {}

    /** A file's check-sum in hexadecimal. */
    public static String sha256(Path file) throws IOException {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
                in.transferTo(java.io.OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }

    /**
     * Adds check-sums to those of a folder; those of other files there stay, as does whatever else somebody wrote there.
     *
     * @param sums by file name
     * @return the file they are in; not made for none
     */
    public static synchronized Path add(Path folder, Map<String, String> sums) throws IOException {
        Path file = folder.resolve(NAME);
        if (sums.isEmpty()) {
            return file; // nothing came to be
        }
        Map<String, String> all = new TreeMap<>(read(file));
        all.putAll(sums);
        StringBuilder text = new StringBuilder();
        lines(file).stream().filter(line -> !LINE.matcher(line).matches()).forEach(line -> text.append(line)
                .append('\n'));
        all.forEach((name, sum) -> text.append(sum).append("  ").append(name).append('\n'));
        AtomicFile.write(file, text.toString().getBytes(StandardCharsets.UTF_8));
        return file;
    }

    /** Check-sums by file name; none where there is no such file. */
    public static Map<String, String> read(Path file) throws IOException {
        Map<String, String> sums = new TreeMap<>();
        for (String line : lines(file)) {
            Matcher m = LINE.matcher(line);
            if (m.matches()) {
                sums.put(m.group(2), m.group(1));
            }
        }
        return sums;
    }

    private static List<String> lines(Path file) throws IOException {
        return Files.exists(file)
                ? new String(PlainFile.read(file, MOST_BYTES), StandardCharsets.UTF_8)
                        .lines()
                        .toList()
                : List.of();
    }
}
