package oakmirror.monitor;

import oakmirror.audio.StereoSource;

/** Reads stretches of sources for nothing but to have them in memory: sources are mapped files, which come from disk when they are read. */
final class Readahead {

    /** How much is read at a time. */
    static final double SECONDS = 1.0;

    private static final int BLOCK = 4096;

    private final int frames;
    private final float[] left = new float[BLOCK];
    private final float[] right = new float[BLOCK];

    Readahead(int sampleRate) {
        frames = (int) (SECONDS * sampleRate);
    }

    synchronized void touch(StereoSource source, long from) {
        for (int done = 0; done < frames; done += BLOCK) {
            source.read(from + done, left, right, 0, BLOCK);
        }
    }
}
