package oakmirror.rhythm;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;

/**
 * Where a track is fullest: loud, and every zone busy.
 *
 * <p>Each tenth of a second is judged by how far its momentary loudness lies below the loudest of the track (its 95th percentile), and each
 * zone's level below the loudest of that zone; neither counts for more than 24 dB. Fullness is the mean of the loudness and of the
 * zones' mean, in dB, 0 being as full as the track gets. A stretch is judged half by its mean and half by its poorest second: so one that
 * reaches into an intro or a breakdown loses to one that does not. Ours, no source.
 */
public final class FullestPassage {

    /** How far below the fullest stretch a longer one may lie and still be preferred, in dB. */
    private static final double TOLERANCE_DB = 1.5;

    private static final double DEEPEST_DB = 24;
    private static final double LOUDEST_PERCENTILE = 0.95;
    private static final double STEP = Activity.ZONE_SECONDS;

    /** Lengths in bars, the most wanted first. The last is for what is too short for the others. */
    private static final int[] BARS = {16, 8, 4};

    /** Lengths in seconds without a tempo, the most wanted first. */
    private static final double[] SECONDS = {25, 20, 8};

    private final double[] sums;
    private final double[] fullness;
    private final double length;

    /**
     * Judges a track.
     *
     * @param contour momentary loudness in LUFS, one value every {@link Activity#ZONE_SECONDS}
     * @param activity its zones
     * @param lengthSeconds how long it is
     */
    public FullestPassage(float[] contour, Activity activity, double lengthSeconds) {
        length = lengthSeconds;
        int n = contour.length;
        for (float[] zone : activity.zoneDb()) {
            n = Math.min(n, zone.length);
        }
        fullness = new double[n];
        add(contour, 0.5);
        for (float[] zone : activity.zoneDb()) {
            add(zone, 0.5 / activity.zoneDb().length);
        }
        sums = new double[n + 1];
        for (int i = 0; i < n; i++) {
            sums[i + 1] = sums[i] + fullness[i];
        }
    }

    private void add(float[] levels, double weight) {
        float[] sorted = levels.clone();
        Arrays.sort(sorted);
        if (sorted.length == 0) {
            return;
        }
        double loudest = sorted[(int) (LOUDEST_PERCENTILE * (sorted.length - 1))];
        for (int i = 0; i < fullness.length; i++) {
            double below = loudest <= -100 ? -DEEPEST_DB : levels[i] - loudest;
            fullness[i] += weight * Math.max(-DEEPEST_DB, Math.min(0, below));
        }
    }

    /** The longest usual stretch that is about as full as a shorter one: 16, 8 or 4 bars; about 25 s where no bars are known. */
    public Optional<TimeRange> suggest(Optional<BarGrid> bars) {
        List<TimeRange> found = new ArrayList<>();
        if (bars.isPresent()) {
            for (int b : BARS) {
                ofBars(bars.get(), b).ifPresent(found::add);
            }
        }
        if (found.isEmpty()) {
            for (double seconds : SECONDS) {
                ofSeconds(seconds).ifPresent(found::add);
            }
        }
        double fullest = found.stream().mapToDouble(this::score).max().orElse(0);
        return found.stream().filter(r -> score(r) >= fullest - TOLERANCE_DB).findFirst();
    }

    /** The fullest stretch of so many bars, beginning on a bar line; empty when the track is too short. */
    public Optional<TimeRange> ofBars(BarGrid bars, int count) {
        List<TimeRange> places = new ArrayList<>();
        double span = count * bars.barSeconds();
        for (double first = Math.ceil(bars.barsAt(0) - 1e-6); bars.secondsAt(first) + span <= length + 1e-6; first++) {
            double start = Math.max(0, bars.secondsAt(first));
            places.add(new TimeRange(start, start + span));
        }
        return fullestOf(places);
    }

    /** The fullest stretch of so many seconds; empty when the track is too short. */
    public Optional<TimeRange> ofSeconds(double seconds) {
        List<TimeRange> places = new ArrayList<>();
        for (int i = 0; i * STEP + seconds <= length; i += 5) {
            places.add(new TimeRange(i * STEP, i * STEP + seconds));
        }
        return fullestOf(places);
    }

    private Optional<TimeRange> fullestOf(List<TimeRange> places) {
        TimeRange best = null;
        double most = Double.NEGATIVE_INFINITY;
        for (TimeRange place : places) {
            double score = score(place);
            if (score > most + 1e-9) {
                most = score;
                best = place;
            }
        }
        return Optional.ofNullable(best);
    }

    /** How full a stretch is in dB; 0 is as full as the track gets. */
    double score(TimeRange range) {
        int from = (int) Math.min(fullness.length, Math.round(range.startSeconds() / STEP));
        int to = (int) Math.min(fullness.length, Math.round(range.endSeconds() / STEP));
        if (to <= from) {
            return Double.NEGATIVE_INFINITY;
        }
        double mean = (sums[to] - sums[from]) / (to - from);
        int second = (int) Math.min(to - from, Math.round(1 / STEP));
        double poorest = 0;
        for (int i = from; i + second <= to; i++) {
            poorest = Math.min(poorest, (sums[i + second] - sums[i]) / second);
        }
        return (mean + poorest) / 2;
    }
}
