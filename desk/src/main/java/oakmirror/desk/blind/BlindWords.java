package oakmirror.desk.blind;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import oakmirror.blind.Binomial;
import oakmirror.blind.BlindResult;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What came of a blind comparison, in words that claim no more than the numbers do. */
final class BlindWords {

    private BlindWords() {}

    static String of(BlindResult result) {
        String early = result.stoppedEarly() ? stopped(result) : "";
        return (result instanceof BlindResult.Abx abx ? abx(abx) : ranking((BlindResult.Ranking) result)) + early;
    }

    private static String stopped(BlindResult result) {
        int done = result instanceof BlindResult.Abx abx
                ? abx.right().size()
                : ((BlindResult.Ranking) result).rounds().size();
        int planned = result instanceof BlindResult.Abx abx ? abx.planned() : ((BlindResult.Ranking) result).planned();
        return "\n" + Texts.of("blind.stoppedAfterOfAs", done, planned);
    }

    private static String abx(BlindResult.Abx r) {
        int n = r.right().size();
        double p = r.probability();
        String chance = Numbers.fixed(p, p < 0.001 ? 5 : 3);
        String verdict = p <= 0.05 ? Texts.of("blind.youCanTellThem") : Texts.of("blind.thisDoesNotShow");
        return Texts.of("blind.againstOfRightGuessing", r.first(), r.second(), r.rightCount(), n, chance, verdict);
    }

    private static String ranking(BlindResult.Ranking r) {
        List<Integer> best =
                new ArrayList<>(IntStream.range(0, r.names().size()).boxed().toList());
        best.sort(Comparator.comparingDouble(r::meanPlace));
        List<String> places = best.stream()
                .map(i -> Texts.of("blind.meanRank", r.names().get(i), Numbers.level(r.meanPlace(i))))
                .toList();
        int rounds = r.rounds().size();
        int wins = r.preferred(best.get(0), best.get(1));
        String agreement = rounds < 2
                ? Texts.of("blind.oneRoundSaysLittle")
                : Texts.of(
                        "blind.agreementOfTheRounds",
                        Numbers.fixed(r.agreement(), 2),
                        r.names().get(best.get(0)),
                        r.names().get(best.get(1)),
                        wins,
                        rounds,
                        Numbers.fixed(Binomial.atLeast(wins, rounds), 3));
        return String.join(", ", places) + ". " + agreement;
    }
}
