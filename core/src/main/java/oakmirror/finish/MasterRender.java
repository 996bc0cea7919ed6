package oakmirror.finish;

import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ProcessedStream;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.measure.Levels;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.measure.TrackMeasurer.FoldConsumer;

/**
 * Renders a master. A first pass over the mix measures what comes out of its chain and thins it, from which the drive follows; a second applies the chain with that drive, writes the
 * samples and measures them as they go, so that what is said of a master is what was written. When it has not landed where it should, what was seen corrects the
 * drive, and it is written again.
 */
public final class MasterRender {

    private final StereoSource mix;
    private final Chain chain;
    private final ExecutorService executor;

    /**
     * A render of one mix.
     *
     * @param chain what it goes through, before drive and limiter
     * @param executor where measuring runs
     */
    public MasterRender(StereoSource mix, Chain chain, ExecutorService executor) {
        this.mix = mix;
        this.chain = chain;
        this.executor = executor;
    }

    /**
     * The mix through its chain, before drive and limiter.
     *
     * @param measurement of all of it
     * @param thinned what a limiter's effect depends on
     */
    public record Corrected(TrackMeasurement measurement, MixEnvelope thinned) {

        /** How it is brought to a target, about: limiting is only looked at on the thinned mix. */
        public FinishPlan plan(FinishSettings settings) {
            return solver(settings).solve();
        }

        /** How a target would stand with a limiter, as in its {@link #plan}. */
        Attainment standing(FinishSettings settings) {
            return solver(settings).standing();
        }

        private FinishSolver solver(FinishSettings settings) {
            double lufs = measurement.heard().loudness().integratedLufs();
            double dbtp = measurement.heard().peaks().truePeakDbtp();
            return new FinishSolver(thinned, lufs, dbtp, settings);
        }
    }

    /**
     * A master that was gone through.
     *
     * @param plan how
     * @param measurement of its samples
     * @param taken what the limiter took away
     * @param clipped samples that lay beyond full scale where they were written
     */
    public record Rendered(FinishPlan plan, TrackMeasurement measurement, Taken taken, long clipped) {

        /** Loudness and peaks of the samples. */
        public Levels levels() {
            return measurement.heard();
        }

        /** Integrated loudness in LUFS; NaN where there is none. */
        public double integratedLufs() {
            return levels().loudness().integratedLufs();
        }

        /** True peak in dBTP. */
        public double truePeakDbtp() {
            return levels().peaks().truePeakDbtp();
        }
    }

    /** The first pass alone, measured in full. */
    public Corrected measureCorrected(Progress progress) throws IOException {
        return measureCorrected(Extent.COMPARED, progress);
    }

    private Corrected measureCorrected(Extent extent, Progress progress) throws IOException {
        MixEnvelope thinned = new MixEnvelope(mix.sampleRate());
        TrackMeasurement measurement = run(chain, Taken.Meter.none(), extent, progress, thinned::add);
        return new Corrected(measurement, thinned);
    }

    /** A master as it would be, measured in full and written nowhere; as close to its target as a written one. */
    public Rendered rehearse(Corrected corrected, FinishSettings settings, Progress progress) throws IOException {
        return land(corrected, settings, Extent.COMPARED, Nowhere::new, progress);
    }

    /** How loud what the limiter takes away is, at the master's level: LUFS, NaN where it is nothing. */
    public double takenAwayLufs(FinishPlan plan, Progress progress) throws IOException {
        return run(plan.takenAway(chain, 0), Taken.Meter.none(), Extent.LEVELS, progress, (l, r, n) -> {})
                .heardLufs();
    }

    /** Both passes; the file is committed when it has landed where it should. */
    public Rendered render(FinishSettings settings, MasterFile.Opener file, Progress progress) throws IOException {
        return render(measureLevels(progress.part(0, 0.4)), settings, file, progress.part(0.4, 1));
    }

    /** The first pass alone, of which only loudness and peaks are measured: all that the second needs. */
    public Corrected measureLevels(Progress progress) throws IOException {
        return measureCorrected(Extent.LEVELS, progress);
    }

    /**
     * The second pass; the file is committed when it has landed where it should.
     *
     * @param corrected what the first pass found, whatever it measured beside; the same serves every target
     */
    public Rendered render(Corrected corrected, FinishSettings settings, MasterFile.Opener file, Progress progress)
            throws IOException {
        return land(corrected, settings, Extent.LEVELS, file, progress);
    }

    private Rendered land(
            Corrected corrected, FinishSettings settings, Extent extent, MasterFile.Opener opener, Progress progress)
            throws IOException {
        Landing landing = new Landing(corrected.solver(settings));
        for (double done = 0; ; done = 1 - 0.3 * (1 - done)) { // as if each were the last but for a little
            Taken.Meter meter = new Taken.Meter(mix.sampleRate());
            Chain through = landing.plan().behind(chain);
            try (MasterFile file = opener.open()) {
                TrackMeasurement measurement =
                        run(through, meter, extent, progress.part(done, 1 - 0.3 * (1 - done)), file::write);
                Optional<FinishPlan> kept = landing.landed(measurement.heardLufs());
                if (kept.isPresent()) {
                    Taken taken = meter.result();
                    FinishPlan plan = kept.get().priced(taken);
                    file.measured(measurement.heard());
                    progress.check(1);
                    file.commit(); // last: what is cancelled has not come to be
                    return new Rendered(plan, measurement, taken, file.clippedSamples());
                }
            }
        }
    }

    private TrackMeasurement run(
            Chain through, Taken.Meter taken, Extent extent, Progress progress, FoldConsumer samples)
            throws IOException {
        try (ProcessedStream stream = new ProcessedStream(mix, taken.watching(through, mix.sampleRate()))) {
            return new TrackMeasurer(executor, extent).measure(stream, Origin.NONE, progress, samples);
        }
    }

    /** Takes samples and keeps none. */
    static final class Nowhere implements MasterFile {
        @Override
        public void write(float[] left, float[] right, int frames) {}

        @Override
        public void commit() {}

        @Override
        public long clippedSamples() {
            return 0;
        }

        @Override
        public void close() {}
    }
}
