package oakmirror.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.compare.Gap;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.correction.MoveDecisions;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.OctaveSmoothing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EvidenceTest {

    private static final FaultPrior USUAL = FaultPrior.ofCaution(FaultPrior.USUAL_CAUTION);

    private static boolean[] all() {
        boolean[] all = new boolean[BandGrid.SIZE];
        Arrays.fill(all, true);
        return all;
    }

    private static Gap gap(double[]... references) {
        List<Gap.Each> each = new ArrayList<>();
        double[] mean = new double[BandGrid.SIZE];
        for (double[] reference : references) {
            each.add(new Gap.Each(reference, reference, all()));
            for (int b = 0; b < mean.length; b++) {
                mean[b] += reference[b] / references.length;
            }
        }
        return new Gap(new double[BandGrid.SIZE], mean, mean, all(), each);
    }

    private static Evidence weigh(double[]... references) {
        return Evidence.weigh(gap(references), USUAL, all(), 0);
    }

    /** What other notes make: of so many dB in the breadth of octaves, with as much unevenness and roughness below it as between recordings. */
    private static double[] content(double db, long seed) {
        return content(db, 3, seed);
    }

    private static double[] content(double db, double broadPerUneven, long seed) {
        Random random = new QuickRandom(seed);
        double[] broad = smooth(noise(random), 1.5);
        double[] uneven = noise(random);
        double[] fine = noise(random);
        return sum(
                scaled(broad, db / rms(broad)),
                sum(scaled(uneven, db / broadPerUneven / rms(unevenness(uneven))), scaled(fine, db / rms(fine))));
    }

    private static double[] noise(Random random) {
        return random.doubles(BandGrid.SIZE, -1, 1).toArray();
    }

    private static double[] smooth(double[] curve, double octaves) {
        return OctaveSmoothing.smooth(curve, all(), octaves);
    }

    private static double[] unevenness(double[] curve) {
        return sum(smooth(curve, 0.5), scaled(smooth(curve, 1), -1));
    }

    private static double[] filter(double... hzGainQ) {
        double[] db = new double[BandGrid.SIZE];
        for (int i = 0; i < hzGainQ.length; i += 3) {
            AnalogueSection bell = AnalogueSection.bell(hzGainQ[i], hzGainQ[i + 1], hzGainQ[i + 2]);
            for (int b = 0; b < db.length; b++) {
                db[b] += bell.gainDb(BandGrid.centreHz(b));
            }
        }
        return db;
    }

    private static double[] sum(double[] a, double[] b) {
        double[] sum = a.clone();
        for (int i = 0; i < sum.length; i++) {
            sum[i] += b[i];
        }
        return sum;
    }

    private static double[] scaled(double[] a, double factor) {
        return Arrays.stream(a).map(x -> factor * x).toArray();
    }

    private static double rms(double[] a) {
        return Math.sqrt(Arrays.stream(a).map(x -> x * x).average().orElseThrow());
    }

    @Test
    void withoutReferencesNothingIsKnownAndNothingCorrected() {
        assertThat(Evidence.none().isKnown()).isFalse();
        assertThat(Evidence.none().trust()).containsOnly(0);
        assertThat(Evidence.weigh(Gap.none(), USUAL, all(), 0).trust()).containsOnly(0);
        assertThat(Correction.derive(
                        Evidence.none(), Material.of(Gap.none()), CorrectionSettings.DEFAULT, MoveDecisions.NONE))
                .isEqualTo(Correction.none());
    }

    @Test
    void theSameRecordingThroughAFilterIsFollowedWhollyAndFinely() {
        double[] filter = filter(120, 5, 1.2, 900, -4, 4, 6000, 6, 0.6);
        Evidence e = weigh(filter);
        assertThat(e.likeness()).isGreaterThan(0.98);
        assertThat(rms(sum(e.supportedDb(), scaled(filter, -1)))).isLessThan(0.1);
        assertThat(Arrays.stream(e.trust()).min().orElseThrow()).isGreaterThan(0.98);
        assertThat(e.contentDb()).isLessThan(0.1);
    }

    @Test
    void recordingsThatDifferALotAreHardlyFollowed() {
        double[] trust = new double[3];
        for (int i = 0; i < trust.length; i++) {
            double db = Math.pow(2, i);
            double content = 0;
            for (long seed = 1; seed <= 10; seed++) {
                Evidence e = weigh(content(db, seed));
                assertThat(e.likeness()).isLessThan(0.1);
                trust[i] += Arrays.stream(e.trust()).max().orElseThrow() / 10;
                content += e.contentDb() / 10;
            }
            assertThat(content).isBetween(0.6 * db, 1.6 * db);
        }
        assertThat(trust[0]).isGreaterThan(trust[1]);
        assertThat(trust[1]).isGreaterThan(trust[2]);
        assertThat(trust[2]).isLessThan(0.35);
    }

    @Test
    void boldnessTrustsMoreAndNothingIsTrustedMoreThanWholly() {
        double[] difference = content(1.5, 3);
        double before = 0;
        for (double caution = 1; caution >= 0; caution -= 0.25) {
            Evidence e = Evidence.weigh(gap(difference), FaultPrior.ofCaution(caution), all(), 0);
            double trust = Arrays.stream(e.trust()).average().orElseThrow();
            assertThat(trust).isGreaterThan(before).isLessThan(1);
            before = trust;
        }
    }

    @Test // trust T = S/(S + N), so that the credible band ±√(S·N/(S + N)) is ±√(S·(1 − T)), and what is supported T
    // times what is judged
    void theFiguresAgreeWithEachOther() {
        Evidence e = weigh(content(2, 1), content(2, 2), content(2, 3));
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double t = e.trust()[b];
            assertThat(e.credibleDb()[b]).isCloseTo(Math.sqrt(USUAL.varianceDb2() * (1 - t)), within(0.05));
            assertThat(e.supportedDb()[b]).isCloseTo(t * e.judgedDb()[b], within(0.05));
        }
    }

    @Test
    void referencesThatAgreeAreTrustedMoreThanOnesThatDoNot() {
        double[] common = filter(200, 4, 0.7);
        Evidence alike = weigh(sum(common, content(1, 1)), sum(common, content(1, 2)), sum(common, content(1, 3)));
        Evidence apart = weigh(sum(common, content(3, 1)), sum(common, content(3, 2)), sum(common, content(3, 3)));
        int at = BandGrid.bandOf(200);
        assertThat(alike.trust()[at]).isGreaterThan(apart.trust()[at] + 0.2);
        assertThat(alike.contentDb()).isLessThan(apart.contentDb());
    }

    @Test
    void theSameReferenceTwiceSaysNoMoreThanOnce() {
        double[] one = content(1.5, 4);
        double[] other = content(1.5, 5);
        double[] louderAtTheTop = sum(one, filter(9000, 1, 0.5));
        assertThat(weigh(one, one).supportedDb()).containsExactly(weigh(one).supportedDb(), within(1e-9));
        assertThat(weigh(one, other, one).supportedDb())
                .containsExactly(weigh(one, other).supportedDb(), within(1e-9));
        assertThat(weigh(one, louderAtTheTop).trust())
                .as("nor does another master of it")
                .containsExactly(weigh(sum(one, filter(9000, 0.5, 0.5))).trust(), within(0.01));
    }

    @Test
    void whatIsNotKnownOrNotAllowedIsNotTrusted() {
        boolean[] known = all();
        Arrays.fill(known, BandGrid.bandOf(8000), BandGrid.SIZE, false);
        double[] db = filter(1000, 4, 0.5);
        boolean[] allowed = all();
        Arrays.fill(allowed, 0, BandGrid.bandOf(50), false);
        Evidence e = Evidence.weigh(new Gap(new double[BandGrid.SIZE], db, db, known), USUAL, allowed, 0);
        assertThat(e.trust()[BandGrid.bandOf(9000)]).isZero();
        assertThat(e.supportedDb()[BandGrid.bandOf(9000)]).isZero();
        assertThat(e.trust()[BandGrid.bandOf(40)]).isZero();
        assertThat(e.trust()[BandGrid.bandOf(1000)]).isGreaterThan(0.98);
    }

    /** Faults drawn as the prior expects them, in content of a known size: the estimate is nearer than doing nothing and than following all. */
    @ParameterizedTest
    @CsvSource({"0.6,1", "1.2,1", "2.5,1", "1.2,3", "2.5,3"})
    void whatIsSupportedIsNearerToTheFaultThanNothingAndThanAll(double contentDb, int references) {
        double nothing = 0;
        double everything = 0;
        double supported = 0;
        for (long seed = 1; seed <= 40; seed++) {
            double[] fault = content(0, 1);
            Random random = new QuickRandom(seed);
            for (int i = 0; i < 3; i++) {
                double hz = 60 * Math.pow(200, random.nextDouble());
                fault = sum(fault, filter(hz, 2.4 * random.nextGaussian(), 0.5 + random.nextDouble()));
            }
            double broad = 3 * Math.exp(0.5 * random.nextGaussian());
            double[] mix = content(contentDb / Math.sqrt(2), broad, 1000 + seed);
            double[][] each = new double[references][];
            for (int r = 0; r < references; r++) {
                each[r] = sum(sum(fault, mix), content(contentDb / Math.sqrt(2), broad, 100 * seed + r));
            }
            Evidence e = weigh(each);
            nothing += Math.pow(rms(fault), 2);
            double[] all = smooth(e.gap().gapDb(), 1.5);
            everything += Math.pow(rms(sum(all, scaled(fault, -1))), 2);
            supported += Math.pow(rms(sum(e.supportedDb(), scaled(fault, -1))), 2);
        }
        assertThat(supported).isLessThan(nothing);
        assertThat(supported)
                .as("hardly worse than following all where content is small, better where it is not")
                .isLessThan(contentDb < 1 ? 1.15 * everything : everything);
    }

    /** The gap is their weighted mean, and evidence is judged on it. */
    @Test
    void aReferenceThatCountsTwiceIsFollowedTwiceAsMuch() {
        double[] flat = new double[BandGrid.SIZE];
        Arrays.fill(flat, 1e-4);
        double[] bright = flat.clone();
        for (int b = BandGrid.bandOf(4000); b < bright.length; b++) {
            bright[b] *= Math.pow(10, 0.6);
        }
        BandSpectrum mix = new BandSpectrum(flat, BandGrid.SIZE, 60);
        BandSpectrum other = new BandSpectrum(bright, BandGrid.SIZE, 60);
        int high = BandGrid.bandOf(9000);
        Gap even = Gap.between(mix, -20, List.of(new Gap.Reference(mix, -20), new Gap.Reference(other, -20)));
        Gap weighed = Gap.between(mix, -20, List.of(new Gap.Reference(mix, -20), new Gap.Reference(other, -20, 2, 0)));
        assertThat(even.gapDb()[high]).isCloseTo(3, within(0.01));
        assertThat(weighed.gapDb()[high]).isCloseTo(4, within(0.01));
        assertThat(Evidence.weigh(weighed, USUAL, all(), 0).judgedDb()[high])
                .isGreaterThan(Evidence.weigh(even, USUAL, all(), 0).judgedDb()[high] + 0.5);
    }
}
