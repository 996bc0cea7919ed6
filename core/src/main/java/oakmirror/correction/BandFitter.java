package oakmirror.correction;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import oakmirror.correction.EqBand.Type;
import oakmirror.spectrum.BandGrid;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LeastSquaresBuilder;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LevenbergMarquardtOptimizer;
import org.hipparchus.util.Pair;

/**
 * Fits a curve with as few bells and shelves as bring it near enough, by nonlinear least squares (Levenberg–Marquardt with the analytic
 * Jacobian of {@link BandModel}).
 *
 * <p>One band is added at a time, the one of {@link BandStarts} that takes most off the rest, then all of them are adjusted together, until
 * the rest is within a tolerance. Frequencies, gains and Qs are bounded. Outside the correction's range the rest counts less.
 *
 * <p>Bands should not fight each other: the sum of their gains' sizes is to be at most {@value #MOST_FIGHT} times the size of their summed gain. So a
 * band costs its gain times its width. Where they fight all the same the cost is doubled, as long as the rest stays within
 * {@value #FAR} times the tolerance: a curve that goes up and down within an octave cannot be made otherwise.
 *
 * <p>Bands are only placed where the rate of the mix can carry them. Beyond the grid the curve is asked to hold its value, from 0 Hz (where it
 * asks for no boost below 20 Hz) up to Nyquist, so that nothing is left there that nobody asked for.
 */
public final class BandFitter {

    /** So many bands at most, unless more are asked for. */
    public static final int USUAL_BANDS = 8;

    /** Nearer to the curve than this, in dB RMS, no further band is worth it. */
    public static final double USUAL_TOLERANCE_DB = 0.15;

    private static final int POINT_STEP = 2;
    /** What a decibel of a bell of Q 1 costs for each decibel of tolerance; measured on bench/recordings. */
    private static final double AREA_COST = 2.7;

    private static final double SHELF_AREA = 1.5;
    private static final int DOUBLINGS = 4;
    private static final double MOST_FIGHT = 1.3;
    private static final double FAR = 1.2;
    private static final double OUTSIDE_WEIGHT = 0.1;
    private static final double BEYOND_WEIGHT = 0.3;
    /** Up to this part of the rate a digital filter can be shaped. */
    private static final double HIGHEST_PART = 0.45;

    private static final double[] BELOW_HZ = {5, 10, 15};
    private static final double BEYOND_STEP = Math.pow(2, 1.0 / 6);
    private static final double SMALLEST_GAIN_DB = 0.1;
    private static final double MAX_GAIN_DB = 15;
    private static final double[] BELL_Q = {0.45, 8};
    private static final double[] SHELF_Q = {0.35, 0.9};
    private static final double[] BELL_HZ = {24, 17000};
    private static final double[] LOW_SHELF_HZ = {30, 400};
    private static final double[] HIGH_SHELF_HZ = {2000, 15000};
    private static final int ITERATIONS = 25;

    private final int mostBands;
    private final double toleranceDb;
    private final double highestHz;
    private final double[] frequencies;
    private final double[] weights;
    private final BandModel model;
    private final BandStarts starts;

    /**
     * A fitter.
     *
     * @param mostBands how many bands at most
     * @param toleranceDb how near to the curve is near enough, in dB RMS
     * @param lowHz lower end of the range that counts in full
     * @param highHz upper end of it
     * @param sampleRate the rate the bands will be used at
     */
    public BandFitter(int mostBands, double toleranceDb, double lowHz, double highHz, int sampleRate) {
        this.mostBands = mostBands;
        this.toleranceDb = toleranceDb;
        highestHz = HIGHEST_PART * sampleRate;
        List<Double> points = new ArrayList<>();
        for (double hz : BELOW_HZ) {
            points.add(hz);
        }
        for (int b = 0; b < BandGrid.SIZE && BandGrid.centreHz(b) <= highestHz; b += POINT_STEP) {
            points.add(BandGrid.centreHz(b));
        }
        for (double hz = BandGrid.centreHz(BandGrid.SIZE - 1) * BEYOND_STEP; hz <= highestHz; hz *= BEYOND_STEP) {
            points.add(hz);
        }
        frequencies = points.stream().mapToDouble(hz -> hz).toArray();
        weights = new double[frequencies.length];
        for (int i = 0; i < weights.length; i++) {
            double hz = frequencies[i];
            boolean beyond = hz < BandGrid.centreHz(0) || hz > BandGrid.centreHz(BandGrid.SIZE - 1);
            weights[i] = beyond ? BEYOND_WEIGHT : hz >= lowHz && hz <= highHz ? 1 : OUTSIDE_WEIGHT;
        }
        model = new BandModel(frequencies);
        starts = new BandStarts(model, frequencies, weights);
    }

