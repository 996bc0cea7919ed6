package oakmirror.filter;

import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.RealVector;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LeastSquaresBuilder;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LevenbergMarquardtOptimizer;
import org.hipparchus.optim.nonlinear.vector.leastsquares.ParameterValidator;
import org.hipparchus.util.Pair;

/**
 * Digital biquads that follow an analogue section's magnitude up to Nyquist, where the bilinear transform would cramp it.
 *
 * <p>Two steps. First, closed form after M. Vicanek, "Matched Second Order Digital Filters" (2016): poles by impulse invariance, and
 * a minimum-phase numerator whose squared magnitude meets the analogue one at 0 Hz, at the section's frequency (or 0.7 of Nyquist if
 * that is lower) and at Nyquist. Below a 48th of the sample rate that is exact to 0.07 dB for the widest bell of 9 dB,
 * far better for usual ones, and the work ends there. Second, for
 * higher sections, a few steps of least squares on all five coefficients against the analogue decibels over a dense frequency
 * list: the analytic derivative of ln|B|² by b_i is 2·Re(z⁻ⁱ·B*)/|B|², and the same with opposite sign for the denominator.
 *
 * <p>A high-pass is made by the bilinear transform, whose bend lies where it lets all through.
 *
 * <p>A dip is designed as the inverse of the matching rise, so that a rise and
 * the equal dip undo each other.
 */
final class BiquadDesign {

    private static final int REFINE_POINTS = 64;
    private static final int REFINE_STEPS = 40;
    /** How far up a low-pass is followed, as a part of the rate: next to half of it no section of this kind falls as steeply. */
    private static final double PASS_REFINED = 0.42;
    /** Largest pole or zero radius allowed in the refinement, squared. */
    private static final double RADIUS_LIMIT = 0.9999;

    private BiquadDesign() {}

    static Biquad design(AnalogueSection section, double sampleRate) {
        if (section.isHighPass()) {
            return Biquad.highPass(section.frequencyHz(), section.d2() / section.d1(), sampleRate);
        }
        if (section.isLowPass()) {
            Biquad refined = refine(section, sampleRate, matched(section, sampleRate));
            return refined.isStable() ? minimumPhase(refined) : matched(section, sampleRate);
        }
        if (!section.isRise()) {
            return rise(section.inverse(), sampleRate).inverse();
        }
        return rise(section, sampleRate);
    }

    private static Biquad rise(AnalogueSection section, double sampleRate) {
        Biquad start = matched(section, sampleRate);
        if (section.frequencyHz() < sampleRate / 48) {
            return start;
        }
        Biquad refined = minimumPhase(refine(section, sampleRate, start));
        return refined.isStable() && refined.inverse().isStable() ? refined : start;
    }

    private static Biquad matched(AnalogueSection s, double sampleRate) {
        double w0 = 2 * Math.PI * s.frequencyHz() / sampleRate;
        double half = -s.d1() / (2 * s.d2()) * w0;
        double discriminant = s.d1() * s.d1() - 4 * s.d2() * s.d0();
        double spread = Math.sqrt(Math.abs(discriminant)) / (2 * s.d2()) * w0;
        double a1 = -2 * Math.exp(half) * (discriminant < 0 ? Math.cos(spread) : Math.cosh(spread));
        double a2 = Math.exp(2 * half);
        Biquad poles = new Biquad(1, 0, 0, a1, a2);
        double middle = Math.min(w0, 0.7 * Math.PI);
        double phi = Math.pow(Math.sin(middle / 2), 2);
        double atZero = wanted(s, poles, 0, sampleRate);
        double atMiddle = wanted(s, poles, middle * sampleRate / (2 * Math.PI), sampleRate);
        double atNyquist = wanted(s, poles, sampleRate / 2, sampleRate);
        double curved = (atMiddle - atZero * (1 - phi) - atNyquist * phi) / (4 * phi * (1 - phi));
        double w = (Math.sqrt(atZero) + Math.sqrt(atNyquist)) / 2;
        double b0 = (w + Math.sqrt(Math.max(0, w * w + curved))) / 2;
        double b1 = (Math.sqrt(atZero) - Math.sqrt(atNyquist)) / 2;
        return minimumPhase(new Biquad(b0, b1, -curved / (4 * b0), a1, a2));
    }

