package oakmirror.media.file;

import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_DBL;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_DBLP;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLT;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_FLTP;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S16P;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S32;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_S32P;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_U8;
import static org.bytedeco.ffmpeg.global.avutil.AV_SAMPLE_FMT_U8P;
import static org.bytedeco.ffmpeg.global.avutil.av_sample_fmt_is_planar;

import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.javacpp.BytePointer;
import org.bytedeco.javacpp.DoublePointer;
import org.bytedeco.javacpp.FloatPointer;
import org.bytedeco.javacpp.IntPointer;
import org.bytedeco.javacpp.Pointer;
import org.bytedeco.javacpp.ShortPointer;

/**
 * Turns decoded frames of any sample format into floats of full scale ±1, one array a channel.
 */
final class SampleConverter {

    private final int channels;
    private byte[] bytes = new byte[0];
    private short[] shorts = new short[0];
    private int[] ints = new int[0];
    private float[] floats = new float[0];
    private double[] doubles = new double[0];

    SampleConverter(int channels) {
        this.channels = channels;
    }

    /** Whether the format is one this can read. */
    static boolean reads(int format) {
        return switch (format) {
            case AV_SAMPLE_FMT_U8,
                    AV_SAMPLE_FMT_U8P,
                    AV_SAMPLE_FMT_S16,
                    AV_SAMPLE_FMT_S16P,
                    AV_SAMPLE_FMT_S32,
                    AV_SAMPLE_FMT_S32P,
                    AV_SAMPLE_FMT_FLT,
                    AV_SAMPLE_FMT_FLTP,
                    AV_SAMPLE_FMT_DBL,
                    AV_SAMPLE_FMT_DBLP -> true;
            default -> false;
        };
    }

    /** Whether samples of a format can be anything a number can be, and what is none. */
    static boolean isFloatingPoint(int format) {
        return switch (format) {
            case AV_SAMPLE_FMT_FLT, AV_SAMPLE_FMT_FLTP, AV_SAMPLE_FMT_DBL, AV_SAMPLE_FMT_DBLP -> true;
            default -> false;
        };
    }

    /** Writes a decoded frame to the front of {@code out}, whose arrays are long enough. */
    void convert(AVFrame frame, float[][] out) {
        int count = frame.nb_samples();
        int format = frame.format();
        if (av_sample_fmt_is_planar(format) != 0) {
            for (int c = 0; c < channels; c++) {
                load(format, frame.extended_data(c), count);
                spread(format, 1, 0, out[c], count);
            }
        } else {
            load(format, frame.extended_data(0), count * channels);
            for (int c = 0; c < channels; c++) {
                spread(format, channels, c, out[c], count);
            }
        }
    }

    private void load(int format, Pointer data, int values) {
        switch (format) {
            case AV_SAMPLE_FMT_U8, AV_SAMPLE_FMT_U8P -> {
                bytes = bytes.length < values ? new byte[values] : bytes;
                new BytePointer(data).get(bytes, 0, values);
            }
            case AV_SAMPLE_FMT_S16, AV_SAMPLE_FMT_S16P -> {
                shorts = shorts.length < values ? new short[values] : shorts;
                new ShortPointer(data).get(shorts, 0, values);
            }
            case AV_SAMPLE_FMT_S32, AV_SAMPLE_FMT_S32P -> {
                ints = ints.length < values ? new int[values] : ints;
                new IntPointer(data).get(ints, 0, values);
            }
            case AV_SAMPLE_FMT_FLT, AV_SAMPLE_FMT_FLTP -> {
                floats = floats.length < values ? new float[values] : floats;
                new FloatPointer(data).get(floats, 0, values);
            }
            default -> {
                doubles = doubles.length < values ? new double[values] : doubles;
                new DoublePointer(data).get(doubles, 0, values);
            }
        }
    }

    private void spread(int format, int stride, int offset, float[] out, int count) {
        switch (format) {
            case AV_SAMPLE_FMT_U8, AV_SAMPLE_FMT_U8P -> {
                for (int i = 0; i < count; i++) {
                    out[i] = ((bytes[i * stride + offset] & 0xFF) - 128) * (1f / 128);
                }
            }
            case AV_SAMPLE_FMT_S16, AV_SAMPLE_FMT_S16P -> {
                for (int i = 0; i < count; i++) {
                    out[i] = shorts[i * stride + offset] * (1f / 32768);
                }
            }
            case AV_SAMPLE_FMT_S32, AV_SAMPLE_FMT_S32P -> {
                for (int i = 0; i < count; i++) {
                    out[i] = ints[i * stride + offset] * (1f / 2147483648f);
                }
            }
            case AV_SAMPLE_FMT_FLT, AV_SAMPLE_FMT_FLTP -> {
                for (int i = 0; i < count; i++) {
                    out[i] = floats[i * stride + offset];
                }
            }
            default -> {
                for (int i = 0; i < count; i++) {
                    out[i] = (float) doubles[i * stride + offset];
                }
            }
        }
    }
}
