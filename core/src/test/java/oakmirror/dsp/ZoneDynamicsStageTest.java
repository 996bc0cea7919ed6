package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import oakmirror.Signals;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.Zone;
import org.hipparchus.complex.Complex;
import org.hipparchus.transform.DftNormalization;
import org.hipparchus.transform.FastFourierTransformer;
import org.hipparchus.transform.TransformType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Compressors and expanders of zones: crossovers that leave no trace, and gains that are what they say. */
class ZoneDynamicsStageTest {

    private static final int RATE = 48000;
    private static final double NEVER_DB = 100;

    private static ZoneDynamicsStage idle() {
        return new ZoneDynamicsStage(Arrays.stream(Zone.values())
                .map(z -> new ZoneDynamicsBand(z, NEVER_DB, -0.5, 0))
                .toList());
    }

    private static float[] impulse(int length) {
        float[] x = new float[length];
        x[0] = 1;
        return x;
    }

    private static double[] responseDb(float[] h) {
        Complex[] spectrum = new FastFourierTransformer(DftNormalization.STANDARD)
                .transform(
                        java.util.stream.IntStream.range(0, h.length)
                                .mapToObj(i -> new Complex(h[i]))
                                .toArray(Complex[]::new),
                        TransformType.FORWARD);
        return Arrays.stream(spectrum)
                .mapToDouble(c -> 20 * Math.log10(c.norm()))
                .toArray();
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 48000, 192000})
    void whatNothingIsDoneToComesOutAsItWent(int rate) {
        StereoProcessor p = idle().maker(rate).get();
        float[] in = Signals.white(rate, 0.5, 3);
        float[] left = in.clone();
        float[] right = Signals.white(rate, 0.3, 4);
        p.process(left, right, 0, left.length);
        int late = p.latencyFrames();
        float[] out = Arrays.copyOfRange(left, late, left.length);
        assertThat(Signals.largestDifference(out, Arrays.copyOf(in, out.length)))
                .isLessThan(1e-6);
    }

    @Test // all zones raised alike is one gain: what neighbours share of their common end adds up
    void crossoversSumFlat() {
        ZoneDynamicsStage raised = new ZoneDynamicsStage(Arrays.stream(Zone.values())
                .map(z -> new ZoneDynamicsBand(z, NEVER_DB, 0, 3))
                .toList());
        StereoProcessor p = raised.maker(RATE).get();
        float[] left = impulse(1 << 15);
        p.process(left, left.clone(), 0, left.length);
        double[] response = responseDb(left);
        for (int k = 1; k < response.length / 2; k++) {
            assertThat(response[k])
                    .as("at %.1f Hz", k * (double) RATE / left.length)
                    .isCloseTo(3, within(0.05));
        }
    }

    @ParameterizedTest
    @EnumSource(Zone.class)
    void aZoneIsCutOutAndNothingElse(Zone zone) {
        int reach = ZoneDynamicsStage.reach(zone, RATE);
        double[] taps = ZoneDynamicsStage.cut(zone, RATE, reach);
        float[] h = new float[1 << 15];
        for (int i = 0; i < taps.length; i++) {
            h[i] = (float) taps[i];
        }
        double[] response = responseDb(h);
        double perHz = (double) h.length / RATE;
        double middle = Math.sqrt(zone.lowHz() * Math.min(zone.highHz(), 20000));
        assertThat(response[(int) Math.round(middle * perHz)]).isCloseTo(0, within(0.2));
        if (zone != Zone.SUB) {
            assertThat(response[(int) Math.round(zone.lowHz() * perHz)]).isCloseTo(-6, within(0.6));
            assertThat(response[(int) Math.round(zone.lowHz() / 2 * perHz)]).isLessThan(-50);
        }
        if (zone != Zone.AIR) {
            assertThat(response[(int) Math.round(zone.highHz() * perHz)]).isCloseTo(-6, within(0.6));
            assertThat(response[(int) Math.round(zone.highHz() * 2 * perHz)]).isLessThan(-50);
        }
    }

    @Test
    void aLoudToneIsLoweredByTheSlopeAndOneInAnotherZoneIsNot() {
        ZoneDynamicsBand half = new ZoneDynamicsBand(Zone.MID, -30, -0.5, 0);
        StereoProcessor p = new ZoneDynamicsStage(List.of(half)).maker(RATE).get();
        float[] mid = Signals.sine(RATE, 1000, -17, 2, 0); // RMS −20 dB, read as −18.3: 5.9 dB down
        p.process(mid, mid.clone(), 0, mid.length);
        assertThat(peakDb(mid, RATE)).isCloseTo(-22.9, within(0.1));
        p.reset();
        float[] bass = Signals.sine(RATE, 90, -17, 2, 0);
        p.process(bass, bass.clone(), 0, bass.length);
        assertThat(peakDb(bass, RATE)).isCloseTo(-17, within(0.05));
    }

    @Test
    void anExpanderRaisesWhatStandsOutButNeverByMoreThanItMay() {
        ZoneDynamicsBand up = new ZoneDynamicsBand(Zone.MID, -40, 1, 0);
        StereoProcessor p = new ZoneDynamicsStage(List.of(up)).maker(RATE).get();
        float[] loud = Signals.sine(RATE, 1000, -17, 2, 0);
        p.process(loud, loud.clone(), 0, loud.length);
        assertThat(peakDb(loud, RATE)).isCloseTo(-17 + ZoneDynamicsBand.MOST_DB, within(0.1));
        assertThat(new ZoneDynamicsStage(List.of(up)).mostGainDb(1000)).isEqualTo(ZoneDynamicsBand.MOST_DB);
        assertThat(new ZoneDynamicsStage(List.of(up)).mostGainDb(100)).isZero();
    }

    private static double peakDb(float[] x, int from) {
        double peak = 0;
        for (int i = from; i < x.length; i++) {
            peak = Math.max(peak, Math.abs(x[i]));
        }
        return 20 * Math.log10(peak);
    }

    private static Chain lowChain() {
        AnalogueSection bell = AnalogueSection.bell(100, 4, 2);
        return Chain.of(new ToneFilter(ToneFilter.Phase.MINIMUM, List.of(bell), bell::gainDb))
                .withDynamics(Optional.of(new ZoneDynamicsStage(List.of(
                        new ZoneDynamicsBand(Zone.BASS, -40, -0.5, 1),
                        new ZoneDynamicsBand(Zone.PRESENCE, -50, 0.5, 0)))));
    }

    @ParameterizedTest // one that has gone through as much of the past as it asks for plays as one that has heard it
    // all
    @ValueSource(booleans = {false, true})
    void itNeedsNoMorePastThanItSays(boolean passing) {
        float[] in = Signals.musicLike(RATE, 6, 0.3, 5);
        StereoProcessor whole = lowChain().create(RATE);
        float[] all = in.clone();
        whole.process(all, in.clone(), 0, in.length);
        StereoProcessor late = lowChain().create(RATE);
        late.process(new float[5000], new float[5000], 0, 5000); // it has been in use
        late.reset();
        int past = late.memoryFrames() + late.latencyFrames();
        int from = 4 * RATE - past;
        float[] part = Arrays.copyOfRange(in, from, in.length);
        float[] other = part.clone();
        for (int at = 0; at < past; at += 700) {
            int n = Math.min(700, past - at);
            if (passing) {
                late.pass(part, other, at, n);
            } else {
                late.process(part, other, at, n);
            }
        }
        late.settle();
        late.process(part, other, past, part.length - past);
        float[] a = Arrays.copyOfRange(all, 4 * RATE, 5 * RATE);
        float[] b = Arrays.copyOfRange(part, past, past + RATE);
        double error = 0;
        double power = 0;
        for (int i = 0; i < a.length; i++) {
            error += Math.pow(a[i] - b[i], 2);
            power += a[i] * a[i];
        }
        assertThat(10 * Math.log10(error / power)).isLessThan(-50);
    }

    @Test // steps through the past that are shorter than what is remembered go on from where it was
    void itIsBroughtOnInSmallSteps() {
        float[] in = Signals.musicLike(RATE, 6, 0.3, 8);
        StereoProcessor whole = lowChain().create(RATE);
        float[] all = in.clone();
        whole.process(all, in.clone(), 0, in.length);
        StereoProcessor steps = lowChain().create(RATE);
        float[] part = in.clone();
        float[] other = in.clone();
        int at = 0;
        while (at < 5 * RATE) {
            steps.pass(part, other, at, 1777);
            steps.settle();
            at += 1777;
        }
        steps.process(part, other, at, in.length - at);
        float[] a = Arrays.copyOfRange(all, at, in.length);
        float[] b = Arrays.copyOfRange(part, at, in.length);
        assertThat(Signals.largestDifference(a, b)).isLessThan(1e-3);
    }

    @Test
    void blocksOfAnySizeGiveTheSame() {
        var maker = new ZoneDynamicsStage(List.of(
                        new ZoneDynamicsBand(Zone.LOW_MID, -40, -0.4, 1),
                        new ZoneDynamicsBand(Zone.PRESENCE, -50, 0.4, -1)))
                .maker(RATE);
        float[] in = Signals.musicLike(RATE, 1, 0.3, 6);
        float[] once = in.clone();
        maker.get().process(once, in.clone(), 0, in.length);
        float[] pieces = in.clone();
        float[] other = in.clone();
        StereoProcessor p = maker.get();
        for (int at = 0; at < in.length; at += 333) {
            p.process(pieces, other, at, Math.min(333, in.length - at));
        }
        assertThat(Signals.largestDifference(once, pieces)).isLessThan(1e-7);
    }

    @Test
    void whatCannotBeIsRefused() {
        ZoneDynamicsBand band = new ZoneDynamicsBand(Zone.MID, -30, -0.5, 0);
        assertThatThrownBy(() -> new ZoneDynamicsStage(List.of(band, band)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ZoneDynamicsBand(Zone.MID, -30, -1.5, 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new ZoneDynamicsBand(Zone.MID, Double.NaN, 0, 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(Stream.of(Zone.values()).map(ZoneDynamicsBand::attackSeconds))
                .isSortedAccordingTo(java.util.Comparator.reverseOrder());
    }
}
