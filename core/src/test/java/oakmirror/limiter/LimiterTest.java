package oakmirror.limiter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.lang.management.ManagementFactory;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import oakmirror.QuickRandom;
import oakmirror.Signals;
import oakmirror.audio.Decibels;
import oakmirror.dsp.StereoProcessor;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A limiter against closed forms, and against an interpolation that is not its own. No standard tests one. */
class LimiterTest {

    private static final int RATE = 48000;

    private static Limiter limiter(double ceilingDbtp) {
        return new Limiter(ceilingDbtp, LimiterSettings.DEFAULT);
    }

    /** Through a limiter in blocks that fit nothing, its latency taken out. */
    private static float[][] through(Limiter limiter, int rate, float[]... sides) {
        StereoProcessor p = limiter.maker(rate).get();
        int n = sides[0].length;
        float[] left = Arrays.copyOf(sides[0], n + p.latencyFrames());
        float[] right = Arrays.copyOf(sides[sides.length - 1], n + p.latencyFrames());
        for (int at = 0; at < left.length; at += 333) {
            p.process(left, right, at, Math.min(333, left.length - at));
        }
        return new float[][] {
            Arrays.copyOfRange(left, p.latencyFrames(), left.length),
            Arrays.copyOfRange(right, p.latencyFrames(), left.length)
        };
    }

    private static float[] through(Limiter limiter, float[] both) {
        return through(limiter, RATE, both)[0];
    }

    /** Gain in dB of every frame that is not close to 0. */
    private static double gainDb(float[] in, float[] out, int at) {
        int place = at;
        while (Math.abs(in[place]) < 0.05) {
            place++;
        }
        return Decibels.ofAmplitude(out[place] / in[place]);
    }

    @Test
    void belowTheCeilingNothingChanges() {
        float[] in = Signals.join(
                Signals.white(RATE, 0.25, 1),
                Signals.sine(RATE, 997, -1.1, 1, 0),
                Signals.sine(RATE, 15000, -1.5, 1, 20));
        assertThat(through(limiter(-1), in)).isEqualTo(in);
    }

    static Map<String, float[]> nasty(int rate) {
        Map<String, float[]> all = new TreeMap<>();
        Random random = new QuickRandom(3);
        int n = rate;
        float[] squarish = new float[n];
        float[] alternating = new float[n];
        float[] bursts = new float[n];
        float[] steps = new float[n];
        float[] clicks = new float[n];
        float[] gaussian = new float[n];
        float[] quarter = Signals.sine(rate, rate / 4.0, 6, 1, 45);
        float sign = 1;
        for (int i = 0; i < n; i++) {
            squarish[i] = random.nextBoolean() ? 1.5f : -1.5f;
            sign = random.nextInt(40) == 0 ? sign : -sign;
            alternating[i] = sign;
            bursts[i] = i / (rate / 20) % 3 == 0 ? 3f * squarish[i] : 0.1f * squarish[i];
            steps[i] = i / (rate / 7) % 2 == 0 ? 2f : -1.7f;
            clicks[i] = i % 997 == 0 ? 8f : 0.3f * squarish[i];
            gaussian[i] = (float) random.nextGaussian();
        }
        all.put("noise of two values", squarish);
        all.put("full scale from one side to the other, with slips", alternating);
        all.put("bursts", bursts);
        all.put("steps", steps);
        all.put("clicks", clicks);
        all.put("noise", gaussian);
        all.put("a quarter of the rate", quarter);
        return all;
    }

    @ParameterizedTest
    @ValueSource(ints = {8000, 44100, 48000, 88200, 96000, 192000})
    void theCeilingIsHeldOnTheNastiestSignals(int rate) {
        nasty(rate).forEach((name, in) -> {
            for (double driveDb : new double[] {0, 9}) {
                float[] driven = in.clone();
                for (int i = 0; i < driven.length; i++) {
                    driven[i] *= (float) Decibels.toAmplitude(driveDb);
                }
                float[] out = through(limiter(-1), rate, driven)[0];
                assertThat(Interpolated.peakDb(out))
                        .as("%s at %d Hz, driven by %.0f dB", name, rate, driveDb)
                        .isLessThan(-1 + 0.05);
            }
        });
    }

