package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What two or more signals have to do with each other. */
class TransferTest {

    private static final int RATE = 48000;

    private static float[] filtered(float[] in, double[] taps) {
        float[] out = new float[in.length];
        for (int n = 0; n < in.length; n++) {
            double sum = 0;
            for (int k = 0; k < taps.length && k <= n; k++) {
                sum += taps[k] * in[n - k];
            }
            out[n] = (float) sum;
        }
        return out;
    }

    private static Transfer measured(float[] in, float[] out) {
        TransferAnalyser analyser = new TransferAnalyser(RATE);
        for (int at = 0; at < in.length; at += 7000) { // in pieces of any size
            int n = Math.min(7000, in.length - at);
            analyser.add(Arrays.copyOfRange(in, at, at + n), Arrays.copyOfRange(out, at, at + n), n);
        }
        return analyser.finish();
    }

    @Test
    void aFilterComesBackAsItsImpulseResponse() {
        double[] taps = {0.5, 0.3, -0.2, 0.1, 0, 0, 0.05};
        float[] in = Signals.white(20 * RATE, 0.5, 1);
        Transfer transfer = measured(in, filtered(in, taps));
        double[] found = transfer.response();
        for (int i = -20; i < 30; i++) {
            double expected = i >= 0 && i < taps.length ? taps[i] : 0;
            assertThat(found[transfer.middle() + i]).as("tap %d", i).isCloseTo(expected, within(1e-3));
        }
        assertThat(transfer.differencePower(0)).isCloseTo(transfer.outPower(), within(1e-9));
    }

    @Test
    void whatDoesNotGoTogetherHasNoFilter() {
        Transfer transfer = measured(Signals.white(20 * RATE, 0.5, 1), Signals.white(20 * RATE, 0.5, 2));
        double power = Arrays.stream(transfer.response()).map(x -> x * x).sum();
        assertThat(10 * Math.log10(power)).as("gain in dB").isLessThan(-12);
    }

    @Test
    void silenceHasNeitherPowerNorFilter() {
        Transfer transfer = measured(new float[50_000], new float[50_000]);
        assertThat(transfer.outPower()).isZero();
        assertThat(transfer.response()).containsOnly(0);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, -1, 777, -20_000, 60_000})
    void aLagIsFoundToTheSample(int lag) {
        float[] early = Signals.musicLike(RATE, 6, 0.5, 4);
        float[] late = new float[early.length];
        for (int i = 0; i < late.length; i++) {
            late[i] = i - lag >= 0 && i - lag < early.length ? -0.7f * early[i - lag] + 1.4f * early[i - lag] : 0;
        }
        LagFinder finder = new LagFinder();
        for (int at = 0; at < early.length; at += finder.blockSize()) {
            int n = Math.min(finder.blockSize(), early.length - at);
            finder.add(Arrays.copyOfRange(late, at, at + n), Arrays.copyOfRange(early, at, at + n), n);
        }
        assertThat(finder.lag()).isEqualTo(lag);
    }

    /** Each alone is what the analyser of spectra says, and a sum's power follows from what they have in common. */
    @Test
    void commonPowersAreThoseOfTheSpectrum() {
        float[][] one = {Signals.musicLike(RATE, 6, 0.4, 1), Signals.musicLike(RATE, 6, 0.4, 2)};
        float[][] other = {Signals.musicLike(RATE, 6, 0.4, 3), new float[one[1].length]};
        float[][] sum = new float[2][one[0].length];
        for (int i = 0; i < sum[0].length; i++) {
            other[1][i] = 0.5f * one[1][i] + 0.2f * other[0][i];
            for (int c = 0; c < 2; c++) {
                sum[c][i] = one[c][i] + other[c][i];
            }
        }
        CrossPowers powers = new CrossPowers(RATE, 2);
        for (int at = 0; at + powers.size() <= sum[0].length; at += powers.size() / 2) {
            for (int s = 0; s < 2; s++) {
                float[][] from = s == 0 ? one : other;
                powers.put(
                        s,
                        Arrays.copyOfRange(from[0], at, at + powers.size()),
                        Arrays.copyOfRange(from[1], at, at + powers.size()));
            }
            powers.next();
        }
        double[][][] p = powers.mean();
        double[] alone = spectrum(one);
        double[] together = spectrum(sum);
        for (int b = 10; b < powers.usableBands(); b += 7) {
            assertThat(p[0][0][b] / alone[b]).isCloseTo(1, within(1e-4));
            assertThat((p[0][0][b] + p[1][1][b] + 2 * p[0][1][b]) / together[b]).isCloseTo(1, within(1e-4));
            assertThat(p[0][1][b]).isEqualTo(p[1][0][b]);
        }
    }

    private static double[] spectrum(float[][] sides) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(RATE);
        analyser.add(sides[0], sides[1], sides[0].length);
        return analyser.finish().of(Part.STEREO).power();
    }
}
