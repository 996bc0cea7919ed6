package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.filter.Biquad;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a mix goes through, and what of the past it needs. */
class ChainTest {

    private static final int RATE = 48000;

    /** Holds everything back by some frames, as a limiter that looks ahead does. */
    private static Stage delay(int frames) {
        return rate -> () -> {
            double[] response = new double[frames + 1];
            response[frames] = 1;
            return new FirConvolver(response, frames);
        };
    }

    private static float[] through(StereoProcessor p, float[] in) {
        float[] left = in.clone();
        float[] right = in.clone();
        for (int at = 0; at < in.length; at += 333) { // in blocks that fit nothing
            p.process(left, right, at, Math.min(333, in.length - at));
        }
        return left;
    }

    @Test
    void anEmptyChainChangesNothing() {
        float[] in = Signals.white(5000, 0.5, 1);
        assertThat(through(Chain.NONE.create(RATE), in)).isEqualTo(in);
        assertThat(Chain.NONE.create(RATE).latencyFrames()).isZero();
        assertThat(Chain.NONE.highestDb(1000)).isZero();
    }

    @Test
    void stagesFollowEachOtherAndTheirLatenciesAddUp() {
        Chain plain = Chain.of(TestFilters.bright(Phase.LINEAR)).withGainDb(-6);
        Chain limited = new Chain(Optional.empty(), plain.tone(), plain.gainDb(), Optional.of(delay(700)));
        StereoProcessor one = plain.create(RATE);
        StereoProcessor both = limited.create(RATE);
        int more = both.latencyFrames() - one.latencyFrames();
        assertThat(more).isEqualTo(delay(700).maker(RATE).get().latencyFrames());
        float[] in = Signals.white(60_000, 0.5, 2);
        float[] expected = through(one, in);
        float[] found = through(both, in);
        for (int i = 30_000; i < 50_000; i++) {
            assertThat(found[i + more]).isCloseTo(expected[i], within(1e-5f));
        }
    }

    @Test
    void whatIsNoGainIsRefused() {
        assertThatThrownBy(() -> Chain.NONE.withGainDb(Double.NaN)).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @EnumSource(Phase.class)
    void thePastCanBePassedQuicklyWithTheSameResult(Phase phase) {
        float[] in = Signals.white(90_000, 0.5, 3);
        var maker = Chain.of(TestFilters.bright(phase)).maker(RATE);
        StereoProcessor slow = maker.get();
        StereoProcessor quick = maker.get();
        int passed = 70_001;
        float[] first = Arrays.copyOf(in, passed);
        slow.process(first.clone(), first.clone(), 0, passed);
        for (int at = 0; at < passed; at += 777) {
            int n = Math.min(777, passed - at);
            quick.pass(Arrays.copyOfRange(in, at, at + n), Arrays.copyOfRange(in, at, at + n), 0, n);
        }
        float[] rest = Arrays.copyOfRange(in, passed, in.length);
        assertThat(through(quick, rest)).isEqualTo(through(slow, rest));
    }

    /** A bell of 24 Hz and Q 8 rings for three quarters of a second; the old half second of past was too short for it. */
    @ParameterizedTest
    @ValueSource(ints = {22050, 48000, 192000})
    void thePastThatIsNeededFollowsFromThePolesAndTheRate(int rate) {
        Biquad narrow = Biquad.of(AnalogueSection.bell(24, 12, 8), rate);
        BiquadCascade cascade = new BiquadCascade(List.of(narrow), 1);
        int memory = cascade.memoryFrames();
        assertThat(memory / (double) rate).isGreaterThan(0.7);
        float[] impulse = new float[memory + rate / 10];
        impulse[0] = 1;
        cascade.process(impulse, new float[impulse.length], 0, impulse.length);
        double early = peak(impulse, 1, rate / 20);
        double late = peak(impulse, memory, impulse.length);
        assertThat(20 * Math.log10(late / early)).as("dB left after it").isBetween(-95.0, -60.0);
        assertThat(new BiquadCascade(List.of(Biquad.of(AnalogueSection.bell(8000, 3, 1), rate)), 1).memoryFrames())
                .as("a high one forgets soon")
                .isLessThan(rate / 200);
    }

    private static double peak(float[] x, int from, int to) {
        double peak = 0;
        for (int i = from; i < to; i++) {
            peak = Math.max(peak, Math.abs(x[i]));
        }
        return peak;
    }

    @Test
    void aPoleOnTheUnitCircleNeverForgets() {
        assertThat(new Biquad(1, 0, 0, -2, 1).decayFrames(60)).isEqualTo(Integer.MAX_VALUE);
        assertThat(Biquad.IDENTITY.decayFrames(60)).isEqualTo(2);
    }
}
