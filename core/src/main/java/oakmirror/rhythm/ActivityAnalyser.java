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
    private final float[] windowOfBoth;
    private final float[] power;
    private final FloatFFT_1D fft;
    /** Left and right by turns, as the transform takes them for real and imaginary parts. */
    private final float[] both;

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
        windowOfBoth = new float[2 * size];
        double sum = 0;
        for (int i = 0; i < size; i++) {
            float weight = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
            windowOfBoth[2 * i] = weight;
            windowOfBoth[2 * i + 1] = weight;
            sum += (double) weight * weight;
        }
        scale = 1 / (sum * size);
        power = new float[size / 2 + 1];
        fft = Fft.of(size);
        both = new float[2 * size];
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
        System.arraycopy(both, 2 * fresh, both, 0, 2 * (size - fresh));
        for (int i = 0; i < fresh; i++) {
            both[2 * (size - fresh + i)] = l[from + skip + i];
            both[2 * (size - fresh + i) + 1] = r[from + skip + i];
        }
        taken += count;
    }

    private void step() {
        product(windowOfBoth, both, work);
        fft.complexForward(work);
        product(work, work, work);
        for (int k = 1; k <= size / 2; k++) {
            int a = 2 * k;
            int b = 2 * (size - k);
            power[k] = work[a] + work[a + 1] + work[b] + work[b + 1];
        }
        float rise = 0;
        float lowRise = 0;
        float[] now = past[steps % LAG];
        for (int b = 0; b < BANDS; b++) {
            float sum = sum(bandEdges[b], Math.min(bandEdges[b + 1], size / 2 + 1));
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
            zonePower[z] += sum(zoneBins[z][0], zoneBins[z][1]);
        }
        if (steps % STEPS_PER_ZONE == 0) {
            closeZones(STEPS_PER_ZONE);
        }
    }

    private static void product(float[] a, float[] b, float[] out) {
        for (int i = 0; i < out.length; i++) {
            out[i] = a[i] * b[i];
        }
    }

    /** The power of some lines; by four sums, as one would wait for itself at every line. */
    private float sum(int from, int to) {
        float s0 = 0;
        float s1 = 0;
        float s2 = 0;
        float s3 = 0;
        int k = from;
        for (; k < to - 3; k += 4) {
            s0 += power[k];
            s1 += power[k + 1];
            s2 += power[k + 2];
            s3 += power[k + 3];
        }
        for (; k < to; k++) {
            s0 += power[k];
        }
        return s0 + s1 + (s2 + s3);
    }

    private void countLevels() {
        double all = 0;
        for (double power : bandPower) {
            all += power;
        }
        if (all > GATE) {
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
