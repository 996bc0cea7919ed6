package oakmirror.spectrum;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

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
 * down the columns again. Reversing digits costs nothing, as rows change places by their references. Real and imaginary parts are kept apart, and
 * a butterfly writes to spare rows, because the compiler turns only loops of this kind into vector instructions.
 *
 * <p>The number of values may hold the factors 2, 3, 5 and 7, so that a block can last equally long at every usual rate. An odd factor p takes p rows
 * to p rows: with sₖ = xₖ + xₚ₋ₖ and dₖ = xₖ − xₚ₋ₖ, output j is x₀ + Σ sₖ·cos(2πjk/p) − i·Σ dₖ·sin(2πjk/p), k from 1 to (p − 1)/2, and output p − j the same
 * with the other sign.
 */
final class RowTransform {

    private static final int[] PRIMES = {2, 3, 5, 7};

    private final int rows;
    private final int columns;
    private final Half down;
    private final Half across;
    private final float[][] turnReal;
    private final float[][] turnImaginary;

    /** A transform of so many values, a product of 2, 3, 5 and 7 from 4 up. */
    RowTransform(int size) {
        if (!fits(size)) {
            throw new IllegalArgumentException("a product of 2, 3, 5 and 7 from 4 up, not " + size);
        }
        rows = rows(size);
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

    /** Whether there is a transform of so many values. */
    static boolean fits(int size) {
        int rest = size;
        for (int p : PRIMES) {
            while (rest > 1 && rest % p == 0) {
                rest /= p;
            }
        }
        return size >= 4 && rest == 1;
    }

    /** The factor next to the square root, and not above it: rows and columns of about the same length. */
    private static int rows(int size) {
        int rows = (int) Math.sqrt(size);
        while (size % rows != 0) {
            rows--;
        }
        return rows;
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

    /** Rows become columns, four at a time as long as there are so many. */
    private static void swap(float[][] from, float[][] to) {
        int fours = from.length / 4 * 4;
        for (int q = 0; q < fours; q += 4) {
            float[] r0 = from[q];
            float[] r1 = from[q + 1];
            float[] r2 = from[q + 2];
            float[] r3 = from[q + 3];
            for (int c = 0; c < to.length; c++) {
                float[] column = to[c];
                column[q] = r0[c];
                column[q + 1] = r1[c];
                column[q + 2] = r2[c];
                column[q + 3] = r3[c];
            }
        }
        for (int q = fours; q < from.length; q++) {
            for (int c = 0; c < to.length; c++) {
                to[c][q] = from[q][c];
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
        private final int[] factors;
        private final int[] order;
        private final float[] cosines;
        private final float[] sines;
        /** Real and imaginary parts of what an odd factor's butterfly adds up. */
        private final float[][][] sums;

        private final float[][][] differences;
        private final float[][] one;
        private final float[][] other;

        Half(int count, int width) {
            this.count = count;
            this.width = width;
            real = new float[count][width];
            imaginary = new float[count][width];
            realOut = new float[count][width];
            imaginaryOut = new float[count][width];
            factors = factors(count);
            order = order(factors);
            cosines = new float[count];
            sines = new float[count];
            for (int i = 0; i < count; i++) {
                cosines[i] = (float) Math.cos(-2 * Math.PI * i / count);
                sines[i] = (float) Math.sin(-2 * Math.PI * i / count);
            }
            sums = new float[2][3][width];
            differences = new float[2][3][width];
            one = new float[2][width];
            other = new float[2][width];
        }

        /** Twos first: their first butterflies need no factors. */
        private static int[] factors(int count) {
            List<Integer> factors = new ArrayList<>();
            int rest = count;
            for (int p : PRIMES) {
                while (rest % p == 0) {
                    factors.add(p);
                    rest /= p;
                }
            }
            return factors.stream().mapToInt(f -> f).toArray();
        }

        /** Which row comes where before the first stage: digits reversed, the last factor's being the first to part rows. */
        private static int[] order(int[] factors) {
            int[] order = {0};
            for (int p : factors) {
                int[] next = new int[order.length * p];
                for (int r = 0; r < p; r++) {
                    for (int i = 0; i < order.length; i++) {
                        next[r * order.length + i] = order[i] * p + r;
                    }
                }
                order = next;
            }
            return order;
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
            int done = 1;
            for (int p : factors) {
                int step = count / (p * done);
                for (int j = 0; j < done; j++) {
                    for (int a = j; a < count; a += p * done) {
                        if (p == 2) {
                            butterfly(a, a + done, cosines[j * step], sines[j * step]);
                        } else {
                            oddButterfly(p, a, done, j * step);
                        }
                    }
                }
                done *= p;
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
            Arrays.setAll(sorted, i -> all[order[i]]);
            return sorted;
        }

        /** Of p rows, a, a + apart and so on, which are turned by multiples of an angle first. */
        private void oddButterfly(int p, int a, int apart, int angle) {
            int pairs = p / 2;
            for (int k = 1; k <= pairs; k++) {
                int low = a + k * apart;
                int high = a + (p - k) * apart;
                if (angle == 0) {
                    sumAndDifference(sums[0][k - 1], differences[0][k - 1], real[low], real[high]);
                    sumAndDifference(sums[1][k - 1], differences[1][k - 1], imaginary[low], imaginary[high]);
                } else {
                    turn(one, low, k * angle);
                    turn(other, high, (p - k) * angle);
                    sumAndDifference(sums[0][k - 1], differences[0][k - 1], one[0], other[0]);
                    sumAndDifference(sums[1][k - 1], differences[1][k - 1], one[1], other[1]);
                }
            }
            for (int j = 0; j <= pairs; j++) {
                float[] re = realOut[a + j * apart];
                float[] im = imaginaryOut[a + j * apart];
                System.arraycopy(real[a], 0, re, 0, width);
                System.arraycopy(imaginary[a], 0, im, 0, width);
                for (int k = 1; k <= pairs; k++) {
                    float c = cosines[j * k % p * (count / p)];
                    add(re, sums[0][k - 1], c);
                    add(im, sums[1][k - 1], c);
                }
                if (j > 0) {
                    float[] otherRe = realOut[a + (p - j) * apart];
                    float[] otherIm = imaginaryOut[a + (p - j) * apart];
                    Arrays.fill(one[0], 0f);
                    Arrays.fill(one[1], 0f);
                    for (int k = 1; k <= pairs; k++) { // times i·sin of a negative angle
                        float s = sines[j * k % p * (count / p)];
                        add(one[0], differences[1][k - 1], -s);
                        add(one[1], differences[0][k - 1], s);
                    }
                    sumAndDifference(re, otherRe, re, one[0]);
                    sumAndDifference(im, otherIm, im, one[1]);
                }
            }
        }

        /** A row times W(count)^angle. */
        private void turn(float[][] out, int row, int angle) {
            scaled(out[0], real[row], imaginary[row], cosines[angle], -sines[angle]);
            scaled(out[1], imaginary[row], real[row], cosines[angle], sines[angle]);
        }

        private static void scaled(float[] out, float[] a, float[] b, float c, float s) {
            for (int i = 0; i < out.length; i++) {
                out[i] = c * a[i] + s * b[i];
            }
        }

        private static void add(float[] sum, float[] more, float factor) {
            for (int i = 0; i < sum.length; i++) {
                sum[i] += factor * more[i];
            }
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
