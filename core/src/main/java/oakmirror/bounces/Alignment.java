package oakmirror.bounces;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.spectrum.LagFinder;

/**
 * Where the sound of an earlier bounce is in a later one.
 *
 * <p>First by what begins when: the onsets of the earlier one, eight seconds at a time, are held against those of the later at every place, by normalised
 * cross-correlation. Music repeats itself, so the place that most stretches agree on is preferred to one that is hardly better for a single one. Stretches
 * that follow each other and lie equally far apart make one piece; where the distance changes from one to the next something was put in or taken out.
 * Then each piece is brought to its exact place by the cross-correlation of the samples themselves, differenced so that the treble, which no equaliser
 * moves in time, decides.
 *
 * @param pieces the pieces that were found, in the order of the earlier bounce; what lies in none of them was not found
 */
public record Alignment(List<Piece> pieces) {

    /** Time between two onset values. */
    private static final double STEP_SECONDS = 0.01;

    private static final int STRETCH = 800;
    private static final int HOP = 200;
    /** At most so far from its place anything is looked for. */
    private static final int FARTHEST = 9000;

    private static final double LEAST_LIKENESS = 0.45;
    /** So much better a place of its own has to be than the one that others agree on. */
    private static final double PREFERENCE = 0.12;

    private static final int SAME_STEPS = 2;
    private static final int LEAST_STRETCHES = 2;
    private static final int FINE_BLOCKS = 6;
    private static final double FINE_SECONDS = 0.05;

    /**
     * A piece of the earlier bounce.
     *
     * @param range where it is in the earlier one
     * @param shiftSeconds how much later it is in the later one
     * @param likeness how alike the onsets are, up to 1
     */
    public record Piece(TimeRange range, double shiftSeconds, double likeness) {}

    /**
     * A passage of the earlier bounce in the later one.
     *
     * @param range where it is
     * @param insertedSeconds how much longer it has become, because something was put into it; below 0 where something was taken out
     */
    public record Carried(TimeRange range, double insertedSeconds) {}

    /** Copies the list. */
    public Alignment {
        pieces = List.copyOf(pieces);
    }

    /** Nothing of the one is in the other. */
    public static final Alignment NONE = new Alignment(List.of());

    /**
     * Aligns two bounces.
     *
     * @param beforeOnsets how much begins in the earlier one, every hundredth of a second
     * @param afterOnsets the same of the later one
     * @param before the earlier one's sound, where there is some; without it places are exact to a hundredth of a second
     * @param after the later one's sound, of the same rate
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Alignment of(
            float[] beforeOnsets,
            float[] afterOnsets,
            Optional<StereoSource> before,
            Optional<StereoSource> after,
            Progress progress) {
        if (beforeOnsets.length == 0 || afterOnsets.length == 0) {
            return NONE;
        }
        List<Piece> coarse = coarse(beforeOnsets, afterOnsets, progress.part(0, 0.8));
        boolean canBeFine = before.isPresent()
                && after.isPresent()
                && before.get().sampleRate() == after.get().sampleRate();
        if (!canBeFine) {
            return new Alignment(coarse);
        }
        List<Piece> fine = new ArrayList<>();
        for (int i = 0; i < coarse.size(); i++) {
            fine.add(fine(coarse.get(i), before.get(), after.get()));
            progress.check(0.8 + 0.2 * (i + 1) / coarse.size());
        }
        return new Alignment(fine);
    }

    /** A stretch of the earlier one: how alike it is to the later one at every shift. */
    private record Stretch(int start, int length, float[] likeness) {

        double at(int shift, int lowest) {
            int i = shift - lowest;
            return i < 0 || i >= likeness.length ? -1 : likeness[i];
        }
    }

    private static List<Piece> coarse(float[] before, float[] after, Progress progress) {
        int lowest = -Math.min(FARTHEST, before.length);
        int highest = Math.min(FARTHEST, after.length);
        int length = Math.min(STRETCH, Math.min(before.length, after.length));
        List<Stretch> stretches = new ArrayList<>();
        double[] votes = new double[highest - lowest + 1];
        for (int start = 0; start + length <= before.length; start += HOP) {
            Stretch s = new Stretch(start, length, likeness(before, start, length, after, lowest, highest));
            stretches.add(s);
            for (int i = 0; i < votes.length; i++) {
                votes[i] += Math.max(0, s.likeness()[i]);
            }
            progress.check((double) start / before.length);
        }
        int agreed = lowest;
        for (int i = 0; i < votes.length; i++) {
            agreed = votes[i] > votes[agreed - lowest] ? i + lowest : agreed;
        }
        return pieces(stretches, agreed, lowest);
    }

    private static float[] likeness(float[] before, int start, int length, float[] after, int lowest, int highest) {
        double[] a = new double[length];
        double mean = 0;
        for (int i = 0; i < length; i++) {
            a[i] = before[start + i];
            mean += a[i] / length;
        }
        double power = 0;
        for (int i = 0; i < length; i++) {
            a[i] -= mean;
            power += a[i] * a[i];
        }
        double[] sums = new double[after.length + 1];
        double[] squares = new double[after.length + 1];
        for (int i = 0; i < after.length; i++) {
            sums[i + 1] = sums[i] + after[i];
            squares[i + 1] = squares[i] + (double) after[i] * after[i];
        }
        float[] likeness = new float[highest - lowest + 1];
        for (int shift = lowest; shift <= highest; shift++) {
            int from = start + shift;
            if (from < 0 || from + length > after.length || power <= 0) {
                likeness[shift - lowest] = -1;
                continue;
            }
            double cross = 0;
            for (int i = 0; i < length; i++) {
                cross += a[i] * after[from + i];
            }
            double sum = sums[from + length] - sums[from];
            double own = squares[from + length] - squares[from] - sum * sum / length;
            likeness[shift - lowest] = own <= 0 ? -1 : (float) (cross / Math.sqrt(power * own));
        }
        return likeness;
    }

