package oakmirror.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import oakmirror.candidate.Candidate;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;

/** Faults as they are planted to judge places worth a listen, and an ear that knows them. */
final class Ear {

    /** The kinds of faults. */
    enum Kind {
        BELL,
        LOW_SHELF,
        HIGH_SHELF,
        RESONANCE
    }

    private static final double LOWEST_HZ = 35;
    private static final double HIGHEST_HZ = 16000;
    private static final double MOST_TIMES = 4;

    private Ear() {}

    /**
     * A planted fault.
     *
     * @param db what it adds to each band of the {@link BandGrid}
     * @param lowHz where it has half its gain below its middle, for a shelf where it ends
     */
    record Fault(Kind kind, double[] db, double lowHz, double highHz, double hz, double gainDb) {

        /** Whether a candidate is about it: the right way, and of the shorter of both ranges half and more lies in the other. */
        boolean isHeardAt(Candidate c) {
            double from = Math.max(lowHz, LOWEST_HZ);
            double to = Math.min(highHz, HIGHEST_HZ);
            double low = Math.max(c.lowHz(), LOWEST_HZ);
            double high = Math.min(c.highHz(), HIGHEST_HZ);
            double common = Math.log(Math.min(to, high) / Math.max(from, low));
            return c.isTooMuch() == gainDb > 0 && common >= 0.5 * Math.min(Math.log(to / from), Math.log(high / low));
        }

        /** The same, and about as wide: a broad cut does not undo a resonance, nor a narrow one a boom. */
        boolean isUndoneAt(Candidate c) {
            double wide = Math.log(Math.min(highHz, HIGHEST_HZ) / Math.max(lowHz, LOWEST_HZ));
            double ratio = Math.log(Math.min(c.highHz(), HIGHEST_HZ) / Math.max(c.lowHz(), LOWEST_HZ)) / wide;
            return isHeardAt(c) && ratio < MOST_TIMES && ratio > 1 / MOST_TIMES;
        }

        /** The same, stricter: a bell lies in the candidate, whose middle is no more than half an octave away. */
        boolean isHeardCloselyAt(Candidate c) {
            if (!isHeardAt(c)) {
                return false;
            }
            double middle = Math.sqrt(Math.max(30, c.lowHz()) * Math.min(18000, c.highHz()));
            return switch (kind) {
                case LOW_SHELF -> middle <= 1.1 * hz;
                case HIGH_SHELF -> middle >= hz / 1.1;
                default ->
                    Math.abs(Math.log(middle / hz)) <= 0.5 * Math.log(2)
                            && c.lowHz() <= 1.06 * hz
                            && c.highHz() >= hz / 1.06;
            };
        }
    }

    /** A broad one: a bell of Q 0.7 to 1.5 between 80 Hz and 8 kHz or a shelf, 3 to 6 dB either way. */
    static Fault broad(Random random) {
        double gain = (random.nextBoolean() ? 1 : -1) * (3 + 3 * random.nextDouble());
        return switch (random.nextInt(5)) {
            case 0 -> {
                double hz = 80 + 220 * random.nextDouble();
                yield new Fault(Kind.LOW_SHELF, curve(AnalogueSection.lowShelf(hz, gain, 0.7)), 20, hz, hz, gain);
            }
            case 1 -> {
                double hz = 2500 + 5500 * random.nextDouble();
                yield new Fault(Kind.HIGH_SHELF, curve(AnalogueSection.highShelf(hz, gain, 0.7)), hz, 20000, hz, gain);
            }
            default -> bell(Kind.BELL, 80 * Math.pow(100, random.nextDouble()), gain, 0.7 + 0.8 * random.nextDouble());
        };
    }

    /** A resonance of Q 4 to 12 between 100 Hz and 6 kHz, 5 to 8 dB. */
    static Fault resonance(Random random) {
        double hz = 100 * Math.pow(60, random.nextDouble());
        return bell(Kind.RESONANCE, hz, 5 + 3 * random.nextDouble(), 4 + 8 * random.nextDouble());
    }

    private static Fault bell(Kind kind, double hz, double gain, double q) {
        double x = 1 / (2 * q);
        double half = x + Math.sqrt(x * x + 1); // where a bell has half its decibels, about
        return new Fault(kind, curve(AnalogueSection.bell(hz, gain, q)), hz / half, hz * half, hz, gain);
    }

    private static double[] curve(AnalogueSection section) {
        double[] db = new double[BandGrid.SIZE];
        for (int b = 0; b < db.length; b++) {
            db[b] = section.gainDb(BandGrid.centreHz(b));
        }
        return db;
    }

    /** The faults of one mix as they are learned from: none in a quarter of them, two in another, on average one; a quarter of them resonances. */
    static List<Fault> some(Random random) {
        int count = List.of(0, 1, 1, 2).get(random.nextInt(4));
        List<Fault> faults = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            faults.add(random.nextInt(4) == 0 ? resonance(random) : broad(random));
        }
        return faults;
    }
}
