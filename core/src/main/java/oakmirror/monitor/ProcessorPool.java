package oakmirror.monitor;

import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;

/** A few equal processors made ahead, so that the audio thread can take one without allocating. For one audio thread. */
public final class ProcessorPool {

    private final StereoProcessor[] processors;
    private final boolean[] taken;

    /** Makes the processors; call it away from the audio thread. */
    public ProcessorPool(ToneFilter filter, int sampleRate, int size) {
        processors = new StereoProcessor[size];
        taken = new boolean[size];
        for (int i = 0; i < size; i++) {
            processors[i] = filter.create(sampleRate);
        }
    }

    /** A processor that nobody uses, forgotten of its past, or null when all are in use. */
    StereoProcessor take() {
        for (int i = 0; i < processors.length; i++) {
            if (!taken[i]) {
                taken[i] = true;
                processors[i].reset();
                return processors[i];
            }
        }
        return null;
    }

    /** Gives one back. */
    void giveBack(StereoProcessor processor) {
        for (int i = 0; i < processors.length; i++) {
            if (processors[i] == processor) {
                taken[i] = false;
            }
        }
    }
}
