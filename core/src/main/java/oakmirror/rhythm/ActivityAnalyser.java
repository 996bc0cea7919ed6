package oakmirror.rhythm;

import java.util.Arrays;
import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;
import oakmirror.audio.LevelCounts;
import oakmirror.spectrum.Zone;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * Follows what goes on in a stereo stream: a spectrum of 43 ms every 10 ms (Hann; 2048 samples at 48 kHz, the nearest power of two in time
 * at other rates), from which onsets and zone levels are taken.
 *
 * <p>Onsets are positive changes of the decibels of 24 bands, evenly spaced over log frequency from 30 Hz to 16 kHz, against 20 ms before.
 * What lies more than 40 dB below the loudest moment of its band so far does not count, so that noise between notes makes no onsets.
 */
public final class ActivityAnalyser {

    private static final double SECONDS_PER_BLOCK = 2048.0 / 48000;
    private static final int BANDS = 24;
    private static final double LOW_HZ = 30;
    private static final double HIGH_HZ = 16000;
    private static final double LOW_ONSETS_BELOW_HZ = 160;
    private static final int LAG = 2;
    private static final float FLOOR = 1e-4f; // −40 dB
    private static final int STEPS_PER_SECOND = (int) Math.round(1 / Activity.ONSET_SECONDS);
    private static final int STEPS_PER_ZONE = (int) Math.round(Activity.ZONE_SECONDS / Activity.ONSET_SECONDS);
    private static final double SILENCE_DB = -120;

    /** Steps below this, −70 dBFS, do not count for floors. */
    private static final double GATE = 1e-7;

    private static final double FLOOR_PART = 0.05;

    private final int sampleRate;
    private final int size;
    private final float[] window;
    private final float[] power;
    private final FloatFFT_1D fft;
    private final float[] left;
    private final float[] right;
    private final float[] work;
    private final int[] bandEdges = new int[BANDS + 1];
    private final int lowBands;
    private final int[][] zoneBins = new int[Zone.values().length][];
    private final float[] loudest = new float[BANDS];
    private final float[][] past = new float[LAG][BANDS];
    private final double[] zonePower = new double[Zone.values().length];
    private final double scale;
    private final LevelCounts levels = new LevelCounts(BANDS);
    private final double[] bandPower = new double[BANDS];
    private final double[] bandSum = new double[BANDS];

    private long taken;
    private int steps;
    private float[] onsets = new float[4096];
    private float[] lowOnsets = new float[4096];
    private float[][] zoneDb = new float[Zone.values().length][512];
    private int zoneSteps;

    /** An analyser for one stream. */
    public ActivityAnalyser(int sampleRate) {
        this.sampleRate = sampleRate;
        size = 1 << (int) Math.round(Math.log(SECONDS_PER_BLOCK * sampleRate) / Math.log(2));
        window = new float[size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            sum += (double) window[i] * window[i];
        }
        scale = 1 / (sum * size);
        power = new float[size / 2 + 1];
        fft = Fft.of(size);
        left = new float[size];
        right = new float[size];
        work = new float[2 * size];
        double nyquist = sampleRate / 2.0;
        int low = 0;
        for (int b = 0; b <= BANDS; b++) {
            double hz = LOW_HZ * Math.pow(HIGH_HZ / LOW_HZ, (double) b / BANDS);
            int bin = (int) Math.round(Math.min(hz, nyquist) * size / sampleRate);
            bandEdges[b] = b == 0 ? Math.max(1, bin) : Math.max(bandEdges[b - 1] + 1, bin);
            low = hz <= LOW_ONSETS_BELOW_HZ ? b : low;
        }
        lowBands = low;
        for (Zone zone : Zone.values()) {
            int from = Math.max(1, (int) Math.round(zone.lowHz() * size / sampleRate));
            int to = Math.max(from + 1, (int) Math.round(zone.highHz() * size / sampleRate));
            zoneBins[zone.ordinal()] = new int[] {Math.min(from, size / 2 + 1), Math.min(to, size / 2 + 1)};
        }
    }

    /** Takes the next frames. */
    public void add(float[] l, float[] r, int count) {
        int done = 0;
        while (done < count) {
            // Step s looks at the block that is centred on its moment: it is due when half a block past it has come in.
            long due = moment(steps) + size / 2;
            int part = (int) Math.min(count - done, due - taken);
            push(l, r, done, part);
            done += part;
            if (taken == due) {
                step();
            }
        }
    }

