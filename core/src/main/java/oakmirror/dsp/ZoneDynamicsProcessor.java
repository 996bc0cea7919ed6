package oakmirror.dsp;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;

/**
 * What a {@link ZoneDynamicsStage} makes. While the past is gone through, it is only transformed; what each zone needs of it, which is much less for high zones than for
 * low ones, is worked out in the end.
 */
final class ZoneDynamicsProcessor implements StereoProcessor {

    /** Frames in a block of the cutter. */
    static final int PART = 1024;

    /** After so many time constants of its release a level has forgotten what was before. */
    private static final double RELEASES_REMEMBERED = 3;

    private final ZoneCutter cutter;
    private final Band[] bands;
    private final int ahead;
    private final int cutLatency;
    private final int memory;
    private final float[] dryLeft;
    private final float[] dryRight;
    private final float[] sumLeft = new float[PART];
    private final float[] sumRight = new float[PART];
    private int dryPlace;
    /** Whether the past was gone through beyond where the bands are. */
    private boolean isBehind;

    ZoneDynamicsProcessor(List<ZoneDynamicsBand> wanted, ZoneCutter cutter, int reach, int sampleRate) {
        this.cutter = cutter;
        ahead = wanted.stream().mapToInt(b -> aheadFrames(b, sampleRate)).max().orElse(0);
        cutLatency = wanted.isEmpty() ? 0 : PART + reach;
        bands = new Band[wanted.size()];
        for (int b = 0; b < bands.length; b++) {
            bands[b] = new Band(b, wanted.get(b), sampleRate, ahead);
        }
        memory = 2 * reach + pastFrames(wanted, sampleRate);
        dryLeft = new float[cutLatency + ahead + PART];
        dryRight = new float[dryLeft.length];
    }

    /** How much of what the zones sounded like matters. */
    static int pastFrames(List<ZoneDynamicsBand> bands, int sampleRate) {
        return bands.stream()
                .mapToInt(b -> ownPast(b, sampleRate) + aheadFrames(b, sampleRate))
                .max()
                .orElse(0);
    }

    private static int ownPast(ZoneDynamicsBand band, int sampleRate) {
        return (int) Math.ceil(RELEASES_REMEMBERED * band.releaseSeconds() * sampleRate);
    }

    /** How far a level is ahead of what its gain is applied to: a gain is there one look after its level. */
    private static int aheadFrames(ZoneDynamicsBand band, int sampleRate) {
        return ZoneLevel.TICK + (int) Math.round(band.attackSeconds() * sampleRate);
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        if (bands.length == 0) {
            return;
        }
        settle();
        for (int done = 0; done < count; ) {
            int n = Math.min(count - done, cutter.room());
            int at = offset + done;
            keepDry(left, right, at, n);
            Arrays.fill(sumLeft, 0, n, 0f);
            Arrays.fill(sumRight, 0, n, 0f);
            for (Band band : bands) {
                band.add(sumLeft, sumRight, cutter.filled(), n);
            }
            cutter.take(left, right, at, n);
            mix(left, right, at, n);
            if (cutter.filled() == 0) {
                for (Band band : bands) {
                    cutter.cut(band.index, cutter.blocks(), band.sound);
                }
            }
            done += n;
        }
        for (Band band : bands) {
            band.block = cutter.blocks();
            band.frame = cutter.filled();
        }
    }

    private void keepDry(float[] left, float[] right, int offset, int n) {
        for (int i = 0; i < n; i++) {
            dryLeft[dryPlace] = left[offset + i];
            dryRight[dryPlace] = right[offset + i];
            dryPlace = dryPlace + 1 == dryLeft.length ? 0 : dryPlace + 1;
        }
    }

    private void mix(float[] left, float[] right, int offset, int n) {
        int size = dryLeft.length;
        int at = (dryPlace - n - cutLatency - ahead + 2 * size) % size;
        for (int i = 0; i < n; i++) {
            left[offset + i] = dryLeft[at] + sumLeft[i];
            right[offset + i] = dryRight[at] + sumRight[i];
            at = at + 1 == size ? 0 : at + 1;
        }
    }

