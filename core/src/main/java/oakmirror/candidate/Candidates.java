package oakmirror.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import oakmirror.dynamics.Quantiles;
import oakmirror.evidence.Evidence;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;

/**
 * The places of a comparison that are worth a listen.
 *
 * <p>What is <em>certain</em> or <em>likely</em> is little between songs: other notes and players make larger differences than most faults do. Whoever listens can
 * tell, though, if he is told where. So departures of the mix from its references are looked for at several widths ({@link BroadDepartures},
 * {@link NarrowDepartures}), and each is given the odds that departures like it had of being a fault among known cases ({@link OddsModel}): how large it is, against
 * how far recordings like these differ at that width, how many references say so and how clearly, whether the mix or the references stand out of their own
 * surroundings. Of those that overlap the one with the better odds is taken; at most {@value #MOST}, the first being the one with the most of odds times how
 * much of its range is heard.
 *
 * <p>How much is heard: the K-weighted power (ITU-R BS.1770) of its loudest third of an octave over the loudest of all, to the power of 0.3, by which loudness grows
 * with power (S. S. Stevens, "The measurement of loudness", J. Acoust. Soc. Am. 27, 1955; from memory).
 */
public final class Candidates {

    /** No more are told at once. */
    public static final int MOST = 7;

    /** What has worse odds is not worth the time. */
    public static final double LEAST_ODDS = 0.065;

    private static final double MOST_OVERLAP = 0.35;
    private static final double SAME = 0.5;
    private static final double LOUDNESS_PER_POWER = 0.3;
    private static final int THIRD = BandGrid.BANDS_PER_OCTAVE / 3;
    private static final double SPAN_PART = 0.1;

    private Candidates() {}

    /** Those of a comparison as it was weighed; none where nothing is known. */
    public static List<Candidate> of(Evidence evidence) {
        View view = view(evidence);
        if (!view.isEnough()) {
            return List.of();
        }
        OddsModel.Learned models = OddsModel.Learned.MODELS;
        List<Candidate> all = found(view)
                .filter(f -> !f.narrow() || evidence.likeness() < SAME || view.holds(f.departure()))
                .map(f -> candidate(f.departure(), f.narrow() ? models.narrow() : models.broad(), view))
                .toList();
        return told(all, evidence.likeness());
    }

    private record Found(boolean narrow, Departure departure) {}

    private static Stream<Found> found(View view) {
        return Stream.concat(
                BroadDepartures.find(view).stream().map(d -> new Found(false, d)),
                NarrowDepartures.find(view).stream().map(d -> new Found(true, d)));
    }

    private static View view(Evidence evidence) {
        boolean[] counts = new boolean[BandGrid.SIZE];
        for (int b = 0; b < counts.length; b++) {
            counts[b] = evidence.trust()[b] > 0;
        }
        return new View(evidence.gap(), evidence.references(), counts, evidence.contentDb());
    }

    /**
     * What is read of all departures, for learning and for judging what was learned.
     *
     * @param narrow whether it is of the narrow kind
     * @param candidate where and how large it is; its odds mean nothing
     * @param features what its odds are told from
     */
    public record Read(boolean narrow, Candidate candidate, double[] features) {}

    /** Everything that departs, and what is read of it. */
    public static List<Read> read(Evidence evidence) {
        View view = view(evidence);
        OddsModel nothing = new OddsModel(new double[0], new double[0], new double[0], 0, OddsModel.Scale.NONE, 1, 1);
        return view.isEnough()
                ? found(view)
                        .map(f -> new Read(
                                f.narrow(),
                                unweighed(f.departure(), nothing, view),
                                f.departure().features()))
                        .toList()
                : List.of();
    }

    private static Candidate candidate(Departure d, OddsModel model, View view) {
        return unweighed(d, model, view).withOdds(model.odds(d.features()));
    }

    private static Candidate unweighed(Departure d, OddsModel model, View view) {
        double sign = Math.signum(d.excessDb());
        double[] says = Arrays.stream(d.eachDb()).map(s -> sign * s).toArray();
        int agree = (int) Arrays.stream(says).filter(s -> s > 0).count();
        return new Candidate(
                d.shape(),
                d.lowHz(),
                d.highHz(),
                d.centreHz(),
                0 - d.excessDb(),
                model.share(d.features()),
                0,
                agree,
                says.length,
                Quantiles.of(says, SPAN_PART),
                audibility(view, d.lowHz(), d.highHz()));
    }

    private static List<Candidate> told(List<Candidate> all, double likeness) {
        return foremost(apart(all).stream()
                .map(c -> c.knownToBe(likeness))
                .filter(c -> c.odds() >= LEAST_ODDS)
                .toList());
    }

    /** Those that are told of some that do not overlap: the likeliest, in the order in which to listen. */
    public static List<Candidate> foremost(Collection<Candidate> some) {
        return some.stream()
                .sorted(Comparator.comparingDouble(Candidate::odds).reversed())
                .limit(MOST)
                .sorted(Comparator.comparingDouble((Candidate c) -> c.odds() * c.audibility())
                        .reversed())
                .toList();
    }

    /** Of some candidates those that do not overlap one with better odds, the best first. */
    public static List<Candidate> apart(Collection<Candidate> all) {
        List<Candidate> sorted = new ArrayList<>(all);
        sorted.sort(Comparator.comparingDouble(Candidate::odds).reversed());
        List<Candidate> apart = new ArrayList<>();
        for (Candidate c : sorted) {
            if (apart.stream().allMatch(t -> c.overlap(t.lowHz(), t.highHz()) < MOST_OVERLAP)) {
                apart.add(c);
            }
        }
        return apart;
    }

    /** How much of a range is heard beside the rest, 0 to 1. */
    public static double audibility(Evidence evidence, double lowHz, double highHz) {
        return audibility(view(evidence), lowHz, highHz);
    }

    private static double audibility(View view, double lowHz, double highHz) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = view.first; b <= view.last; b++) {
            double level = Math.max(view.mixDb[b], view.referenceDb[b]);
            power[b] = Math.pow(10, level / 10) * KWeightedSpectrum.weight(b);
        }
        double all = loudestThird(power, view.first, view.last);
        int from = Math.max(view.first, BandGrid.bandOf(lowHz));
        int to = Math.min(view.last, BandGrid.bandOf(highHz));
        return all > 0 ? Math.pow(loudestThird(power, from, to) / all, LOUDNESS_PER_POWER) : 1;
    }

    private static double loudestThird(double[] power, int from, int to) {
        double most = 0;
        for (int b = from; b <= to; b++) {
            double sum = 0;
            for (int o = Math.max(0, b - THIRD / 2); o <= Math.min(power.length - 1, b + THIRD / 2); o++) {
                sum += power[o];
            }
            most = Math.max(most, sum);
        }
        return most;
    }
}