    private static List<Piece> pieces(List<Stretch> stretches, int agreed, int lowest) {
        List<Piece> pieces = new ArrayList<>();
        int first = -1;
        int shift = agreed;
        double sum = 0;
        for (int i = 0; i <= stretches.size(); i++) {
            int own =
                    i < stretches.size() ? best(stretches.get(i), first >= 0 ? shift : agreed, agreed, lowest) : none();
            boolean goesOn = first >= 0 && own != none() && Math.abs(own - shift) <= SAME_STEPS;
            if (first >= 0 && !goesOn) {
                if (i - first >= LEAST_STRETCHES) {
                    Stretch last = stretches.get(i - 1);
                    pieces.add(new Piece(
                            new TimeRange(
                                    stretches.get(first).start() * STEP_SECONDS,
                                    (last.start() + last.length()) * STEP_SECONDS),
                            shift * STEP_SECONDS,
                            sum / (i - first)));
                }
                first = -1;
            }
            if (own != none()) {
                if (first < 0) {
                    first = i;
                    shift = own;
                    sum = 0;
                }
                sum += stretches.get(i).at(shift, lowest);
            }
        }
        return pieces;
    }

    private static int none() {
        return Integer.MIN_VALUE;
    }

    /** Where a stretch lies: where the piece before it goes on or where most lie, unless it is clearly somewhere else. */
    private static int best(Stretch s, int goingOn, int agreed, int lowest) {
        int best = lowest;
        for (int i = 0; i < s.likeness().length; i++) {
            best = s.likeness()[i] > s.at(best, lowest) ? i + lowest : best;
        }
        double most = s.at(best, lowest);
        for (int expected : new int[] {goingOn, agreed}) {
            for (int near = expected - SAME_STEPS; near <= expected + SAME_STEPS; near++) {
                if (s.at(near, lowest) >= most - PREFERENCE && s.at(near, lowest) >= LEAST_LIKENESS) {
                    return near;
                }
            }
        }
        return most >= LEAST_LIKENESS ? best : none();
    }

    /** The same piece where its samples are most alike, which is within a few hundredths of a second. */
    private static Piece fine(Piece piece, StereoSource before, StereoSource after) {
        int rate = before.sampleRate();
        LagFinder finder = new LagFinder();
        int size = finder.blockSize();
        long from = Math.round(piece.range().startSeconds() * rate);
        long to = Math.round(piece.range().endSeconds() * rate);
        long shift = Math.round(piece.shiftSeconds() * rate);
        int blocks = (int) Math.max(1, Math.min(FINE_BLOCKS, (to - from) / size));
        for (int b = 0; b < blocks; b++) {
            long at = from + (to - from - size) * b / Math.max(1, blocks - 1);
            finder.add(differenced(after, at + shift, size), differenced(before, at, size), size);
        }
        int lag = finder.lag();
        return Math.abs(lag) > FINE_SECONDS * rate
                ? piece
                : new Piece(piece.range(), piece.shiftSeconds() + (double) lag / rate, piece.likeness());
    }

    private static float[] differenced(StereoSource source, long at, int size) {
        float[] left = new float[size + 1];
        float[] right = new float[size + 1];
        source.read(at - 1, left, right, 0, size + 1);
        float[] difference = new float[size];
        for (int i = 0; i < size; i++) {
            difference[i] = left[i + 1] + right[i + 1] - left[i] - right[i];
        }
        return difference;
    }

    /** Whether anything of the one is in the other. */
    public boolean isKnown() {
        return !pieces.isEmpty();
    }

    /** How much later a moment of the earlier bounce is in the later one; empty where it is not there. */
    public Optional<Double> shiftAt(double seconds) {
        return pieces.stream()
                .filter(p -> seconds >= p.range().startSeconds() - 1e-6
                        && seconds <= p.range().endSeconds() + 1e-6)
                .min((a, b) -> Double.compare(middleDistance(a, seconds), middleDistance(b, seconds)))
                .map(Piece::shiftSeconds);
    }

    private static double middleDistance(Piece p, double seconds) {
        return Math.abs((p.range().startSeconds() + p.range().endSeconds()) / 2 - seconds)
                / (p.range().endSeconds() - p.range().startSeconds());
    }

    /** A passage of the earlier bounce in the later one; empty where one of its ends is not there. */
    public Optional<Carried> carried(TimeRange passage) {
        double inside = Math.min(0.25 * (passage.endSeconds() - passage.startSeconds()), 1);
        Optional<Double> first = shiftAt(passage.startSeconds() + inside);
        Optional<Double> last = shiftAt(passage.endSeconds() - inside);
        if (first.isEmpty() || last.isEmpty()) {
            return Optional.empty();
        }
        double start = Math.max(0, passage.startSeconds() + first.get());
        double end = passage.endSeconds() + last.get();
        double inserted = last.get() - first.get();
        return end - start <= inside
                ? Optional.empty()
                : Optional.of(new Carried(new TimeRange(start, end), Math.abs(inserted) < STEP_SECONDS ? 0 : inserted));
    }

    /** The piece that most of the earlier bounce is in. */
    public Optional<Piece> main() {
        return pieces.stream()
                .max((a, b) -> Double.compare(
                        a.range().endSeconds() - a.range().startSeconds(),
                        b.range().endSeconds() - b.range().startSeconds()));
    }
}
