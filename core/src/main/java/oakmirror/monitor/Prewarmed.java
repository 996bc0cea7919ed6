package oakmirror.monitor;

import java.util.concurrent.atomic.AtomicReferenceArray;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.StereoProcessor;

/**
 * Processors that have gone through the past already and stand ready to come in, so that the audio thread need not run half a second of it
 * through one between two blocks. For every place that may be heard next there is one: two that follow the track, as one can always be had
 * while the other is brought on; one at the start of its loop; one where a jump leads; one of a chain that is about to take over.
 *
 * <p>Whatever is ready is in a slot, and who takes it out owns it: the audio thread to let it sound, a preparing thread to bring it on. No
 * lock is needed, and nothing depends on how fast the preparing is: what is not ready is brought there by the audio thread itself, which is
 * counted.
 */
final class Prewarmed {

    private static final int FOLLOWING = 2;
    private static final int LOOP_START = FOLLOWING;
    private static final int JUMP = FOLLOWING + 1;
    private static final int COMING = FOLLOWING + 2;

    /** How many processors of one pool can be in slots. */
    static final int SLOTS = FOLLOWING + 3;

    /** What lags the track by no more than this is brought on by the audio thread when it is taken. */
    private static final double MOST_LAG_SECONDS = 0.1;

    /** A processor whose next frame is that at {@code frame} of a track. */
    private record Ready(ProcessorPool pool, StereoProcessor processor, StereoSource source, long frame) {

        boolean fits(ProcessorPool wanted, StereoSource track) {
            return pool == wanted && source == track;
        }
    }

    private final AtomicReferenceArray<Ready> slots = new AtomicReferenceArray<>(SLOTS);
    private final int mostLag;
    private final Preroll takersPast = new Preroll();
    private final Preroll preparersPast = new Preroll();
    private int turn;
    private volatile long unprepared;

    Prewarmed(int sampleRate) {
        mostLag = (int) (MOST_LAG_SECONDS * sampleRate);
    }

    /**
     * A processor whose next frame is that at {@code frame} of a track; one that is ready where there is one, otherwise one that is brought
     * there now. For the audio thread: allocates nothing.
     *
     * @return null when all processors of the pool are in use
     */
    StereoProcessor take(ProcessorPool pool, StereoSource source, long frame) {
        StereoProcessor ready = ready(pool, source, frame);
        if (ready != null) {
            return ready;
        }
        StereoProcessor fresh = pool.take();
        if (fresh != null) {
            takersPast.bring(fresh, source, frame);
            unprepared++;
        }
        return fresh;
    }

    /** How often a processor had to be brought to its place by the audio thread. */
    long unprepared() {
        return unprepared;
    }

    private StereoProcessor ready(ProcessorPool pool, StereoSource source, long frame) {
        for (int attempt = 0; attempt < SLOTS; attempt++) {
            int best = -1;
            Ready chosen = null;
            for (int i = 0; i < SLOTS; i++) {
                Ready r = slots.get(i);
                boolean near = r != null && r.fits(pool, source) && r.frame <= frame && frame - r.frame <= mostLag;
                if (near && (chosen == null || r.frame > chosen.frame)) {
                    best = i;
                    chosen = r;
                }
            }
            if (chosen == null) {
                return null;
            }
            if (slots.compareAndSet(best, chosen, null)) {
                takersPast.bringOn(chosen.processor, source, chosen.frame, frame);
                return chosen.processor;
            }
        }
        return null;
    }

    /** Has a processor follow a track that is at a frame now; to be called again and again by any thread but the audio thread. */
    synchronized void follow(ProcessorPool pool, StereoSource source, long frame) {
        turn = (turn + 1) % FOLLOWING;
        put(turn, pool, source, frame);
        for (int i = 0; i < COMING; i++) {
            Ready r = slots.get(i);
            if (i < FOLLOWING && r == null) {
                put(i, pool, source, frame);
            } else if (r != null && !r.fits(pool, source)) {
                empty(i); // of a chain or a track that has gone
            }
        }
    }

    /** Has one wait at the start of a loop. */
    synchronized void waitAtLoop(ProcessorPool pool, StereoSource source, long start) {
        put(LOOP_START, pool, source, start);
    }

    /** Has one wait where a jump leads, before it is made. */
    synchronized void waitForJump(ProcessorPool pool, StereoSource source, long frame) {
        put(JUMP, pool, source, frame);
    }

    /** Has one of a chain that will take over wait where the track is now. */
    synchronized void waitForChange(ProcessorPool pool, StereoSource source, long frame) {
        put(COMING, pool, source, frame);
    }

    /** Lets go of everything: no track has a chain. */
    synchronized void clear() {
        for (int i = 0; i < SLOTS; i++) {
            empty(i);
        }
    }

    private void empty(int slot) {
        Ready old = slots.getAndSet(slot, null);
        if (old != null) {
            old.pool.giveBack(old.processor);
        }
    }

    private void put(int slot, ProcessorPool pool, StereoSource source, long frame) {
        Ready r = slots.get(slot);
        if (r != null && r.fits(pool, source) && r.frame == frame) {
            return;
        }
        Ready old = slots.getAndSet(slot, null);
        StereoProcessor processor;
        if (old != null && old.fits(pool, source) && old.frame <= frame && frame - old.frame <= mostLag) {
            processor = old.processor;
            preparersPast.bringOn(processor, source, old.frame, frame);
        } else {
            if (old != null) {
                old.pool.giveBack(old.processor);
            }
            processor = pool.take();
            if (processor == null) {
                return;
            }
            preparersPast.bring(processor, source, frame);
        }
        slots.set(slot, new Ready(pool, processor, source, frame));
    }
}