    private long moment(int step) {
        return Math.round((double) step * sampleRate / STEPS_PER_SECOND);
    }

    private void push(float[] l, float[] r, int from, int count) {
        int skip = Math.max(0, count - size);
        int fresh = count - skip;
        System.arraycopy(left, fresh, left, 0, size - fresh);
        System.arraycopy(right, fresh, right, 0, size - fresh);
        System.arraycopy(l, from + skip, left, size - fresh, fresh);
        System.arraycopy(r, from + skip, right, size - fresh, fresh);
        taken += count;
    }

    private void step() {
        for (int i = 0; i < size; i++) {
            work[2 * i] = window[i] * left[i];
            work[2 * i + 1] = window[i] * right[i];
        }
        fft.complexForward(work);
        for (int k = 1; k <= size / 2; k++) {
            int a = 2 * k;
            int b = 2 * (size - k);
            power[k] = work[a] * work[a] + work[a + 1] * work[a + 1] + work[b] * work[b] + work[b + 1] * work[b + 1];
        }
        float rise = 0;
        float lowRise = 0;
        float[] now = past[steps % LAG];
        for (int b = 0; b < BANDS; b++) {
            float sum = 0;
            int end = Math.min(bandEdges[b + 1], size / 2 + 1);
            for (int k = bandEdges[b]; k < end; k++) {
                sum += power[k];
            }
            bandPower[b] = sum * scale;
            loudest[b] = Math.max(loudest[b], sum);
            float db = (float) Decibels.ofPower(sum + loudest[b] * FLOOR + 1e-9f);
            float change = Math.max(0, db - now[b]);
            now[b] = db;
            if (steps >= LAG) {
                rise += change;
                lowRise += b < lowBands ? change : 0;
            }
        }
        countLevels();
        if (steps == onsets.length) {
            onsets = Arrays.copyOf(onsets, 2 * steps);
            lowOnsets = Arrays.copyOf(lowOnsets, 2 * steps);
        }
        onsets[steps] = rise;
        lowOnsets[steps] = lowRise;
        steps++;
        for (int z = 0; z < zonePower.length; z++) {
            for (int k = zoneBins[z][0]; k < zoneBins[z][1]; k++) {
                zonePower[z] += power[k];
            }
        }
        if (steps % STEPS_PER_ZONE == 0) {
            closeZones(STEPS_PER_ZONE);
        }
    }

    private void countLevels() {
        if (Arrays.stream(bandPower).sum() > GATE) {
            levels.add(bandPower);
            for (int b = 0; b < BANDS; b++) {
                bandSum[b] += bandPower[b];
            }
        }
    }

    private Floors floors() {
        float[] low = new float[BANDS];
        float[] mean = new float[BANDS];
        for (int b = 0; b < BANDS; b++) {
            low[b] = (float) levels.quantileDb(b, FLOOR_PART);
            mean[b] = (float) Math.max(SILENCE_DB, Decibels.ofPower(bandSum[b] / levels.taken()));
        }
        return levels.taken() == 0 ? Floors.none() : new Floors(low, mean);
    }

    private void closeZones(int count) {
        for (int z = 0; z < zonePower.length; z++) {
            if (zoneSteps == zoneDb[z].length) {
                zoneDb[z] = Arrays.copyOf(zoneDb[z], 2 * zoneSteps);
            }
            zoneDb[z][zoneSteps] = (float) Math.max(SILENCE_DB, Decibels.ofPower(zonePower[z] * scale / count));
            zonePower[z] = 0;
        }
        zoneSteps++;
    }

    /** What went on in all that was taken. Ends the stream. */
    public Activity finish() {
        long end = taken;
        float[] silence = new float[size];
        while (moment(steps) < end) {
            add(silence, silence, (int) Math.min(size, moment(steps) + size / 2 - taken));
        }
        if (steps % STEPS_PER_ZONE != 0) {
            closeZones(steps % STEPS_PER_ZONE);
        }
        float[][] zones = new float[zoneDb.length][];
        for (int z = 0; z < zones.length; z++) {
            zones[z] = Arrays.copyOf(zoneDb[z], zoneSteps);
        }
        return new Activity(Arrays.copyOf(onsets, steps), Arrays.copyOf(lowOnsets, steps), zones, floors());
    }
}
