package oakmirror.habits;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.blind.Binomial;
import oakmirror.spectrum.Zone;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;

/**
 * Which of two would be preferred, by how their tone differs zone by zone: the model of R. A. Bradley and M. E. Terry (Biometrika 39, 1952), P = 1 / (1 + e^−βᵀx), with β drawn
 * towards nothing. It is worth what it is right about: of each song, or of a twentieth of many, its comparisons are foretold from those of all others, and only where that beats guessing is it there at all.
 *
 * @param weights what a decibel more in each zone does for a tone
 * @param right how many comparisons were foretold rightly, each from other songs
 * @param of of how many
 */
public record Taste(double[] weights, int right, int of) {

    /** Below so many comparisons nothing is said. */
    private static final int ENOUGH = 10;

    /** What guessing reaches in one of a hundred is no taste; so strict, because comparisons are foretold from much the same others. */
    private static final double CHANCE = 0.01;

    /** Deviation of weights expected before anything is preferred, for each decibel. No source. */
    private static final double EXPECTED = 0.5;

    private static final int STEPS = 25;
    private static final double NEAR = 1e-8;

    /** A comparison, and in which song. */
    private record Case(int song, double[] x, double times, double of) {}

    /** Of more songs than this several at a time are foretold from all others. */
    private static final int MOST_PARTS = 20;

    /** Of songs with their rankings; empty where it does not beat guessing. */
    static Optional<Taste> of(List<HabitSong> songs) {
        List<Case> all = new ArrayList<>();
        int song = 0;
        for (HabitSong s : songs) {
            for (Preferred p : s.rankings()) {
                double[] x = p.differenceDb().stream().mapToDouble(d -> d).toArray();
                all.add(new Case(song, x, p.times(), p.of()));
            }
            song += s.rankings().isEmpty() ? 0 : 1;
        }
        List<Case> decided = all.stream().filter(c -> 2 * c.times() > c.of()).toList();
        if (decided.size() < ENOUGH) {
            return Optional.empty();
        }
        int parts = Math.max(2, Math.min(MOST_PARTS, (int)
                all.stream().mapToInt(Case::song).distinct().count()));
        int right = 0;
        for (int part = 0; part < parts; part++) {
            int left = part;
            double[] others =
                    fitted(all.stream().filter(c -> c.song() % parts != left).toList());
            right += (int) decided.stream()
                    .filter(c -> c.song() % parts == left && score(others, c.x()) > 0)
                    .count();
        }
        return Binomial.atLeast(right, decided.size()) <= CHANCE
                ? Optional.of(new Taste(fitted(all), right, decided.size()))
                : Optional.empty();
    }

    /** The weights under which what was preferred is most probable, by Newton's steps. */
    private static double[] fitted(List<Case> cases) {
        int n = Zone.values().length;
        RealVector beta = new ArrayRealVector(n);
        for (int step = 0; step < STEPS; step++) {
            RealMatrix hessian = new Array2DRowRealMatrix(n, n);
            RealVector gradient = beta.mapMultiply(-1 / (EXPECTED * EXPECTED));
            for (int i = 0; i < n; i++) {
                hessian.setEntry(i, i, 1 / (EXPECTED * EXPECTED));
            }
            for (Case c : cases) {
                double p = 1 / (1 + Math.exp(-score(beta.toArray(), c.x())));
                for (int i = 0; i < n; i++) {
                    gradient.addToEntry(i, c.x()[i] * (c.times() - c.of() * p));
                    for (int j = 0; j <= i; j++) {
                        hessian.addToEntry(i, j, c.of() * p * (1 - p) * c.x()[i] * c.x()[j]);
                        hessian.setEntry(j, i, hessian.getEntry(i, j));
                    }
                }
            }
            RealVector change = new CholeskyDecomposition(hessian).getSolver().solve(gradient);
            beta = beta.add(change);
            if (change.getNorm() < NEAR) {
                break;
            }
        }
        return beta.toArray();
    }

    private static double score(double[] weights, double[] x) {
        double sum = 0;
        for (int i = 0; i < x.length; i++) {
            sum += weights[i] * x[i];
        }
        return sum;
    }

    /**
     * How probable it is that one would be preferred.
     *
     * @param differenceDb its tone less that of the other, zone by zone, at equal loudness
     */
    public double probability(double[] differenceDb) {
        return 1 / (1 + Math.exp(-score(weights, differenceDb)));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Taste t
                && java.util.Arrays.equals(weights, t.weights)
                && right == t.right
                && of == t.of;
    }

    @Override
    public int hashCode() {
        return java.util.Arrays.hashCode(weights);
    }

    @Override
    public String toString() {
        return "Taste[" + right + " of " + of + "]";
    }
}
