package oakmirror.spectrum;

import java.util.Arrays;

/** The seven named ranges that readings are given in. */
public enum Zone {
    SUB("Sub", 20, 60),
    BASS("Bass", 60, 120),
    LOW_MID("Low mid", 120, 500),
    MID("Mid", 500, 2000),
    PRESENCE("Presence", 2000, 6000),
    TREBLE("Treble", 6000, 10000),
    AIR("Air", 10000, 20000);

    private final String label;
    private final double lowHz;
    private final double highHz;

    Zone(String label, double lowHz, double highHz) {
        this.label = label;
        this.lowHz = lowHz;
        this.highHz = highHz;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** Lower edge in Hz. */
    public double lowHz() {
        return lowHz;
    }

    /** Upper edge in Hz. */
    public double highHz() {
        return highHz;
    }

    /** Mean of a curve over the zone's bands, every band counting alike. */
    public double mean(double[] curve) {
        boolean[] all = new boolean[curve.length];
        Arrays.fill(all, true);
        return mean(curve, all);
    }

    /** Mean of a curve over those of the zone's bands that count; NaN where none does. */
    public double mean(double[] curve, boolean[] counts) {
        int from = BandGrid.bandOf(lowHz);
        int to = Math.max(from + 1, BandGrid.bandOf(highHz));
        double sum = 0;
        int count = 0;
        for (int i = from; i < to; i++) {
            if (counts[i]) {
                sum += curve[i];
                count++;
            }
        }
        return sum / count;
    }
}
