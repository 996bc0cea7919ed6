package oakmirror.media.delivery;

import java.nio.file.Path;
import oakmirror.delivery.Verification;
import oakmirror.finish.MasterRender;

/**
 * A master that was written, and read again.
 *
 * @param file where it lies
 * @param bytes its size
 * @param master what was handed over to be written
 * @param verification what was found in the file
 * @param sha256 its check-sum, in hexadecimal
 */
public record Delivered(
        Path file, long bytes, MasterRender.Rendered master, Verification verification, String sha256) {}
