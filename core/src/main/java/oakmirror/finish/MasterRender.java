package oakmirror.finish;

import java.io.IOException;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ProcessedStream;
import oakmirror.measure.Levels;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;

/**
 * Renders a master in two passes over the mix: the first measures what comes out of its chain, from which the gain follows; the second applies
 * the chain with that gain, hands the samples on and measures them as they go, so that what is said of a master is what was written.
 */
public final class MasterRender {

    private final StereoSource mix;
    private final Chain chain;
    private final FinishSettings settings;
    private final ExecutorService executor;

    /**
     * A render of one mix.
     *
     * @param chain what it goes through, before the gain for the target
     * @param executor where measuring runs
     */
    public MasterRender(StereoSource mix, Chain chain, FinishSettings settings, ExecutorService executor) {
        this.mix = mix;
        this.chain = chain;
        this.settings = settings;
        this.executor = executor;
    }

    /** Where the samples go. */
    @FunctionalInterface
    public interface Sink {
        /** Takes the next frames; the arrays are used again afterwards. */
        void write(float[] left, float[] right, int frames) throws IOException;
    }

    /**
     * What would come out.
     *
     * @param corrected the mix through its chain, before the gain for the target, measured
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

        /** Integrated loudness that the master will have, in LUFS. */
        public double integratedLufs() {
            return corrected.heard().loudness().integratedLufs() + plan.gainDb();
        }

        /** True peak that the master will have, in dBTP. */
        public double truePeakDbtp() {
            return corrected.heard().peaks().truePeakDbtp() + plan.gainDb();
        }
    }

    /**
     * A master that was rendered.
     *
     * @param plan the gain that was applied
     * @param levels loudness and peaks of the samples that were handed on
     */
    public record Rendered(GainPlan plan, Levels levels) {

        /** Integrated loudness in LUFS; NaN where there is none. */
        public double integratedLufs() {
            return levels.loudness().integratedLufs();
        }

        /** True peak in dBTP. */
        public double truePeakDbtp() {
            return levels.peaks().truePeakDbtp();
        }
    }

    /** The mix through its chain, before the gain for the target, measured in full. */
    public TrackMeasurement measureCorrected(Progress progress) throws IOException {
        return run(chain, Extent.COMPARED, progress, (l, r, n) -> {});
    }

    /** What the master would be. */
    public Outcome measure(Progress progress) throws IOException {
        return Outcome.of(measureCorrected(progress), settings);
    }

    /** Both passes. */
    public Rendered render(Sink sink, Progress progress) throws IOException {
        TrackMeasurement corrected = run(chain, Extent.LEVELS, progress.part(0, 0.5), (l, r, n) -> {});
        GainPlan plan = Outcome.of(corrected, settings).plan();
        Chain whole = chain.withGainDb(chain.gainDb() + plan.gainDb());
        TrackMeasurement written = run(whole, Extent.LEVELS, progress.part(0.5, 1), sink);
        return new Rendered(plan, written.heard());
    }

    private TrackMeasurement run(Chain through, Extent extent, Progress progress, Sink sink) throws IOException {
        try (ProcessedStream stream = new ProcessedStream(mix, through.create(mix.sampleRate()))) {
            return new TrackMeasurer(executor, extent).measure(stream, Origin.NONE, progress, sink::write);
        }
    }
}
