package oakmirror.media.report;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Calendar;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import oakmirror.media.report.Plots.Box;
import oakmirror.media.report.Sheet.Align;
import oakmirror.media.report.Sheet.Face;
import oakmirror.media.report.Sheet.Pen;
import oakmirror.text.Texts;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDDocumentInformation;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** A report as PDF: A4, a page a song, with our fonts in it. */
final class PdfReport {

    private static final double MARGIN = 40;
    private static final double INNER = PdfSheet.WIDTH - 2 * MARGIN;
    private static final double LINE = 10.5;
    private static final double TEXT = 7.5;
    private static final int MOST_ROWS = 8;

    private final Report report;
    private final PdfSheet sheet;

    private PdfReport(Report report, PdfSheet sheet) {
        this.report = report;
        this.sheet = sheet;
    }

    static byte[] of(Report report) throws IOException {
        try (PDDocument document = new PDDocument()) {
            Map<Face, PDFont> fonts = new EnumMap<>(Face.class);
            fonts.put(Face.REGULAR, font(document, Typefaces.REGULAR));
            fonts.put(Face.BOLD, font(document, Typefaces.BOLD));
            fonts.put(Face.HEADING, font(document, Typefaces.HEADING));
            PDDocumentInformation about = document.getDocumentInformation();
            about.setTitle(report.title());
            about.setCreator("Oak Mirror");
            Calendar date = Calendar.getInstance(Locale.ROOT);
            date.set(
                    report.date().getYear(),
                    report.date().getMonthValue() - 1,
                    report.date().getDayOfMonth());
            about.setCreationDate(date);
            document.getDocumentCatalog().setLanguage(Texts.spoken().getLanguage());
            if (report.record().isPresent()) {
                try (PdfSheet sheet = new PdfSheet(document, fonts)) {
                    new PdfReport(report, sheet).record(report.record().get());
                }
            }
            for (SongFacts song : report.songs()) {
                try (PdfSheet sheet = new PdfSheet(document, fonts)) {
                    new PdfReport(report, sheet).song(song);
                }
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private static PDFont font(PDDocument document, String file) throws IOException {
        try (InputStream in = Typefaces.open(file)) {
            TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(in));
            font.setEnableGsub(false); // letters that are joined cannot be selected one by one, nor found
            return PDType0Font.load(document, font, true);
        }
    }

    private double head(String title, String about) throws IOException {
        sheet.text(title, MARGIN, 54, 20, Face.HEADING, Align.LEFT, Ink.INK);
        sheet.text(about, MARGIN, 68, 8, Face.REGULAR, Align.LEFT, Ink.QUIET);
        sheet.text(
                Texts.of("report.oakMirror2", report.date()),
                MARGIN + INNER,
                54,
                8,
                Face.REGULAR,
                Align.RIGHT,
                Ink.QUIET);
        sheet.line(MARGIN, 75, MARGIN + INNER, 75, new Pen(Ink.HAIRLINE, 0.6));
        return 88;
    }

    private void song(SongFacts f) throws IOException {
        double y = head(f.title(), f.about());
        y = wrapped(f.verdict(), MARGIN, y, INNER, Face.BOLD, 8.5) + 6;
        y = figures(f, y) + 8;
        Plots plots = new Plots(sheet);
        y = plots.legend(MARGIN, y, INNER, f) + 8;
        plots.tone(new Box(MARGIN, y, INNER, 184), f);
        y += 190;
        plots.correction(new Box(MARGIN, y, INNER, 100), f);
        y += 106;
        plots.loudness(new Box(MARGIN, y, INNER, 112), f);
        y += 118;
        double third = (INNER - 24) / 3;
        plots.spread(new Box(MARGIN, y, third, 96), f);
        plots.peaks(new Box(MARGIN + third + 12, y, third, 96), f);
        plots.width(new Box(MARGIN + 2 * (third + 12), y, third, 96), f);
        y += 110;
        double half = (INNER - 20) / 2;
        double left = list(Texts.of("report.moves"), f.moves(), Texts.of("report.nothingIsCorrected"), MARGIN, y, half);
        double right = list(Texts.of("report.settings"), f.settings(), "", MARGIN + half + 20, y, half);
        if (!f.versions().isEmpty()) {
            list(Texts.of("report.versions"), f.versionLines(), "", MARGIN + half + 20, right + 6, half);
        }
        foot(Math.max(left, right));
    }

    private void foot(double y) throws IOException {
        sheet.text(
                Texts.of("report.figuresAreOfWhat"),
                MARGIN,
                Math.max(y + 14, PdfSheet.HEIGHT - 28),
                6.5,
                Face.REGULAR,
                Align.LEFT,
                Ink.QUIET);
    }

    private double figures(SongFacts f, double top) throws IOException {
        double name = 170;
        double column = (INNER - name) / SongFacts.columns().size();
        double y = top;
        for (int c = 0; c < SongFacts.columns().size(); c++) {
            sheet.text(
                    SongFacts.columns().get(c),
                    MARGIN + name + (c + 1) * column,
                    y,
                    TEXT,
                    Face.REGULAR,
                    Align.RIGHT,
                    Ink.QUIET);
        }
        List<SongFacts.Row> rows = f.figures();
        for (int r = 0; r < Math.min(MOST_ROWS, rows.size()); r++) {
            y += LINE;
            boolean isMaster = r == 1;
            Face face = isMaster ? Face.BOLD : Face.REGULAR;
            sheet.text(fitting(rows.get(r).name(), name, TEXT, face), MARGIN, y, TEXT, face, Align.LEFT, Ink.INK);
            for (int c = 0; c < SongFacts.columns().size(); c++) {
                sheet.text(
                        rows.get(r).figures().get(c),
                        MARGIN + name + (c + 1) * column,
                        y,
                        TEXT,
                        face,
                        Align.RIGHT,
                        Ink.INK);
            }
            sheet.line(MARGIN, y + 3, MARGIN + INNER, y + 3, new Pen(Ink.HAIRLINE, 0.3));
        }
        return y + 6;
    }

    private void record(RecordFacts r) throws IOException {
        double y = head(r.name(), Texts.of("report.theRecord"));
        String sentence = r.standing().sentence();
        y = wrapped(
                        Character.toUpperCase(sentence.charAt(0)) + sentence.substring(1) + "; " + r.way() + ".",
                        MARGIN,
                        y,
                        INNER,
                        Face.BOLD,
                        8.5)
                + 10;
        double name = 120;
        double column = (INNER - name) / (RecordFacts.columns().size() - 1);
        for (int c = 1; c < RecordFacts.columns().size(); c++) {
            sheet.text(
                    RecordFacts.columns().get(c),
                    MARGIN + name + c * column,
                    y,
                    6.5,
                    Face.REGULAR,
                    Align.RIGHT,
                    Ink.QUIET);
        }
        for (List<String> row : r.rows()) {
            y += 13;
            sheet.text(fitting(row.get(0), name, TEXT, Face.BOLD), MARGIN, y, TEXT, Face.BOLD, Align.LEFT, Ink.INK);
            for (int c = 1; c < row.size(); c++) {
                boolean isApart = row.get(c).startsWith("[");
                sheet.text(
                        row.get(c),
                        MARGIN + name + c * column,
                        y,
                        TEXT,
                        isApart ? Face.BOLD : Face.REGULAR,
                        Align.RIGHT,
                        isApart ? Ink.WARNING : Ink.INK);
            }
            sheet.line(MARGIN, y + 4, MARGIN + INNER, y + 4, new Pen(Ink.HAIRLINE, 0.3));
        }
        y = wrapped(Texts.of("report.zonesByHowMuch"), MARGIN, y + 18, INNER, Face.REGULAR, TEXT);
        list(Texts.of("report.proposed"), r.proposals(), Texts.of("report.nothing"), MARGIN, y + 10, INNER);
        foot(0);
    }

    private double list(String title, List<String> lines, String none, double x, double top, double width)
            throws IOException {
        sheet.text(title, x, top, 9, Face.HEADING, Align.LEFT, Ink.INK);
        double y = top + 11;
        List<String> shown = lines.isEmpty() ? List.of(none) : lines;
        for (int i = 0; i < shown.size() && y < PdfSheet.HEIGHT - 40; i++) {
            y = wrapped(shown.get(i), x, y, width, Face.REGULAR, TEXT);
        }
        return y;
    }

    /** Writes a text in as many lines as it needs; gives back the foot line of the next. */
    private double wrapped(String text, double x, double top, double width, Face face, double size) throws IOException {
        double y = top;
        StringBuilder line = new StringBuilder();
        for (String word : text.split(" ")) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (!line.isEmpty() && sheet.width(longer, size, face) > width) {
                sheet.text(line.toString(), x, y, size, face, Align.LEFT, Ink.INK);
                y += size * 1.35;
                line = new StringBuilder(word);
            } else {
                line = new StringBuilder(longer);
            }
        }
        sheet.text(line.toString(), x, y, size, face, Align.LEFT, Ink.INK);
        return y + size * 1.35;
    }

    private String fitting(String text, double width, double size, Face face) throws IOException {
        String fits = text;
        while (fits.length() > 1 && sheet.width(fits + "…", size, face) > width) {
            fits = fits.substring(0, fits.length() - 1);
        }
        return fits.equals(text) ? text : fits + "…";
    }
}
