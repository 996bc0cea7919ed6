package oakmirror.readings;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ReadingsTest {

    @Test
    void numbersAreWrittenAsTheTradeWritesThem() {
        assertThat(Readings.level(-17.84)).isEqualTo("−17.8");
        assertThat(Readings.level(-0.04)).isEqualTo("0.0");
        assertThat(Readings.level(Double.NaN)).isEqualTo("–");
        assertThat(Readings.level(Double.NEGATIVE_INFINITY)).isEqualTo("–");
        assertThat(Readings.gainDb(2.5)).isEqualTo("+2.5 dB");
        assertThat(Readings.gainDb(0)).isEqualTo("0.0 dB");
        assertThat(Readings.frequency(82.41)).isEqualTo("82.4 Hz");
        assertThat(Readings.frequency(147.2)).isEqualTo("147 Hz");
        assertThat(Readings.frequency(1200)).isEqualTo("1.20 kHz");
        assertThat(Readings.frequency(16100)).isEqualTo("16.1 kHz");
        assertThat(Readings.time(76.9)).isEqualTo("1:16");
        assertThat(Readings.fineTime(76.48)).isEqualTo("1:16.4");
        assertThat(Readings.rate(44100)).isEqualTo("44.1 kHz");
        assertThat(Readings.rate(48000)).isEqualTo("48 kHz");
        assertThat(Readings.octaves(1.0 / 3)).isEqualTo("1/3 octave");
        assertThat(Readings.octaves(1)).isEqualTo("1 octave");
    }

    @Test
    void wordsTakeRoundFrequencies() {
        assertThat(Readings.about(83.2)).isEqualTo("83 Hz");
        assertThat(Readings.about(147)).isEqualTo("150 Hz");
        assertThat(Readings.about(6170)).isEqualTo("6.2 kHz");
        assertThat(Readings.about(16_120)).isEqualTo("16 kHz");
        assertThat(Readings.about(999.6)).isEqualTo("1.0 kHz");
        assertThat(Readings.range(108, 183)).isEqualTo("110–180 Hz");
        assertThat(Readings.range(790, 2040)).isEqualTo("790 Hz–2.0 kHz");
    }

    @Test
    void spansOfOneFigureAreOneFigure() {
        assertThat(Readings.span(6.21, 9.7)).isEqualTo("6.2 to 9.7");
        assertThat(Readings.span(6.21, 6.24)).isEqualTo("6.2");
        assertThat(Readings.span(-11, -8.5)).isEqualTo("−11.0 to −8.5");
    }

    @Test
    void smallFiguresKeepTheirSign() {
        assertThat(Readings.signed(-0.257)).isEqualTo("−0.26");
        assertThat(Readings.signed(1)).isEqualTo("+1.00");
        assertThat(Readings.signed(Double.NaN)).isEqualTo("–");
        assertThat(Readings.milliseconds(0.00037)).isEqualTo("0.37 ms");
        assertThat(Readings.milliseconds(0.0012)).isEqualTo("1.2 ms");
    }
}
