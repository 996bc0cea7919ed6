package oakmirror.audio;

import org.jtransforms.fft.DoubleFFT_1D;
import org.jtransforms.fft.FloatFFT_1D;
import org.visnow.jlargearrays.ConcurrencyUtils;

/**
 * Fast Fourier transforms, all of them made here: on the thread that asks. Large ones would otherwise be shared out to threads that allocate, may come late, and
 * give half a result without a word when work is cancelled meanwhile.
 */
public final class Fft {

    static {
        ConcurrencyUtils.setNumberOfThreads(1); // of the whole library; work is shared out by tracks and meters
    }

    private Fft() {}

    /** One of single precision. */
    public static FloatFFT_1D of(int size) {
        return new FloatFFT_1D(size);
    }

    /** One of double precision. */
    public static DoubleFFT_1D precise(int size) {
        return new DoubleFFT_1D(size);
    }
}
