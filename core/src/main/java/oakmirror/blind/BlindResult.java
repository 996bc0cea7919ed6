package oakmirror.blind;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** What came of a blind comparison. */
public sealed interface BlindResult permits BlindResult.Abx, BlindResult.Ranking {

    /** In how many zones tone is noted. */
    int ZONES = 7;

    /** When it ended, as an ISO 8601 moment. */
    String endedAt();

    /** Whether it was ended before all that was planned was done. */
    boolean stoppedEarly();

    /**
     * Forced choices: X was one of two, which?
     *
     * @param first what A was
     * @param second what B was
     * @param planned how many trials were planned before the first
     * @param right of each trial that was answered, whether it was right
     */
    record Abx(String endedAt, String first, String second, int planned, List<Boolean> right) implements BlindResult {

        /** Copies the list. */
        public Abx {
            right = List.copyOf(right);
            Trials.check(planned, right.size());
        }

        /** How many were right. */
        public int rightCount() {
            return (int) right.stream().filter(r -> r).count();
        }

        /** How likely guessing is to be right at least so often. */
        public double probability() {
            return Binomial.atLeast(rightCount(), right.size());
        }

        @Override
        public boolean stoppedEarly() {
            return right.size() < planned;
        }
    }

    /**
     * Rounds of ranking, best first.
     *
     * @param names what was ranked
     * @param planned how many rounds were planned before the first
     * @param rounds of each round, the names' numbers from the best to the least liked
     * @param tonesDb tone of each, zone by zone at equal loudness; empty where that was not noted
     */
    record Ranking(
            String endedAt,
            List<String> names,
            int planned,
            List<List<Integer>> rounds,
            Optional<List<List<Double>>> tonesDb)
            implements BlindResult {

        /** Without what the tone of each is. */
        public Ranking(String endedAt, List<String> names, int planned, List<List<Integer>> rounds) {
            this(endedAt, names, planned, rounds, Optional.empty());
        }

        /** The same with the tone of each. */
        public Ranking withTones(Optional<List<List<Double>>> value) {
            return new Ranking(endedAt, names, planned, rounds, value);
        }

        /** Copies the lists. */
        public Ranking {
            tonesDb = tonesDb == null ? Optional.empty() : tonesDb; // as sessions have it that know of none
            int count = names.size();
            if (tonesDb.filter(t -> t.size() != count || t.stream().anyMatch(z -> z.size() != ZONES))
                    .isPresent()) {
                throw new IllegalArgumentException("a ranking has a tone for each name, zone by zone");
            }
            names = List.copyOf(names);
            if (names.isEmpty()) {
                throw new IllegalArgumentException("a ranking has names");
            }
            rounds = rounds.stream().map(List::copyOf).toList();
            Trials.check(planned, rounds.size());
            for (List<Integer> round : rounds) {
                boolean isOrder = round.size() == names.size()
                        && new HashSet<>(round).size() == names.size()
                        && Collections.min(round) == 0
                        && Collections.max(round) == names.size() - 1;
                if (!isOrder) {
                    throw new IllegalArgumentException("a round of ranking places each of the names once");
                }
            }
        }

        /** Mean place of a name, 1 being the best; NaN before the first round. */
        public double meanPlace(int name) {
            return rounds.stream().mapToInt(r -> r.indexOf(name) + 1).average().orElse(Double.NaN);
        }

        /** The name with the best mean place; empty before the first round, and where two share it. */
        public Optional<String> best() {
            double least = IntStream.range(0, names.size())
                    .mapToDouble(this::meanPlace)
                    .min()
                    .orElse(Double.NaN);
            List<String> first = IntStream.range(0, names.size())
                    .filter(i -> meanPlace(i) == least)
                    .mapToObj(names::get)
                    .toList();
            return first.size() == 1 ? Optional.of(first.get(0)) : Optional.empty();
        }

        /** In how many rounds one name was placed before another. */
        public int preferred(int name, int other) {
            return (int) rounds.stream()
                    .filter(r -> r.indexOf(name) < r.indexOf(other))
                    .count();
        }

        /**
         * Agreement of the rounds, Kendall's coefficient of concordance W (M. G. Kendall and B. Babington Smith, Annals of Mathematical
         * Statistics 10, 1939): 1 when all rounds agree, near 0 when they contradict each other; NaN below two rounds.
         */
        public double agreement() {
            int n = names.size();
            int m = rounds.size();
            if (m < 2 || n < 2) {
                return Double.NaN;
            }
            double squares = 0;
            for (int i = 0; i < n; i++) {
                double deviation = m * meanPlace(i) - m * (n + 1) / 2.0;
                squares += deviation * deviation;
            }
            return 12 * squares / ((double) m * m * ((double) n * n * n - n));
        }

        @Override
        public boolean stoppedEarly() {
            return rounds.size() < planned;
        }
    }
}
