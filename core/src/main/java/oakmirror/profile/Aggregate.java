package oakmirror.profile;

import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.audio.Decibels;
import oakmirror.dynamics.Quantiles;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import oakmirror.measure.Provenance;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.Tone;
import oakmirror.spectrum.Zone;

/**
 * Several profiles as one: what stands for them where a single figure or curve is shown. Its tone is the mean of theirs in decibels at equal loudness;
 * a band that some have nothing in is the mean of the others. Loudness, range, peaks and crest factors are the middle ones. What they leave between
 * them, the corridor, and how far they differ, is taken from each of them where they are compared, never from this.
 */
public final class Aggregate {

    private static final double NOTHING_DB = -150;
    /** Below this in dB a side of such a mean is rounding. */
    private static final double LEAST_POWER = 1e-30;

    private Aggregate() {}

    /**
     * Folds profiles.
     *
     * @param key what the outcome is known by: letters, digits and dashes
     * @throws IllegalArgumentException when there are none
     */
    public static Measurements of(String key, List<Measurements> all) {
        if (all.isEmpty()) {
            throw new IllegalArgumentException("there is nothing to fold");
        }
        Measurements first = all.get(0);
        double lufs = middle(all, Measurements::lufs);
        Levels heard = levels(all, Measurements::heard, lufs);
        return ProfileJson.rounded(new Measurements(
                new Provenance(
                        Provenance.Origin.whole("folded-" + key),
                        first.sampleRate(),
                        first.provenance().extent(),
                        first.provenance().version()),
                2,
                Math.max(1, Math.round(middle(all, Measurements::seconds) * first.sampleRate())),
                heard,
                heard,
                new Tone(spectrum(all, lufs), List.of(), List.of()),
                new float[0],
                crest(all),
                new float[0],
                Optional.empty(),
                TimeCourse.of(new float[0]),
                TimeCourse.of(new float[0]),
                Rhythm.NONE,
                new Whole(heard, heard, Math.round(middle(all, Measurements::seconds) * first.sampleRate()), 0, 0, 0)));
    }

    private static double middle(List<Measurements> all, ToDoubleFunction<Measurements> figure) {
        return Quantiles.of(all.stream().mapToDouble(figure).toArray(), 0.5);
    }

    private static Levels levels(
            List<Measurements> all, java.util.function.Function<Measurements, Levels> which, double lufs) {
        return new Levels(
                new Loudness(
                        lufs,
                        middle(all, f -> which.apply(f).loudness().rangeLu()),
                        middle(all, f -> which.apply(f).loudness().maxMomentaryLufs()),
                        middle(all, f -> which.apply(f).loudness().maxShortTermLufs())),
                new Peaks(
                        lufs + middle(all, f -> which.apply(f).peakToLoudness()),
                        middle(all, f -> which.apply(f).peaks().samplePeakDbfs()),
                        Decibels.toPower(middle(all, f -> which.apply(f).rmsDbfs()))));
    }

    private static StereoSpectrum spectrum(List<Measurements> all, double lufs) {
        double[] left = new double[BandGrid.SIZE];
        double[] right = new double[BandGrid.SIZE];
        double[] cross = new double[BandGrid.SIZE];
        int usable = all.stream()
                .mapToInt(f -> f.tone().spectrum().usableBands())
                .max()
                .orElse(BandGrid.SIZE);
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double side = 0;
            double level = 0;
            double balance = 0;
            double likeness = 0;
            int count = 0;
            for (Measurements f : all) {
                StereoSpectrum s = f.tone().spectrum();
                double l = s.left()[b];
                double r = s.right()[b];
                double db = Decibels.ofPower((l + r) / 2) - f.lufs();
                if (db > NOTHING_DB) {
                    level += db;
                    balance += Decibels.ofPower(Math.max(r, LEAST_POWER) / Math.max(l, LEAST_POWER));
                    likeness += l > 0 && r > 0 ? s.cross()[b] / Math.sqrt(l * r) : 1;
                    count++;
                }
            }
            if (count > 0) {
                double both = 2 * Decibels.toPower(level / count + lufs);
                side = Decibels.toPower(balance / count);
                left[b] = both / (1 + side);
                right[b] = both - left[b];
                cross[b] = likeness / count * Math.sqrt(left[b] * right[b]);
            }
        }
        double seconds = all.stream()
                .mapToDouble(f -> f.tone().spectrum().analysedSeconds())
                .sum();
        return new StereoSpectrum(left, right, cross, usable, seconds);
    }

    private static List<ZoneDynamics> crest(List<Measurements> all) {
        return java.util.Arrays.stream(Zone.values())
                .map(z -> new ZoneDynamics(
                        middle(all, f -> f.crest().get(z.ordinal()).lowDb()),
                        middle(all, f -> f.crest().get(z.ordinal()).middleDb()),
                        middle(all, f -> f.crest().get(z.ordinal()).highDb())))
                .toList();
    }
}
