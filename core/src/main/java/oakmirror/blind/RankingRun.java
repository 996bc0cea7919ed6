package oakmirror.blind;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;

/** Ranking by preference: each round hides the tracks behind letters in a new order, and the listener puts the letters in order. */
public final class RankingRun {

    private final List<String> names;
    private final int planned;
    private final Random random;
    private final List<List<Integer>> rounds = new ArrayList<>();
    private List<Integer> letters;

    /** A test of so many rounds over at least two names. */
    public RankingRun(List<String> names, int planned, Random random) {
        if (names.size() < 2 || planned < 1) {
            throw new IllegalArgumentException("at least two to rank, and one round");
        }
        this.names = List.copyOf(names);
        this.planned = planned;
        this.random = random;
        shuffle();
    }

    private void shuffle() {
        letters = new ArrayList<>(IntStream.range(0, names.size()).boxed().toList());
        Collections.shuffle(letters, random);
    }

    /** Which name a letter (counted from 0) hides, in the present round. */
    public int behind(int letter) {
        return letters.get(letter);
    }

    /** How many letters there are. */
    public int size() {
        return names.size();
    }

    /** How many rounds are done. */
    public int answered() {
        return rounds.size();
    }

    /** How many rounds were planned. */
    public int planned() {
        return planned;
    }

    /** Whether all rounds are done. */
    public boolean isDone() {
        return rounds.size() >= planned;
    }

    /**
     * Ends the present round and shuffles for the next.
     *
     * @param order the letters from the best to the least liked, each once
     */
    public void rank(List<Integer> order) {
        if (isDone()) {
            throw new IllegalStateException("all rounds are done");
        }
        if (!order.stream()
                .sorted()
                .toList()
                .equals(IntStream.range(0, size()).boxed().toList())) {
            throw new IllegalArgumentException("every letter once: " + order);
        }
        rounds.add(order.stream().map(letters::get).toList());
        shuffle();
    }

    /** What came of it so far. */
    public BlindResult.Ranking result(String endedAt) {
        return new BlindResult.Ranking(endedAt, names, planned, rounds);
    }
}
