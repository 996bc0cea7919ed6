package oakmirror.stems;

import oakmirror.audio.StereoSource;

/**
 * A stem as long as its mix, moved to where it lies in it.
 *
 * @param stem the stem
 * @param delayFrames by how much it comes later
 * @param frames length of the mix
 */
record PlacedStem(StereoSource stem, long delayFrames, long frames) implements StereoSource {

    @Override
    public int sampleRate() {
        return stem.sampleRate();
    }

    @Override
    public void read(long position, float[] left, float[] right, int offset, int count) {
        stem.read(position - delayFrames, left, right, offset, count);
    }
}
