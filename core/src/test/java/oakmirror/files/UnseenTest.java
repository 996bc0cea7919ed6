package oakmirror.files;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** What is not seen and does something. */
class UnseenTest {

    @Test
    void whatSteersATerminalOrTurnsALineGoesAndWhatJoinsLettersStays() {
        assertThat(Unseen.replaced("ebb\u001B[2J\u202Egnp.wav\u0085\u2028", " "))
                .isEqualTo("ebb [2J gnp.wav ");
        assertThat(Unseen.replaced("می\u200Cخواهم", "-")).as("Persian").isEqualTo("می\u200Cخواهم");
        assertThat(Unseen.replacedInLines("a\r\nb\u0007\tc\nd")).isEqualTo("a\nb c\nd");
    }
}
