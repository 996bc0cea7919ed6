package oakmirror.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** Numbers on their way out of the program. */
@Isolated("changes the default locale")
class CsvTest {

    private final Locale habit = Locale.getDefault();

    @AfterEach
    void restore() {
        Locale.setDefault(habit);
    }

    @Test
    void decimalsHaveAPointWhateverTheSystemsHabit() {
        Locale.setDefault(Locale.GERMANY);
        assertThat(new Csv(List.of("a", "b", "c")).row("db", -17.25, 3f).toString())
                .isEqualTo("a,b,c\ndb,-17.250,3.000\n");
    }

    @Test
    void whatIsNotKnownStaysEmpty() {
        assertThat(new Csv(List.of("a"))
                        .row(Double.NaN, Double.NEGATIVE_INFINITY, Float.NaN, "x")
                        .toString())
                .isEqualTo("a\n,,,x\n");
    }

    @Test
    void namesWithCommasQuotesAndLinesAreQuoted() {
        assertThat(new Csv(List.of("Ebb Tide, bounce 3", "the \"long\" one", "two\nlines", "plain")).toString())
                .isEqualTo("\"Ebb Tide, bounce 3\",\"the \"\"long\"\" one\",\"two\nlines\",plain\n");
    }

    @Test
    void aNameThatASpreadsheetWouldWorkOutStaysAName() {
        assertThat(new Csv(List.of("=1+1", "+a", "-b", "@c"))
                        .row("-3.20", "+4", "-", "a=b")
                        .toString())
                .isEqualTo("'=1+1,'+a,'-b,'@c\n-3.20,+4,'-,a=b\n");
    }
}
