package oakmirror.finish;

import java.io.IOException;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.ProcessedStream;
import oakmirror.dsp.ToneFilter;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;

/**
 * Renders a master in two passes over the mix: the first applies the correction and measures what comes out, from which the gain
 * follows; the second applies correction and gain and hands the samples on. As the second differs from the first by a gain alone,
 * its figures are known exactly without a third.
 */
public final class MasterRender {

    private static final int BLOCK = 16384;

    private final StereoSource mix;
    private final ToneFilter filter;
    private final FinishSettings settings;
    private final TrackMeasurer measurer;

    /** A render of one mix. */
    public MasterRender(StereoSource mix, ToneFilter filter, FinishSettings settings, TrackMeasurer measurer) {
        this.mix = mix;
        this.filter = filter;
        this.settings = settings;
        this.measurer = measurer;
    }

    /** Where the samples go. */
    @FunctionalInterface
    public interface Sink {
        /** Takes the next frames; the arrays are used again afterwards. */
        void write(float[] left, float[] right, int frames) throws IOException;
    }

    /**
     * What comes out.
     *
     * @param corrected the mix with the correction alone, measured
     * @param plan the gain that follows from it
     */
    public record Outcome(TrackMeasurement corrected, GainPlan plan) {

        /** What a corrected mix becomes by these settings. */
        public static Outcome of(TrackMeasurement corrected, FinishSettings settings) {
            return new Outcome(
                    corrected,
                    GainPlan.of(
                            corrected.heard().loudness().integratedLufs(),
                            corrected.heard().peaks().truePeakDbtp(),
                            settings));
        }

        /** Integrated loudness of the master in LUFS. */
        public double integratedLufs() {
            return corrected.heard().loudness().integratedLufs() + plan.gainDb();
        }

        /** True peak of the master in dBTP. */
        public double truePeakDbtp() {
            return corrected.heard().peaks().truePeakDbtp() + plan.gainDb();
        }
    }

    /** The mix with the correction alone, measured. */
    public TrackMeasurement measureCorrected(Progress progress) throws IOException {
        try (ProcessedStream stream = new ProcessedStream(mix, filter.create(mix.sampleRate()))) {
            return measurer.measure(stream, progress);
        }
    }

    /** The first pass alone: what the master would be. */
    public Outcome measure(Progress progress) throws IOException {
        return Outcome.of(measureCorrected(progress), settings);
    }

    /** Both passes. */
    public Outcome render(Sink sink, Progress progress) throws IOException {
        Outcome outcome = measure(progress.part(0, 0.5));
        Progress writing = progress.part(0.5, 1);
        float gain = (float) Decibels.toAmplitude(outcome.plan().gainDb());
        float[][] block = new float[2][BLOCK];
        try (ProcessedStream stream = new ProcessedStream(mix, filter.create(mix.sampleRate()))) {
            long done = 0;
            int n;
            while ((n = stream.read(block, BLOCK)) > 0) {
                for (int i = 0; i < n; i++) {
                    block[0][i] *= gain;
                    block[1][i] *= gain;
                }
                sink.write(block[0], block[1], n);
                done += n;
                writing.check((double) done / mix.frames());
            }
        }
        return outcome;
    }
}
