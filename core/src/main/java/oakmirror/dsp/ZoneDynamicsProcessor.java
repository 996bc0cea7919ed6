package oakmirror.dsp;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;

/** What a {@link ZoneDynamicsStage} makes. */
final class ZoneDynamicsProcessor implements StereoProcessor {

    private static final int CHUNK = 256;
    /** After so many time constants of its release a level has forgotten what was before. */
    private static final double RELEASES_REMEMBERED = 4;

    private final Band[] bands;
    private final int ahead;
    private final int cutLatency;
    private final int memory;
    private final float[] dryLeft;
    private final float[] dryRight;
    private final float[] workLeft = new float[CHUNK];
    private final float[] workRight = new float[CHUNK];
    private final float[] sumLeft = new float[CHUNK];
    private final float[] sumRight = new float[CHUNK];
    private int place;

    ZoneDynamicsProcessor(List<ZoneDynamicsBand> wanted, List<FirConvolver> cutters, int sampleRate) {
        ahead = wanted.stream().mapToInt(b -> aheadFrames(b, sampleRate)).max().orElse(0);
        cutLatency =
                cutters.stream().mapToInt(FirConvolver::latencyFrames).max().orElse(0);
        bands = new Band[wanted.size()];
        double release = 0;
        int taps = 0;
        for (int b = 0; b < bands.length; b++) {
            bands[b] = new Band(wanted.get(b), cutters.get(b), sampleRate, ahead);
            release = Math.max(release, wanted.get(b).releaseSeconds());
            taps = Math.max(taps, cutters.get(b).memoryFrames());
        }
        memory = taps + ahead + (int) Math.ceil(RELEASES_REMEMBERED * release * sampleRate);
        dryLeft = new float[cutLatency + ahead + CHUNK];
        dryRight = new float[dryLeft.length];
    }

    /** How far a level is ahead of what its gain is applied to: a gain is there one look after its level. */
    private static int aheadFrames(ZoneDynamicsBand band, int sampleRate) {
        return ZoneLevel.TICK + (int) Math.round(band.attackSeconds() * sampleRate);
    }

    @Override
    public void process(float[] left, float[] right, int offset, int count) {
        for (int done = 0; done < count; done += CHUNK) {
            chunk(left, right, offset + done, Math.min(CHUNK, count - done));
        }
    }

    private void chunk(float[] left, float[] right, int offset, int n) {
        int size = dryLeft.length;
        for (int i = 0; i < n; i++) {
            int at = (place + i) % size;
            dryLeft[at] = left[offset + i];
            dryRight[at] = right[offset + i];
        }
        Arrays.fill(sumLeft, 0, n, 0f);
        Arrays.fill(sumRight, 0, n, 0f);
        for (Band band : bands) {
            System.arraycopy(left, offset, workLeft, 0, n);
            System.arraycopy(right, offset, workRight, 0, n);
            band.change(workLeft, workRight, n);
            for (int i = 0; i < n; i++) {
                sumLeft[i] += workLeft[i];
                sumRight[i] += workRight[i];
            }
        }
        for (int i = 0; i < n; i++) {
            int at = (place + i + size - cutLatency - ahead) % size;
            left[offset + i] = dryLeft[at] + sumLeft[i];
            right[offset + i] = dryRight[at] + sumRight[i];
        }
        place = (place + n) % size;
    }

    /** A zone: what its gain adds to it or takes off. */
    private static final class Band {
        private final ZoneDynamicsBand band;
        private final FirConvolver cutter;
        private final ZoneLevel level;
        private final float[] heldLeft;
        private final float[] heldRight;
        private final int soundAgo;
        private final int levelAgo;
        private int place;
        private int sinceLook;
        private double gain;
        private double step;

        Band(ZoneDynamicsBand band, FirConvolver cutter, int sampleRate, int ahead) {
            this.band = band;
            this.cutter = cutter;
            level = new ZoneLevel(band.zone(), sampleRate);
            heldLeft = new float[ahead + 1];
            heldRight = new float[ahead + 1];
            soundAgo = ahead;
            levelAgo = ahead - aheadFrames(band, sampleRate);
            reset();
        }

        void change(float[] l, float[] r, int n) {
            cutter.process(l, r, 0, n);
            int size = heldLeft.length;
            for (int i = 0; i < n; i++) {
                heldLeft[place] = l[i];
                heldRight[place] = r[i];
                int heard = place - levelAgo;
                heard = heard < 0 ? heard + size : heard;
                level.add(heldLeft[heard], heldRight[heard]);
                if (++sinceLook == ZoneLevel.TICK) {
                    sinceLook = 0;
                    step = (Decibels.toAmplitude(band.gainDb(level.db())) - 1 - gain) / ZoneLevel.TICK;
                }
                gain += step;
                int sound = place - soundAgo;
                sound = sound < 0 ? sound + size : sound;
                l[i] = (float) (gain * heldLeft[sound]);
                r[i] = (float) (gain * heldRight[sound]);
                place = place + 1 == size ? 0 : place + 1;
            }
        }

        void reset() {
            cutter.reset();
            level.reset();
            Arrays.fill(heldLeft, 0f);
            Arrays.fill(heldRight, 0f);
            sinceLook = 0;
            gain = Decibels.toAmplitude(band.gainDb(level.db())) - 1;
            step = 0;
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
        Arrays.fill(dryLeft, 0f);
        Arrays.fill(dryRight, 0f);
        for (Band band : bands) {
            band.reset();
        }
    }
}
