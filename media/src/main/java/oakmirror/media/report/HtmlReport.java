package oakmirror.media.report;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import oakmirror.media.report.Plots.Box;
import oakmirror.text.Texts;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TTFSubsetter;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** A report as one HTML file with its pictures and fonts in it: no scripts, nothing to be fetched. */
final class HtmlReport {

    private static final double WIDTH = 520;

    /** Room for the height of a title's letters. */
    private static final double HEAD = 4;

    private static final String STYLE =
            """
            body{font-family:Lato,sans-serif;color:#25221C;background:#F5F1E8;margin:0;line-height:1.4}
            article{max-width:880px;margin:24px auto;background:#fff;padding:28px 36px;page-break-after:always}
            h1,h2{font-family:Vollkorn,serif;font-weight:600;margin:0}h1{font-size:28px}h2{font-size:16px;margin:14px 0 4px}
            header{border-bottom:1px solid #CFC6B2;padding-bottom:8px;margin-bottom:12px}
            .about,.foot{color:#6A6355;font-size:13px}.verdict{font-weight:bold}
            table{border-collapse:collapse;width:100%;font-size:13px;font-variant-numeric:tabular-nums}
            th{font-weight:normal;color:#6A6355;text-align:right}th:first-child,td:first-child{text-align:left}
            td{text-align:right;border-bottom:1px solid #E4DECF;padding:3px 0}tr.master td,td.apart{font-weight:bold}td.apart{color:#A8461F}
            svg{width:100%;height:auto;display:block;margin:6px 0}.three{display:grid;grid-template-columns:repeat(3,1fr);gap:16px}
            .two{display:grid;grid-template-columns:1fr 1fr;gap:28px}ul{margin:0;padding-left:18px;font-size:13px}
            @media print{body{background:#fff}article{margin:0;max-width:none;padding:0}}
            """;

    private final Report report;
    private final StringBuilder out = new StringBuilder();

    private HtmlReport(Report report) {
        this.report = report;
    }

    static String of(Report report) throws IOException {
        HtmlReport html = new HtmlReport(report);
        html.write();
        String body = html.out.toString();
        return "<!DOCTYPE html>\n<html lang=\"" + Texts.spoken().getLanguage()
                + "\">\n<head>\n<meta charset=\"utf-8\">\n<title>"
                + SvgSheet.escaped(report.title()) + "</title>\n<style>\n" + fonts(body) + STYLE
                + "</style>\n</head>\n<body>\n"
                + body + "</body>\n</html>\n";
    }

    /** Our fonts, of each only the letters that are used. */
    private static String fonts(String text) throws IOException {
        return face("Lato", "normal", Typefaces.REGULAR, text)
                + face("Lato", "bold", Typefaces.BOLD, text)
                + face("Vollkorn", "600", Typefaces.HEADING, text);
    }

    private static String face(String family, String weight, String file, String text) throws IOException {
        try (InputStream in = Typefaces.open(file);
                TrueTypeFont font = new TTFParser().parse(new RandomAccessReadBuffer(in))) {
            TTFSubsetter subset = new TTFSubsetter(
                    font,
                    List.of(
                            "head", "hhea", "maxp", "hmtx", "loca", "glyf", "cmap", "OS/2", "name", "post", "cvt ",
                            "fpgm", "prep"));
            Set<Integer> letters = new TreeSet<>();
            text.codePoints().forEach(letters::add);
            subset.addAll(letters);
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            subset.writeToStream(bytes);
            return "@font-face{font-family:" + family + ";font-weight:" + weight + ";src:url(data:font/ttf;base64,"
                    + Base64.getEncoder().encodeToString(bytes.toByteArray()) + ")}\n";
        }
    }

    private void write() throws IOException {
        if (report.record().isPresent()) {
            record(report.record().get());
        }
        for (SongFacts song : report.songs()) {
            song(song);
        }
    }

    private void head(String title, String about) {
        out.append("<article>\n<header><h1>").append(SvgSheet.escaped(title)).append("</h1>\n<div class=\"about\">");
        out.append(SvgSheet.escaped(about))
                .append("  ·  Oak Mirror, ")
                .append(report.date())
                .append("</div></header>\n");
    }

    private void foot() {
        out.append("<p class=\"foot\">" + Texts.of("report.figuresAreOfWhat") + "</p>\n</article>\n");
    }