    /** The bands for a correction with these settings, for a rate. */
    public static List<EqBand> fit(Correction correction, CorrectionSettings settings, int sampleRate) {
        return new BandFitter(USUAL_BANDS, USUAL_TOLERANCE_DB, settings.lowHz(), settings.highHz(), sampleRate)
                .fit(correction.curveDb());
    }

    /**
     * Fits a curve.
     *
     * @param curveDb one value a band of the {@link BandGrid}
     * @return the bands from low to high frequency; none for a flat curve
     */
    public List<EqBand> fit(double[] curveDb) {
        double[] target = new double[frequencies.length];
        for (int i = 0; i < target.length; i++) {
            double asked = BandGrid.interpolate(curveDb, frequencies[i]);
            target[i] = frequencies[i] < BandGrid.centreHz(0) ? Math.min(0, asked) : asked;
        }
        double cost = AREA_COST * toleranceDb;
        Fit fit = fit(target, cost);
        for (int i = 0; i < DOUBLINGS && fight(fit.bands()) > MOST_FIGHT; i++) {
            cost *= 2;
            Fit calmer = fit(target, cost);
            if (rms(calmer.rest(target)) > FAR * toleranceDb) {
                break;
            }
            fit = calmer;
        }
        return fit.bands();
    }

    private Fit fit(double[] target, double cost) {
        Fit fit = new Fit(List.of(), new double[0]);
        double[] rest = fit.rest(target);
        while (fit.types.size() < mostBands && rms(rest) > toleranceDb) {
            fit = optimise(fit.with(starts.best(rest, fit.types)), target, cost);
            rest = fit.rest(target);
        }
        return fit;
    }

    /** What bands do against each other: the sizes of their gains over the size of what they add up to, 1 where none goes against another. */
    public static double fight(List<EqBand> bands) {
        double each = 0;
        double together = 0;
        double[] sum = new double[BandGrid.SIZE];
        for (EqBand band : bands) {
            for (int b = 0; b < sum.length; b++) {
                double gain = band.section().gainDb(BandGrid.centreHz(b));
                each += Math.abs(gain);
                sum[b] += gain;
            }
        }
        for (double s : sum) {
            together += Math.abs(s);
        }
        return together > 0 ? each / together : 1;
    }

    private double rms(double[] rest) {
        double sum = 0;
        double weight = 0;
        for (int i = 0; i < rest.length; i++) {
            sum += weights[i] * rest[i] * rest[i];
            weight += weights[i];
        }
        return Math.sqrt(sum / weight);
    }

    private Fit optimise(Fit start, double[] target, double cost) {
        int rows = frequencies.length + start.types.size();
        double[] wanted = new double[rows];
        System.arraycopy(target, 0, wanted, 0, target.length);
        double[] rowWeights = new double[rows];
        System.arraycopy(weights, 0, rowWeights, 0, weights.length);
        java.util.Arrays.fill(rowWeights, weights.length, rows, 1);
        for (int i = 0; i < rows; i++) {
            rowWeights[i] = Math.sqrt(rowWeights[i]);
            wanted[i] *= rowWeights[i];
        }
        try {
            RealVector best = new LevenbergMarquardtOptimizer()
                    .optimize(new LeastSquaresBuilder()
                            .start(start.parameters)
                            .target(wanted)
                            .model(p -> evaluate(start.types, p.toArray(), rowWeights, cost))
                            .parameterValidator(p -> new ArrayRealVector(bounded(start.types, p.toArray()), false))
                            .lazyEvaluation(false)
                            .maxEvaluations(4 * ITERATIONS)
                            .maxIterations(4 * ITERATIONS)
                            .checker((n, a, b) ->
                                    n >= ITERATIONS || Math.abs(a.getCost() - b.getCost()) < 1e-3 * b.getCost())
                            .build())
                    .getPoint();
            return new Fit(start.types, best.toArray());
        } catch (MathRuntimeException e) {
            return start; // not better than the start: the next round adds bands and tries again
        }
    }

