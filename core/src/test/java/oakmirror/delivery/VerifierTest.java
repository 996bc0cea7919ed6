package oakmirror.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.Arrays;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.delivery.Verification.Channels;
import oakmirror.delivery.Verification.Promise;
import oakmirror.delivery.Verification.Rounding;
import oakmirror.dsp.TpdfDither;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.measure.TrackMeasurer.FoldConsumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files held against what was handed over to be written: what is right is found right, and every fault by its name. */
class VerifierTest {

    private static final int RATE = 48000;
    private static final java.util.concurrent.ExecutorService EXECUTOR =
            java.util.concurrent.Executors.newCachedThreadPool(r -> {
                Thread thread = new Thread(r);
                thread.setDaemon(true);
                return thread;
            });

    private final float[] left = Signals.musicLike(RATE, 12, 0.3, 1);
    private final float[] right = Signals.musicLike(RATE, 12, 0.2, 2);

    private static TrackMeasurement measured(float[] l, float[] r, FoldConsumer samples) throws IOException {
        return new TrackMeasurer(EXECUTOR, Extent.LEVELS)
                .measure(Clip.stereo(RATE, l, r).stream(), Origin.NONE, Progress.NONE, samples);
    }

    private Verification verify(float[] l, float[] r, int bits, boolean dithered) throws IOException {
        RoundTripProbe witness = new RoundTripProbe(left.length);
        TrackMeasurement written = measured(left, right, witness::add);
        Promise promise = new Promise(written.heard(), 0, RATE, bits, dithered);
        Verifier verifier = new Verifier(witness, promise);
        return verifier.result(measured(l, r, verifier::add));
    }

    private static float[] rounded(float[] x, TpdfDither dither) {
        float[] out = new float[x.length];
        for (int i = 0; i < x.length; i++) {
            out[i] = dither.quantise(x[i]) / (float) (1 << (dither.bits() - 1));
        }
        return out;
    }

    @ParameterizedTest
    @ValueSource(ints = {16, 24})
    void ditherIsFoundAndItsAbsenceToo(int bits) throws IOException {
        Verification dithered =
                verify(rounded(left, new TpdfDither(bits, 1)), rounded(right, new TpdfDither(bits, 2)), bits, true);
        assertThat(dithered.faults()).isEmpty();
        assertThat(dithered.rounding()).isEqualTo(Rounding.DITHERED);
        assertThat(dithered.errorRms()).isBetween(0.48, 0.52);

        Verification plain =
                verify(rounded(left, TpdfDither.off(bits)), rounded(right, TpdfDither.off(bits)), bits, true);
        assertThat(plain.rounding()).isEqualTo(Rounding.PLAIN);
        assertThat(plain.errorRms()).isBetween(0.27, 0.31);
        assertThat(plain.faults()).singleElement().asString().startsWith("It is not dithered");
        assertThat(verify(rounded(left, TpdfDither.off(bits)), rounded(right, TpdfDither.off(bits)), bits, false)
                        .isGood())
                .isTrue();
    }

    @Test
    void floatsAreThereBitForBit() throws IOException {
        assertThat(verify(left, right, 32, false).rounding()).isEqualTo(Rounding.NONE);
        float[] other = left.clone();
        other[0] = Math.nextUp(other[0]);
        assertThat(verify(other, right, 32, false).faults()).isNotEmpty();
    }

    @Test
    void sidesThatChangedPlacesAreFound() throws IOException {
        Verification v = verify(right, left, 32, false);
        assertThat(v.channels()).isEqualTo(Channels.SWAPPED);
        assertThat(v.faults()).anyMatch(f -> f.startsWith("Left and right are swapped"));
    }

    @Test
    void whereBothSidesAreAlikeItCannotBeTold() throws IOException {
        RoundTripProbe witness = new RoundTripProbe(left.length);
        TrackMeasurement written = measured(left, left, witness::add);
        Verifier verifier = new Verifier(witness, new Promise(written.heard(), 0, RATE, 32, false));
        Verification v = verifier.result(measured(left, left, verifier::add));
        assertThat(v.channels()).isEqualTo(Channels.ALIKE);
        assertThat(v.isGood()).isTrue();
    }

