package oakmirror.media.file;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import oakmirror.delivery.Cover;

/**
 * The size of a picture, in pixels; 1 by 1 where it cannot be read.
 *
 * @param width from left to right
 * @param height from top to bottom
 */
public record PictureSize(int width, int height) {

    /** No picture that is wider or higher is unpacked, which would take more memory than there may be. */
    public static final int MOST = 5000;

    /** Whether it is small enough to be unpacked. */
    public boolean isShown() {
        return width <= MOST && height <= MOST;
    }

    /** Of a picture, by what stands at its beginning. */
    public static PictureSize of(Cover cover) {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(cover.data()))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (readers.hasNext()) {
                ImageReader reader = readers.next();
                reader.setInput(in);
                return new PictureSize(reader.getWidth(0), reader.getHeight(0));
            }
        } catch (IOException e) {
            // what shows it will say so
        }
        return new PictureSize(1, 1);
    }
}
