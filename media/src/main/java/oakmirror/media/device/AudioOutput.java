package oakmirror.media.device;

import oakmirror.processing.MonitorMixer;

/** Somewhere sound goes: takes blocks from a mixer in its own time, until closed. */
public interface AudioOutput extends AutoCloseable {

    /** Frames a block: 10.7 ms at 48 kHz. */
    int BLOCK = 512;

    /** What to call it on screen. */
    String name();

    /** Starts to take blocks. To be called once. */
    void start(MonitorMixer mixer);

    /** Stops and gives the device back. */
    @Override
    void close();
}