    @Override
    public void pass(float[] left, float[] right, int offset, int count) {
        if (bands.length == 0) {
            return;
        }
        keepDry(left, right, offset, count);
        for (int done = 0; done < count; ) {
            int n = Math.min(count - done, cutter.room());
            cutter.take(left, right, offset + done, n);
            done += n;
        }
        isBehind = true;
    }

    @Override
    public void settle() {
        if (isBehind) {
            isBehind = false;
            for (Band band : bands) {
                band.catchUp();
            }
        }
    }

    /** A zone: what its gain adds to it or takes off. */
    private final class Band {
        private final int index;
        private final ZoneDynamicsBand band;
        private final ZoneLevel level;
        private final float[] sound = new float[4 * PART];
        private final float[] heldLeft;
        private final float[] heldRight;
        private final int past;
        private final int levelAgo;
        private int place;
        private int sinceLook;
        private double gain;
        private double step;
        /** Up to where it has heard: that many frames of what comes while that block is being filled. */
        private long block;

        private int frame;

        Band(int index, ZoneDynamicsBand band, int sampleRate, int ahead) {
            this.index = index;
            this.band = band;
            level = new ZoneLevel(band.zone(), sampleRate);
            heldLeft = new float[ahead + 1];
            heldRight = new float[ahead + 1];
            past = ownPast(band, sampleRate) + ahead;
            levelAgo = ahead - aheadFrames(band, sampleRate);
            start();
        }

        /** Goes on to where the cutter is; not through more than it needs. */
        void catchUp() {
            long target = cutter.blocks() * PART + cutter.filled();
            long from = block * PART + frame;
            if (target - from > past) {
                start();
                from = target - past;
            }
            block = from / PART;
            frame = (int) (from % PART);
            while (block < cutter.blocks()) {
                cutter.cut(index, block, sound);
                listen(frame, PART - frame);
                block++;
                frame = 0;
            }
            cutter.cut(index, block, sound);
            listen(frame, cutter.filled() - frame);
            frame = cutter.filled();
        }

        private void listen(int from, int n) {
            add(sumLeft, sumRight, from, n); // which nobody hears
        }

        /** Adds what its gain changes, of some frames of the block that is being filled. */
        void add(float[] l, float[] r, int from, int n) {
            int size = heldLeft.length;
            for (int i = 0; i < n; i++) {
                int in = 2 * (PART + from + i);
                heldLeft[place] = sound[in];
                heldRight[place] = sound[in + 1];
                int heard = place - levelAgo;
                heard = heard < 0 ? heard + size : heard;
                level.add(heldLeft[heard], heldRight[heard]);
                if (++sinceLook == ZoneLevel.TICK) {
                    sinceLook = 0;
                    step = (Decibels.toAmplitude(band.gainDb(level.db())) - 1 - gain) / ZoneLevel.TICK;
                }
                gain += step;
                place = place + 1 == size ? 0 : place + 1; // the oldest, which sounds now
                l[i] += (float) (gain * heldLeft[place]);
                r[i] += (float) (gain * heldRight[place]);
            }
        }

        private void start() {
            level.reset();
            Arrays.fill(heldLeft, 0f);
            Arrays.fill(heldRight, 0f);
            sinceLook = 0;
            gain = Decibels.toAmplitude(band.gainDb(level.db())) - 1;
            step = 0;
        }

        void reset() {
            start();
            Arrays.fill(sound, 0f);
            block = 0;
            frame = 0;
        }
    }

    @Override
    public int latencyFrames() {
        return cutLatency + ahead;
    }

    @Override
    public int memoryFrames() {
        return memory;
    }

    @Override
    public void reset() {
        cutter.reset();
        isBehind = false;
        Arrays.fill(dryLeft, 0f);
        Arrays.fill(dryRight, 0f);
        for (Band band : bands) {
            band.reset();
        }
    }
}
