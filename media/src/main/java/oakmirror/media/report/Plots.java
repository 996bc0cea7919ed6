package oakmirror.media.report;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.compare.Comparison;
import oakmirror.dynamics.Distribution;
import oakmirror.media.report.Sheet.Align;
import oakmirror.media.report.Sheet.Face;
import oakmirror.media.report.Sheet.Pen;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The pictures of a report, each within a box of a sheet. */
final class Plots {

    private static final double SMALL = 6.5;
    private static final double LOW_HZ = 20;
    private static final double HIGH_HZ = 20000;
    private static final double[] MARKS_HZ = {50, 100, 200, 500, 1000, 2000, 5000, 10000};
    private static final Pen GRID = new Pen(Ink.HAIRLINE, 0.4);
    private static final Pen MIX = new Pen(Ink.INK, 1.3);
    private static final Pen CORRECTED = new Pen(Ink.INK, 1, 4, 2);
    private static final Pen MASTER = new Pen(Ink.ACCENT, 1.1);
    private static final double GUTTER = 26;
    private static final double FOOT = 11;

    /** A place on the sheet. */
    record Box(double x, double y, double width, double height) {
        double left() {
            return x + GUTTER;
        }

        double right() {
            return x + width;
        }

        double top() {
            return y + 14;
        }

        double bottom() {
            return y + height - FOOT;
        }

        double atY(double value, double low, double high) {
            double inside = Math.max(low, Math.min(high, value));
            return bottom() - (bottom() - top()) * (inside - low) / (high - low);
        }

        double atX(double part) {
            return left() + (right() - left()) * Math.max(0, Math.min(1, part));
        }
    }

    private final Sheet sheet;

    Plots(Sheet sheet) {
        this.sheet = sheet;
    }

    private void title(Box box, String text) throws IOException {
        sheet.text(text, box.x(), box.y() + 5, 7.5, Face.BOLD, Align.LEFT, Ink.INK);
    }

    private void axis(Box box, double low, double high, double step, String unit) throws IOException {
        for (double v = Math.ceil(low / step) * step; v <= high + 1e-9; v += step) {
            double y = box.atY(v, low, high);
            sheet.line(box.left(), y, box.right(), y, GRID);
            sheet.text(
                    Numbers.level(v).replace(".0", ""),
                    box.left() - 3,
                    y + 2,
                    SMALL,
                    Face.REGULAR,
                    Align.RIGHT,
                    Ink.QUIET);
        }
        sheet.text(unit, box.right(), box.y() + 5, SMALL, Face.REGULAR, Align.RIGHT, Ink.QUIET);
    }

    private static double part(double hz) {
        return Math.log(hz / LOW_HZ) / Math.log(HIGH_HZ / LOW_HZ);
    }

    private void frequencies(Box box) throws IOException {
        for (double hz : MARKS_HZ) {
            double x = box.atX(part(hz));
            sheet.line(x, box.top(), x, box.bottom(), GRID);
            sheet.text(
                    hz >= 1000 ? Math.round(hz / 1000) + " k" : String.valueOf(Math.round(hz)),
                    x,
                    box.bottom() + 8,
                    SMALL,
                    Face.REGULAR,
                    Align.CENTRE,
                    Ink.QUIET);
        }
    }

    private static double[] xs(Box box) {
        return Arrays.stream(BandGrid.centresHz()).map(hz -> box.atX(part(hz))).toArray();
    }

    private static double[] ys(Box box, double[] db, double low, double high) {
        return Arrays.stream(db)
                .map(d -> Double.isFinite(d) ? box.atY(d, low, high) : Double.NaN)
                .toArray();
    }

    /** Tone of mix and references at one loudness, the corridor in a wash, the corrected mix dashed. */
    void tone(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.toneByThirdsOf"));
        List<Comparison.Member> members = f.comparison().members();
        double high = -200;
        double low = 200;
        for (Comparison.Member m : members) {
            for (int b = BandGrid.bandOf(40); b < BandGrid.bandOf(14000); b++) {
                if (m.levelsDb()[b] > -140) {
                    high = Math.max(high, m.levelsDb()[b]);
                    low = Math.min(low, m.levelsDb()[b]);
                }
            }
        }
        high = high < low ? -20 : 6 * Math.ceil((high + 2) / 6);
        low = high < low ? -80 : Math.max(high - 66, 6 * Math.floor((low - 2) / 6));
        corridor(box, f, low, high);
        axis(box, low, high, 12, "dB");
        frequencies(box);
        for (Comparison.Member m : members) {
            if (!m.subject().isMix()) {
                sheet.polyline(xs(box), ys(box, m.levelsDb(), low, high), Ink.reference(m.number() - 1));
            }
        }
        if (f.mixMember().isPresent()) {
            double[] mix = f.mixMember().get().levelsDb();
            double[] corrected = mix.clone();
            double[] applied = f.shaped().appliedDb(f.session().phase());
            double louder = f.shaped().loudnessChangeLu(f.session().phase());
            for (int b = 0; b < corrected.length; b++) {
                corrected[b] += applied[b] - louder;
            }
            sheet.polyline(xs(box), ys(box, mix, low, high), MIX);
            sheet.polyline(xs(box), ys(box, corrected, low, high), CORRECTED);
        }
    }

