package oakmirror.bench;

import java.util.Random;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;

/** Faults to plant: what they add in dB for each band of the {@link BandGrid}. */
final class Faults {

    private Faults() {}

    /** A broad one, as a production may have it: two to four bells of 2 to 5 dB up or down, Q 0.5 to 2, and a shelf of as much. */
    static double[] broad(Random random) {
        double[] db = new double[BandGrid.SIZE];
        int bells = 2 + random.nextInt(3);
        for (int i = 0; i < bells; i++) {
            add(db, AnalogueSection.bell(between(random, 60, 12000), gain(random), between(random, 0.5, 2)));
        }
        double gain = gain(random);
        add(
                db,
                random.nextBoolean()
                        ? AnalogueSection.highShelf(6000, gain, 0.7)
                        : AnalogueSection.lowShelf(150, gain, 0.7));
        return db;
    }

    /** What an equaliser may have been set to: one to six bells, Q 0.4 to 4, up to 6 dB either way. */
    static double[] equaliser(Random random) {
        double[] db = new double[BandGrid.SIZE];
        int bells = 1 + random.nextInt(6);
        for (int i = 0; i < bells; i++) {
            add(
                    db,
                    AnalogueSection.bell(
                            between(random, 40, 14000), 12 * random.nextDouble() - 6, between(random, 0.4, 4)));
        }
        return db;
    }

    private static double gain(Random random) {
        return (random.nextBoolean() ? 1 : -1) * (2 + 3 * random.nextDouble());
    }

    private static double between(Random random, double low, double high) {
        return low * Math.pow(high / low, random.nextDouble());
    }

    private static void add(double[] db, AnalogueSection section) {
        for (int b = 0; b < db.length; b++) {
            db[b] += section.gainDb(BandGrid.centreHz(b));
        }
    }
}
