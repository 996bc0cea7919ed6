package oakmirror.spectrum;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.hipparchus.complex.Complex;
import org.hipparchus.transform.DftNormalization;
import org.hipparchus.transform.FastFourierTransformer;
import org.hipparchus.transform.TransformType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RowTransformTest {

    @ParameterizedTest
    @ValueSource(ints = {4, 8, 16, 32, 512, 2048, 16384, 65536, 262144})
    void agreesWithHipparchusTransform(int size) {
        Random random = new Random(size);
        float[] real = new float[size];
        float[] imaginary = new float[size];
        Complex[] values = new Complex[size];
        for (int i = 0; i < size; i++) {
            real[i] = random.nextFloat() - 0.5f;
            imaginary[i] = random.nextFloat() - 0.5f;
            values[i] = new Complex(real[i], imaginary[i]);
        }
        Complex[] expected =
                new FastFourierTransformer(DftNormalization.STANDARD).transform(values, TransformType.FORWARD);
        RowTransform transform = new RowTransform(size);
        float[] again = real.clone();
        float[] againImaginary = imaginary.clone();
        transform.transform(real, imaginary);
        // Rounding to 24 bits, of values whose root mean square is √(size/6), once a stage.
        double allowed = 2e-6 * Math.sqrt(size / 6.0);
        double worst = 0;
        for (int k = 0; k < size; k++) {
            worst = Math.max(worst, Math.abs(real[k] - expected[k].getReal()));
            worst = Math.max(worst, Math.abs(imaginary[k] - expected[k].getImaginary()));
        }
        assertThat(worst).as("the line that is furthest off").isLessThan(allowed);
        transform.transform(again, againImaginary);
        assertThat(again).as("the same when done again").isEqualTo(real);
    }

    /** Sums as the definition says, in double precision; sizes of blocks at the usual rates, and odd ones. */
    @ParameterizedTest
    @ValueSource(ints = {5, 6, 7, 9, 21, 49, 90, 210, 343, 1225, 3200, 4410, 8820})
    void agreesWithTheDefinition(int size) {
        Random random = new Random(size);
        float[] real = new float[size];
        float[] imaginary = new float[size];
        for (int i = 0; i < size; i++) {
            real[i] = random.nextFloat() - 0.5f;
            imaginary[i] = random.nextFloat() - 0.5f;
        }
        float[] x = real.clone();
        float[] y = imaginary.clone();
        new RowTransform(size).transform(real, imaginary);
        for (int k = 0; k < size; k += Math.max(1, size / 50)) {
            double re = 0;
            double im = 0;
            for (int n = 0; n < size; n++) {
                double angle = -2 * Math.PI * ((long) n * k % size) / size;
                re += x[n] * Math.cos(angle) - y[n] * Math.sin(angle);
                im += x[n] * Math.sin(angle) + y[n] * Math.cos(angle);
            }
            assertThat((double) real[k]).isCloseTo(re, within(2e-6 * Math.sqrt(size / 6.0)));
            assertThat((double) imaginary[k]).isCloseTo(im, within(2e-6 * Math.sqrt(size / 6.0)));
        }
    }

    @Test
    void takesProductsOfSmallPrimesAlone() {
        for (int size : new int[] {0, 1, 2, 3, 11, 22, 1001}) {
            assertThatThrownBy(() -> new RowTransform(size)).hasMessageContaining("product of 2, 3, 5 and 7");
        }
    }
}
