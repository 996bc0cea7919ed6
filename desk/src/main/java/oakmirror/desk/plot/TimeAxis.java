package oakmirror.desk.plot;

/** Where moments lie across a plot, and which part of the time is in view. */
final class TimeAxis {

    private static final double SHORTEST_VIEW_SECONDS = 1;

    private double left;
    private double width = 1;
    private double from;
    private double to = 1;
    private double first;
    private double end = 1;

    void place(double leftX, double rightX) {
        left = leftX;
        width = Math.max(1, rightX - leftX);
    }

    /** Shows all between two moments; the first may lie before 0. */
    void showAll(double start, double seconds) {
        first = start;
        end = Math.max(start + SHORTEST_VIEW_SECONDS, seconds);
        from = first;
        to = end;
    }

    /** Goes on showing what is in view where all there is has changed. */
    void keepView(double start, double seconds) {
        double span = to - from;
        boolean wasWhole = !isZoomed();
        first = start;
        end = Math.max(start + SHORTEST_VIEW_SECONDS, seconds);
        if (wasWhole) {
            from = first;
            to = end;
        } else {
            shiftTo(from, Math.min(span, end - first));
        }
    }

    double first() {
        return first;
    }

    double end() {
        return end;
    }

    double x(double seconds) {
        return left + width * (seconds - from) / (to - from);
    }

    double seconds(double x) {
        return Math.max(first, Math.min(end, from + (to - from) * (x - left) / width));
    }

    /** Seconds that lie between two places on screen. */
    double secondsBetween(double x1, double x2) {
        return (to - from) * (x2 - x1) / width;
    }

    double from() {
        return from;
    }

    double to() {
        return to;
    }

    boolean isZoomed() {
        return to - from < end - first - 1e-6;
    }

    /** Zooms about a place on screen; above 1 shows more. */
    void zoom(double factor, double aboutX) {
        double about = seconds(aboutX);
        double span = Math.max(SHORTEST_VIEW_SECONDS, Math.min(end - first, (to - from) * factor));
        double part = (about - from) / (to - from);
        shiftTo(about - part * span, span);
    }

    /** Moves what is in view, by pixels. */
    void pan(double pixels) {
        double span = to - from;
        shiftTo(from + pixels / width * span, span);
    }

    private void shiftTo(double start, double span) {
        from = Math.max(first, Math.min(end - span, start));
        to = from + span;
    }

    /** Seconds between two ticks, so that there is room for labels. */
    double tickSeconds() {
        for (double step : new double[] {1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200}) {
            if (width * step / (to - from) >= 70) {
                return step;
            }
        }
        return 3600;
    }
}
