package oakmirror.place;

import java.util.function.DoubleUnaryOperator;
import oakmirror.audio.Fft;
import org.jtransforms.fft.DoubleFFT_1D;

/** A transform of minimum phase from its gain: the folded cepstrum (A. V. Oppenheim and R. W. Schafer, "Discrete-Time Signal Processing"). */
final class MinimumPhase {

    private MinimumPhase() {}

    /**
     * A real transform in the packed form of the library.
     *
     * @param size a power of two
     * @param gainDb gain in dB at a frequency in Hz; smooth
     */
    static double[] transform(int size, int rate, DoubleUnaryOperator gainDb) {
        DoubleFFT_1D fft = Fft.precise(size);
        double[] cepstrum = new double[size];
        for (int k = 0; k <= size / 2; k++) {
            double log = gainDb.applyAsDouble((double) k * rate / size) * Math.log(10) / 20;
            cepstrum[k == size / 2 ? 1 : 2 * k] = log;
        }
        fft.realInverse(cepstrum, true);
        for (int i = 1; i < size / 2; i++) {
            cepstrum[i] *= 2;
            cepstrum[size - i] = 0;
        }
        fft.realForward(cepstrum);
        cepstrum[0] = Math.exp(cepstrum[0]);
        cepstrum[1] = Math.exp(cepstrum[1]);
        for (int i = 2; i < size; i += 2) {
            double magnitude = Math.exp(cepstrum[i]);
            double phase = cepstrum[i + 1];
            cepstrum[i] = magnitude * Math.cos(phase);
            cepstrum[i + 1] = magnitude * Math.sin(phase);
        }
        return cepstrum;
    }
}
