package oakmirror.media.report;

import java.util.Locale;

/** A sheet that becomes the inside of an SVG picture (W3C, SVG 1.1), which needs no scripts. */
final class SvgSheet implements Sheet {

    /** Of the size of text, about how wide a letter of Lato is on average. */
    private static final double LETTER = 0.56;

    private final double width;
    private final double height;
    private final StringBuilder out = new StringBuilder();

    SvgSheet(double width, double height) {
        this.width = width;
        this.height = height;
    }

    /** The picture, with a description for those who cannot see it. */
    String svg(String description) {
        return String.format(
                        Locale.ROOT,
                        "<svg viewBox=\"0 0 %s %s\" role=\"img\" aria-label=\"%s\">",
                        n(width),
                        n(height),
                        escaped(description))
                + out + "</svg>";
    }

    private static String n(double value) {
        return String.format(Locale.ROOT, "%.1f", value).replaceFirst("\\.0$", "");
    }

    private static String colour(int rgb) {
        return String.format(Locale.ROOT, "#%06x", rgb);
    }

    static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    @Override
    public void polyline(double[] xs, double[] ys, Pen pen) {
        StringBuilder path = new StringBuilder();
        boolean isOn = false;
        for (int i = 0; i < xs.length; i++) {
            if (Double.isNaN(xs[i]) || Double.isNaN(ys[i])) {
                isOn = false;
                continue;
            }
            path.append(isOn ? 'L' : 'M').append(n(xs[i])).append(' ').append(n(ys[i]));
            isOn = true;
        }
        StringBuilder dash = new StringBuilder();
        for (double d : pen.dash()) {
            dash.append(dash.isEmpty() ? "" : " ").append(n(d));
        }
        out.append("<path d=\"")
                .append(path)
                .append("\" fill=\"none\" stroke=\"")
                .append(colour(pen.colour()));
        out.append("\" stroke-width=\"").append(n(pen.width())).append('"');
        out.append(dash.isEmpty() ? "" : " stroke-dasharray=\"" + dash + "\"").append("/>");
    }

    @Override
    public void area(double[] xs, double[] ys, int colour) {
        StringBuilder points = new StringBuilder();
        for (int i = 0; i < xs.length; i++) {
            points.append(i == 0 ? "" : " ").append(n(xs[i])).append(',').append(n(ys[i]));
        }
        out.append("<polygon points=\"")
                .append(points)
                .append("\" fill=\"")
                .append(colour(colour))
                .append("\"/>");
    }

    @Override
    public void box(double x, double y, double w, double h, int colour) {
        out.append("<rect x=\"")
                .append(n(x))
                .append("\" y=\"")
                .append(n(y))
                .append("\" width=\"")
                .append(n(w));
        out.append("\" height=\"")
                .append(n(h))
                .append("\" fill=\"")
                .append(colour(colour))
                .append("\"/>");
    }

    @Override
    public void text(String text, double x, double y, double size, Face face, Align align, int colour) {
        String anchor =
                switch (align) {
                    case LEFT -> "start";
                    case CENTRE -> "middle";
                    case RIGHT -> "end";
                };
        out.append("<text x=\"")
                .append(n(x))
                .append("\" y=\"")
                .append(n(y))
                .append("\" font-size=\"")
                .append(n(size));
        out.append("\" text-anchor=\"")
                .append(anchor)
                .append("\" fill=\"")
                .append(colour(colour))
                .append('"');
        out.append(face == Face.BOLD ? " font-weight=\"bold\"" : "")
                .append('>')
                .append(escaped(text))
                .append("</text>");
    }

    @Override
    public double width(String text, double size, Face face) {
        return LETTER * size * text.length();
    }
}
