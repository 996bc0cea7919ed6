package oakmirror.monitor;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;
import oakmirror.audio.Timing;
import oakmirror.loudness.LiveMeter;

/**
 * What everything is heard through: renders one track, or two blended, from a place that all tracks share, and goes from one to the next
 * without a click.
 *
 * <p>Control threads replace the {@link MonitorScene} as a whole; the audio thread looks at it once a block, and whatever has
 * changed takes effect in that block. Every change of what sounds (another track, correction on or off or new, a jump, the seam of a
 * loop, start and stop) starts a new voice that fades in over {@value #FADE_SECONDS} s while the old one fades out: with equal
 * power between different material, evenly where both carry the same sound (correction on or off), so that nothing bulges in
 * between. Changed gains are ramped over a block.
 *
 * <p>The place is kept in the frames of the track that is heard; when another is heard, or blended in, it is carried over by the tracks'
 * {@link Timing}. Then comes the {@link MonitorPath} that is the same for all.
 *
 * <p>{@link #render} allocates nothing and takes no lock.
 */
public final class MonitorMixer {

    /** Length of a fade: within a block of 512 frames up to 48 kHz, so that each is over before the next can begin. */
    public static final double FADE_SECONDS = 0.010;

    /** How many processors of one chain are made: those that stand by, and those that sound or fade. */
    static final int POOL_SIZE = Prewarmed.SLOTS + 4;

    private static final int VOICES = 8;

    private final int sampleRate;
    private final int maxBlock;
    private final MonitorVoice[] voices = new MonitorVoice[VOICES];
    private final LiveMeter meter;
    private final MonitorBus bus;
    private final Readahead reading;
    private final Prewarmed standby;
    private volatile MonitorScene scene = MonitorScene.EMPTY;
    private final Jumps jumps = new Jumps(units -> place = units);

    private volatile double place;
    private volatile long endedRequest = -1;
    /** The track that the place was kept in last. */
    private volatile StereoSource placedSource;

    /** Bits of the highest magnitude that went out since it was taken; magnitudes are in the order of their bits. */
    private final AtomicInteger outputPeak = new AtomicInteger();

    // Of the audio thread alone:
    private Jumps.Jump doneJump = jumps.made();
    private MonitorVoice active;
    private MonitorVoice blended;
    private long placedFrame;

    /** A mixer for one rate and blocks of at most {@code maxBlock} frames. */
    public MonitorMixer(int sampleRate, int maxBlock) {
        this.sampleRate = sampleRate;
        this.maxBlock = maxBlock;
        standby = new Prewarmed(sampleRate);
        for (int i = 0; i < VOICES; i++) {
            voices[i] = new MonitorVoice(maxBlock, sampleRate, standby);
        }
        meter = new LiveMeter(sampleRate);
        bus = new MonitorBus(maxBlock, sampleRate, meter);
        reading = new Readahead(sampleRate);
    }

    /** Frames a second. */
    public int sampleRate() {
        return sampleRate;
    }

    /** Replaces what should be heard; takes effect in the next block. */
    public void setScene(MonitorScene next) {
        scene = next;
        if (!next.hasChains()) {
            standby.clear();
        }
    }

    /** Jumps to a place, in units of the scene's timings, in the next block; what {@link #announceJump} does, with all its work done here. */
    public void jumpTo(double units) {
        announceJump(units).run();
    }

    /**
     * Announces a jump to a place, in units of the scene's timings. {@link #place} is there at once; the sound goes on as it did until the
     * work is done that is returned, and what starts meanwhile waits for it. A jump that is announced later takes its place.
     *
     * @return reads what will be heard, and takes processors there, so that the audio thread does not have to; by any thread but that
     */
    public Runnable announceJump(double units) {
        return jumps.announce(units, () -> prepareJump(units));
    }

    private void prepareJump(double units) {
        MonitorScene now = scene;
        touch(now.heardTrack(), units);
        touch(now.blendedTrack(), units);
        for (MonitorScene.Track track : now.tracks()) {
            if (track.chain().isPresent()) {
                long there = track.timing().frameAt(units);
                boolean isHeard = track == now.heardTrack();
                standby.waitForJump(
                        track.chain().get(), track.source(), isHeard ? there : within(now.loopOf(track), there));
            }
        }
    }

    private void touch(MonitorScene.Track track, double units) {
        if (track != null) {
            reading.touch(track.source(), track.timing().frameAt(units));
        }
    }

