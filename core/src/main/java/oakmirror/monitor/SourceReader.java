package oakmirror.monitor;

import oakmirror.audio.StereoSource;

/** Reads sources block after block for one thread, gliding where a {@link LayeredSource} changes. Allocates nothing once it is made. */
final class SourceReader {

    private final float[] layerLeft;
    private final float[] layerRight;
    private final float[] gains = new float[LayeredSource.MOST_LAYERS];

    SourceReader(int maxBlock) {
        layerLeft = new float[maxBlock];
        layerRight = new float[maxBlock];
    }

    /** Begins with a source, as it is now. */
    void begin(StereoSource source) {
        if (source instanceof LayeredSource layered) {
            layered.gains(gains);
        }
    }

    void read(StereoSource source, long position, float[] left, float[] right, int offset, int count) {
        if (source instanceof LayeredSource layered) {
            layered.read(position, left, right, offset, count, gains, layerLeft, layerRight);
        } else {
            source.read(position, left, right, offset, count);
        }
    }
}
