package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Zone;

/**
 * Gains for stems that close some of a gap.
 *
 * @param gainsDb one for each stem; 0 where it stays as it is
 * @param steps what each stem that is changed is for, the most useful first
 * @param closed how much of the supported gap they close together, from 0 to 1, as an RMS over frequency
 * @param changeDb by how much they change the mix in each band of the {@link BandGrid}, equally loud
 */
public record Rebalance(double[] gainsDb, List<Step> steps, double closed, double[] changeDb) {

    /**
     * One stem's part in it.
     *
     * @param stem which
     * @param gainDb its gain
     * @param zone the zone where it does most of what is wanted
     * @param wantedDb what the gap, as far as it is supported, asks for there
     * @param part how much of that it closes, 0 to 1
     * @param trust how far the gap is trusted where the stem is heard, 0 to 1
     * @param agree how many references ask for it
     * @param references how many there are
     */
    public record Step(
            int stem,
            double gainDb,
            Zone zone,
            double wantedDb,
            double part,
            double trust,
            int agree,
            int references) {}

    /** Copies the list. */
    public Rebalance {
        steps = List.copyOf(steps);
    }

    /** Nothing to change about so many stems. */
    public static Rebalance none(int stems) {
        return new Rebalance(new double[stems], List.of(), 0, new double[BandGrid.SIZE]);
    }

    /** Whether all stays as it is. */
    public boolean isNone() {
        return steps.isEmpty();
    }

    /** What is proposed for a stem, when something is. */
    public Optional<Step> of(int stem) {
        return steps.stream().filter(s -> s.stem() == stem).findFirst();
    }

    /** Equal where the gains are. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Rebalance r && Arrays.equals(gainsDb, r.gainsDb) && steps.equals(r.steps);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(gainsDb);
    }

    @Override
    public String toString() {
        return "Rebalance" + Arrays.toString(gainsDb);
    }
}
