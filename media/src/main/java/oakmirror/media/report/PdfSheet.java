package oakmirror.media.report;

import java.io.Closeable;
import java.io.IOException;
import java.util.Map;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** A page of a PDF, A4 upright, with text that can be selected. */
final class PdfSheet implements Sheet, Closeable {

    static final double WIDTH = PDRectangle.A4.getWidth();
    static final double HEIGHT = PDRectangle.A4.getHeight();

    private final Map<Face, PDFont> fonts;
    private final PDPageContentStream out;

    PdfSheet(PDDocument document, Map<Face, PDFont> fonts) throws IOException {
        this.fonts = fonts;
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        out = new PDPageContentStream(document, page);
    }

    /** Red, green or blue of a colour, from 0 to 1. */
    private static float part(int rgb, int shift) {
        return (rgb >> shift & 0xFF) / 255f;
    }

    private static float up(double y) {
        return (float) (HEIGHT - y);
    }

    @Override
    public void polyline(double[] xs, double[] ys, Pen pen) throws IOException {
        out.setStrokingColor(part(pen.colour(), 16), part(pen.colour(), 8), part(pen.colour(), 0));
        out.setLineWidth((float) pen.width());
        float[] dash = new float[pen.dash().length];
        for (int i = 0; i < dash.length; i++) {
            dash[i] = (float) pen.dash()[i];
        }
        out.setLineDashPattern(dash, 0);
        boolean isOn = false;
        for (int i = 0; i < xs.length; i++) {
            if (Double.isNaN(xs[i]) || Double.isNaN(ys[i])) {
                isOn = false;
                continue;
            }
            if (isOn) {
                out.lineTo((float) xs[i], up(ys[i]));
            } else {
                out.moveTo((float) xs[i], up(ys[i]));
            }
            isOn = true;
        }
        out.stroke();
    }

    @Override
    public void area(double[] xs, double[] ys, int colour) throws IOException {
        out.setNonStrokingColor(part(colour, 16), part(colour, 8), part(colour, 0));
        out.moveTo((float) xs[0], up(ys[0]));
        for (int i = 1; i < xs.length; i++) {
            out.lineTo((float) xs[i], up(ys[i]));
        }
        out.closePath();
        out.fill();
    }

    @Override
    public void box(double x, double y, double width, double height, int colour) throws IOException {
        out.setNonStrokingColor(part(colour, 16), part(colour, 8), part(colour, 0));
        out.addRect((float) x, up(y + height), (float) width, (float) height);
        out.fill();
    }

    @Override
    public void text(String text, double x, double y, double size, Face face, Align align, int colour)
            throws IOException {
        String shown = shown(text, face);
        double wide = align == Align.LEFT ? 0 : width(shown, size, face);
        double from = align == Align.CENTRE ? x - wide / 2 : x - wide;
        out.beginText();
        out.setNonStrokingColor(part(colour, 16), part(colour, 8), part(colour, 0));
        out.setFont(fonts.get(face), (float) size);
        out.newLineAtOffset((float) from, up(y));
        out.showText(shown);
        out.endText();
    }

    @Override
    public double width(String text, double size, Face face) throws IOException {
        return fonts.get(face).getStringWidth(shown(text, face)) / 1000 * size;
    }

    /** What the font has no letter for is a question mark: a title may be in any script. */
    private String shown(String text, Face face) {
        StringBuilder shown = new StringBuilder();
        text.codePoints().forEach(c -> {
            String one = new String(Character.toChars(c));
            shown.append(has(one, face) ? one : "?");
        });
        return shown.toString();
    }

    private boolean has(String letter, Face face) {
        try {
            fonts.get(face).encode(letter);
            return true;
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }

    @Override
    public void close() throws IOException {
        out.close();
    }
}
