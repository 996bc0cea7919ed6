package oakmirror.desk.model.listen;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.animation.PauseTransition;
import javafx.util.Duration;
import oakmirror.audio.StereoSource;
import oakmirror.correction.Proposal;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.desk.model.session.Workspace;
import oakmirror.desk.model.work.Latest;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.CorrectedPeak;
import oakmirror.media.ImportedTrack;
import oakmirror.monitor.ProcessorPool;
import oakmirror.session.Session;
import oakmirror.spectrum.BandGrid;

/** The proposed correction made ready to be heard, at the mix's own loudness, with room for the peaks it raises; made in the background whenever it changes. */
final class MixCorrection {

    private static final int USUAL_RATE = 48000;

    private static final double QUIET_MILLIS = 300;

    private final Workspace workspace;
    private final BiConsumer<StereoSource, ProcessorPool> preparing;
    private final Runnable changed;
    private final Latest<Optional<Made>> maker = new Latest<>("oakmirror-correction");
    private final Latest<Double> peaks = new Latest<>("oakmirror-headroom");
    private final PauseTransition quiet = new PauseTransition(Duration.millis(QUIET_MILLIS));
    private Optional<Made> made = Optional.empty();
    private int rate = USUAL_RATE;

    /** A correction, the mix it is for, and its processors. */
    private record Made(Chain chain, ImportedTrack mix, ProcessorPool processors) {}

    /**
     * Follows a workspace.
     *
     * @param preparing told of other processors, and of what they are for, before they are heard; on another thread than the window's
     * @param changed called when they are there
     */
    MixCorrection(Workspace workspace, BiConsumer<StereoSource, ProcessorPool> preparing, Runnable changed) {
        this.workspace = workspace;
        this.preparing = preparing;
        this.changed = changed;
        quiet.setOnFinished(e -> measurePeak());
        workspace.proposalProperty().subscribe(p -> make());
        workspace.sessionProperty().map(Session::phase).subscribe(p -> make());
    }

    /** The processors, when there is a correction. */
    Optional<ProcessorPool> processors() {
        return made.map(Made::processors);
    }

    /** Makes them for another rate. */
    void makeFor(int sampleRate) {
        rate = sampleRate;
        make();
    }

    private void make() {
        Proposal proposal = workspace.proposalProperty().get();
        Phase phase = workspace.session().phase();
        int wanted = rate;
        Optional<ImportedTrack> mix = workspace.tracks().mix().flatMap(TrackSlot::imported);
        maker.submit(
                () -> mix.filter(m -> proposal.gap().isKnown() && proposal.fits(wanted))
                        .map(m -> {
                            double change =
                                    proposal.loudnessChangeLu(m.measurement().spectrum(), phase);
                            Chain chain = Chain.of(proposal.filter(phase)).withGainDb(-change);
                            ProcessorPool processors = new ProcessorPool(chain.maker(wanted));
                            m.audio().ifPresent(audio -> preparing.accept(audio, processors));
                            return new Made(chain, m, processors);
                        }),
                next -> {
                    made = next;
                    makeRoom();
                    changed.run();
                });
    }

    /** Makes as much room for peaks as the correction can raise them by, until it is known by how much it does. */
    private void makeRoom() {
        workspace
                .derivation()
                .setCorrectedPeak(
                        made.map(m -> m.mix().measurement().heard().peaks().truePeakDbtp() + highestGainDb(m.chain()))
                                .orElse(Double.NEGATIVE_INFINITY));
        quiet.playFromStart();
    }

    private static double highestGainDb(Chain chain) {
        return Arrays.stream(BandGrid.centresHz()).map(chain::responseDb).max().orElse(0);
    }

    /** Measures the peaks of the corrected mix, when nothing has changed for a while. */
    private void measurePeak() {
        made.filter(m -> m.mix().audio().isPresent())
                .ifPresent(m -> peaks.submit(
                        progress -> {
                            try {
                                return CorrectedPeak.dbtp(m.mix().audio().get(), m.chain(), progress);
                            } catch (IOException e) {
                                throw new UncheckedIOException(e);
                            }
                        },
                        peak -> {
                            if (made.equals(Optional.of(m))) {
                                workspace.derivation().setCorrectedPeak(peak);
                            }
                        },
                        () -> {}));
    }

    void close() {
        quiet.stop();
        maker.close();
        peaks.close();
    }
}
