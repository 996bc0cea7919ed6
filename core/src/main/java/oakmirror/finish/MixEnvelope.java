package oakmirror.finish;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleSupplier;
import oakmirror.audio.Decibels;
import oakmirror.limiter.LimiterModel;
import oakmirror.limiter.LimiterSettings;
import oakmirror.limiter.SoftClip;
import oakmirror.loudness.KWeightedPower;
import oakmirror.loudness.KWeighting;
import oakmirror.loudness.LoudnessMeter;

/**
 * What a limiter's effect on loudness depends on, thinned: the peak and the weighted energy of every {@value #MILLIS} ms. From it follows within milliseconds, and to a tenth or so
 * of a LU, how loud the whole would be at any drive, gated as it should be. 12 bytes every 2 ms, 43 MB for two hours.
 */
public final class MixEnvelope {

    /** Length of a hop. */
    static final int MILLIS = 2;

    private static final int HOPS_PER_SECOND = 1000 / MILLIS;
    private static final int HOPS_PER_STEP = HOPS_PER_SECOND / LoudnessMeter.STEPS_PER_SECOND;

    private final int sampleRate;
    private final KWeightedPower weighted;
    private final float[] last = new float[6];
    private float[] left = new float[4096];
    private float[] right = new float[4096];
    private float[] energy = new float[4096];
    private int hops;
    private long frames;
    private float leftPeak;
    private float rightPeak;
    private double sum;
    private final Map<FinishSettings, Double> loudestSane = new ConcurrentHashMap<>();

    /** Nothing so far, of a stream of that rate. */
    public MixEnvelope(int sampleRate) {
        this.sampleRate = sampleRate;
        weighted = new KWeightedPower(KWeighting.at(sampleRate));
    }

    /** Takes the next frames. */
    public void add(float[] l, float[] r, int count) {
        for (int done = 0; done < count; ) {
            long end = end(hops);
            int to = (int) Math.min(count, done + end - frames);
            sum += weighted.add(l, 1, r, 1, done, to);
            leftPeak = peak(leftPeak, l, done, to, 0);
            rightPeak = peak(rightPeak, r, done, to, 3);
            frames += to - done;
            done = to;
            if (frames == end) {
                close();
            }
        }
    }

    /** The highest magnitude of samples and half way between them, by the cubic through four. */
    private float peak(float so, float[] x, int from, int to, int at) {
        float a = last[at];
        float b = last[at + 1];
        float c = last[at + 2];
        float highest = so;
        for (int i = from; i < to; i++) {
            float d = x[i];
            float between = (9 * (b + c) - (a + d)) * (1 / 16f);
            highest = Math.max(highest, Math.max(Math.abs(d), Math.abs(between)));
            a = b;
            b = c;
            c = d;
        }
        last[at] = a;
        last[at + 1] = b;
        last[at + 2] = c;
        return highest;
    }

    private long end(int hop) {
        return Math.round((hop + 1.0) * sampleRate / HOPS_PER_SECOND);
    }

    private void close() {
        if (hops == left.length) {
            left = Arrays.copyOf(left, 2 * hops);
            right = Arrays.copyOf(right, 2 * hops);
            energy = Arrays.copyOf(energy, 2 * hops);
        }
        left[hops] = leftPeak;
        right[hops] = rightPeak;
        energy[hops] = (float) (sum / (end(hops) - end(hops - 1)));
        hops++;
        leftPeak = 0;
        rightPeak = 0;
        sum = 0;
    }

    /** The highest drive that is sane with a ceiling and a limiter, whatever the target, which is looked for once. */
    double loudestSane(FinishSettings settings, DoubleSupplier search) {
        FinishSettings any = settings.withTarget(0, settings.ceilingDbtp());
        Double known = loudestSane.get(any);
        if (known == null) {
            known = search.getAsDouble();
            loudestSane.put(any, known);
        }
        return known;
    }