    private void record(RecordFacts r) {
        head(r.name(), Texts.of("report.theRecord"));
        String sentence = r.standing().sentence();
        out.append("<p class=\"verdict\">")
                .append(SvgSheet.escaped(
                        Character.toUpperCase(sentence.charAt(0)) + sentence.substring(1) + "; " + r.way()))
                .append(".</p>\n<table>\n<tr>");
        RecordFacts.columns()
                .forEach(c -> out.append("<th>").append(SvgSheet.escaped(c)).append("</th>"));
        out.append("</tr>\n");
        for (List<String> row : r.rows()) {
            out.append("<tr>");
            row.forEach(cell -> out.append(cell.startsWith("[") ? "<td class=\"apart\">" : "<td>")
                    .append(SvgSheet.escaped(cell))
                    .append("</td>"));
            out.append("</tr>\n");
        }
        out.append("</table>\n<p class=\"about\">" + Texts.of("report.zonesByHowMuch") + "</p>\n");
        list(Texts.of("report.proposed"), r.proposals(), Texts.of("report.nothing"));
        foot();
    }

    private void song(SongFacts f) throws IOException {
        head(f.title(), f.about());
        out.append("<p class=\"verdict\">")
                .append(SvgSheet.escaped(f.verdict()))
                .append("</p>\n<table>\n<tr><th></th>");
        SongFacts.columns()
                .forEach(c -> out.append("<th>").append(SvgSheet.escaped(c)).append("</th>"));
        out.append("</tr>\n");
        List<SongFacts.Row> rows = f.figures();
        for (int i = 0; i < rows.size(); i++) {
            out.append(i == 1 ? "<tr class=\"master\"><td>" : "<tr><td>")
                    .append(SvgSheet.escaped(rows.get(i).name()))
                    .append("</td>");
            rows.get(i).figures().forEach(v -> out.append("<td>").append(v).append("</td>"));
            out.append("</tr>\n");
        }
        out.append("</table>\n");
        int lines = 1 + (int) (new Plots(new SvgSheet(WIDTH, 0)).legend(0, 0, WIDTH, f) / 10);
        picture(
                10 * lines,
                Texts.of("report.theLinesInThe"),
                (plots, box) -> plots.legend(box.x(), 9, box.width(), f),
                WIDTH);
        picture(158, Texts.of("report.toneOfMixAnd"), (plots, box) -> plots.tone(box, f), WIDTH);
        picture(92, Texts.of("report.gapAndCorrection"), (plots, box) -> plots.correction(box, f), WIDTH);
        picture(96, Texts.of("report.loudnessOverTime"), (plots, box) -> plots.loudness(box, f), WIDTH);
        out.append("<div class=\"three\">\n");
        picture(84, Texts.of("report.howOftenWhichLoudness"), (plots, box) -> plots.spread(box, f), WIDTH / 3);
        picture(84, Texts.of("report.howOftenWhichPeak"), (plots, box) -> plots.peaks(box, f), WIDTH / 3);
        picture(84, Texts.of("report.widthByZone"), (plots, box) -> plots.width(box, f), WIDTH / 3);
        out.append("</div>\n<div class=\"two\">\n<div>");
        list(Texts.of("report.moves"), f.moves(), Texts.of("report.nothingIsCorrected"));
        out.append("</div>\n<div>");
        list(Texts.of("report.settings"), f.settings(), "");
        if (!f.versions().isEmpty()) {
            list(Texts.of("report.versions"), f.versionLines(), "");
        }
        out.append("</div>\n</div>\n");
        foot();
    }

    private interface Drawing {
        void draw(Plots plots, Box box) throws IOException;
    }

    private void picture(double height, String description, Drawing drawing, double width) throws IOException {
        SvgSheet sheet = new SvgSheet(width, height + HEAD);
        drawing.draw(new Plots(sheet), new Box(0, HEAD, width, height));
        out.append(sheet.svg(description)).append('\n');
    }

    private void list(String title, List<String> lines, String none) {
        out.append("<h2>").append(title).append("</h2>\n<ul>\n");
        (lines.isEmpty() ? List.of(none) : lines)
                .forEach(l -> out.append("<li>").append(SvgSheet.escaped(l)).append("</li>\n"));
        out.append("</ul>\n");
    }
}