    private Pair<RealVector, RealMatrix> evaluate(List<Type> types, double[] p, double[] rowWeights, double cost) {
        int points = frequencies.length;
        double[] value = new double[points + types.size()];
        double[][] jacobian = new double[value.length][p.length];
        for (int t = 0; t < types.size(); t++) {
            int at = t * BandModel.PARAMETERS;
            model.add(types.get(t), p, at, value, jacobian);
            boolean bell = types.get(t) == Type.BELL;
            double each = cost * (bell ? Math.exp(-p[at + 2]) : SHELF_AREA);
            value[points + t] = each * p[at + 1];
            jacobian[points + t][at + 1] = each;
            jacobian[points + t][at + 2] = bell ? -value[points + t] : 0;
        }
        for (int i = 0; i < points; i++) {
            value[i] *= rowWeights[i];
            for (int c = 0; c < p.length; c++) {
                jacobian[i][c] *= rowWeights[i];
            }
        }
        return new Pair<>(new ArrayRealVector(value, false), new Array2DRowRealMatrix(jacobian, false));
    }

    private double[] bounded(List<Type> types, double[] p) {
        double[] inside = p.clone();
        for (int t = 0; t < types.size(); t++) {
            int at = t * BandModel.PARAMETERS;
            double[] hz =
                    switch (types.get(t)) {
                        case BELL -> BELL_HZ;
                        case LOW_SHELF -> LOW_SHELF_HZ;
                        case HIGH_SHELF -> HIGH_SHELF_HZ;
                    };
            double[] q = types.get(t) == Type.BELL ? BELL_Q : SHELF_Q;
            double most = Math.min(hz[1], highestHz);
            inside[at] = clamp(p[at], Math.log(Math.min(hz[0], most)), Math.log(most));
            inside[at + 1] = clamp(p[at + 1], -MAX_GAIN_DB, MAX_GAIN_DB);
            inside[at + 2] = clamp(p[at + 2], Math.log(q[0]), Math.log(q[1]));
        }
        return inside;
    }

    private static double clamp(double x, double low, double high) {
        return Math.max(low, Math.min(high, x));
    }

    /** Bands on the way: their shapes, and three parameters for each. */
    private final class Fit {
        private final List<Type> types;
        private final double[] parameters;

        Fit(List<Type> types, double[] parameters) {
            this.types = types;
            this.parameters = parameters;
        }

        Fit with(BandStarts.Start start) {
            List<Type> more = new ArrayList<>(types);
            more.add(start.type());
            double[] p = java.util.Arrays.copyOf(parameters, parameters.length + BandModel.PARAMETERS);
            System.arraycopy(start.parameters(), 0, p, parameters.length, BandModel.PARAMETERS);
            return new Fit(more, bounded(more, p));
        }

        double[] rest(double[] target) {
            double[] rest = new double[target.length];
            double[][] unused = new double[target.length][parameters.length];
            for (int t = 0; t < types.size(); t++) {
                model.add(types.get(t), parameters, t * BandModel.PARAMETERS, rest, unused);
            }
            for (int i = 0; i < rest.length; i++) {
                rest[i] = target[i] - rest[i];
            }
            return rest;
        }

        List<EqBand> bands() {
            List<EqBand> bands = new ArrayList<>();
            for (int t = 0; t < types.size(); t++) {
                int at = t * BandModel.PARAMETERS;
                if (Math.abs(parameters[at + 1]) >= SMALLEST_GAIN_DB) {
                    bands.add(new EqBand(
                            types.get(t), Math.exp(parameters[at]), parameters[at + 1], Math.exp(parameters[at + 2])));
                }
            }
            bands.sort(Comparator.comparingDouble(EqBand::frequencyHz));
            return List.copyOf(bands);
        }
    }
}
