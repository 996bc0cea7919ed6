package oakmirror.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** Doubling and halving the rate. */
class AllpassPairTest {

    private static final int COUNT = 4000;
    private static final int STEEP = 8;
    private static final double TRANSITION = 0.02;

    private static double[] tone(double cyclesPerSample, int count) {
        double[] tone = new double[count];
        for (int i = 0; i < count; i++) {
            tone[i] = Math.sin(2 * Math.PI * cyclesPerSample * i);
        }
        return tone;
    }

    /** RMS of the second half, in dB. */
    private static double level(double[] samples) {
        double sum = 0;
        for (int i = samples.length / 2; i < samples.length; i++) {
            sum += samples[i] * samples[i];
        }
        return 10 * Math.log10(sum / (samples.length - samples.length / 2));
    }

    private static double[] doubled(double[] samples) {
        double[] earlier = samples.clone();
        double[] later = new double[samples.length];
        new AllpassPair(STEEP, TRANSITION).up(earlier, later, samples.length);
        double[] both = new double[2 * samples.length];
        for (int i = 0; i < samples.length; i++) {
            both[2 * i] = earlier[i];
            both[2 * i + 1] = later[i];
        }
        return both;
    }

    private static double[] halved(double[] samples) {
        double[] earlier = new double[samples.length / 2];
        double[] later = new double[samples.length / 2];
        for (int i = 0; i < earlier.length; i++) {
            earlier[i] = samples[2 * i];
            later[i] = samples[2 * i + 1];
        }
        new AllpassPair(STEEP, TRANSITION).down(earlier, later, earlier.length);
        return earlier;
    }

    /** What is left of a tone when a sine and a cosine of its own are taken out. */
    private static double besides(double[] samples, double cyclesPerSample) {
        double sine = 0;
        double cosine = 0;
        int from = samples.length / 2;
        int count = samples.length - from;
        for (int i = from; i < samples.length; i++) {
            sine += 2 * samples[i] * Math.sin(2 * Math.PI * cyclesPerSample * i) / count;
            cosine += 2 * samples[i] * Math.cos(2 * Math.PI * cyclesPerSample * i) / count;
        }
        double[] rest = samples.clone();
        for (int i = 0; i < rest.length; i++) {
            rest[i] -= sine * Math.sin(2 * Math.PI * cyclesPerSample * i)
                    + cosine * Math.cos(2 * Math.PI * cyclesPerSample * i);
        }
        return level(rest);
    }

    @Test
    void aToneIsTheSameToneAtTwiceTheRateAndBackAgain() {
        for (double cycles : new double[] {0.01, 0.1, 0.25, 0.4}) {
            double[] tone = tone(cycles, COUNT);
            double[] fast = doubled(tone);
            assertThat(level(fast)).as("level at %.2f", cycles).isCloseTo(level(tone), within(0.01));
            assertThat(besides(fast, cycles / 2)).as("images at %.2f", cycles).isLessThan(-70);
            assertThat(level(halved(fast))).as("and back at %.2f", cycles).isCloseTo(level(tone), within(0.01));
        }
    }

    @Test
    void whatTheLowerRateCannotHoldIsStopped() {
        for (double cycles : new double[] {0.28, 0.35, 0.45}) {
            assertThat(level(halved(tone(cycles, 2 * COUNT))))
                    .as("at %.2f", cycles)
                    .isLessThan(-70);
        }
    }

    @Test
    void howManyAreTakenAtATimeMakesNoDifference() {
        Random random = new Random(3);
        double[] samples = random.doubles(COUNT, -1, 1).toArray();
        double[] later = new double[COUNT];
        double[] atOnce = samples.clone();
        new AllpassPair(STEEP, TRANSITION).up(atOnce, later, COUNT);
        AllpassPair pair = new AllpassPair(STEEP, TRANSITION);
        for (int done = 0; done < COUNT; ) {
            int n = Math.min(COUNT - done, 1 + random.nextInt(70));
            double[] part = new double[n];
            double[] partLater = new double[n];
            System.arraycopy(samples, done, part, 0, n);
            pair.up(part, partLater, n);
            for (int i = 0; i < n; i++) {
                assertThat(part[i]).isEqualTo(atOnce[done + i]);
                assertThat(partLater[i]).isEqualTo(later[done + i]);
            }
            done += n;
        }
    }

    @Test
    void whatIsNoNumberIsForgotten() {
        AllpassPair pair = new AllpassPair(STEEP, TRANSITION);
        pair.up(new double[] {0.5, Double.NaN, Double.POSITIVE_INFINITY}, new double[3], 3);
        double[] earlier = tone(0.1, COUNT);
        double[] later = new double[COUNT];
        pair.up(earlier, later, COUNT);
        assertThat(level(earlier)).isCloseTo(level(tone(0.1, COUNT)), within(0.01));
    }
}
