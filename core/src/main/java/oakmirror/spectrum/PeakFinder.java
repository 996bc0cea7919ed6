package oakmirror.spectrum;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import oakmirror.audio.Decibels;

/**
 * Finds the strongest peaks of a {@link LineSpectrum} and reads them between its lines.
 *
 * <p>A steady sine between lines k and k+1 of a Hann-windowed transform, at k + δ, shows amplitudes whose ratio is α = |X(k+1)|/|X(k)| =
 * (1 + δ)/(2 − δ), so δ = (2α − 1)/(α + 1) (T. Grandke, "Interpolation Algorithms for Discrete Fourier Transforms of Weighted
 * Signals", IEEE Trans. Instrum. Meas. IM-32, 1983; from memory, the formula follows from the window's main lobe). Its power is that of the seven lines about it, which hold all but 0.001 dB of it wherever it lies.
 */
public final class PeakFinder {

    private static final int LOBE = 3;
    private static final double LOWEST_HZ = 25;
    private static final double HIGHEST_HZ = 16000;
    private static final double NEIGHBOURHOOD_OCTAVES = 1.0 / 3;
    private static final double HIGHEST_PROMINENCE_DB = 60;
    /** Two peaks closer than a quarter of a tone are one. */
    private static final double APART = Math.pow(2, 1.0 / 24);

    private PeakFinder() {}

    /** The strongest peaks, the strongest first, none within a quarter of a tone of a stronger one. */
    public static List<TonePeak> strongest(LineSpectrum lines, int count) {
        double[] power = lines.power();
        int from = Math.max(LOBE + 1, lines.lineOf(LOWEST_HZ));
        int to = Math.min(power.length - LOBE - 2, lines.lineOf(HIGHEST_HZ));
        List<Integer> candidates = new ArrayList<>();
        for (int k = from; k <= to; k++) {
            if (power[k] > power[k - 1] && power[k] >= power[k + 1] && power[k] > 0) {
                candidates.add(k);
            }
        }
        candidates.sort(Comparator.comparingDouble(k -> -power[k]));
        List<TonePeak> found = new ArrayList<>();
        for (int k : candidates) {
            if (found.size() == count) {
                break;
            }
            double hz = lines.frequencyHz(exactLine(power, k));
            if (found.stream().noneMatch(p -> hz < p.hz() * APART && p.hz() < hz * APART)) {
                found.add(new TonePeak(hz, Decibels.ofPower(lobe(power, k)), prominenceDb(lines, k)));
            }
        }
        found.sort(Comparator.comparingDouble(p -> -p.levelDb()));
        return List.copyOf(found);
    }

    private static double exactLine(double[] power, int k) {
        boolean up = power[k + 1] >= power[k - 1];
        double alpha = Math.sqrt((up ? power[k + 1] : power[k - 1]) / power[k]);
        double delta = (2 * alpha - 1) / (alpha + 1);
        return k + (up ? delta : -delta);
    }

    private static double lobe(double[] power, int k) {
        double sum = 0;
        for (int i = k - LOBE; i <= k + LOBE; i++) {
            sum += power[i];
        }
        return sum;
    }

    /** The peak's power over that of everything else nearby. */
    private static double prominenceDb(LineSpectrum lines, int k) {
        double ratio = Math.pow(2, NEIGHBOURHOOD_OCTAVES);
        int from = Math.max(1, Math.min(k - 4 * LOBE, (int) Math.floor(k / ratio)));
        int to = Math.min(lines.power().length - 1, Math.max(k + 4 * LOBE, (int) Math.ceil(k * ratio)));
        double peak = lobe(lines.power(), k);
        double rest = -peak;
        for (int i = from; i <= to; i++) {
            rest += lines.power()[i];
        }
        return Math.min(HIGHEST_PROMINENCE_DB, Decibels.ofPower(peak / Math.max(1e-20, rest)));
    }
}
