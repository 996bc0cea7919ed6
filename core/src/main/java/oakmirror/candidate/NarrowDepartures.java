package oakmirror.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.dynamics.Quantiles;
import oakmirror.filter.AnalogueSection;
import oakmirror.spectrum.BandGrid;

/**
 * Resonances and notches, narrower than half an octave: the excess about every band, less a parabola over its surroundings, is held against bells of several
 * qualities, themselves less their parabola (a matched filter). The same is asked of the mix alone: a resonance of the mix stands out of its own
 * surroundings, a hole of the references does not.
 */
final class NarrowDepartures {

    private static final double[] QUALITIES = {4, 6.5, 11};
    private static final double LOWEST_HZ = 80;
    private static final double HIGHEST_HZ = 9000;
    private static final double LEAST_DB = 1.2;
    /** Bells are matched by the shape that one of so many dB has. */
    private static final double SHAPE_DB = 6;

    private static final double WINDOW_WIDTHS = 2.2;
    private static final double LEAST_WINDOW_OCTAVES = 0.35;
    private static final double ROUGH_DB = 0.3;
    /** A peak's neighbours up to here belong to it. */
    private static final int OWN_BANDS = 3;

    private static final int NEAR_BANDS = 30;
    private static final double RMS_PER_MEDIAN = 1.4826;
    private static final List<List<Template>> TEMPLATES = templates();

    private NarrowDepartures() {}

    /** A bell at a band, less the parabola that fits it best over a window; basis holds what spans parabolas there. */
    private record Template(int from, double[] shape, double energy, double[][] basis, double octaves) {

        double amplitude(double[] curve) {
            double sum = 0;
            for (int i = 0; i < shape.length; i++) {
                sum += shape[i] * curve[from + i];
            }
            return sum / energy;
        }

        /** What neither bell nor parabola explains, RMS. */
        double rest(double[] curve, double amplitude) {
            double[] left = Arrays.copyOfRange(curve, from, from + shape.length);
            takeOff(left, basis);
            double squares = 0;
            for (int i = 0; i < left.length; i++) {
                double d = left[i] - amplitude * shape[i];
                squares += d * d;
            }
            return Math.sqrt(squares / Math.max(1, left.length - 4));
        }

        boolean fits(View view) {
            return from >= view.first && from + shape.length - 1 <= view.last;
        }
    }

    private static List<List<Template>> templates() {
        List<List<Template>> all = new ArrayList<>();
        for (int b = 0; b < BandGrid.SIZE; b++) {
            List<Template> here = new ArrayList<>();
            double hz = BandGrid.centreHz(b);
            for (double q : QUALITIES) {
                if (hz >= LOWEST_HZ && hz <= HIGHEST_HZ) {
                    here.add(template(b, q));
                }
            }
            all.add(here);
        }
        return all;
    }

    /** Width of a bell at half its gain: 2·arsinh(1/(2Q)), in octaves. */
    private static double octaves(double q) {
        double x = 1 / (2 * q);
        return 2 * Math.log(x + Math.sqrt(x * x + 1)) / Math.log(2);
    }

    private static Template template(int band, double q) {
        double octaves = octaves(q);
        int half =
                (int) Math.round(BandGrid.BANDS_PER_OCTAVE * Math.max(LEAST_WINDOW_OCTAVES, WINDOW_WIDTHS * octaves));
        int from = Math.max(0, band - half);
        int to = Math.min(BandGrid.SIZE - 1, band + half);
        AnalogueSection bell = AnalogueSection.bell(BandGrid.centreHz(band), SHAPE_DB, q);
        double[] shape = new double[to - from + 1];
        double[][] basis = new double[3][shape.length];
        for (int i = 0; i < shape.length; i++) {
            double x = (from + i - band) / (double) half;
            shape[i] = bell.gainDb(BandGrid.centreHz(from + i)) / SHAPE_DB;
            basis[0][i] = 1;
            basis[1][i] = x;
            basis[2][i] = x * x;
        }
        for (int k = 0; k < basis.length; k++) { // Gram and Schmidt
            takeOff(basis[k], Arrays.copyOf(basis, k));
            double norm = Math.sqrt(dot(basis[k], basis[k]));
            for (int i = 0; i < basis[k].length; i++) {
                basis[k][i] /= norm;
            }
        }
        takeOff(shape, basis);
        return new Template(from, shape, dot(shape, shape), basis, octaves);
    }

