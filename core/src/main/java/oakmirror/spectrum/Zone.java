package oakmirror.spectrum;

import java.util.Arrays;

/** The seven named ranges that readings are given in. */
public enum Zone {
    SUB("Sub", "Sub", 20, 60),
    BASS("Bass", "Bass", 60, 120),
    LOW_MID("Low mid", "Low", 120, 500),
    MID("Mid", "Mid", 500, 2000),
    PRESENCE("Presence", "Pres", 2000, 6000),
    TREBLE("Treble", "Treb", 6000, 10000),
    AIR("Air", "Air", 10000, 20000);

    private final String label;
    private final String shortLabel;
    private final double lowHz;
    private final double highHz;

    Zone(String label, String shortLabel, double lowHz, double highHz) {
        this.label = label;
        this.shortLabel = shortLabel;
        this.lowHz = lowHz;
        this.highHz = highHz;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }

    /** Its name where there is little room. */
    public String shortLabel() {
        return shortLabel;
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
