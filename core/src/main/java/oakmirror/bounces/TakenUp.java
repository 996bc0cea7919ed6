package oakmirror.bounces;

import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.correction.Move;
import oakmirror.profile.Measurements;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;

/**
 * A move that was proposed for one bounce, and how much of it the next one has: the change of tone between the two at equal loudness, weighted by the
 * move's own shape, over what was proposed.
 *
 * @param centreHz where the move is strongest
 * @param wantedDb how much was proposed there
 * @param doneDb how much of it was done; of the other sign where the mix went the other way
 */
public record TakenUp(double centreHz, double wantedDb, double doneDb) {

    private static final double THIRD = 1.0 / 3;
    private static final double NOTHING_DB = -150;
    private static final double MOST_OF_IT = 0.5;
    private static final double MORE_THAN_IT = 1.5;
    private static final double LITTLE = 0.25;

    /** Checks that the figures are some. */
    public TakenUp {
        if (!(centreHz > 0 && centreHz < 1e6) || !(Math.abs(wantedDb) < 100) || !(Math.abs(doneDb) < 1000)) {
            throw new IllegalArgumentException(Texts.of("invalid.takenUp"));
        }
    }

    /** What became of moves from one bounce to the next. */
    public static List<TakenUp> of(List<Move> moves, Measurements before, Measurements after) {
        double[] first = levels(before);
        double[] then = levels(after);
        return moves.stream().map(m -> one(m, first, then)).toList();
    }

    private static double[] levels(Measurements f) {
        double[] levels = FractionalOctave.levelsDb(f.tone().spectrum().of(Part.STEREO), THIRD);
        for (int b = 0; b < levels.length; b++) {
            levels[b] -= f.lufs();
        }
        return levels;
    }

    private static TakenUp one(Move move, double[] before, double[] after) {
        double change = 0;
        double own = 0;
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double part = move.partDb()[b];
            if (Math.min(before[b], after[b]) > NOTHING_DB && before[b] > BandSpectrum.FLOOR_DB) {
                change += part * (after[b] - before[b]);
                own += part * part;
            }
        }
        double share = own > 0 ? change / own : 0;
        return new TakenUp(move.centreHz(), move.gainDb(), Math.max(-999, Math.min(999, share * move.gainDb())));
    }

    /** How much of it was done: 1 for all of it. */
    public double share() {
        return Math.abs(wantedDb) < Decibels.ofAmplitude(1.001) ? 0 : doneDb / wantedDb;
    }

    /** Whether most of it was done, or more than that. */
    public boolean isDone() {
        return share() >= MOST_OF_IT;
    }

    /** What became of it, in a few words. */
    public String words() {
        double share = share();
        if (share < -LITTLE) {
            return Texts.of("standing.theOtherWay");
        }
        if (share < LITTLE) {
            return Texts.of("standing.left");
        }
        return share < MOST_OF_IT
                ? Texts.of("standing.takenUpInPart")
                : share <= MORE_THAN_IT ? Texts.of("standing.takenUp") : Texts.of("standing.moreThanThat");
    }
}
