package oakmirror.spectrum;

import java.util.Arrays;

/**
 * A Fourier transform of complex values whose inner loops are vector instructions: the values stand in rows and columns, and one butterfly
 * is done for a whole row at once.
 *
 * <p>With n = r·C + c and k = q + R·p, for R rows and C columns (D. H. Bailey, "FFTs in external or hierarchical memory", J. Supercomputing 4,
 * 1990; the paper is named from memory):
 *
 * <pre>  X(q + R·p) = Σc W(C)^cp · [ W(N)^cq · Σr W(R)^rq · x(r·C + c) ],   W(M) = exp(−2πi/M)</pre>
 *
 * <p>so: transform down all columns at once, which are butterflies between rows; turn each value by W(N)^cq; swap rows and columns; transform
 * down the columns again. Bit reversal costs nothing, as rows change places by their references. Real and imaginary parts are kept apart, and
 * a butterfly writes to spare rows, because the compiler turns only loops of this kind into vector instructions.
 */
final class RowTransform {

    private final int rows;
    private final int columns;
    private final Half down;
    private final Half across;
    private final float[][] turnReal;
    private final float[][] turnImaginary;

    /** A transform of a power of two of values, 4 at least. */
    RowTransform(int size) {
        int bits = Integer.numberOfTrailingZeros(size);
        if (Integer.bitCount(size) != 1 || bits < 2) {
            throw new IllegalArgumentException("a power of two from 4 up, not " + size);
        }
        rows = 1 << (bits / 2);
        columns = size / rows;
        down = new Half(rows, columns);
        across = new Half(columns, rows);
        turnReal = new float[rows][columns];
        turnImaginary = new float[rows][columns];
        for (int q = 0; q < rows; q++) {
            for (int c = 0; c < columns; c++) {
                double angle = -2 * Math.PI * q * c / size;
                turnReal[q][c] = (float) Math.cos(angle);
                turnImaginary[q][c] = (float) Math.sin(angle);
            }
        }
    }

    /** Transforms values in place, forwards and without a factor. */
    void transform(float[] real, float[] imaginary) {
        down.take(real, imaginary);
        down.transform();
        for (int q = 0; q < rows; q++) {
            down.turn(q, turnReal[q], turnImaginary[q]);
        }
        swap(down.real, across.real);
        swap(down.imaginary, across.imaginary);
        across.transform();
        across.give(real, imaginary);
    }

    /** Rows become columns, four at a time. */
    private static void swap(float[][] from, float[][] to) {
        int step = Math.min(4, from.length);
        for (int q = 0; q < from.length; q += step) {
            float[] r0 = from[q];
            float[] r1 = from[q + 1];
            float[] r2 = from[q + step - 2];
            float[] r3 = from[q + step - 1];
            for (int c = 0; c < to.length; c++) {
                float[] column = to[c];
                column[q] = r0[c];
                column[q + 1] = r1[c];
                column[q + step - 2] = r2[c];
                column[q + step - 1] = r3[c];
            }
        }
    }

    /** Many transforms side by side: of every column of some rows. */
    private static final class Half {
        private final int count;
        private final int width;
        private float[][] real;
        private float[][] imaginary;
        private float[][] realOut;
        private float[][] imaginaryOut;
        private final int[] reversed;
        private final float[] cosines;
        private final float[] sines;

        Half(int count, int width) {
            this.count = count;
            this.width = width;
            real = new float[count][width];
            imaginary = new float[count][width];
            realOut = new float[count][width];
            imaginaryOut = new float[count][width];
            int bits = Integer.numberOfTrailingZeros(count);
            reversed = new int[count];
            cosines = new float[count / 2];
            sines = new float[count / 2];
            for (int i = 0; i < count; i++) {
                reversed[i] = Integer.reverse(i) >>> (32 - bits);
            }
            for (int i = 0; i < count / 2; i++) {
                cosines[i] = (float) Math.cos(-2 * Math.PI * i / count);
                sines[i] = (float) Math.sin(-2 * Math.PI * i / count);
            }
        }

        void take(float[] re, float[] im) {
            for (int r = 0; r < count; r++) {
                System.arraycopy(re, r * width, real[r], 0, width);
                System.arraycopy(im, r * width, imaginary[r], 0, width);
            }
        }

        void give(float[] re, float[] im) {
            for (int r = 0; r < count; r++) {
                System.arraycopy(real[r], 0, re, r * width, width);
                System.arraycopy(imaginary[r], 0, im, r * width, width);
            }
        }

        /** Decimation in time. */
        void transform() {
            real = inOrder(real);
            imaginary = inOrder(imaginary);
            for (int half = 1; half < count; half *= 2) {
                int step = count / (2 * half);
                for (int j = 0; j < half; j++) {
                    float c = cosines[j * step];
                    float s = sines[j * step];
                    for (int a = j; a < count; a += 2 * half) {
                        butterfly(a, a + half, c, s);
                    }
                }
                float[][] was = real;
                real = realOut;
                realOut = was;
                was = imaginary;
                imaginary = imaginaryOut;
                imaginaryOut = was;
            }
        }

        private float[][] inOrder(float[][] all) {
            float[][] sorted = new float[count][];
            Arrays.setAll(sorted, i -> all[reversed[i]]);
            return sorted;
        }

        private void butterfly(int a, int b, float c, float s) {
            if (c == 1) {
                sumAndDifference(realOut[a], realOut[b], real[a], real[b]);
                sumAndDifference(imaginaryOut[a], imaginaryOut[b], imaginary[a], imaginary[b]);
            } else if (s == -1) { // times −i
                sumAndDifference(realOut[a], realOut[b], real[a], imaginary[b]);
                sumAndDifference(imaginaryOut[b], imaginaryOut[a], imaginary[a], real[b]);
            } else {
                turned(realOut[a], realOut[b], real[a], real[b], imaginary[b], c, -s);
                turned(imaginaryOut[a], imaginaryOut[b], imaginary[a], imaginary[b], real[b], c, s);
            }
        }

        private static void sumAndDifference(float[] sum, float[] difference, float[] a, float[] b) {
            for (int i = 0; i < sum.length; i++) {
                float x = a[i];
                float y = b[i];
                sum[i] = x + y;
                difference[i] = x - y;
            }
        }

        private static void turned(
                float[] sum, float[] difference, float[] a, float[] b, float[] other, float c, float s) {
            for (int i = 0; i < sum.length; i++) {
                float x = a[i];
                float y = c * b[i] + s * other[i];
                sum[i] = x + y;
                difference[i] = x - y;
            }
        }

        /** Multiplies a row by complex factors. */
        void turn(int row, float[] c, float[] s) {
            float[] re = realOut[row];
            float[] im = imaginaryOut[row];
            difference(re, real[row], c, imaginary[row], s);
            sum(im, real[row], s, imaginary[row], c);
            realOut[row] = real[row];
            imaginaryOut[row] = imaginary[row];
            real[row] = re;
            imaginary[row] = im;
        }

        private static void difference(float[] out, float[] a, float[] b, float[] c, float[] d) {
            for (int i = 0; i < out.length; i++) {
                out[i] = a[i] * b[i] - c[i] * d[i];
            }
        }

        private static void sum(float[] out, float[] a, float[] b, float[] c, float[] d) {
            for (int i = 0; i < out.length; i++) {
                out[i] = a[i] * b[i] + c[i] * d[i];
            }
        }
    }
}
