package oakmirror.correction;

import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * A move taken from a place worth a listen: the ear has decided. It is applied as it is, whatever the strength; what is proposed beside
 * it follows from what it leaves of the gap.
 *
 * @param shape what kind of move
 * @param centreHz where it is strongest; for a shelf where it has half its gain
 * @param gainDb how much it does
 * @param octaves width of a bell at half its gain
 * @param lowHz where the place begins that it was taken for
 * @param highHz where that ends
 */
public record TakenMove(Shape shape, double centreHz, double gainDb, double octaves, double lowHz, double highHz) {

    private static final double MOST_DB = 24;
    private static final double STEPS_PER_DB = 10;

    /** Checks the ranges. */
    public TakenMove {
        java.util.Objects.requireNonNull(shape, "a move has a shape");
        if (!shape.isTone()) {
            throw new IllegalArgumentException(Texts.of("invalid.takenKind"));
        }
        if (!(centreHz >= 10 && centreHz <= 40000 && lowHz > 0 && highHz > lowHz)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveFrequency"));
        }
        if (!(Math.abs(gainDb) <= MOST_DB)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveGain"));
        }
        if (!(octaves >= 0.05 && octaves <= 10)) {
            throw new IllegalArgumentException(Texts.of("invalid.moveWidth"));
        }
    }

    /** The trial move of a candidate, its gain to a tenth of a decibel. */
    public static TakenMove of(Candidate candidate) {
        return new TakenMove(
                candidate.shape(),
                candidate.centreHz(),
                rounded(candidate.proposedDb()),
                candidate.octaves(),
                candidate.lowHz(),
                candidate.highHz());
    }

    private static double rounded(double db) {
        return Math.max(-MOST_DB, Math.min(MOST_DB, Math.round(STEPS_PER_DB * db) / STEPS_PER_DB)) + 0.0;
    }

    /** The same with another gain, to a tenth of a decibel. */
    public TakenMove withGain(double db) {
        return new TakenMove(shape, centreHz, rounded(db), octaves, lowHz, highHz);
    }

    /** The same wider or narrower. */
    public TakenMove withOctaves(double value) {
        return new TakenMove(shape, centreHz, gainDb, Math.max(0.05, Math.min(10, value)), lowHz, highHz);
    }

    /** What it becomes when the move it is in a correction is treated in another way. */
    TakenMove treated(Move move, Treatment treatment) {
        return withGain(move.gainDb() * treatment.gainFactor())
                .withOctaves(shape == Shape.BELL ? move.octaves() * treatment.widthFactor() : octaves);
    }

    /** As a filter. */
    public AnalogueSection section() {
        return shape.section(centreHz, gainDb, octaves);
    }

    /** Whether it was taken for a candidate, as it is or at another size. */
    public boolean isFor(Candidate candidate) {
        return candidate.isAbout(lowHz, highHz, gainDb < 0);
    }

    /** Whether a move of a correction is this one, whatever became of its gain and width since. */
    boolean is(Move move) {
        return move.kind() == Move.Kind.TAKEN && move.lowHz() == lowHz && move.highHz() == highHz;
    }

    /** Its gain for each band of the {@link BandGrid}. */
    public double[] curveDb() {
        AnalogueSection filter = section();
        double[] curve = new double[BandGrid.SIZE];
        for (int b = 0; b < curve.length; b++) {
            curve[b] = filter.gainDb(BandGrid.centreHz(b));
        }
        return curve;
    }

    /** It as a move of a correction. */
    Move move() {
        double half = Math.pow(2, octaves / 2);
        boolean bell = shape == Shape.BELL;
        return new Move(
                Move.Kind.TAKEN,
                lowHz,
                highHz,
                bell ? centreHz : Math.sqrt(lowHz * highHz),
                gainDb,
                bell ? centreHz / half : lowHz,
                bell ? centreHz * half : highHz,
                1,
                curveDb(),
                Treatment.NONE);
    }
}
