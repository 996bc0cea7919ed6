package oakmirror.zones;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.dsp.ZoneLevel;
import oakmirror.dynamics.Quantiles;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.spectrum.Zone;

/**
 * What a zone of a mix sounds like over time, as far as its compressor or expander needs to know: for every moment of {@value #MOMENT_SECONDS} s the level that it is
 * heard at, and the peak and the power of what the gain for that level is applied to. From these its crest factors with any threshold and slope follow without
 * going through the samples again, read as the crest factors of tracks are: in windows of 3 s every half second, those 30 dB below the loudest left out.
 */
final class ZoneSound {

    static final double MOMENT_SECONDS = 1.0 / 1500;

    /** No more than so much of a long mix is listened to, in pieces that are spread over it. */
    private static final double MOST_SECONDS = 300;

    private static final double PIECE_SECONDS = 15;
    private static final double STEP_SECONDS = 0.5;
    private static final int WINDOW_STEPS = 6;
    private static final double GATE = 1e-3;
    private static final double SILENCE = 1e-9;
    private static final int BLOCK = 4096;

    private final Zone zone;
    private final List<Piece> pieces = new ArrayList<>();
    private final int momentsAStep;

    /** One stretch of it. */
    private static final class Piece {
        private final float[] levelDb;
        private final float[] peak;
        private final float[] power;
        private int count;

        Piece(int moments) {
            levelDb = new float[moments];
            peak = new float[moments];
            power = new float[moments];
        }
    }

    private ZoneSound(Zone zone, int momentsAStep) {
        this.zone = zone;
        this.momentsAStep = momentsAStep;
    }

    /**
     * Listens to a zone.
     *
     * @param range what of the mix
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    static ZoneSound of(StereoSource mix, FrameRange range, Zone zone, Progress progress) {
        int rate = mix.sampleRate();
        int tick = ZoneLevel.tick(rate);
        int moment = tick * Math.max(1, (int) Math.round(MOMENT_SECONDS * rate / tick));
        ZoneSound sound = new ZoneSound(zone, (int) Math.round(STEP_SECONDS * rate / moment));
        if (!ZoneDynamicsStage.exists(zone, rate)) {
            return sound;
        }
        int reach = ZoneDynamicsStage.reach(zone, rate);
        FirConvolver cutter = new FirConvolver(ZoneDynamicsStage.cut(zone, rate, reach), reach);
        List<FrameRange> parts = Pieces.of(range, rate, MOST_SECONDS, PIECE_SECONDS);
        for (int i = 0; i < parts.size(); i++) {
            Progress part = progress.part((double) i / parts.size(), (double) (i + 1) / parts.size());
            sound.pieces.add(listen(mix, parts.get(i), zone, cutter, moment, part));
        }
        return sound;
    }

    private static Piece listen(
            StereoSource mix, FrameRange range, Zone zone, FirConvolver cutter, int moment, Progress progress) {
        int rate = mix.sampleRate();
        int ahead = (int) Math.round(ZoneDynamicsBand.attackSeconds(zone) * rate);
        long before = cutter.latencyFrames() + (long) (4 * ZoneDynamicsBand.releaseSeconds(zone) * rate);
        Piece piece = new Piece((int) ((range.end() - range.start()) / moment) + 1);
        ZoneLevel level = new ZoneLevel(zone, rate);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        float[] heldLeft = new float[ahead + 1];
        float[] heldRight = new float[ahead + 1];
        cutter.reset();
        long sound = range.start() - before - cutter.latencyFrames() - ahead; // the frame the next output is of
        int held = 0;
        int inMoment = 0;
        float peak = 0;
        double power = 0;
        for (long at = range.start() - before; sound < range.end(); at += BLOCK) {
            mix.read(at, left, right, 0, BLOCK);
            cutter.process(left, right, 0, BLOCK);
            for (int i = 0; i < BLOCK && sound < range.end(); i++, sound++) {
                heldLeft[held] = left[i];
                heldRight[held] = right[i];
                level.add(left, right, i, 1);
                held = held + 1 == heldLeft.length ? 0 : held + 1;
                if (sound < range.start()) {
                    continue;
                }
                float l = heldLeft[held];
                float r = heldRight[held];
                float now = Math.max(Math.abs(l), Math.abs(r));
                if (now > peak || inMoment == 0) {
                    peak = now;
                    piece.levelDb[piece.count] = (float) level.db(); // as it is heard where it matters most
                }
                power += 0.5 * ((double) l * l + (double) r * r);
                if (++inMoment == moment) {
                    piece.peak[piece.count] = peak;
                    piece.power[piece.count] = (float) (power / moment);
                    piece.count++;
                    inMoment = 0;
                    peak = 0;
                    power = 0;
                }
            }
            long done = Math.max(0, sound - range.start());
            progress.check((double) done / (range.end() - range.start()));
        }
        return piece;
    }

    /** Which zone. */
    Zone zone() {
        return zone;
    }

