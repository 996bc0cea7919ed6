package oakmirror.desk.look;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.transform.Scale;
import javax.imageio.ImageIO;
import oakmirror.files.AtomicFile;

/** Pictures of what is on screen, for files and for the clipboard. */
public final class Picture {

    private static final double FINENESS = 2;

    private Picture() {}

    /** A picture of a node on paper, twice as fine as on screen. */
    public static WritableImage of(Node node) {
        SnapshotParameters how = new SnapshotParameters();
        how.setTransform(new Scale(FINENESS, FINENESS));
        how.setFill(Theme.current().get().palette().paper());
        return node.snapshot(how, null);
    }

    /** Writes a picture as PNG, whole or not at all. */
    public static void write(WritableImage image, Path file) throws IOException {
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        PixelReader pixels = image.getPixelReader();
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                picture.setRGB(x, y, pixels.getArgb(x, y));
            }
        }
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(picture, "png", png);
        AtomicFile.write(file, png.toByteArray());
    }
}
