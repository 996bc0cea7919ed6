package oakmirror.dsp;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;

/**
 * What a {@link ZoneDynamicsStage} makes. While the past is gone through, it is only transformed; what each zone needs of it, which is much less for high zones than for
 * low ones, is worked out in the end.
 */
final class ZoneDynamicsProcessor implements StereoProcessor {

    /** After so many time constants of its release a level has forgotten what was before. */
    private static final double RELEASES_REMEMBERED = 3;

    private final ZoneCutter cutter;
    /** Frames in a block of the cutter. */
    private final int part;

    private final Band[] bands;
    private final int ahead;
    private final int cutLatency;
    private final int memory;
    private final float[] dryLeft;
    private final float[] dryRight;
    private final float[] sumLeft;
    private final float[] sumRight;
    private int dryPlace;
    /** Whether the past was gone through beyond where the bands are. */
    private boolean isBehind;

    ZoneDynamicsProcessor(List<ZoneDynamicsBand> wanted, ZoneCutter cutter, int reach, int sampleRate) {
        this.cutter = cutter;
        part = cutter.part();
        sumLeft = new float[part];
        sumRight = new float[part];
        ahead = wanted.stream().mapToInt(b -> aheadFrames(b, sampleRate)).max().orElse(0);
        cutLatency = wanted.isEmpty() ? 0 : part + reach;
        bands = new Band[wanted.size()];
        for (int b = 0; b < bands.length; b++) {
            bands[b] = new Band(b, wanted.get(b), sampleRate, ahead);
        }
        memory = 2 * reach + pastFrames(wanted, sampleRate);
        dryLeft = new float[cutLatency + ahead + part];
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

    /**
     * How far a level is ahead of what its gain is applied to. A gain is there one look after its level, and a look may come just before what matters: so by two looks more
     * than the level takes to rise.
     */
    private static int aheadFrames(ZoneDynamicsBand band, int sampleRate) {
        return 2 * ZoneLevel.tick(sampleRate) + (int) Math.round(band.attackSeconds() * sampleRate);
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

    /** The compressor or expander of one zone: adds (gain − 1) times the band of the zone to the signal. */
    private final class Band {
        private final int index;
        private final ZoneDynamicsBand band;
        private final ZoneLevel level;
        private final float[] sound = new float[4 * part];
        /** Delay line of the band: as long as the look-ahead of the level detector, and a block. */
        private final float[] lineLeft;

        private final float[] lineRight;
        private final int past;
        private final int levelAgo;
        private final int tick;
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
            tick = ZoneLevel.tick(sampleRate);
            lineLeft = new float[ahead + part];
            lineRight = new float[ahead + part];
            past = ownPast(band, sampleRate) + ahead;
            levelAgo = ahead - aheadFrames(band, sampleRate);
            start();
        }

        /** Goes on to where the cutter is; not through more than it needs. */
        void catchUp() {
            long target = cutter.blocks() * part + cutter.filled();
            long from = block * part + frame;
            if (target - from > past) {
                start();
                from = target - past;
            }
            block = from / part;
            frame = (int) (from % part);
            while (block < cutter.blocks()) {
                cutter.cut(index, block, sound);
                listen(frame, part - frame);
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
            for (int i = 0; i < n; i++) {
                int in = 2 * (part + from + i);
                lineLeft[ahead + i] = sound[in];
                lineRight[ahead + i] = sound[in + 1];
            }
            for (int done = 0; done < n; ) {
                int m = Math.min(n - done, level.room());
                level.add(lineLeft, lineRight, ahead + done - levelAgo, m);
                for (int i = done; i < done + m; i++) {
                    gain += step;
                    l[i] += (float) (gain * lineLeft[i]);
                    r[i] += (float) (gain * lineRight[i]);
                }
                done += m;
                sinceLook += m;
                if (sinceLook == tick) {
                    look();
                }
            }
            System.arraycopy(lineLeft, n, lineLeft, 0, ahead);
            System.arraycopy(lineRight, n, lineRight, 0, ahead);
        }

        private void look() {
            sinceLook = 0;
            step = (Decibels.toAmplitude(band.gainDb(level.db())) - 1 - gain) / tick;
        }

        private void start() {
            level.reset();
            Arrays.fill(lineLeft, 0f);
            Arrays.fill(lineRight, 0f);
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