    /** The highest level of a window, in dB relative to full scale, that half of those that count do not reach; −∞ where it is silent. */
    double middlePeakLevelDb() {
        Windows windows = windows(0, 0);
        List<Double> highest = new ArrayList<>();
        int w = 0;
        for (Piece piece : pieces) {
            int count = windowsOf(piece);
            for (int i = 0; i < count; i++, w++) {
                if (windows.power[w] > windows.gate) {
                    double most = Double.NEGATIVE_INFINITY;
                    int end = Math.min(piece.count, (i + WINDOW_STEPS) * momentsAStep);
                    for (int m = i * momentsAStep; m < end; m++) {
                        most = Math.max(most, piece.levelDb[m]);
                    }
                    highest.add(most);
                }
            }
        }
        return highest.isEmpty()
                ? Double.NEGATIVE_INFINITY
                : Quantiles.of(highest.stream().mapToDouble(d -> d).toArray(), 0.5);
    }

    /** Its crest factors with what lies above a threshold louder by a slope. */
    ZoneDynamics crest(double thresholdDb, double slope) {
        Windows windows = windows(thresholdDb, slope);
        double[] crest = new double[windows.power.length];
        int count = 0;
        for (int w = 0; w < crest.length; w++) {
            if (windows.power[w] > windows.gate) {
                crest[count++] = Decibels.ofPower(windows.peak[w] * windows.peak[w] / windows.power[w]);
            }
        }
        double[] known = Arrays.copyOf(crest, count);
        return count == 0
                ? ZoneDynamics.UNKNOWN
                : new ZoneDynamics(Quantiles.of(known, 0.1), Quantiles.of(known, 0.5), Quantiles.of(known, 0.9));
    }

    /** By how much its power changes with that, in dB. */
    double powerChangeDb(double thresholdDb, double slope) {
        double before = Arrays.stream(windows(0, 0).power).sum();
        double after = Arrays.stream(windows(thresholdDb, slope).power).sum();
        return before > 0 && after > 0 ? Decibels.ofPower(after / before) : 0;
    }

    /** Peak and power of all windows. */
    private record Windows(double[] peak, double[] power, double gate) {}

    private Windows windows(double thresholdDb, double slope) {
        List<double[]> all = new ArrayList<>();
        for (Piece piece : pieces) {
            addWindows(piece, thresholdDb, slope, all);
        }
        double[] peak = all.stream().mapToDouble(w -> w[0]).toArray();
        double[] power = all.stream().mapToDouble(w -> w[1]).toArray();
        double gate = Math.max(SILENCE, GATE * Arrays.stream(power).max().orElse(0));
        return new Windows(peak, power, gate);
    }

    private int steps(Piece piece) {
        return Math.max(1, piece.count / momentsAStep);
    }

    private int windowsOf(Piece piece) {
        return Math.max(1, steps(piece) - WINDOW_STEPS + 1);
    }

    private void addWindows(Piece piece, double thresholdDb, double slope, List<double[]> all) {
        int steps = steps(piece);
        double[] peaks = new double[steps];
        double[] powers = new double[steps];
        int[] lengths = new int[steps];
        for (int m = 0; m < piece.count; m++) {
            int step = m / momentsAStep;
            double gain = slope == 0
                    ? 1
                    : Decibels.toAmplitude(ZoneDynamicsBand.gainDb(piece.levelDb[m] - thresholdDb, slope));
            if (step < steps) {
                peaks[step] = Math.max(peaks[step], gain * piece.peak[m]);
                powers[step] += gain * gain * piece.power[m];
                lengths[step]++;
            }
        }
        int windows = windowsOf(piece);
        for (int w = 0; w < windows; w++) {
            double peak = 0;
            double power = 0;
            int length = 0;
            for (int s = w; s < Math.min(steps, w + WINDOW_STEPS); s++) {
                peak = Math.max(peak, peaks[s]);
                power += powers[s];
                length += lengths[s];
            }
            all.add(new double[] {peak, power / Math.max(1, length)});
        }
    }
}
