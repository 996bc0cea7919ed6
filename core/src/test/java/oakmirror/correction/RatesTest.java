package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.compare.Gap;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is rendered is what was asked for, at every rate, also where no band of the grid lies. */
class RatesTest {

    private static final CorrectionSettings HALF = CorrectionSettings.DEFAULT
            .withBasis(CorrectionSettings.Basis.EXACT)
            .withResolution(1.0 / 3)
            .withStrength(0.5);

    /** A gap as between unrelated songs, known as far as a rate goes. */
    private static Gap gap(long seed, int rate) {
        Random random = new QuickRandom(seed);
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        double walk = 0;
        for (int b = 0; b < gap.length; b++) {
            walk = 0.97 * walk + 0.8 * random.nextGaussian();
            known[b] = BandGrid.centreHz(b) < 0.49 * rate;
            gap[b] = known[b] ? walk + 4 * Math.sin(b / 40.0 + seed) + 2 * random.nextGaussian() : 0;
        }
        return new Gap(new double[gap.length], gap, gap, known);
    }

    /** Gain in dB of a processor at a frequency, by its response to an impulse. */
    private static double gainDb(float[] response, double hz, int rate) {
        double turnRe = Math.cos(2 * Math.PI * hz / rate);
        double turnIm = Math.sin(2 * Math.PI * hz / rate);
        double phaseRe = 1;
        double phaseIm = 0;
        double re = 0;
        double im = 0;
        for (float x : response) {
            re += x * phaseRe;
            im += x * phaseIm;
            double next = phaseRe * turnRe - phaseIm * turnIm;
            phaseIm = phaseRe * turnIm + phaseIm * turnRe;
            phaseRe = next;
        }
        return 10 * Math.log10(re * re + im * im);
    }

    private static float[] response(StereoProcessor processor, int rate) {
        float[] left = new float[rate / 2 + processor.latencyFrames()];
        float[] right = new float[left.length];
        left[0] = 1;
        for (int at = 0; at < left.length; at += 512) {
            processor.process(left, right, at, Math.min(512, left.length - at));
        }
        return left;
    }

    private static double missRms(Proposal p, float[] response, int rate) {
        double highest = Math.min(16000, 0.45 * rate);
        double sum = 0;
        int count = 0;
        for (int b = BandGrid.bandOf(30); BandGrid.centreHz(b) <= highest; b += 4) {
            double miss = gainDb(response, BandGrid.centreHz(b), rate)
                    - p.correction().curveDb()[b];
            sum += miss * miss;
            count++;
        }
        return Math.sqrt(sum / count);
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 22050, 32000, 44100, 88200, 96000, 192000})
    void whatIsRenderedIsWhatWasAskedFor(int rate) {
        for (long seed = 1; seed <= 6; seed++) {
            Proposal p = Proposal.derive(gap(seed, rate), HALF, rate);
            float[] bands = response(p.filter(Phase.MINIMUM).maker(rate).get(), rate);
            assertThat(missRms(p, bands, rate)).as("bands, gap %d", seed).isLessThan(0.35);
            assertThat(p.bands()).as("nowhere that the rate cannot carry").allMatch(b -> b.frequencyHz() < 0.46 * rate);
            float[] linear = response(p.filter(Phase.LINEAR).maker(rate).get(), rate);
            assertThat(missRms(p, linear, rate))
                    .as("linear phase, gap %d", seed)
                    .isLessThan(0.25);
            for (double hz : new double[] {5, 10, 15, 20}) {
                assertThat(gainDb(bands, hz, rate))
                        .as("gap %d at %.0f Hz", seed, hz)
                        .isLessThan(1);
            }
            double held = p.correction().curveDb()[BandGrid.SIZE - 1];
            for (double hz : new double[] {20000, 22000, 30000, 40000, 60000, 90000}) {
                if (hz < 0.49 * rate) {
                    assertThat(gainDb(bands, hz, rate))
                            .as("gap %d at %.0f Hz", seed, hz)
                            .isCloseTo(held, within(1.2));
                }
            }
        }
    }

    @Test // bands fitted above Nyquist were left out without a word, so that nothing was rendered where −8 dB were
    // asked for
    void aDullReferenceMakesAMixOfLowRateDuller() {
        int rate = 22050;
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < gap.length; b++) {
            known[b] = BandGrid.centreHz(b) < rate / 2.0;
            gap[b] = known[b] ? -16 / (1 + Math.pow(4000 / BandGrid.centreHz(b), 2)) : 0;
        }
        Proposal p = Proposal.derive(new Gap(new double[gap.length], gap, gap, known), HALF, rate);
        float[] bands = response(p.filter(Phase.MINIMUM).maker(rate).get(), rate);
        assertThat(gainDb(bands, 5000, rate)).isCloseTo(-4.8, within(0.5));
        assertThat(gainDb(bands, 8000, rate)).isCloseTo(-6.3, within(0.5));
    }

    @Test
    void aBandBeyondTheRateIsRefusedInsteadOfLeftOut() {
        ToneFilter filter = new ToneFilter(Phase.MINIMUM, List.of(AnalogueSection.highShelf(12000, 6, 0.7)), hz -> 0);
        assertThatThrownBy(() -> filter.maker(22050).get()).isInstanceOf(IllegalArgumentException.class);
    }
}
