package oakmirror.audio;

import java.io.Closeable;
import java.io.IOException;

/** Samples that are read once, from start to end, in blocks. Not safe for use by several threads at once. */
public interface AudioStream extends Closeable {

    /** Frames a second. */
    int sampleRate();

    /** What the channels stand for; its size is the number of channels. */
    ChannelLayout layout();

    /** Length in frames as far as it is known before reading, or −1. Only good for progress. */
    long expectedFrames();

    /**
     * Reads the next frames. Every sample is one that can be meant: what is damaged in the source ({@link Samples#isDamaged}) comes as zero.
     *
     * @param block one array a channel, each of at least {@code frames} elements; filled from index 0
     * @param frames how many frames are wanted
     * @return how many were read, less than wanted only at the end; 0 when nothing is left
     * @throws IOException when the source cannot be read further; its message is one sentence for the user
     */
    int read(float[][] block, int frames) throws IOException;

    /** How many samples so far were damaged, and came as zero. */
    long damagedSamples();
}
