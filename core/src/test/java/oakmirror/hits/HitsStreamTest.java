package oakmirror.hits;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.StereoSource;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HitsStreamTest {

    private static final double SECONDS = 14;

    @ParameterizedTest
    @CsvSource({"0", "-6", "6"})
    void drumsAreTakenFromPadsAndBothHowEverLoudTheyAre(double drumsOverPadsDb) {
        float[] pads = Band.pads(SECONDS);
        float[] drums = Band.drums(SECONDS);
        double gain = rms(pads) / rms(drums) * Math.pow(10, drumsOverPadsDb / 20);
        drums = scaled(drums, gain);

        float[] struck = struck(sum(drums, pads), 4096)[0];

        double least = drumsOverPadsDb == 0 ? 15 : 12; // of what is softer than the other
        assertThat(distortionDb(drums, struck)).as("of the drums").isGreaterThan(least);
        assertThat(distortionDb(pads, difference(sum(drums, pads), struck)))
                .as("of the pads")
                .isGreaterThan(least);
    }

    @Test
    void aHiHatIsTakenFromAVoiceWithVibrato() {
        float[] voice = Band.voice(SECONDS);
        float[] hat = Band.hiHats(SECONDS);
        voice = scaled(voice, 2 * rms(hat) / rms(voice));

        float[] struck = struck(sum(hat, voice), 4096)[0];

        assertThat(distortionDb(hat, struck)).isGreaterThan(12);
        assertThat(distortionDb(voice, difference(sum(hat, voice), struck))).isGreaterThan(18);
    }

    @Test
    void theShareThatIsStruckIsThatOfTheDrumsWithinADecibel() {
        float[] pads = Band.pads(SECONDS);
        float[] drums = scaled(Band.drums(SECONDS), rms(pads) / rms(Band.drums(SECONDS)));

        StruckShare measured = share(sum(drums, pads));
        StruckShare ofDrums = share(drums);
        StruckShare ofPads = share(pads);

        for (Zone zone : Zone.values()) {
            double known = energy(ofDrums, zone) / (energy(ofDrums, zone) + energy(ofPads, zone));
            double found = measured.of(zone);
            if (known > 0.1) { // of what is not there a decibel is nothing
                assertThat(10 * Math.log10(found / known)).as(zone.name()).isCloseTo(0, within(1.0));
            } else {
                assertThat(found).as(zone.name()).isLessThan(0.1);
            }
        }
        double level = 10 * Math.log10(power(struck(sum(drums, pads), 4096)[0]) / power(drums));
        assertThat(level).as("of the sound itself").isCloseTo(0, within(1.0));
    }

    @ParameterizedTest
    @CsvSource({"8000", "44100", "192000"})
    void whatIsStruckAndWhatSustainsIsToldApartAtAnyRate(int rate) {
        float[] clicks = new float[rate * 4];
        for (int i = rate / 4; i < clicks.length; i += rate / 2) {
            clicks[i] = 0.9f;
        }
        float[] tone = Signals.sine(rate, 1000, -20, 4, 0);
        StereoSource whole = Clip.stereo(rate, sum(clicks, tone), sum(clicks, tone));

        float[] struck = read(new HitsStream(whole), 1000)[0];

        float[] middleClicks = Arrays.copyOfRange(clicks, rate, 3 * rate);
        float[] middle = Arrays.copyOfRange(struck, rate, 3 * rate);
        assertThat(distortionDb(middleClicks, middle)).isGreaterThan(12);
    }

    @Test
    void theSizeOfBlocksChangesNothingAndNothingIsLostAtTheEnds() {
        float[] whole = sum(Band.drums(1.37), Band.pads(1.37));

        float[][] some = struck(whole, 977);

        assertThat(some[0]).hasSameSizeAs(whole);
        assertThat(Signals.largestDifference(some[0], struck(whole, 65536)[0])).isZero();
    }

    @Test
    void whatSoundsOnOneSideAloneIsStruckThereAlone() {
        float[] drums = Band.drums(3);
        float[][] struck = read(new HitsStream(Clip.stereo(Band.RATE, drums, new float[drums.length])), 4096);

        assertThat(power(struck[0])).isGreaterThan(0.8 * power(drums));
        assertThat(peak(struck[1])).isLessThan(1e-6);
    }

    @Test
    void silenceAndTheShortestClipsComeOutAsTheyAre() {
        assertThat(peak(struck(new float[Band.RATE], 4096)[0])).isZero();
        assertThat(struck(new float[] {0.5f}, 4096)[0]).hasSize(1);
        assertThat(struck(new float[0], 4096)[0]).isEmpty();
        assertThat(share(new float[Band.RATE]).of(Zone.BASS)).isNaN();
    }

    @Test
    void aShareIsOfTheSecondsThatAreAskedFor() {
        float[] pads = Band.pads(4);
        float[] first = Arrays.copyOf(Band.drums(4), pads.length);
        Arrays.fill(first, 2 * Band.RATE, first.length, 0);

        StruckShare share = share(sum(first, pads));

        assertThat(share.of(Zone.AIR, 0, 2)).isGreaterThan(0.9);
        assertThat(share.of(Zone.LOW_MID, 2, 4)).isLessThan(0.1);
        assertThat(share.of(Zone.LOW_MID, 0, 2)).isGreaterThan(2 * share.of(Zone.LOW_MID, 2, 4));
    }

    @Test
    void aMovingMedianIsTheMedianOfTheLastValues() {
        Random random = new Random(3);
        MovingMedian median = new MovingMedian(2, 5);
        float[][] past = new float[100][];
        for (int i = 0; i < past.length; i++) {
            past[i] = new float[] {random.nextInt(6), random.nextFloat()};
            float[] medians = new float[2];
            median.add(past[i].clone(), medians);
            for (int series = 0; series < 2; series++) {
                float[] last = new float[5];
                for (int j = 0; j < Math.min(5, i + 1); j++) {
                    last[j] = past[i - j][series];
                }
                Arrays.sort(last);
                assertThat(medians[series]).isEqualTo(last[2]);
            }
        }
    }

    private static double energy(StruckShare share, Zone zone) {
        double sum = 0;
        for (float value : share.whole()[zone.ordinal()]) {
            sum += value;
        }
        return sum;
    }

    private static StruckShare share(float[] mono) {
        HitsStream stream = new HitsStream(source(mono));
        read(stream, 4096);
        return stream.share();
    }

    private static float[][] struck(float[] mono, int blockSize) {
        return read(new HitsStream(source(mono)), blockSize);
    }

    private static StereoSource source(float[] mono) {
        return Clip.stereo(Band.RATE, mono, mono);
    }

    private static float[][] read(HitsStream stream, int blockSize) {
        int frames = (int) stream.expectedFrames();
        float[][] all = new float[2][frames];
        float[][] block = new float[2][blockSize];
        int at = 0;
        int n;
        while ((n = stream.read(block, blockSize)) > 0) {
            System.arraycopy(block[0], 0, all[0], at, n);
            System.arraycopy(block[1], 0, all[1], at, n);
            at += n;
        }
        assertThat(at).isEqualTo(frames);
        return all;
    }

    /** How far what was found lies from what it should be (signal to distortion), within the clip's ends. */
    private static double distortionDb(float[] known, float[] found) {
        return 10 * Math.log10(power(known) / power(difference(known, found)));
    }

    private static double power(float[] a) {
        double sum = 0;
        for (float x : a) {
            sum += (double) x * x;
        }
        return sum;
    }

    private static double rms(float[] a) {
        return Math.sqrt(power(a) / a.length);
    }

    private static double peak(float[] a) {
        double peak = 0;
        for (float x : a) {
            peak = Math.max(peak, Math.abs(x));
        }
        return peak;
    }

    private static float[] sum(float[] a, float[] b) {
        float[] out = new float[a.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = a[i] + b[i];
        }
        return out;
    }

    private static float[] difference(float[] a, float[] b) {
        return sum(a, scaled(b, -1));
    }

    private static float[] scaled(float[] a, double gain) {
        float[] out = a.clone();
        for (int i = 0; i < out.length; i++) {
            out[i] *= (float) gain;
        }
        return out;
    }
}
