package oakmirror.correction;

import java.util.List;
import java.util.Locale;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Bands with figures that can be typed into any equaliser: frequencies in steps of about a fiftieth, gains in tenths of a decibel, Q in twentieths.
 *
 * @param bands the bands, rounded; those whose gain becomes nothing are left out
 * @param errorDb how far their response lies off that of the exact ones at most
 */
public record RoundedBands(List<EqBand> bands, double errorDb) {

    private static final double LOW_HZ = 20;
    private static final double HIGH_HZ = 20000;
    private static final int POINTS = 600;

    /** Copies the list. */
    public RoundedBands {
        bands = List.copyOf(bands);
    }

    /** The same bands, rounded. */
    public static RoundedBands of(List<EqBand> exact) {
        List<EqBand> rounded = exact.stream()
                .map(b -> new EqBand(
                        b.type(),
                        frequency(b.frequencyHz()),
                        Math.round(10 * b.gainDb()) / 10.0,
                        Math.max(0.05, Math.round(20 * b.q()) / 20.0)))
                .filter(b -> b.gainDb() != 0)
                .toList();
        double[] points = new double[POINTS + 1];
        for (int i = 0; i <= POINTS; i++) {
            points[i] = LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, (double) i / POINTS);
        }
        double[] wanted = EqBand.responseDb(exact, points);
        double[] got = EqBand.responseDb(rounded, points);
        double worst = 0;
        for (int i = 0; i <= POINTS; i++) {
            worst = Math.max(worst, Math.abs(got[i] - wanted[i]));
        }
        return new RoundedBands(rounded, worst);
    }

    /** To 1, 2 or 5 times a power of ten, so that a step is between a hundredth and a fortieth of the frequency. */
    private static double frequency(double hz) {
        double decade = Math.pow(10, Math.floor(Math.log10(hz)) - 2);
        double mantissa = hz / decade / 100;
        double step = decade * (mantissa < 2 ? 2 : mantissa < 5 ? 5 : 10);
        return Math.round(hz / step) * step;
    }

    /** The bands as lines of text, numbered. */
    public String lines() {
        StringBuilder text = new StringBuilder();
        int number = 1;
        for (EqBand band : bands) {
            text.append(String.format(
                    Locale.ROOT,
                    "%2d  %-10s  %9s  %9s   Q %s\n",
                    number++,
                    band.type().label(),
                    Numbers.frequency(band.frequencyHz()),
                    Numbers.gainDb(band.gainDb()),
                    Numbers.fixed(band.q(), 2)));
        }
        return bands.isEmpty() ? Texts.of("correction.noBands") + "\n" : text.toString();
    }
}
