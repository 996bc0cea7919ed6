package oakmirror.media.delivery;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.delivery.Verification;
import oakmirror.finish.MasterRender;

/**
 * A master that was written, and read again.
 *
 * @param file where it lies
 * @param bytes its size
 * @param master what was handed over to be written
 * @param verification what was found in the file
 * @param forLossy what lossy coders make of it, where that was asked for
 * @param sha256 its check-sum, in hexadecimal
 */
public record Delivered(
        Path file,
        long bytes,
        MasterRender.Rendered master,
        Verification verification,
        Optional<ForLossy> forLossy,
        String sha256) {

    /** What is worth knowing though it is no fault, each in one sentence. */
    public List<String> remarks() {
        List<String> remarks = new ArrayList<>(verification.remarks());
        forLossy.ifPresent(f -> remarks.add(f.sentence()));
        return remarks;
    }
}
