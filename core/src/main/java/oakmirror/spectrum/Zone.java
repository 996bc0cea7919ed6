package oakmirror.spectrum;

import java.util.Arrays;
import java.util.Locale;
import oakmirror.text.Texts;

/** The seven named ranges that readings are given in. */
public enum Zone {
    SUB("spectrum.sub", "spectrum.sub", 20, 60),
    BASS("spectrum.bass", "spectrum.bass", 60, 120),
    LOW_MID("spectrum.lowMid", "spectrum.low", 120, 500),
    MID("spectrum.mid2", "spectrum.mid2", 500, 2000),
    PRESENCE("spectrum.presence", "spectrum.pres", 2000, 6000),
    TREBLE("spectrum.treble", "spectrum.treb", 6000, 10000),
    AIR("spectrum.air", "spectrum.air", 10000, 20000);

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
        return Texts.of(label);
    }

    /** Its name in files, which no language changes. */
    public String written() {
        return name().charAt(0) + name().substring(1).toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    /** Its name where there is little room. */
    public String shortLabel() {
        return Texts.of(shortLabel);
    }

    /** Lower edge in Hz. */
    public double lowHz() {
        return lowHz;
    }

    /** Upper edge in Hz. */
    public double highHz() {
        return highHz;
    }

    /** The zone a frequency lies in, or the nearest. */
    public static Zone at(double hz) {
        Zone zone = SUB;
        for (Zone next : values()) {
            zone = hz >= next.lowHz ? next : zone;
        }
        return zone;
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