    /** The same magnitude with a pair of zeros outside the unit circle taken inside. */
    private static Biquad minimumPhase(Biquad b) {
        return Math.abs(b.b2()) > Math.abs(b.b0()) ? new Biquad(b.b2(), b.b1(), b.b0(), b.a1(), b.a2()) : b;
    }

    /** Squared magnitude the numerator must have at a frequency. */
    private static double wanted(AnalogueSection s, Biquad poles, double hz, double sampleRate) {
        return s.powerGain(hz) / poles.powerGain(hz, sampleRate);
    }

    private static Biquad refine(AnalogueSection s, double sampleRate, Biquad start) {
        double low = Math.min(s.frequencyHz() / 8, sampleRate / 64);
        double high = (s.isLowPass() ? PASS_REFINED : 0.49) * sampleRate;
        double[] cos1 = new double[REFINE_POINTS];
        double[] cos2 = new double[REFINE_POINTS];
        double[] target = new double[REFINE_POINTS];
        for (int i = 0; i < REFINE_POINTS; i++) {
            double hz = low * Math.pow(high / low, (double) i / (REFINE_POINTS - 1));
            double w = 2 * Math.PI * hz / sampleRate;
            cos1[i] = Math.cos(w);
            cos2[i] = Math.cos(2 * w);
            target[i] = Math.log(s.powerGain(hz));
        }
        ParameterValidator keepInside = p -> new ArrayRealVector(inside(p.toArray()), false);
        try {
            RealVector point = new LevenbergMarquardtOptimizer()
                    .optimize(new LeastSquaresBuilder()
                            .start(new double[] {start.b0(), start.b1(), start.b2(), start.a1(), start.a2()})
                            .target(target)
                            .model(p -> model(p.toArray(), cos1, cos2))
                            .parameterValidator(keepInside)
                            .lazyEvaluation(false)
                            .maxEvaluations(REFINE_STEPS * 4)
                            .maxIterations(REFINE_STEPS)
                            .checker((i, a, b) -> Math.abs(a.getCost() - b.getCost()) < 1e-7)
                            .build())
                    .getPoint();
            return new Biquad(
                    point.getEntry(0), point.getEntry(1), point.getEntry(2), point.getEntry(3), point.getEntry(4));
        } catch (MathRuntimeException e) {
            return start; // no convergence: the closed form stands
        }
    }

    private static double[] inside(double[] p) {
        double a2 = Math.max(-RADIUS_LIMIT, Math.min(RADIUS_LIMIT, p[4]));
        double limit = RADIUS_LIMIT * (1 + a2);
        double a1 = Math.max(-limit, Math.min(limit, p[3]));
        return new double[] {p[0], p[1], p[2], a1, a2};
    }

    private static Pair<RealVector, org.hipparchus.linear.RealMatrix> model(double[] p, double[] cos1, double[] cos2) {
        int n = cos1.length;
        double[] value = new double[n];
        double[][] slope = new double[n][5];
        for (int i = 0; i < n; i++) {
            double c1 = cos1[i];
            double c2 = cos2[i];
            double top = p[0] * p[0] + p[1] * p[1] + p[2] * p[2] + 2 * p[1] * (p[0] + p[2]) * c1 + 2 * p[0] * p[2] * c2;
            double bottom = 1 + p[3] * p[3] + p[4] * p[4] + 2 * p[3] * (1 + p[4]) * c1 + 2 * p[4] * c2;
            value[i] = Math.log(top / bottom);
            slope[i][0] = 2 * (p[0] + p[1] * c1 + p[2] * c2) / top;
            slope[i][1] = 2 * (p[1] + (p[0] + p[2]) * c1) / top;
            slope[i][2] = 2 * (p[2] + p[1] * c1 + p[0] * c2) / top;
            slope[i][3] = -2 * (p[3] + (1 + p[4]) * c1) / bottom;
            slope[i][4] = -2 * (p[4] + p[3] * c1 + c2) / bottom;
        }
        return new Pair<>(new ArrayRealVector(value, false), new Array2DRowRealMatrix(slope, false));
    }
}