    /** How many hops there are. */
    int hops() {
        return hops;
    }

    /**
     * What would become of it.
     *
     * @param driveDb gain before clip and limiter
     * @param settings of both
     */
    public Driven driven(double driveDb, double ceilingDbtp, LimiterSettings settings) {
        double gain = Decibels.toAmplitude(driveDb);
        double[] steps = new double[hops / HOPS_PER_STEP];
        float[] gains = new float[hops];
        Side l = new Side(settings);
        Side r = settings.link() == 1 ? l : new Side(settings);
        double ceiling = Decibels.toAmplitude(ceilingDbtp);
        SoftClip clip = settings.clipDb() > 0 ? new SoftClip(ceilingDbtp, settings.clipDb()) : null;
        float link = (float) settings.link();
        int late = l.model.lag();
        for (int from = 0; from < hops + late; from += LimiterModel.STRETCH) {
            for (int i = 0; i < LimiterModel.STRETCH; i++) {
                int h = from + i;
                float askedLeft = h < hops ? asked(left[h] * gain, ceiling, clip) : 0;
                float askedRight = h < hops ? asked(right[h] * gain, ceiling, clip) : 0;
                float most = Math.max(askedLeft, askedRight);
                r.asked[i] = askedRight + link * (most - askedRight);
                l.asked[i] = askedLeft + link * (most - askedLeft);
            }
            l.run();
            if (r != l) {
                r.run();
            }
            for (int i = 0; i < LimiterModel.STRETCH; i++) {
                int of = from + i - late;
                if (of >= 0 && of < hops) {
                    gains[of] = (float) Math.min(l.gains[i], r.gains[i]);
                    int step = of / HOPS_PER_STEP;
                    if (step < steps.length) {
                        double both = l.gains[i] * l.gains[i] + r.gains[i] * r.gains[i];
                        steps[step] += energy[of] * gain * gain * both / 2 / HOPS_PER_STEP;
                    }
                }
            }
        }
        return new Driven(LoudnessMeter.integrated(steps, steps.length), gains);
    }

    /** What is asked for on one side, or on both alike, and what becomes of it. */
    private static final class Side {
        final LimiterModel model;
        final float[] asked = new float[LimiterModel.STRETCH];
        final double[] gains = new double[LimiterModel.STRETCH];

        Side(LimiterSettings settings) {
            model = new LimiterModel(1.0 / HOPS_PER_SECOND, settings);
        }

        void run() {
            model.run(asked, gains);
        }
    }

    private static float asked(double peak, double ceiling, SoftClip clip) {
        double left = clip == null || peak <= ceiling / 2 ? peak : peak * Decibels.toAmplitude(-clip.takenDb(peak));
        return left > ceiling ? (float) Math.log(left / ceiling) : 0f;
    }

    /**
     * What has become of it, about.
     *
     * @param integratedLufs loudness of the whole; NaN where there is none
     * @param gains what each hop is multiplied by, at most 1
     */
    public record Driven(double integratedLufs, float[] gains) {

        /** What is taken away is at most this for that part of the time, in dB. */
        public double quantileDb(double part) {
            return gains.length == 0
                    ? 0
                    : takenDb(Selection.nth(gains, (int) Math.round((1 - part) * (gains.length - 1))));
        }

        /** What is taken away on average, in dB. */
        public double averageDb() {
            double sum = 0;
            for (float gain : gains) {
                sum += takenDb(gain);
            }
            return gains.length == 0 ? 0 : sum / gains.length;
        }

        private static double takenDb(float gain) {
            return gain == 1 ? 0 : -Decibels.ofAmplitude(gain);
        }

        /** For which part of the time more than that is taken away. */
        public double shareOver(double db) {
            double most = Decibels.toAmplitude(-db);
            int over = 0;
            for (float gain : gains) {
                over += gain < most ? 1 : 0;
            }
            return gains.length == 0 ? 0 : (double) over / gains.length;
        }
    }
}
