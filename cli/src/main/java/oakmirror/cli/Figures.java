package oakmirror.cli;

/** Figures as they are written in JSON. */
final class Figures {

    private Figures() {}

    /** Rounded to thousandths; null where it is not defined. */
    static Double rounded(double value) {
        return Double.isFinite(value) ? Math.round(value * 1000) / 1000.0 : null;
    }
}