    private void corridor(Box box, SongFacts f, double low, double high) throws IOException {
        double[] lows = f.comparison().corridor().lowDb();
        double[] highs = f.comparison().corridor().highDb();
        double[] xs = xs(box);
        List<Double> px = new ArrayList<>();
        List<Double> py = new ArrayList<>();
        for (int b = 0; b < xs.length; b++) {
            if (Double.isFinite(highs[b])) {
                px.add(xs[b]);
                py.add(box.atY(highs[b], low, high));
            }
        }
        for (int b = xs.length - 1; b >= 0; b--) {
            if (Double.isFinite(lows[b])) {
                px.add(xs[b]);
                py.add(box.atY(lows[b], low, high));
            }
        }
        if (px.size() > 3) {
            sheet.area(
                    px.stream().mapToDouble(d -> d).toArray(),
                    py.stream().mapToDouble(d -> d).toArray(),
                    Ink.WASH);
        }
    }

    /** The gap as a thin line and what is applied of it as an area: darker where it lowers. */
    void correction(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.gapLineAndWhat"));
        double reach = 12;
        double[] applied = f.shaped().appliedDb(f.session().phase());
        double[] xs = xs(box);
        for (boolean up : new boolean[] {true, false}) {
            double[] ax = new double[2 * xs.length];
            double[] ay = new double[2 * xs.length];
            for (int b = 0; b < xs.length; b++) {
                double db = up ? Math.max(0, applied[b]) : Math.min(0, applied[b]);
                ax[b] = xs[b];
                ay[b] = box.atY(db, -reach, reach);
                ax[2 * xs.length - 1 - b] = xs[b];
                ay[2 * xs.length - 1 - b] = box.atY(0, -reach, reach);
            }
            sheet.area(ax, ay, up ? Ink.RISE : Ink.FALL);
        }
        axis(box, -reach, reach, 6, "dB");
        frequencies(box);
        double[] gap = f.comparison().gap().gapDb().clone();
        for (int b = 0; b < gap.length; b++) {
            gap[b] = f.comparison().gap().known()[b] ? gap[b] : Double.NaN;
        }
        sheet.polyline(xs, ys(box, gap, -reach, reach), new Pen(Ink.QUIET, 0.7));
        sheet.polyline(xs, ys(box, applied, -reach, reach), new Pen(Ink.INK, 1));
    }

    /** Short-term loudness of mix and master over the song, and hanging from above what the limiter took. */
    void loudness(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.loudnessOverTimeMix"));
        float[] mix = f.mix().shortTerm();
        float[] master = f.master().measurement().shortTerm();
        double high = 6 * Math.ceil((Math.max(highest(mix), highest(master)) + 1) / 6);
        double low = high - 30;
        double seconds = f.mix().seconds();
        taken(box, f, seconds, high - low);
        axis(box, low, high, 6, Texts.of("report.lufsShortTerm"));
        times(box, seconds);
        curve(box, mix, seconds, low, high, MIX);
        curve(box, master, seconds, low, high, MASTER);
    }

    private static double highest(float[] values) {
        double highest = -40;
        for (float v : values) {
            highest = Float.isFinite(v) ? Math.max(highest, v) : highest;
        }
        return highest;
    }

    private void taken(Box box, SongFacts f, double seconds, double range) throws IOException {
        float[] most = f.master().taken().mostDb();
        double step = f.master().taken().stepSeconds();
        int columns = (int) Math.max(1, box.right() - box.left());
        for (int c = 0; c < columns; c++) {
            int from = (int) (c * seconds / columns / step);
            int to = (int) Math.min(most.length, Math.ceil((c + 1) * seconds / columns / step));
            double db = 0;
            for (int i = from; i < to; i++) {
                db = Math.max(db, most[i]);
            }
            if (db > 0.05) {
                double height = Math.min(1, db / range) * (box.bottom() - box.top());
                sheet.box(box.left() + c, box.top(), 1, height, Ink.FALL);
            }
        }
    }

    private void times(Box box, double seconds) throws IOException {
        double step = seconds > 600 ? 120 : seconds > 200 ? 60 : seconds > 40 ? 20 : 5;
        for (double t = 0; t < seconds; t += step) {
            sheet.text(
                    Numbers.time(t),
                    box.atX(t / seconds),
                    box.bottom() + 8,
                    SMALL,
                    Face.REGULAR,
                    Align.CENTRE,
                    Ink.QUIET);
        }
    }

    private void curve(Box box, float[] lufs, double seconds, double low, double high, Pen pen) throws IOException {
        int stride = Math.max(1, lufs.length / 700);
        double[] xs = new double[(lufs.length + stride - 1) / stride];
        double[] ys = new double[xs.length];
        for (int i = 0; i < xs.length; i++) {
            double at = i * stride * 0.1 + 1.5; // three seconds, named by their middle
            xs[i] = box.atX(at / seconds);
            ys[i] = Float.isFinite(lufs[i * stride]) ? box.atY(lufs[i * stride], low, high) : Double.NaN;
        }
        sheet.polyline(xs, ys, pen);
    }

