package oakmirror.dynamics;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.filter.Halvings;
import oakmirror.spectrum.Zone;

/**
 * Crest factors zone by zone. Each zone is cut out with a linear-phase filter, see {@link ZoneFilter} (the top one has no upper end), at the
 * lowest rate that still is 3.5 times its upper end, halved from the full one with {@link Halvings}. Peak is the higher of both
 * channels', power their mean: one channel alone reads 3 dB more than both alike.
 *
 * <p>Peaks and powers are kept by steps of {@value #STEP_SECONDS} s and read in windows of {@value #WINDOW_STEPS} steps. Windows more than
 * 30 dB below the loudest of their zone, or below −90 dBFS, do not count. What is shorter than a window is one window. A zone with less than
 * {@value #LEAST_SHARE} of the power, or with fewer than a quarter of the windows that sound at all, has no figure: one click would make it.
 */
public final class ZoneDynamicsAnalyser {

    /** Time from window to window. */
    public static final double STEP_SECONDS = 0.5;

    /** Steps in a window: 3 s, as the short-term loudness has. */
    public static final int WINDOW_STEPS = 6;

    private static final double LEAST_RATE_OVER_TOP = 3.5;
    private static final int MOST_HALVINGS = 9;
    private static final double GATE = 1e-3;
    private static final double SILENCE = 1e-9;
    /** A zone with less of the power than this reads what leaks into it: −50 dB. */
    private static final double LEAST_SHARE = 1e-5;

    private static final double LEAST_WINDOWS = 0.25;

    private final List<ZoneMeter> zones = new ArrayList<>();
    private final Halvings halvings;

    /** An analyser for one stream. */
    public ZoneDynamicsAnalyser(int sampleRate) {
        int most = 0;
        for (Zone zone : Zone.values()) {
            int n = (int) Math.floor(Math.log(sampleRate / (LEAST_RATE_OVER_TOP * zone.highHz())) / Math.log(2));
            n = Math.max(0, Math.min(MOST_HALVINGS, n));
            most = Math.max(most, n);
            zones.add(new ZoneMeter(zone, (double) sampleRate / (1 << n), n));
        }
        halvings = new Halvings(most);
    }

    /** Takes the next frames. */
    public void add(float[] left, float[] right, int count) {
        halvings.take(left, right, count);
        for (ZoneMeter zone : zones) {
            zone.add(halvings.frames(zone.halvings), halvings.count(zone.halvings));
        }
    }

    /** The frames that were taken last, at rates down to what the lowest zone needs, for others who need them slower. */
    public Halvings halvings() {
        return halvings;
    }

    /** The crest factors of the zones, in their order. Ends the stream. */
    public List<ZoneDynamics> finish() {
        List<double[]> powers = zones.stream().map(ZoneMeter::finish).toList();
        double[] all = new double[powers.stream().mapToInt(p -> p.length).max().orElse(0)];
        for (double[] power : powers) {
            for (int w = 0; w < power.length; w++) {
                all[w] += power[w];
            }
        }
        double sum = Arrays.stream(all).sum();
        long sounding = Arrays.stream(all).filter(p -> p > SILENCE).count();
        List<ZoneDynamics> dynamics = new ArrayList<>();
        for (int z = 0; z < zones.size(); z++) {
            boolean enough = Arrays.stream(powers.get(z)).sum() >= LEAST_SHARE * sum;
            dynamics.add(enough ? zones.get(z).dynamics(powers.get(z), sounding) : ZoneDynamics.UNKNOWN);
        }
        return dynamics;
    }

    private static final class ZoneMeter {
        private final int halvings;
        private final double rate;
        private final Optional<ZoneFilter> filter;
        private double[] highest = new double[0];
        private double[] peaks = new double[256];
        private double[] squares = new double[256];
        private long[] lengths = new long[256];
        private int steps;
        private long frames;
        private double peak;
        private double sum;
        private long length;

        ZoneMeter(Zone zone, double rate, int halvings) {
            this.halvings = halvings;
            this.rate = rate;
            boolean exists = zone.lowHz() < 0.45 * rate;
            double high = zone == Zone.AIR || zone.highHz() >= 0.45 * rate ? rate / 2 : zone.highHz();
            filter = exists ? Optional.of(new ZoneFilter(zone.lowHz(), high, rate)) : Optional.empty();
        }

        void add(float[][] in, int count) {
            filter.ifPresent(f -> f.process(in, count, this::take));
        }

        /** A segment belongs to the step it begins in. */
        private void take(float[] highest, float[] powers, int segments) {
            for (int s = 0; s < segments; s++) {
                if (frames >= (steps + 1) * STEP_SECONDS * rate) {
                    close();
                }
                peak = Math.max(peak, highest[s]);
                sum += powers[s] / 2;
                length += ZoneFilter.SEGMENT;
                frames += ZoneFilter.SEGMENT;
            }
        }

        private void close() {
            if (steps == peaks.length) {
                peaks = Arrays.copyOf(peaks, 2 * steps);
                squares = Arrays.copyOf(squares, 2 * steps);
                lengths = Arrays.copyOf(lengths, 2 * steps);
            }
            peaks[steps] = peak;
            squares[steps] = sum;
            lengths[steps] = length;
            steps++;
            peak = 0;
            sum = 0;
            length = 0;
        }

        /** The power of each window. */
        double[] finish() {
            filter.ifPresent(f -> f.finish(this::take));
            if (length > 0 && steps < WINDOW_STEPS) {
                close();
            }
            int windows = steps == 0 ? 0 : Math.max(1, steps - WINDOW_STEPS + 1);
            double[] power = new double[windows];
            highest = new double[windows];
            for (int w = 0; w < windows; w++) {
                long frames = 0;
                for (int s = w; s < Math.min(steps, w + WINDOW_STEPS); s++) {
                    power[w] += squares[s];
                    frames += lengths[s];
                    highest[w] = Math.max(highest[w], peaks[s]);
                }
                power[w] /= Math.max(1, frames);
            }
            return power;
        }

        /** The crest factors; unknown where fewer than a quarter of the windows that sound have anything of it. */
        ZoneDynamics dynamics(double[] power, long sounding) {
            int windows = power.length;
            double gate = Math.max(SILENCE, GATE * Arrays.stream(power).max().orElse(0));
            double[] crest = new double[windows];
            int count = 0;
            for (int w = 0; w < windows; w++) {
                if (power[w] > gate) {
                    crest[count++] = Decibels.ofPower(highest[w] * highest[w] / power[w]);
                }
            }
            return count == 0 || count < LEAST_WINDOWS * sounding
                    ? ZoneDynamics.UNKNOWN
                    : quantiles(Arrays.copyOf(crest, count));
        }

        private static ZoneDynamics quantiles(double[] crest) {
            return new ZoneDynamics(Quantiles.of(crest, 0.1), Quantiles.of(crest, 0.5), Quantiles.of(crest, 0.9));
        }
    }
}