    private static void takeOff(double[] curve, double[][] basis) {
        for (double[] axis : basis) {
            double part = dot(curve, axis);
            for (int i = 0; i < curve.length; i++) {
                curve[i] -= part * axis[i];
            }
        }
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += a[i] * b[i];
        }
        return sum;
    }

    /** The bell that fits best at a band. */
    private record Fit(int band, Template template, double amplitude, double score) {}

    static List<Departure> find(View view) {
        List<Fit> fits = new ArrayList<>();
        for (int b = view.first; b <= view.last; b++) {
            Fit best = null;
            for (Template t : TEMPLATES.get(b)) {
                if (t.fits(view)) {
                    double a = t.amplitude(view.excessDb);
                    double score = a * Math.sqrt(t.energy()) / (t.rest(view.excessDb, a) + ROUGH_DB);
                    best = best == null || Math.abs(score) > Math.abs(best.score) ? new Fit(b, t, a, score) : best;
                }
            }
            if (best != null) {
                fits.add(best);
            }
        }
        List<Departure> found = new ArrayList<>();
        for (int i = 0; i < fits.size(); i++) {
            if (Math.abs(fits.get(i).amplitude) >= LEAST_DB && isPeak(fits, i)) {
                found.add(departure(view, fits, i));
            }
        }
        return found;
    }

    private static boolean isPeak(List<Fit> fits, int at) {
        double score = Math.abs(fits.get(at).score);
        for (int i = Math.max(0, at - OWN_BANDS); i <= Math.min(fits.size() - 1, at + OWN_BANDS); i++) {
            double other = Math.abs(fits.get(i).score);
            if (other > score || other == score && i < at) {
                return false;
            }
        }
        return true;
    }

    private static Departure departure(View view, List<Fit> fits, int at) {
        Fit fit = fits.get(at);
        Template t = fit.template;
        double sign = Math.signum(fit.amplitude);
        double size = Math.abs(fit.amplitude);
        double inMix = sign * t.amplitude(view.mixDb);
        double[] says = Arrays.stream(view.eachDb).mapToDouble(t::amplitude).toArray();
        double[] inReferences = Arrays.stream(says).map(s -> inMix - sign * s).toArray();
        double where = Math.log(BandGrid.centreHz(fit.band) / 1000) / Math.log(2);
        double[] features = {
            Math.log(size),
            Math.log(Math.abs(fit.score) + 0.1),
            Math.log(nearby(fits, at) + ROUGH_DB),
            sign,
            Math.log(Math.max(0.1, inMix)),
            sign > 0 ? Math.log(Math.max(0.1, inMix)) : 0,
            Arrays.stream(inReferences).average().orElse(0) / size,
            Arrays.stream(inReferences).max().orElse(0) / size,
            t.octaves(),
            where * where,
            view.music,
        };
        double half = Math.pow(2, t.octaves() / 2);
        double centre = BandGrid.centreHz(fit.band);
        return new Departure(Shape.BELL, centre / half, centre * half, centre, fit.amplitude, features, says);
    }

    /** How large such fits are nearby, RMS by their median. */
    private static double nearby(List<Fit> fits, int at) {
        double[] others = new double[2 * NEAR_BANDS];
        int count = 0;
        for (int i = Math.max(0, at - NEAR_BANDS); i <= Math.min(fits.size() - 1, at + NEAR_BANDS); i++) {
            if (Math.abs(i - at) > OWN_BANDS) {
                others[count++] = Math.abs(fits.get(i).amplitude);
            }
        }
        return count == 0 ? 0 : RMS_PER_MEDIAN * Quantiles.of(Arrays.copyOf(others, count), 0.5);
    }
}
