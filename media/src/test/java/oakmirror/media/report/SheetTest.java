package oakmirror.media.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.EnumMap;
import java.util.Map;
import oakmirror.media.report.Sheet.Align;
import oakmirror.media.report.Sheet.Face;
import oakmirror.media.report.Sheet.Pen;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;
import org.junit.jupiter.api.Test;

/** What reports are drawn on: the same is seen on either. */
class SheetTest {

    private static void draw(Sheet sheet) throws IOException {
        sheet.box(10, 10, 40, 20, 0x4C6B3C);
        sheet.area(new double[] {60, 100, 80}, new double[] {30, 30, 10}, 0xA8461F);
        sheet.polyline(
                new double[] {10, 40, 50, 60, 90}, new double[] {50, 50, Double.NaN, 50, 50}, new Pen(0x25221C, 2));
        sheet.line(10, 60, 90, 60, new Pen(0x25221C, 1, 4, 2));
        sheet.text("a < b & “c”", 50, 80, 8, Face.BOLD, Align.CENTRE, 0x25221C);
    }

    private static Element svg() throws IOException {
        SvgSheet sheet = new SvgSheet(100, 100);
        draw(sheet);
        return Jsoup.parse(sheet.svg("a \"picture\""), "", Parser.xmlParser()).selectFirst("svg");
    }

    @Test
    void anSvgIsWellFormedAndSaysWhatItShows() throws IOException {
        Element svg = svg();
        assertThat(svg.attr("viewBox")).isEqualTo("0 0 100 100");
        assertThat(svg.attr("aria-label")).isEqualTo("a \"picture\"");
        assertThat(svg.selectFirst("text").text()).isEqualTo("a < b & “c”");
        assertThat(svg.selectFirst("text").attr("text-anchor")).isEqualTo("middle");
        assertThat(svg.selectFirst("rect").attr("fill")).isEqualTo("#4c6b3c");
    }

    @Test
    void whereThereIsNothingALineHasAGap() throws IOException {
        assertThat(svg().select("path").get(0).attr("d")).isEqualTo("M10 50L40 50M60 50L90 50");
        assertThat(svg().select("path").get(1).attr("stroke-dasharray")).isEqualTo("4 2");
        assertThat(svg().select("path").get(0).hasAttr("stroke-dasharray")).isFalse();
    }

    private static byte[] pdf() throws IOException {
        try (PDDocument document = new PDDocument()) {
            Map<Face, PDFont> fonts = new EnumMap<>(Face.class);
            for (Face face : Face.values()) {
                try (InputStream in = Typefaces.open(Typefaces.BOLD)) {
                    fonts.put(face, PDType0Font.load(document, in, true));
                }
            }
            try (PdfSheet sheet = new PdfSheet(document, fonts)) {
                draw(sheet);
                assertThat(sheet.width("iiii", 10, Face.BOLD)).isLessThan(sheet.width("WWWW", 10, Face.BOLD));
                assertThat(sheet.width("abc", 20, Face.BOLD))
                        .isCloseTo(2 * sheet.width("abc", 10, Face.BOLD), org.assertj.core.api.Assertions.within(1e-6));
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    /** One pixel a point: places are those of the sheet, from the upper left corner. */
    @Test
    void aPdfHasItsColoursAndPlaces() throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf())) {
            var picture = new PDFRenderer(document).renderImageWithDPI(0, 72);
            assertThat(picture.getRGB(30, 20) & 0xFFFFFF).as("within the box").isEqualTo(0x4C6B3C);
            assertThat(picture.getRGB(80, 25) & 0xFFFFFF)
                    .as("within the triangle")
                    .isEqualTo(0xA8461F);
            assertThat(picture.getRGB(64, 12) & 0xFFFFFF).as("beside it").isEqualTo(0xFFFFFF);
            assertThat(picture.getRGB(50, 50) & 0xFFFFFF)
                    .as("in the gap of the line")
                    .isEqualTo(0xFFFFFF);
            assertThat(picture.getRGB(25, 50) & 0xFF).as("on the line").isLessThan(0x80);
        }
    }

    @Test
    void theFontsThatShipAreThere() throws IOException {
        for (String file : Typefaces.ALL) {
            try (InputStream in = Typefaces.open(file)) {
                assertThat(in.readNBytes(4)).as(file).containsExactly(0, 1, 0, 0);
            }
        }
    }
}
