package oakmirror.dsp;

import org.jtransforms.fft.FloatFFT_1D;
import org.visnow.jlargearrays.ConcurrencyUtils;

/** Transforms for what sounds live: on the thread that asks. Large ones would otherwise be shared out to threads that allocate and may come late. */
final class Fft {

    static {
        ConcurrencyUtils.setNumberOfThreads(1); // of the whole library; work is shared out by tracks and meters
    }

    private Fft() {}

    static FloatFFT_1D of(int size) {
        return new FloatFFT_1D(size);
    }
}
