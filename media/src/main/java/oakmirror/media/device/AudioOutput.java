package oakmirror.media.device;

import oakmirror.monitor.MonitorMixer;

/** Somewhere sound goes: takes blocks from a mixer in its own time, until closed. */
public interface AudioOutput extends AutoCloseable {

    /** Frames a block: 10.7 ms at 48 kHz. */
    int BLOCK = 512;

    /** Which device it is. */
    OutputDevice device();

    /** Starts to take blocks. To be called once. */
    void start(MonitorMixer mixer);

    /** Whether the device has gone, as when it was unplugged: it takes no more blocks, and is only good for closing. */
    boolean isLost();

    /** Stops and gives the device back; when this returns, no thread of it is at the mixer any more. */
    @Override
    void close();
}
