package oakmirror.desk.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Numbers on their way out of the program. */
class TableTest {

    private final Locale habit = Locale.getDefault();

    @AfterEach
    void restore() {
        Locale.setDefault(habit);
    }

    @Test
    void decimalsHaveAPointWhateverTheSystemsHabit() {
        Locale.setDefault(Locale.GERMANY);
        assertThat(new Table().row("db", -17.25, 3f).toString()).isEqualTo("db,-17.250,3.000\n");
    }

    @Test
    void whatIsNotKnownStaysEmpty() {
        assertThat(new Table()
                        .row(Double.NaN, Double.NEGATIVE_INFINITY, Float.NaN, "x")
                        .toString())
                .isEqualTo(",,,x\n");
    }

    @Test
    void namesWithCommasQuotesAndLinesAreQuoted() {
        assertThat(new Table()
                        .row(List.of("Ebb Tide, bounce 3", "the \"long\" one", "two\nlines", "plain"))
                        .toString())
                .isEqualTo("\"Ebb Tide, bounce 3\",\"the \"\"long\"\" one\",\"two\nlines\",plain\n");
    }
}
