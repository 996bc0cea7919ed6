package oakmirror.desk.model;

import java.util.Optional;
import oakmirror.correction.Proposal;
import oakmirror.processing.MonitorMixer;
import oakmirror.processing.ProcessorPool;
import oakmirror.processing.ToneFilter;
import oakmirror.processing.ToneFilter.Phase;
import oakmirror.session.Session;
import oakmirror.spectrum.BandSpectrum;

/** The proposed correction made ready to be heard, at the mix's own loudness; made in the background whenever it changes. */
final class MixCorrection {

    private static final int USUAL_RATE = 48000;

    private final Workspace workspace;
    private final Runnable changed;
    private final Latest<Optional<ProcessorPool>> maker = new Latest<>("oakmirror-correction");
    private Optional<ProcessorPool> processors = Optional.empty();
    private int rate = USUAL_RATE;

    /** Follows a workspace; {@code changed} is called when other processors are there. */
    MixCorrection(Workspace workspace, Runnable changed) {
        this.workspace = workspace;
        this.changed = changed;
        workspace.proposalProperty().subscribe(p -> make());
        workspace.sessionProperty().map(Session::phase).subscribe(p -> make());
    }

    /** The processors, when there is a correction. */
    Optional<ProcessorPool> processors() {
        return processors;
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
        Optional<BandSpectrum> mix = workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .map(t -> t.measurement().spectrum());
        maker.submit(
                () -> mix.filter(m -> proposal.gap().isKnown()).map(m -> {
                    ToneFilter filter = proposal.filter(phase).withGainDb(-proposal.loudnessChangeLu(m, phase));
                    return new ProcessorPool(filter, wanted, MonitorMixer.POOL_SIZE);
                }),
                pool -> {
                    processors = pool;
                    changed.run();
                });
    }

    void close() {
        maker.close();
    }
}