    @Test
    void oneSampleMoreOrLessOrShiftedIsFound() throws IOException {
        float[] shorter = Arrays.copyOf(left, left.length - 1);
        assertThat(verify(shorter, Arrays.copyOf(right, shorter.length), 32, false)
                        .faults())
                .anyMatch(f -> f.startsWith("It is 1 sample too short"));
        float[] shifted = new float[left.length];
        System.arraycopy(left, 0, shifted, 1, left.length - 1);
        assertThat(verify(shifted, right, 24, false).rounding()).isEqualTo(Rounding.OTHER);
    }

    @Test
    void aLouderFileAndAPeakOverTheCeilingAreFound() throws IOException {
        float[] l = new float[left.length];
        float[] r = new float[left.length];
        for (int i = 0; i < l.length; i++) {
            l[i] = left[i] * 1.1f;
            r[i] = right[i] * 1.1f;
        }
        assertThat(verify(l, r, 0, false).faults()).anyMatch(f -> f.startsWith("It measures 0.8 LU louder"));
        RoundTripProbe witness = new RoundTripProbe(left.length);
        TrackMeasurement written = measured(left, right, witness::add);
        Verifier verifier = new Verifier(witness, new Promise(written.heard(), -30, RATE, 24, false));
        assertThat(verifier.result(measured(l, r, verifier::add)).faults())
                .anyMatch(f -> f.startsWith("Its true peak is"));
    }

    @Test
    void silenceAtBothEndsAndClipsAreCounted() throws IOException {
        Arrays.fill(left, 0, RATE / 2, 0);
        Arrays.fill(right, 0, RATE / 2, 0);
        Arrays.fill(left, left.length - RATE / 4, left.length, 0);
        Arrays.fill(right, right.length - RATE / 4, right.length, 0);
        Arrays.fill(left, RATE, RATE + 5, 1);
        Verification v = verify(left, right, 32, false);
        assertThat(v.headSeconds()).isBetween(0.5, 0.52);
        assertThat(v.tailSeconds()).isBetween(0.25, 0.27);
        assertThat(v.clips()).isEqualTo(1);
        assertThat(v.remarks()).singleElement().asString().startsWith("It is clipped in 1 place.");
    }

    @Test
    void silenceHasNothingToFind() throws IOException {
        Arrays.fill(left, 0);
        Arrays.fill(right, 0);
        Verification v = verify(rounded(left, new TpdfDither(16, 1)), rounded(right, new TpdfDither(16, 2)), 16, true);
        assertThat(v.faults()).isEmpty();
        assertThat(v.headSeconds()).isEqualTo(12);
    }

    /** Of a few samples, or of what is as soft as its dither, little can be told; that is no fault. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 10, 100, 1000})
    void shortFilesAndSoftOnesAreNotFoundFaulty(int length) throws IOException {
        for (int seed = 1; seed <= 50; seed++) {
            for (double amplitude : new double[] {0, 1e-6, 1e-4, 0.3}) {
                float[] l = Signals.white(length, amplitude, seed);
                float[] r = Signals.white(length, amplitude, seed + 1000L);
                for (boolean dithered : new boolean[] {true, false}) {
                    RoundTripProbe witness = new RoundTripProbe(length);
                    TrackMeasurement written = measured(l, r, witness::add);
                    Verifier verifier = new Verifier(witness, new Promise(written.heard(), 0, RATE, 16, dithered));
                    TpdfDither a = dithered ? new TpdfDither(16, seed) : TpdfDither.off(16);
                    TpdfDither b = dithered ? new TpdfDither(16, seed + 7) : TpdfDither.off(16);
                    Verification found = verifier.result(measured(rounded(l, a), rounded(r, b), verifier::add));
                    assertThat(found.rounding())
                            .as(length + " samples of " + amplitude + ", " + seed)
                            .isEqualTo(dithered ? Rounding.DITHERED : Rounding.PLAIN);
                    assertThat(found.channels()).isNotIn(Channels.OTHER, Channels.SWAPPED);
                }
            }
        }
    }
}
