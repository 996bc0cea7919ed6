package oakmirror.desk.plot;

import oakmirror.audio.TimeRange;

/** Where moments lie across a plot, and which part of the time is in view. */
final class TimeAxis {

    private static final double SHORTEST_VIEW_SECONDS = 1;

    private double left;
    private double width = 1;
    private double from;
    private double to = 1;
    private double end = 1;

    void place(double leftX, double rightX) {
        left = leftX;
        width = Math.max(1, rightX - leftX);
    }

    /** Shows all of a length. */
    void showAll(double seconds) {
        end = Math.max(SHORTEST_VIEW_SECONDS, seconds);
        from = 0;
        to = end;
    }

    double end() {
        return end;
    }

    double x(double seconds) {
        return left + width * (seconds - from) / (to - from);
    }

    double seconds(double x) {
        return Math.max(0, Math.min(end, from + (to - from) * (x - left) / width));
    }

    TimeRange view() {
        return new TimeRange(from, to);
    }

    boolean isZoomed() {
        return to - from < end - 1e-6;
    }

    /** Zooms about a place on screen; above 1 shows more. */
    void zoom(double factor, double aboutX) {
        double about = seconds(aboutX);
        double span = Math.max(SHORTEST_VIEW_SECONDS, Math.min(end, (to - from) * factor));
        double part = (about - from) / (to - from);
        shiftTo(about - part * span, span);
    }

    /** Moves what is in view, by pixels. */
    void pan(double pixels) {
        double span = to - from;
        shiftTo(from + pixels / width * span, span);
    }

    private void shiftTo(double start, double span) {
        from = Math.max(0, Math.min(end - span, start));
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