    /** By a filter longer than those of converters a little comes over where there is much near half the rate; docs/method.md says how much. */
    @Test
    void byLongFiltersTheCeilingIsHeldNearly() {
        int rate = 44100;
        Map<String, float[]> squares = new TreeMap<>();
        squares.put("a square of 7.9 kHz", signs(Signals.sine(rate, 7900, 0, 1, 20)));
        squares.put("a square of 442 Hz", signs(Signals.sine(rate, 441.7, 0, 1, 20)));
        squares.forEach((name, in) -> assertThat(Interpolated.longPeakDb(through(limiter(-1), rate, in)[0]))
                .as(name)
                .isBetween(-1.3, -1 + 0.1));
        float[] pink = Signals.musicLike(rate, 1, 6, 5);
        assertThat(Interpolated.longPeakDb(through(limiter(-1), rate, pink)[0]))
                .as("noise 12 dB over")
                .isBetween(-1.3, -1 + 0.15);
    }

    /** Six dB over full scale wherever it is positive, and under it elsewhere. */
    private static float[] signs(float[] in) {
        float[] out = new float[in.length];
        for (int i = 0; i < in.length; i++) {
            out[i] = in[i] > 0 ? 2f : -2f;
        }
        return out;
    }

    /** What there is beside tones of these frequencies, fitted by least squares, in dB below them. */
    private static double distortionDb(float[] out, double fromSecond, double toSecond, double... hz) {
        int from = (int) (fromSecond * RATE);
        int n = (int) (toSecond * RATE) - from;
        double[][] waves = new double[n][2 * hz.length];
        double[] sound = new double[n];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < hz.length; k++) {
                double angle = 2 * Math.PI * hz[k] * (from + i) / RATE;
                waves[i][2 * k] = Math.sin(angle);
                waves[i][2 * k + 1] = Math.cos(angle);
            }
            sound[i] = out[from + i];
        }
        RealMatrix matrix = MatrixUtils.createRealMatrix(waves);
        RealVector whole = MatrixUtils.createRealVector(sound);
        RealVector fitted =
                matrix.operate(new QRDecomposition(matrix).getSolver().solve(whole));
        double rest = Math.pow(whole.getDistance(fitted) / fitted.getNorm(), 2);
        return Decibels.ofPower(Math.max(1e-16, rest));
    }

    private static double steadyDistortionDb(double hz, double driveDb) {
        return distortionDb(through(limiter(-1), Signals.sine(RATE, hz, -1 + driveDb, 1.5, 0)), 0.5, 1.5, hz);
    }

    @Test
    void steadyTonesAreCleanHalfASecondAfterTheirBeginning() {
        for (double driveDb : new double[] {3, 6, 10}) {
            assertThat(steadyDistortionDb(30, driveDb)).as("30 Hz").isLessThan(-60);
            assertThat(steadyDistortionDb(50, driveDb)).as("50 Hz").isLessThan(-55);
            assertThat(steadyDistortionDb(100, driveDb)).as("100 Hz").isLessThan(-55);
            assertThat(steadyDistortionDb(1000, driveDb)).as("1 kHz").isLessThan(-80);
        }
    }

    @Test
    void aLowNoteIsCleanFromItsBeginning() {
        assertThat(distortionDb(through(limiter(-1), Signals.sine(RATE, 50, 5, 0.5, 0)), 0, 0.5, 50))
                .isLessThan(-34);
        assertThat(distortionDb(through(limiter(-1), Signals.sine(RATE, 100, 5, 0.5, 0)), 0, 0.5, 100))
                .isLessThan(-39);
    }

    @Test
    void aLowNoteDoesNotModulateAHighOne() {
        float[] in = Signals.sine(RATE, 60, 5, 1.5, 0);
        float[] high = Signals.sine(RATE, 7000, 5 - 12, 1.5, 0);
        float gain = (float) (1 / (1 + Decibels.toAmplitude(-12)));
        for (int i = 0; i < in.length; i++) {
            in[i] = gain * (in[i] + high[i]);
        }
        assertThat(distortionDb(through(limiter(-1), in), 0.5, 1.5, 60, 7000)).isLessThan(-48);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.005, 0.02, 0.05})
    void aBurstIsSoonOverAndWithoutAStep(double seconds) {
        float[] in = Signals.join(Signals.tone(RATE, -7, 1), Signals.tone(RATE, 5, seconds), Signals.tone(RATE, -7, 1));
        float[] out = through(limiter(-1), in);
        int end = (int) ((1 + seconds) * RATE);
        assertThat(gainDb(in, out, end - RATE / 1000)).isLessThan(-5.5);
        assertThat(gainDb(in, out, end + (int) (0.15 * RATE))).isGreaterThan(-0.5);
        assertThat(gainDb(in, out, end + RATE / 2)).isCloseTo(0, within(0.001));
        double before = gainDb(in, out, RATE / 2);
        for (int at = RATE / 2; at < end + RATE / 2; at += 12) {
            double now = gainDb(in, out, at);
            assertThat(now - before).as("dB up in a quarter of a millisecond").isLessThan(0.3);
            assertThat(before - now).as("dB down in a quarter of a millisecond").isLessThan(2.5);
            before = now;
        }
    }

    @Test
    void aLongLoudSectionEndsWithoutPumping() {
        float[] in = Signals.join(Signals.tone(RATE, 5, 4), Signals.tone(RATE, -12, 3));
        float[] out = through(limiter(-1), in);
        double before = gainDb(in, out, 4 * RATE + RATE / 50);
        assertThat(before).isLessThan(-5.5);
        for (int at = 4 * RATE + RATE / 50; at < 6.9 * RATE; at += RATE / 10) {
            double now = gainDb(in, out, at);
            assertThat(now - before).as("dB in a tenth of a second").isLessThan(0.6);
            before = now;
        }
        assertThat(before).isCloseTo(0, within(0.001));
    }

    @Test
    void theSameComesOutWhateverIsGivenAtATime() {
        float[] in = nasty(RATE).get("bursts");
        float[][] expected = through(limiter(-1), RATE, in, Signals.white(in.length, 2, 5));
        for (int block : new int[] {1, 64, 512, 5000, 40_000}) { // the last goes through both sides abreast
            StereoProcessor p = limiter(-1).maker(RATE).get();
            for (int round = 0; round < 2; round++) {
                p.reset();
                float[] left = Arrays.copyOf(in, in.length + p.latencyFrames());
                float[] right = Arrays.copyOf(Signals.white(in.length, 2, 5), left.length);
                for (int at = 0; at < left.length; at += block) {
                    p.process(left, right, at, Math.min(block, left.length - at));
                }
                assertThat(Arrays.copyOfRange(left, p.latencyFrames(), left.length))
                        .isEqualTo(expected[0]);
                assertThat(Arrays.copyOfRange(right, p.latencyFrames(), left.length))
                        .isEqualTo(expected[1]);
            }
        }
    }

    /** After a jump a gain is close to what it would be, and soon the same. */
    @Test
    void whatLiesFartherBackThanItsMemoryMattersLittleAndNotForLong() {
        float[] in = new float[8 * RATE];
        float[] noise = Signals.white(in.length, 2, 8);
        for (int i = 0; i < in.length; i++) {
            in[i] = (float) (noise[i] * (1 + Math.sin(i * 1e-4)));
        }
        float[] whole = through(limiter(-1), in);
        StereoProcessor p = limiter(-1).maker(RATE).get();
        int late = p.latencyFrames();
        for (int start : new int[] {RATE + 17, 2 * RATE + 1001, 3 * RATE}) {
            p.reset();
            int past = start - p.memoryFrames();
            float[] left = Arrays.copyOfRange(in, past, in.length);
            float[] right = left.clone();
            int passed = p.memoryFrames() + late;
            p.pass(left, right, 0, passed);
            p.settle();
            p.process(left, right, passed, left.length - passed);
            double most = 0;
            double end = 0;
            for (int i = passed; i < left.length; i++) {
                float expected = whole[past + i - late];
                if (Math.abs(expected) > 0.05) {
                    most = Math.max(most, Math.abs(Decibels.ofAmplitude(left[i] / expected)));
                }
                end = i > passed + 3 * RATE ? Math.max(end, Math.abs(left[i] - expected)) : end;
            }
            assertThat(most)
                    .as("dB, of up to 13 that come and go within a second")
                    .isLessThan(2.5);
            assertThat(Decibels.ofAmplitude(end)).as("3 s later").isLessThan(-60);
        }
    }

    @Test
    void sidesAreReducedAlikeOrEachForItself() {
        float[] loud = Signals.tone(RATE, 5, 1);
        float[] soft = Signals.sine(RATE, 300, -10, 1, 0);
        int at = RATE / 2;
        double alike = gainDb(soft, through(limiter(-1), RATE, loud, soft)[1], at);
        assertThat(alike).isCloseTo(-6, within(0.1));
        Limiter apart = new Limiter(-1, LimiterSettings.DEFAULT.withLink(0));
        assertThat(through(apart, RATE, loud, soft)[1]).isEqualTo(soft);
        Limiter half = new Limiter(-1, LimiterSettings.DEFAULT.withLink(0.5));
        assertThat(gainDb(soft, through(half, RATE, loud, soft)[1], at)).isCloseTo(-3, within(0.1));
        assertThat(gainDb(loud, through(half, RATE, loud, soft)[0], at)).isCloseTo(-6, within(0.1));
    }

    @Test
    void whatIsNoNumberDoesNotStay() {
        float[] in = Signals.tone(RATE, 3, 1);
        in[1000] = Float.NaN;
        in[2000] = Float.POSITIVE_INFINITY;
        float[] out = through(limiter(-1), in);
        for (int i = RATE / 2; i < RATE; i++) {
            assertThat(out[i]).isFinite();
        }
        assertThat(gainDb(in, out, RATE * 9 / 10)).isCloseTo(-4, within(0.1));
    }

    @Test
    void theRecordSaysWhatWasTaken() {
        double[] lowest = {1};
        long[] frames = {0};
        StereoProcessor p = limiter(-1)
                .maker(RATE, (frame, n, gain) -> {
                    assertThat(frame).isEqualTo(frames[0] - (p0().latencyFrames() - 128));
                    frames[0] += n;
                    lowest[0] = Math.min(lowest[0], gain);
                })
                .get();
        float[] in = Signals.join(Signals.tone(RATE, -7, 0.5), Signals.tone(RATE, 2, 0.5));
        p.process(in, in.clone(), 0, in.length);
        assertThat(Decibels.ofAmplitude(lowest[0])).isCloseTo(-3, within(0.1));
        assertThat(frames[0]).isEqualTo(in.length / 128 * 128);
    }

    private static StereoProcessor p0() {
        return limiter(-1).maker(RATE).get();
    }

    @Test
    void nothingIsAllocated() {
        com.sun.management.ThreadMXBean threads = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
        StereoProcessor p = limiter(-1).maker(RATE).get();
        float[] noise = Signals.white(RATE, 2, 8);
        float[] left = new float[512];
        float[] right = new float[512];
        long before = 0;
        for (int i = 0; i < 3000; i++) {
            if (i == 1000) { // when everything is loaded and compiled
                before = threads.getThreadAllocatedBytes(Thread.currentThread().getId());
            }
            System.arraycopy(noise, i * 13, left, 0, 512);
            System.arraycopy(noise, i * 7, right, 0, 512);
            p.process(left, right, 0, 512);
        }
        long allocated = threads.getThreadAllocatedBytes(Thread.currentThread().getId()) - before;
        assertThat(allocated).as("bytes in 2000 blocks").isLessThan(2000);
    }

    @Test
    void settingsOutOfRangeAreRefused() {
        assertThatThrownBy(() -> new LimiterSettings(1.1, 1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new LimiterSettings(1, 5, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new LimiterSettings(1, 1, 7)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> limiter(Double.NaN)).isInstanceOf(IllegalArgumentException.class);
    }
}
