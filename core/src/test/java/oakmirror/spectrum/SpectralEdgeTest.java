package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import oakmirror.Signals;
import oakmirror.dsp.BandSolo;
import oakmirror.loudness.ClipCounter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SpectralEdgeTest {

    private static BandSpectrum of(float[] samples, int rate) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        analyser.add(samples, samples, samples.length);
        return analyser.finish().of(StereoSpectrum.Part.STEREO);
    }

    @ParameterizedTest
    @ValueSource(doubles = {13_000, 16_000, 18_000})
    void anEdgeIsFoundWhereTheSoundEnds(double hz) {
        float[] noise = Signals.musicLike(44100, 4, 0.5, 3);
        for (int pass = 0; pass < 3; pass++) { // steep, as a codec's
            new BandSolo(1, hz, 44100).process(noise, noise.clone(), 0, noise.length);
        }
        assertThat(SpectralEdge.of(of(noise, 44100)).orElseThrow() / hz).isCloseTo(1, within(0.07));
    }

    @Test
    void wholeAndDullSoundAndLowRatesHaveNone() {
        float[] noise = Signals.musicLike(44100, 4, 0.5, 3);
        assertThat(SpectralEdge.of(of(noise, 44100))).isEmpty();
        float[] dull = noise.clone();
        float last = 0;
        for (int i = 0; i < dull.length; i++) { // 6 dB an octave above 1 kHz
            last += 0.13f * (dull[i] - last);
            dull[i] = last;
        }
        assertThat(SpectralEdge.of(of(dull, 44100))).isEmpty();
        assertThat(SpectralEdge.of(of(Signals.musicLike(22050, 4, 0.5, 3), 22050)))
                .isEmpty();
        assertThat(SpectralEdge.of(BandSpectrum.silent())).isEmpty();
    }

    @Test
    void clipsAreFlatTopsAndRunsAtFullScaleOnOneSide() {
        ClipCounter counter = new ClipCounter();
        float[] samples = {0, 1, 1, 0, 1, 0.99995f, 0, 1, 1, 1, 1, 0, -1, -1, -1, 1, -1, 1.2f, 1.1f, 1.3f};
        counter.add(samples, 13);
        assertThat(counter.count()).as("two alike, two unlike, four").isEqualTo(2);
        float[] rest = java.util.Arrays.copyOfRange(samples, 13, samples.length);
        counter.add(rest, rest.length);
        assertThat(counter.count()).as("a run goes on from block to block").isEqualTo(4);
    }
}