    /** How often which short-term loudness occurs, each around its own integrated loudness. */
    void spread(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.shortTermLoudnessAbout"));
        densities(box, f, m -> Distribution.of(m.shortTerm(), -m.heardLufs()), -14, 8, 4, "LU");
    }

    /** How often which peak to short-term loudness occurs. */
    void peaks(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.peakToShortTerm"));
        densities(box, f, m -> Distribution.of(m.dynamics().peakToShortTerm(), 0), 4, 22, 4, "dB");
    }

    private void densities(
            Box box,
            SongFacts f,
            java.util.function.Function<oakmirror.measure.TrackMeasurement, Distribution> of,
            double from,
            double to,
            double step,
            String unit)
            throws IOException {
        sheet.line(box.left(), box.bottom(), box.right(), box.bottom(), GRID);
        for (double v = Math.ceil(from / step) * step; v <= to; v += step) {
            double x = box.atX((v - from) / (to - from));
            sheet.line(x, box.top(), x, box.bottom(), GRID);
            sheet.text(
                    Numbers.level(v).replace(".0", ""),
                    x,
                    box.bottom() + 8,
                    SMALL,
                    Face.REGULAR,
                    Align.CENTRE,
                    Ink.QUIET);
        }
        sheet.text(unit, box.right(), box.y() + 5, SMALL, Face.REGULAR, Align.RIGHT, Ink.QUIET);
        for (Comparison.Member m : f.references()) {
            density(box, of.apply(m.whole()), from, to, Ink.reference(m.number() - 1));
        }
        density(box, of.apply(f.mix()), from, to, MIX);
        density(box, of.apply(f.master().measurement()), from, to, MASTER);
    }

    private void density(Box box, Distribution d, double from, double to, Pen pen) throws IOException {
        if (d.count() == 0) {
            return;
        }
        int steps = (int) ((to - from) / Distribution.STEP_DB);
        double[] xs = new double[steps + 1];
        double[] ys = new double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            double v = from + i * Distribution.STEP_DB;
            xs[i] = box.atX((v - from) / (to - from));
            ys[i] = box.atY(d.at(v) / d.peak(), 0, 1.05);
        }
        sheet.polyline(xs, ys, pen);
    }

    /** Side over mid in each zone. */
    void width(Box box, SongFacts f) throws IOException {
        title(box, Texts.of("report.widthSideOverMid"));
        double low = -36;
        double high = 6;
        axis(box, low, high, 12, "dB");
        Zone[] zones = Zone.values();
        for (Zone z : zones) {
            sheet.text(
                    z.shortLabel(),
                    box.atX((z.ordinal() + 0.5) / zones.length),
                    box.bottom() + 8,
                    SMALL,
                    Face.REGULAR,
                    Align.CENTRE,
                    Ink.QUIET);
        }
        for (Comparison.Member m : f.references()) {
            widths(box, m.whole(), low, high, Ink.reference(m.number() - 1));
        }
        widths(box, f.mix(), low, high, MIX);
        widths(box, f.master().measurement(), low, high, MASTER);
    }

    private void widths(Box box, oakmirror.measure.TrackMeasurement m, double low, double high, Pen pen)
            throws IOException {
        Zone[] zones = Zone.values();
        double[] xs = new double[zones.length];
        double[] ys = new double[zones.length];
        for (Zone z : zones) {
            xs[z.ordinal()] = box.atX((z.ordinal() + 0.5) / zones.length);
            double db = Width.of(m.tone().spectrum(), z).sideToMidDb();
            ys[z.ordinal()] = Double.isNaN(db) ? Double.NaN : box.atY(db, low, high);
        }
        sheet.polyline(xs, ys, pen);
    }

    /** The lines that stand for mix, corrected mix, master and references; gives back the foot line of the last. */
    double legend(double x, double y, double width, SongFacts f) throws IOException {
        List<Pen> pens = new ArrayList<>(List.of(MIX, CORRECTED, MASTER));
        List<String> names = new ArrayList<>(
                List.of(Texts.of("report.mix"), Texts.of("report.corrected"), Texts.of("report.master")));
        for (Comparison.Member m : f.references()) {
            pens.add(Ink.reference(m.number() - 1));
            names.add(m.number() + " " + m.name());
        }
        double at = x;
        double line = y;
        for (int i = 0; i < names.size(); i++) {
            double wide = 19 + sheet.width(names.get(i), 7, Face.REGULAR);
            if (at > x && at + wide > x + width) {
                at = x;
                line += 10;
            }
            sheet.line(at, line - 2, at + 16, line - 2, pens.get(i));
            sheet.text(names.get(i), at + 19, line, 7, Face.REGULAR, Align.LEFT, Ink.INK);
            at += wide + 12;
        }
        return line;
    }
}
