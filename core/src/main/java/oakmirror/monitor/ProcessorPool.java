package oakmirror.monitor;

import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.function.Supplier;
import oakmirror.dsp.StereoProcessor;

/** A few equal processors made ahead, so that one can be taken without allocating. For any number of threads; takes no lock. */
public final class ProcessorPool {

    private static final int FREE = 0;
    private static final int TAKEN = 1;

    private final StereoProcessor[] processors;
    private final AtomicIntegerArray states;

    /** Makes as many processors as a mixer needs of one track's chain; call it away from the audio thread. */
    public ProcessorPool(Supplier<StereoProcessor> maker) {
        this(maker, MonitorMixer.POOL_SIZE);
    }

    ProcessorPool(Supplier<StereoProcessor> maker, int size) {
        processors = new StereoProcessor[size];
        states = new AtomicIntegerArray(size);
        for (int i = 0; i < size; i++) {
            processors[i] = maker.get();
        }
    }

    /** A processor that nobody uses, with whatever past it has, or null when all are in use. */
    StereoProcessor take() {
        for (int i = 0; i < processors.length; i++) {
            if (states.compareAndSet(i, FREE, TAKEN)) {
                return processors[i];
            }
        }
        return null;
    }

    /** Gives one back. */
    void giveBack(StereoProcessor processor) {
        for (int i = 0; i < processors.length; i++) {
            if (processors[i] == processor) {
                states.set(i, FREE);
            }
        }
    }
}