    /**
     * Reads what may be heard next of every track, so that it lies in memory when the audio thread wants it. To be called every now and
     * then, at least twice in {@value Readahead#SECONDS} s, by any thread but the audio thread.
     */
    public void readAhead() {
        MonitorScene now = scene;
        double at = place;
        for (MonitorScene.Track track : now.tracks()) {
            touch(track, at);
            if (now.loopOf(track) != null) {
                reading.touch(track.source(), now.loopOf(track).start());
            }
        }
    }

    /**
     * Keeps processors of chains ready where they may come in next, so that the audio thread does not have to run the past through them. To be
     * called every few hundredths of a second while it plays, by any thread but the audio thread; called less often, nothing breaks, but the
     * audio thread has more to do.
     */
    public void prepare() {
        MonitorScene now = scene;
        if (!now.hasChains()) {
            standby.clear(); // also of what was brought back while the scene was being replaced
            return;
        }
        double at = place;
        for (MonitorScene.Track track : now.tracks()) {
            if (track.chain().isPresent()) {
                FrameRange loop = now.loopOf(track);
                standby.follow(track.chain().get(), track.source(), placeOf(now, track, at));
                if (loop != null) {
                    standby.waitAtLoop(track.chain().get(), track.source(), loop.start());
                }
            }
        }
    }

    /**
     * Makes a processor of a chain ready that will take over for a track in the next scene. By any thread but the audio thread.
     *
     * @param source the track's samples
     */
    public void prepare(StereoSource source, ProcessorPool chain) {
        MonitorScene now = scene;
        for (MonitorScene.Track track : now.tracks()) {
            if (track.source() == source) {
                standby.waitForChange(chain, source, placeOf(now, track, place));
            }
        }
    }

    /** Where a track would come in now: where it is already, or where it is carried over to. */
    private long placeOf(MonitorScene now, MonitorScene.Track track, double units) {
        long frame = track.timing().frameAt(units);
        return track.source() == placedSource ? frame : within(now.loopOf(track), frame);
    }

    /** How often the audio thread had to prepare a processor itself since the mixer was made. */
    public long unpreparedStarts() {
        return standby.unprepared();
    }

    /** The place that will be rendered next, in units of the scene's timings. */
    public double place() {
        return jumps.comingOr(place);
    }

    /** The frame of the heard track that will be rendered next. */
    public long position() {
        MonitorScene.Track track = scene.heardTrack();
        return (track == null ? Timing.COMMON : track.timing()).frameAt(place());
    }

    /** Whether it plays: started, and not yet run to the end. */
    public boolean isPlaying() {
        long request = scene.playRequest();
        return request != 0 && request != endedRequest;
    }

    /** Loudness and true peak of what is heard, before insert and volume. */
    public LiveMeter meter() {
        return meter;
    }

    /** Highest magnitude of all that went out since this was asked last. */
    public float takeOutputPeak() {
        return Float.intBitsToFloat(outputPeak.getAndSet(0));
    }

    /** Renders the next frames, at most a block of them. To be called by one thread at a time. */
    public void render(float[] left, float[] right, int count) {
        if (count > maxBlock) {
            throw new IllegalArgumentException("a block of " + count + " frames; at most " + maxBlock);
        }
        MonitorScene now = scene;
        Arrays.fill(left, 0, count, 0f);
        Arrays.fill(right, 0, count, 0f);
        int done = 0;
        while (done < count) {
            done += renderPart(now, left, right, done, count - done);
        }
        bus.process(now.path(), active != null, left, right, count);
        outputPeak.accumulateAndGet(Float.floatToIntBits(Math.max(peak(left, count), peak(right, count))), Math::max);
    }

    private static float peak(float[] samples, int count) {
        float peak = 0;
        for (int i = 0; i < count; i++) {
            if (Math.abs(samples[i]) > peak) {
                peak = Math.abs(samples[i]);
            }
        }
        return peak;
    }

