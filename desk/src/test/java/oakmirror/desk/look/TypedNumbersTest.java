package oakmirror.desk.look;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.control.SpinnerValueFactory.DoubleSpinnerValueFactory;
import javafx.scene.control.SpinnerValueFactory.IntegerSpinnerValueFactory;
import org.junit.jupiter.api.Test;

/** What is typed into a field for a number, of which something may be none. */
class TypedNumbersTest {

    @Test
    void whatIsNoNumberLeavesTheValue() {
        IntegerSpinnerValueFactory trials = new IntegerSpinnerValueFactory(1, 100, 16);
        assertThat(Ui.typedWhole(trials).fromString(" 12 ")).isEqualTo(12);
        assertThat(Ui.typedWhole(trials).fromString("16]")).isEqualTo(16);
        DoubleSpinnerValueFactory gain = new DoubleSpinnerValueFactory(-12, 12, 3, 0.1);
        assertThat(Ui.typed(gain).fromString("−2,5")).isEqualTo(-2.5);
        assertThat(Ui.typed(gain).fromString("loud")).isEqualTo(3);
    }
}
