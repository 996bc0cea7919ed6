package oakmirror.correction;

import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * A move added by hand: a bell. It is applied as it is, whatever the strength.
 *
 * @param centreHz where it is strongest
 * @param gainDb how much there
 * @param octaves its width at half its gain
 */
public record AddedMove(double centreHz, double gainDb, double octaves) {

    private static final double MOST_DB = 24;

    /** Checks the ranges. */
    public AddedMove {
        if (!(centreHz >= 10 && centreHz <= 40000)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveFrequency"));
        }
        if (!(Math.abs(gainDb) <= MOST_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveGain"));
        }
        if (!(octaves >= 0.05 && octaves <= 10)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveWidth"));
        }
    }

    /** Whether a move of a correction is this one, whatever became of its gain and width since. */
    boolean is(Move move) {
        return move.kind() == Move.Kind.ADDED && move.centreHz() == centreHz;
    }

    /** A move of a correction as it is when it is treated in another way. */
    static AddedMove treated(Move move, Treatment treatment) {
        return new AddedMove(
                move.centreHz(), move.gainDb() * treatment.gainFactor(), move.octaves() * treatment.widthFactor());
    }

    /** The bell. */
    public AnalogueSection section() {
        double half = Math.pow(2, octaves / 2);
        return AnalogueSection.bell(centreHz, gainDb, 1 / (half - 1 / half));
    }

    /** Its gain for each band of the {@link BandGrid}. */
    double[] curveDb() {
        AnalogueSection bell = section();
        double[] curve = new double[BandGrid.SIZE];
        for (int b = 0; b < curve.length; b++) {
            curve[b] = bell.gainDb(BandGrid.centreHz(b));
        }
        return curve;
    }
}
