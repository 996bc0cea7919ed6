package oakmirror.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class NumbersTest {

    @Test
    void numbersAreWrittenAsTheTradeWritesThem() {
        assertThat(Numbers.level(-17.84)).isEqualTo("−17.8");
        assertThat(Numbers.level(-0.04)).isEqualTo("0.0");
        assertThat(Numbers.level(Double.NaN)).isEqualTo("–");
        assertThat(Numbers.level(Double.NEGATIVE_INFINITY)).isEqualTo("–");
        assertThat(Numbers.gainDb(2.5)).isEqualTo("+2.5 dB");
        assertThat(Numbers.gainDb(0)).isEqualTo("0.0 dB");
        assertThat(Numbers.frequency(82.41)).isEqualTo("82.4 Hz");
        assertThat(Numbers.frequency(147.2)).isEqualTo("147 Hz");
        assertThat(Numbers.frequency(1200)).isEqualTo("1.20 kHz");
        assertThat(Numbers.frequency(16100)).isEqualTo("16.1 kHz");
        assertThat(Numbers.time(76.9)).isEqualTo("1:16");
        assertThat(Numbers.fineTime(76.48)).isEqualTo("1:16.4");
        assertThat(Numbers.rate(44100)).isEqualTo("44.1 kHz");
        assertThat(Numbers.rate(48000)).isEqualTo("48 kHz");
        assertThat(Numbers.octaves(1.0 / 3)).isEqualTo("1/3 octave");
        assertThat(Numbers.octaves(1)).isEqualTo("1 octave");
    }

    @Test
    void wordsTakeRoundFrequencies() {
        assertThat(Numbers.about(83.2)).isEqualTo("83 Hz");
        assertThat(Numbers.about(147)).isEqualTo("150 Hz");
        assertThat(Numbers.about(6170)).isEqualTo("6.2 kHz");
        assertThat(Numbers.about(16_120)).isEqualTo("16 kHz");
        assertThat(Numbers.about(999.6)).isEqualTo("1.0 kHz");
        assertThat(Numbers.range(108, 183)).isEqualTo("110–180 Hz");
        assertThat(Numbers.range(790, 2040)).isEqualTo("790 Hz–2.0 kHz");
    }

    @Test
    void spansOfOneFigureAreOneFigure() {
        assertThat(Numbers.span(6.21, 9.7)).isEqualTo("6.2 to 9.7");
        assertThat(Numbers.span(6.21, 6.24)).isEqualTo("6.2");
        assertThat(Numbers.span(-11, -8.5)).isEqualTo("−11.0 to −8.5");
    }

    @Test
    void smallFiguresKeepTheirSign() {
        assertThat(Numbers.signed(-0.257)).isEqualTo("−0.26");
        assertThat(Numbers.signed(1)).isEqualTo("+1.00");
        assertThat(Numbers.signed(Double.NaN)).isEqualTo("–");
        assertThat(Numbers.milliseconds(0.00037)).isEqualTo("0.37 ms");
        assertThat(Numbers.milliseconds(0.0012)).isEqualTo("1.2 ms");
    }
}
