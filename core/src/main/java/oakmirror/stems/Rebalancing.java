package oakmirror.stems;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.OctaveSmoothing;
import oakmirror.spectrum.Zone;

/** Which stems to turn up or down, and why: gains that close some of the supported part of a gap, found by {@link GainSearch}, and what each of them is for. */
public final class Rebalancing {

    /** How far a gain may go either way unless something else is said: what makes another mix of it is not a repair (no source). */
    public static final double USUAL_LIMIT_DB = 3;

    /** Likeness from which mix and reference need not be looked at again, and from which they are taken for one recording. */
    private static final double SURELY_ONE = 0.95;

    private static final double LIKELY_ONE = 0.5;
    /** Gains that are only looked at may be larger than any that is proposed. */
    private static final double MOST_DB = 9;

    private final StemPowers powers;
    private final Evidence evidence;
    private final GainSearch search;
    private final boolean[] counts;

    private Rebalancing(StemPowers powers, Evidence evidence, GainSearch search) {
        this.powers = powers;
        this.evidence = evidence;
        this.search = search;
        counts = search.counts();
    }

    /**
     * The gains that close some of what is supported of a gap.
     *
     * @param settings how the gap is weighed
     * @param material what is compared
     * @param limitDb how far a gain may go either way
     */
    public static Rebalance solve(StemPowers powers, CorrectionSettings settings, Material material, double limitDb) {
        Evidence weighed = settings.weigh(material);
        Evidence evidence = settings.basis() == Basis.EXACT ? whole(weighed) : weighed;
        return solve(
                powers, ofOneRecording(powers, settings, material, evidence).orElse(evidence), limitDb);
    }

    /**
     * What can be trusted where mix and reference are the same recording in another balance. That is not seen by the gap itself: one stem louder makes it as
     * rough as other music does. But it is seen by what is left of it with the right gains: that is then as smooth as a filter, and all of the gap
     * is a fault.
     */
    private static Optional<Evidence> ofOneRecording(
            StemPowers powers, CorrectionSettings settings, Material material, Evidence evidence) {
        Gap gap = evidence.gap();
        if (!evidence.isKnown() || powers.stems() == 0 || evidence.likeness() > SURELY_ONE) {
            return Optional.empty();
        }
        Evidence all = whole(evidence);
        double[] change = powers.changeDb(new GainSearch(powers, all, MOST_DB).best());
        double[] nearer = Arrays.stream(change).map(c -> -c).toArray();
        Evidence left = settings.weigh(material.withGap(gap.withMixLowered(nearer)));
        return left.likeness() > Math.max(LIKELY_ONE, evidence.likeness()) ? Optional.of(all) : Optional.empty();
    }

    /** All of a gap taken for a fault wherever it counts, read as finely as it is fitted. */
    private static Evidence whole(Evidence evidence) {
        double[] trust = Arrays.stream(evidence.trust()).map(Math::ceil).toArray();
        boolean[] counts = new boolean[trust.length];
        for (int b = 0; b < trust.length; b++) {
            counts[b] = trust[b] > 0;
        }
        double[] gap = OctaveSmoothing.smooth(evidence.gap().gapDb(), counts, GainSearch.FINE_OCTAVES);
        return new Evidence(evidence.gap(), gap, gap, trust, new double[trust.length], 1, 0);
    }

    private static Rebalance solve(StemPowers powers, Evidence evidence, double limitDb) {
        if (!evidence.isKnown() || powers.stems() == 0) {
            return Rebalance.none(powers.stems());
        }
        Rebalancing told = new Rebalancing(powers, evidence, new GainSearch(powers, evidence, limitDb));
        return told.described(told.search.best());
    }

    private Rebalance described(double[] gains) {
        double[] change = powers.changeDb(gains);
        double all = search.misfit(new double[gains.length]);
        double closed = all > 0 ? Math.max(0, 1 - Math.sqrt(search.misfit(gains) / all)) : 0;
        List<Rebalance.Step> steps = new ArrayList<>();
        for (int i = 0; i < gains.length; i++) {
            if (gains[i] != 0) {
                steps.add(step(i, gains));
            }
        }
        steps.sort(Comparator.comparingDouble(s -> -Math.abs(s.part() * s.wantedDb())));
        return new Rebalance(gains, steps, closed, change);
    }

    /**
     * What one gain is for: the zone in which the stem itself, on top of the others, brings the most of what is wanted; not by making all the rest
     * louder or quieter.
     */
    private Rebalance.Step step(int stem, double[] gains) {
        double[] without = gains.clone();
        without[stem] = 0;
        double louder = powers.loudnessChangeLu(gains) - powers.loudnessChangeLu(without);
        double[] brought = search.read(powers.changeDb(gains));
        double[] before = search.read(powers.changeDb(without));
        for (int b = 0; b < brought.length; b++) {
            brought[b] += counts[b] ? louder - before[b] : 0;
        }
        Zone best = Zone.MID;
        double most = Double.NEGATIVE_INFINITY;
        for (Zone zone : Zone.values()) {
            double wanted = zone.mean(evidence.supportedDb(), counts);
            double nearer = Math.abs(wanted) - Math.abs(wanted - zone.mean(brought, counts));
            if (nearer > most) {
                most = nearer;
                best = zone;
            }
        }
        double wanted = best.mean(evidence.supportedDb(), counts);
        double part = Math.abs(wanted) > 0 ? Math.max(0, Math.min(1, most / Math.abs(wanted))) : 0;
        double[] slope = search.shape(powers.slopes(gains)[stem]);
        double trust = 0;
        double sum = 0;
        for (int b = 0; b < slope.length; b++) {
            double heard = counts[b] ? Math.abs(slope[b]) : 0;
            trust += heard * evidence.trust()[b];
            sum += heard;
        }
        int agree = 0;
        for (Gap.Each each : evidence.gap().each()) {
            agree += Math.signum(search.product(slope, search.shape(each.gapDb()))) == Math.signum(gains[stem]) ? 1 : 0;
        }
        return new Rebalance.Step(
                stem,
                gains[stem],
                best,
                wanted,
                part,
                sum > 0 ? trust / sum : 0,
                agree,
                evidence.gap().each().size());
    }
}