    private int renderPart(MonitorScene now, float[] left, float[] right, int offset, int wanted) {
        Jumps.Jump asked = jumps.made();
        MonitorScene.Track track = now.heardTrack();
        boolean jumped = asked != doneJump;
        long at = frame(now, track, jumped, asked);
        boolean waits = active == null && jumps.isComing();
        boolean plays = track != null && now.playRequest() != 0 && now.playRequest() != endedRequest && !waits;
        if (plays && now.isPastAll(track.timing().unitsAt(at))) {
            endedRequest = now.playRequest();
            plays = false;
            at = track.timing().frameAt(now.firstPlace());
            jumped = true;
        }
        if (!plays) {
            leaveAll();
            doneJump = asked;
            publish(asked, track, at);
            mixVoices(now, left, right, offset, wanted);
            return wanted;
        }
        int count = wanted;
        boolean seam = false;
        FrameRange loop = now.loopOf(track);
        if (loop != null && at < loop.end() && at + count >= loop.end()) {
            count = (int) (loop.end() - at);
            seam = true;
        }
        if (jumped || active == null || !active.sounds(track.source(), now.chainOf(track))) {
            if (switchTo(now, track, at, jumped)) {
                doneJump = asked;
            }
        }
        blend(now, track, at, jumped);
        mixVoices(now, left, right, offset, count);
        long next = at + count;
        if (seam) {
            next = loop.start();
            switchTo(now, track, next, true);
            blend(now, track, next, true);
        }
        publish(asked, track, next);
        return count;
    }

    /** Where the heard track is: where it was, carried over from another track, or where a jump leads. */
    private long frame(MonitorScene now, MonitorScene.Track track, boolean jumped, Jumps.Jump asked) {
        if (track == null) {
            return placedFrame;
        }
        if (jumped) {
            return track.timing().frameAt(asked.units());
        }
        return track.source() == placedSource
                ? placedFrame
                : within(now.loopOf(track), track.timing().frameAt(place));
    }

    /** A frame as it is, or where a loop is on and it lies outside, the place in the loop it would have come to by going round. */
    private static long within(FrameRange loop, long frame) {
        if (loop == null || (frame >= loop.start() && frame < loop.end())) {
            return frame;
        }
        return loop.start() + Math.floorMod(frame - loop.start(), loop.end() - loop.start());
    }

    /** Moves on, unless a jump came in the meantime: then the next part takes it up. */
    private void publish(Jumps.Jump seen, MonitorScene.Track track, long next) {
        placedFrame = next;
        placedSource = track == null ? null : track.source();
        if (jumps.made() == seen && track != null) {
            place = track.timing().unitsAt(next);
        }
    }

    private boolean switchTo(MonitorScene now, MonitorScene.Track track, long at, boolean elsewhere) {
        MonitorVoice free = freeVoice();
        if (free == null) {
            return false;
        }
        StereoSource source = track.source();
        boolean sameSound = !elsewhere && active != null && active.source() == source;
        ProcessorPool chain = now.chainOf(track);
        if (!free.start(source, chain, at, track.gainThrough(chain), mainShare(now), !sameSound)) {
            return false;
        }
        if (active != null) {
            active.leave(!sameSound);
        }
        active = free;
        return true;
    }

    /** Brings the other track of a blend in, lets it go, or has it follow a jump of the heard one. */
    private void blend(MonitorScene now, MonitorScene.Track heard, long at, boolean jumped) {
        active.setShare(mainShare(now));
        MonitorScene.Track other = now.blendedTrack();
        if (other == null) {
            leaveBlended();
            return;
        }
        float share = (float) Math.sin(now.blendShare() * Math.PI / 2);
        ProcessorPool chain = now.chainOf(other);
        if (blended == null || jumped || !blended.sounds(other.source(), chain)) {
            MonitorVoice free = freeVoice();
            long there = within(
                    now.loopOf(other), other.timing().frameAt(heard.timing().unitsAt(at)));
            if (free != null && free.start(other.source(), chain, there, other.gainThrough(chain), share, true)) {
                leaveBlended();
                blended = free;
            }
        } else {
            blended.setShare(share);
        }
    }

    private static float mainShare(MonitorScene now) {
        return (float) Math.cos(now.blendShare() * Math.PI / 2);
    }

    private MonitorVoice freeVoice() {
        for (MonitorVoice voice : voices) {
            if (voice.isFree()) {
                return voice;
            }
        }
        return null;
    }

    private void leaveAll() {
        if (active != null) {
            active.leave(true);
            active = null;
        }
        leaveBlended();
    }

    private void leaveBlended() {
        if (blended != null) {
            blended.leave(true);
            blended = null;
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
                return track.gainThrough(voice.chain());
            }
        }
        return voice.trackGain();
    }
}
