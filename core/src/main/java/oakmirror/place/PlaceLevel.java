package oakmirror.place;

import java.io.IOException;
import java.util.List;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.dsp.StereoProcessor;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;

/**
 * How a track has to go into a place to come out as loud as it is.
 *
 * @param lufs its integrated loudness in LUFS; NaN where it has none
 * @param gainDb gain in front of the place that makes it so
 * @param peakLu its true peak behind the place then, over its loudness
 */
public record PlaceLevel(double lufs, double gainDb, double peakLu) {

    /** For what has no loudness: silence, or less than 400 ms. */
    public static final PlaceLevel NONE = new PlaceLevel(Double.NaN, 0, Double.NEGATIVE_INFINITY);

    /** The programme's loudness while it is measured; any would do, as drivers are given theirs from it. */
    private static final double WORKING_LUFS = -23;

    private static final double CLOSE_ENOUGH_LU = 0.02;
    private static final int MOST_ROUNDS = 4;
    private static final int BLOCK = 16_384;

    /** What is measured again and again until it fits. */
    @FunctionalInterface
    public interface Opening {
        /** The same stream from its start. */
        AudioStream open() throws IOException;
    }

    /**
     * Measures it, over all of a stream: integrated loudness (ITU-R BS.1770-5) in front and behind, once where the place is linear, a few times where it is not.
     *
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static PlaceLevel of(Opening track, PlaceSound place, Progress progress) throws IOException {
        double lufs = integrated(track, progress.part(0, 0.2));
        if (!Double.isFinite(lufs)) {
            return NONE;
        }
        double extra = 0;
        double peak = 0;
        for (int round = 0; round < MOST_ROUNDS; round++) {
            double from = 0.2 + 0.8 * round / MOST_ROUNDS;
            StereoProcessor processor = place.processor(WORKING_LUFS);
            Measured behind = behind(
                    track, WORKING_LUFS - lufs + extra, processor, progress.part(from, from + 0.8 / MOST_ROUNDS));
            if (!Double.isFinite(behind.lufs())) {
                return NONE;
            }
            double missing = WORKING_LUFS - behind.lufs();
            peak = behind.peakDbtp() + missing - WORKING_LUFS;
            extra += missing;
            if (place.place().isLinear() || Math.abs(missing) < CLOSE_ENOUGH_LU) {
                break;
            }
        }
        return new PlaceLevel(lufs, extra, peak);
    }

    private record Measured(double lufs, double peakDbtp) {}

    private static double integrated(Opening track, Progress progress) throws IOException {
        try (AudioStream stream = track.open()) {
            LoudnessMeter meter = new LoudnessMeter(stream.sampleRate(), stream.layout());
            float[][] block = new float[2][BLOCK];
            long done = 0;
            for (int n; (n = stream.read(block, BLOCK)) > 0; ) {
                meter.add(block, n);
                done += n;
                progress.check((double) done / Math.max(1, stream.expectedFrames()));
            }
            return meter.result().integratedLufs();
        }
    }

    private static Measured behind(Opening track, double gainDb, StereoProcessor place, Progress progress)
            throws IOException {
        try (AudioStream stream = track.open()) {
            int rate = stream.sampleRate();
            LoudnessMeter meter = new LoudnessMeter(rate, stream.layout());
            List<TruePeakMeter> peaks = List.of(new TruePeakMeter(rate), new TruePeakMeter(rate));
            float gain = (float) Decibels.toAmplitude(gainDb);
            float[][] block = new float[2][BLOCK];
            long done = 0;
            for (int n; (n = stream.read(block, BLOCK)) > 0; ) {
                for (float[] side : block) {
                    for (int i = 0; i < n; i++) {
                        side[i] *= gain;
                    }
                }
                place.process(block[0], block[1], 0, n);
                meter.add(block, n);
                peaks.get(0).add(block[0], n);
                peaks.get(1).add(block[1], n);
                done += n;
                progress.check((double) done / Math.max(1, stream.expectedFrames()));
            }
            Peaks both = Peaks.join(peaks.stream().map(TruePeakMeter::finish).toList());
            return new Measured(meter.result().integratedLufs(), both.truePeakDbtp());
        }
    }
}
