package oakmirror.media.device;

/** Somewhere sound comes from: hands on what comes in, in its own time, until closed. */
public interface AudioInput extends AutoCloseable {

    /** Frames a block: 10.7 ms at 48 kHz. */
    int BLOCK = 512;

    /** Takes what comes in. */
    @FunctionalInterface
    interface Sink {
        /** Takes the next frames, on the device's thread: without waiting for anything. The arrays are used again afterwards. */
        void take(float[] left, float[] right, int frames);
    }

    /** Which device it is. */
    InputDevice device();

    /** Frames a second. */
    int sampleRate();

    /** How long what is handed on has been on its way, in seconds: what the device itself holds back. */
    double latencySeconds();

    /** Starts to hand on what comes in. To be called once. */
    void start(Sink sink);

    /** How often something that came in was lost because it was not taken in time. */
    long overloads();

    /** Whether the device has gone, as when it was unplugged, or now runs at another rate: nothing more comes, and it is only good for closing. */
    boolean isLost();

    /** Stops and gives the device back. */
    @Override
    void close();
}
