package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLTP;
import static org.bytedeco.ffmpeg.global.avutil.av_channel_layout_default;
import static org.bytedeco.ffmpeg.global.avutil.av_opt_set_double;
import static org.bytedeco.ffmpeg.global.avutil.av_opt_set_int;
import static org.bytedeco.ffmpeg.global.swresample.swr_alloc_set_opts2;
import static org.bytedeco.ffmpeg.global.swresample.swr_convert;
import static org.bytedeco.ffmpeg.global.swresample.swr_free;
import static org.bytedeco.ffmpeg.global.swresample.swr_init;

import org.bytedeco.ffmpeg.avutil.AVChannelLayout;
import org.bytedeco.ffmpeg.swresample.SwrContext;
import org.bytedeco.javacpp.FloatPointer;
import org.bytedeco.javacpp.PointerPointer;

/**
 * Converts a stereo stream to another rate with FFmpeg's resampler, set finer than its defaults: a sinc of 128 taps with Kaiser
 * window, at exact rational phases, flat to 0.95 of the lower Nyquist.
 */
public final class Resampler implements AutoCloseable {

    private static final int TAPS = 128;
    private static final double CUTOFF = 0.96;
    private static final double KAISER_BETA = 12;

    private final SwrContext context = new SwrContext(null);
    private final int capacity;
    private final FloatPointer[] in = new FloatPointer[2];
    private final FloatPointer[] out = new FloatPointer[2];
    private final PointerPointer<FloatPointer> inPlanes = new PointerPointer<>(2);
    private final PointerPointer<FloatPointer> outPlanes = new PointerPointer<>(2);
    private final int outCapacity;

    /** Takes what comes out. */
    @FunctionalInterface
    public interface Sink {
        /** Takes the next frames; the arrays are used again afterwards. */
        void accept(float[] left, float[] right, int frames) throws java.io.IOException;
    }

    /**
     * A resampler that is fed blocks of at most {@code capacity} frames.
     *
     * @throws AudioFileException when the libraries it needs cannot be unpacked
     */
    public Resampler(int fromRate, int toRate, int capacity) throws AudioFileException {
        Ffmpeg.load();
        this.capacity = capacity;
        this.outCapacity = (int) ((long) capacity * toRate / fromRate) + 4096;
        AVChannelLayout stereo = new AVChannelLayout();
        av_channel_layout_default(stereo, 2);
        swr_alloc_set_opts2(context, stereo, AV_SAMPLE_FMT_FLTP, toRate, stereo, AV_SAMPLE_FMT_FLTP, fromRate, 0, null);
        av_opt_set_int(context, "filter_size", TAPS, 0);
        av_opt_set_int(context, "exact_rational", 1, 0);
        av_opt_set_double(context, "cutoff", CUTOFF, 0);
        av_opt_set_double(context, "kaiser_beta", KAISER_BETA, 0);
        if (swr_init(context) < 0) {
            throw new IllegalStateException("no conversion from " + fromRate + " to " + toRate);
        }
        for (int c = 0; c < 2; c++) {
            in[c] = new FloatPointer(capacity);
            out[c] = new FloatPointer(outCapacity);
            inPlanes.put(c, in[c]);
            outPlanes.put(c, out[c]);
        }
    }

    /** Converts the next frames and hands on what is ready. */
    public void add(float[] left, float[] right, int frames, Sink sink) throws java.io.IOException {
        if (frames > capacity) {
            throw new IllegalArgumentException("a block of " + frames + " is over " + capacity);
        }
        in[0].put(left, 0, frames);
        in[1].put(right, 0, frames);
        hand(swr_convert(context, outPlanes, outCapacity, inPlanes, frames), sink);
    }

    /** Hands on what is still inside. */
    public void finish(Sink sink) throws java.io.IOException {
        int n;
        do {
            n = swr_convert(context, outPlanes, outCapacity, (PointerPointer<?>) null, 0);
            hand(n, sink);
        } while (n > 0);
    }

    private void hand(int frames, Sink sink) throws java.io.IOException {
        if (frames > 0) {
            float[] l = new float[frames];
            float[] r = new float[frames];
            out[0].get(l, 0, frames);
            out[1].get(r, 0, frames);
            sink.accept(l, r, frames);
        }
    }

    @Override
    public void close() {
        swr_free(context);
        for (int c = 0; c < 2; c++) {
            in[c].close();
            out[c].close();
        }
        inPlanes.close();
        outPlanes.close();
    }
}
