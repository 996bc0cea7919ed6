package oakmirror.correction;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.dsp.ToneFilter;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Three broad bells over the lows, the mids and the highs, to hear quickly what a mix would need. They are no correction: nothing is derived, and
 * nothing stays unless it is kept as moves.
 *
 * @param lowDb gain of the lows
 * @param midDb gain of the mids
 * @param highDb gain of the highs
 */
public record Strokes(double lowDb, double midDb, double highDb) {

    /** The largest gain either way. */
    public static final double MOST_DB = 6;

    /** Nothing is changed. */
    public static final Strokes NONE = new Strokes(0, 0, 0);

    /** A range that is turned up or down as a whole; together they cover what is heard (ours). */
    public enum Range {
        /** Below about 230 Hz. */
        LOW("correction.low", 80),
        /** About 320 Hz to 2.5 kHz. */
        MID("correction.mid", 900),
        /** From about 2.8 kHz up. */
        HIGH("correction.high", 8000);

        private static final double OCTAVES = 3;
        private final String label;
        private final double centreHz;

        Range(String label, double centreHz) {
            this.label = label;
            this.centreHz = centreHz;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }

        /** Where it has half its gain below its middle. */
        public double lowHz() {
            return centreHz / Math.pow(2, OCTAVES / 2);
        }

        /** Where it has half its gain above it. */
        public double highHz() {
            return centreHz * Math.pow(2, OCTAVES / 2);
        }

        /** The range a frequency lies nearest to. */
        public static Range at(double hz) {
            return Arrays.stream(values())
                    .min((a, b) ->
                            Double.compare(Math.abs(Math.log(hz / a.centreHz)), Math.abs(Math.log(hz / b.centreHz))))
                    .orElseThrow();
        }

        private AddedMove move(double db) {
            return new AddedMove(centreHz, db, OCTAVES);
        }
    }

    /** Checks the gains. */
    public Strokes {
        for (double db : new double[] {lowDb, midDb, highDb}) {
            if (!(Math.abs(db) <= MOST_DB)) {
                throw new IllegalArgumentException(Texts.of("invalid.stroke", Numbers.brief(db)));
            }
        }
    }

    /** The gain of a range. */
    public double gainDb(Range range) {
        return switch (range) {
            case LOW -> lowDb;
            case MID -> midDb;
            case HIGH -> highDb;
        };
    }

    /** The same with another gain of a range, in tenths of a decibel and within {@link #MOST_DB}. */
    public Strokes with(Range range, double db) {
        double gain = Math.round(10 * Math.max(-MOST_DB, Math.min(MOST_DB, db))) / 10.0 + 0.0;
        return new Strokes(
                range == Range.LOW ? gain : lowDb,
                range == Range.MID ? gain : midDb,
                range == Range.HIGH ? gain : highDb);
    }

    /** Whether nothing is changed. */
    public boolean isNone() {
        return equals(NONE);
    }

    /** The same as moves by hand. */
    public List<AddedMove> moves() {
        List<AddedMove> moves = new ArrayList<>();
        for (Range range : Range.values()) {
            if (gainDb(range) != 0) {
                moves.add(range.move(gainDb(range)));
            }
        }
        return moves;
    }

    private List<AnalogueSection> sections() {
        return moves().stream().map(AddedMove::section).toList();
    }

    private static double gainDb(List<AnalogueSection> sections, double hz) {
        double sum = 0;
        for (AnalogueSection section : sections) {
            sum += section.gainDb(hz);
        }
        return sum;
    }

    /** Their gain at a frequency. */
    public double responseDb(double hz) {
        return gainDb(sections(), hz);
    }

    /** A filter with these behind it; bells at or above half of a rate, which it could not carry, are left out. */
    public ToneFilter after(ToneFilter filter, int sampleRate) {
        List<AnalogueSection> own = sections().stream()
                .filter(s -> s.frequencyHz() < sampleRate / 2.0)
                .toList();
        List<AnalogueSection> all = new ArrayList<>(filter.sections());
        all.addAll(own);
        return new ToneFilter(filter.phase(), all, hz -> filter.curve().gainDb(hz) + gainDb(own, hz));
    }

    /** Their gain for each band of the {@link BandGrid}. */
    private double[] curveDb() {
        List<AnalogueSection> sections = sections();
        double[] curve = new double[BandGrid.SIZE];
        Arrays.setAll(curve, b -> gainDb(sections, BandGrid.centreHz(b)));
        return curve;
    }

    /** By how much they change the loudness of a spectrum in LU, by its K-weighted power. */
    public double loudnessChangeLu(double[] power) {
        return KWeightedSpectrum.changeOf(power, curveDb());
    }

    /** By how much they change its RMS in dB. */
    public double rmsChangeDb(double[] power) {
        double[] curve = curveDb();
        double before = 0;
        double after = 0;
        for (int b = 0; b < power.length; b++) {
            before += power[b];
            after += power[b] * Decibels.toPower(curve[b]);
        }
        return before > 0 ? Decibels.ofPower(after / before) : 0;
    }
}
