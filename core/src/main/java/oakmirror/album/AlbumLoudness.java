package oakmirror.album;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.LoudnessScale;

/**
 * How loud each song of a record should come out. Either every song is brought to one loudness; or the whole record is turned by one gain, so that soft songs stay
 * soft beside loud ones: then it is the record that is brought to the loudness, all of it measured as one programme (ITU-R BS.1770-5 over the blocks of all songs),
 * and the loudness of each follows. Both are common practice, no source.
 */
public final class AlbumLoudness {

    private AlbumLoudness() {}

    /** How a record is brought to a loudness. */
    public enum Way {
        /** Every song to the loudness. */
        EACH,
        /** The record as a whole, by one gain. */
        ONE_GAIN
    }

    /** Values of a contour at either end whose 400 ms reach beyond the song. */
    private static final int BEYOND = 2;

    /**
     * Loudness of a record as one programme.
     *
     * @param contours momentary loudness of each song in LUFS, every 100 ms, each centred on the middle of its 100 ms: of the same length and as
     *     close together as the blocks integrated loudness is gated over, 50 ms beside them, which is worth hundredths of a LU
     * @return LUFS; NaN where nothing passes the gate
     */
    public static double integrated(List<float[]> contours) {
        double[] powers = contours.stream()
                .flatMapToDouble(c -> IntStream.range(BEYOND, Math.max(BEYOND, c.length - BEYOND))
                        .mapToDouble(i -> Float.isFinite(c[i]) ? LoudnessScale.toPower(c[i]) : 0))
                .toArray();
        return LoudnessMeter.integratedOfBlocks(powers);
    }

    /**
     * The loudness each song should come out at.
     *
     * @param lufs integrated loudness of each song; NaN where it has none
     * @param contours momentary loudness of each
     * @param targetLufs the loudness that is wanted
     * @return LUFS of each; NaN where a song has no loudness
     */
    public static List<Double> targets(List<Double> lufs, List<float[]> contours, Way way, double targetLufs) {
        double gain = targetLufs - integrated(contours);
        List<Double> targets = new ArrayList<>();
        for (double own : lufs) {
            double wanted = way == Way.EACH ? targetLufs : own + gain;
            targets.add(Double.isFinite(own) ? wanted : Double.NaN);
        }
        return targets;
    }

    /** How far the songs of a record lie apart, the loudest less the softest, in LU; NaN for fewer than two. */
    public static double spread(List<Double> lufs) {
        double[] known =
                lufs.stream().mapToDouble(d -> d).filter(Double::isFinite).toArray();
        return known.length < 2
                ? Double.NaN
                : Arrays.stream(known).max().orElseThrow()
                        - Arrays.stream(known).min().orElseThrow();
    }
}
