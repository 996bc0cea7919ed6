package oakmirror.processing;

import java.util.Arrays;
import oakmirror.audio.StereoSource;

/**
 * What everything is heard through: renders one track at a time, from one position that all share, and goes from one to the next
 * without a click.
 *
 * <p>Control threads replace the {@link MonitorScene} as a whole; the audio thread looks at it once a block, and whatever has
 * changed takes effect in that block. Every change of what sounds (another track, correction on or off or new, a jump, the seam of a
 * loop, start and stop) starts a new voice that fades in over {@value #FADE_SECONDS} s while the old one fades out: with equal
 * power between different material, evenly where both carry the same sound (correction on or off), so that nothing bulges in
 * between. Changed gains are ramped over a block.
 *
 * <p>{@link #render} allocates nothing and takes no lock.
 */
public final class MonitorMixer {

    /** Length of a fade: within a block of 512 frames up to 48 kHz, so that each is over before the next can begin. */
    public static final double FADE_SECONDS = 0.010;

    /** A loop is at least this long. */
    public static final double SHORTEST_LOOP_SECONDS = 0.1;

    /** How many processors of one correction can be in use at once. */
    public static final int POOL_SIZE = 4;

    private static final int VOICES = 6;

    private record Jump(long frame) {}

    private final int sampleRate;
    private final int maxBlock;
    private final MonitorVoice[] voices = new MonitorVoice[VOICES];
    private volatile MonitorScene scene = MonitorScene.EMPTY;
    private volatile Jump jump = new Jump(0);
    private volatile long position;
    private volatile long endedRequest = -1;
    private volatile float peakLeft;
    private volatile float peakRight;

    // Of the audio thread alone:
    private Jump doneJump = jump;
    private MonitorVoice active;

    /** A mixer for one rate; blocks of any size are rendered in parts of at most {@code maxBlock} frames. */
    public MonitorMixer(int sampleRate, int maxBlock) {
        this.sampleRate = sampleRate;
        this.maxBlock = maxBlock;
        for (int i = 0; i < VOICES; i++) {
            voices[i] = new MonitorVoice(maxBlock, sampleRate);
        }
    }

    /** Frames a second. */
    public int sampleRate() {
        return sampleRate;
    }

    /** Replaces what should be heard; takes effect in the next block. */
    public void setScene(MonitorScene next) {
        scene = next;
    }

    /** Jumps to a frame, in the next block. */
    public void jumpTo(long frame) {
        position = Math.max(0, frame);
        jump = new Jump(Math.max(0, frame));
    }

    /** The frame that will be rendered next. */
    public long position() {
        return position;
    }

    /** Whether it plays: started, and not yet run to the end. */
    public boolean isPlaying() {
        long request = scene.playRequest();
        return request != 0 && request != endedRequest;
    }

    /** Highest magnitude of the left side in the last block. */
    public float peakLeft() {
        return peakLeft;
    }

    /** Highest magnitude of the right side in the last block. */
    public float peakRight() {
        return peakRight;
    }

    /** Renders the next frames. To be called by one thread at a time. */
    public void render(float[] left, float[] right, int count) {
        Arrays.fill(left, 0, count, 0f);
        Arrays.fill(right, 0, count, 0f);
        MonitorScene now = scene;
        int done = 0;
        while (done < count) {
            done += renderPart(now, left, right, done, Math.min(maxBlock, count - done));
        }
        peakLeft = peak(left, count);
        peakRight = peak(right, count);
    }

    private static float peak(float[] samples, int count) {
        float peak = 0;
        for (int i = 0; i < count; i++) {
            peak = Math.max(peak, Math.abs(samples[i]));
        }
        return peak;
    }

    private int renderPart(MonitorScene now, float[] left, float[] right, int offset, int wanted) {
        Jump asked = jump;
        boolean jumped = asked != doneJump;
        long at = jumped ? asked.frame() : position;
        MonitorScene.Track track = now.heardTrack();
        boolean plays = track != null && now.playRequest() != 0 && now.playRequest() != endedRequest;
        if (plays && at >= longest(now)) {
            endedRequest = now.playRequest();
            plays = false;
            at = 0;
            jumped = true;
        }
        if (!plays) {
            leaveActive(true);
            doneJump = asked;
            publish(asked, at);
            mixVoices(now, left, right, offset, wanted);
            return wanted;
        }
        int count = wanted;
        boolean seam = false;
        if (now.loop().isPresent()) {
            MonitorScene.Loop loop = now.loop().get();
            if (at < loop.end() && at + count >= loop.end()) {
                count = (int) (loop.end() - at);
                seam = true;
            }
        }
        ProcessorPool correction = now.heardCorrection();
        if (jumped || active == null || !active.sounds(track.source(), correction)) {
            if (switchTo(track, correction, at, jumped, now.volume())) {
                doneJump = asked;
            }
        }
        mixVoices(now, left, right, offset, count);
        long next = at + count;
        if (seam) {
            long start = now.loop().get().start();
            switchTo(track, correction, start, true, now.volume());
            next = start;
        }
        publish(asked, next);
        return count;
    }

    /** Moves on, unless a jump came in the meantime: then the next part takes it up. */
    private void publish(Jump seen, long next) {
        if (jump == seen) {
            position = next;
        }
    }

    private static long longest(MonitorScene now) {
        long longest = 0;
        for (int i = 0; i < now.tracks().size(); i++) {
            longest = Math.max(longest, now.tracks().get(i).source().frames());
        }
        return longest;
    }

    private boolean switchTo(
            MonitorScene.Track track, ProcessorPool correction, long at, boolean elsewhere, float volume) {
        MonitorVoice free = freeVoice();
        if (free == null) {
            return false;
        }
        StereoSource source = track.source();
        boolean sameSound = !elsewhere && active != null && active.source() == source;
        if (!free.start(source, correction, at, track.gain() * volume, !sameSound)) {
            return false;
        }
        leaveActive(!sameSound);
        active = free;
        return true;
    }

    private MonitorVoice freeVoice() {
        for (MonitorVoice voice : voices) {
            if (voice.isFree()) {
                return voice;
            }
        }
        return null;
    }

    private void leaveActive(boolean equalPower) {
        if (active != null) {
            active.leave(equalPower);
            active = null;
        }
    }

    private void mixVoices(MonitorScene now, float[] left, float[] right, int offset, int count) {
        for (MonitorVoice voice : voices) {
            if (!voice.isFree()) {
                voice.addTo(left, right, offset, count, gainOf(voice, now));
            }
        }
    }

    private static float gainOf(MonitorVoice voice, MonitorScene now) {
        for (int i = 0; i < now.tracks().size(); i++) {
            MonitorScene.Track track = now.tracks().get(i);
            if (track.source() == voice.source()) {
                return track.gain() * now.volume();
            }
        }
        return 0;
    }
}
