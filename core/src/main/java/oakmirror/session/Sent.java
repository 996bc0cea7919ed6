package oakmirror.session;

import java.nio.file.Path;
import java.util.List;

/**
 * A master that was sent out, and what was found when its file was read again.
 *
 * @param when when, as ISO 8601 has local time
 * @param file where it was written
 * @param form in what form, in words
 * @param findings what was looked at and found, in a few words each
 * @param faults what is wrong with it, each in one sentence
 * @param sha256 its check-sum
 */
public record Sent(String when, Path file, String form, List<String> findings, List<String> faults, String sha256) {

    /** Copies the lists. */
    public Sent {
        findings = List.copyOf(findings);
        faults = List.copyOf(faults);
    }

    /** Whether it holds what it should. */
    public boolean isGood() {
        return faults.isEmpty();
    }
}
