package oakmirror.media.delivery;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.delivery.RoundTripProbe;
import oakmirror.delivery.Verification;
import oakmirror.delivery.Verification.Promise;
import oakmirror.delivery.Verifier;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterFile;
import oakmirror.finish.MasterRender;
import oakmirror.measure.Provenance.Origin;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.DecodedStream;
import oakmirror.media.file.FileLabel;

/** Writes a master to a file and reads it again. */
public final class MasterDelivery {

    private static final double WRITTEN = 0.85;

    private final MasterRender render;
    private final int sampleRate;
    private final long frames;
    private final ExecutorService executor;

    /**
     * Of one render.
     *
     * @param sampleRate frames a second of its mix
     * @param frames length of its mix
     * @param executor where measuring runs
     */
    public MasterDelivery(MasterRender render, int sampleRate, long frames, ExecutorService executor) {
        this.render = render;
        this.sampleRate = sampleRate;
        this.frames = frames;
        this.executor = executor;
    }

    /**
     * Renders, writes and verifies.
     *
     * @param corrected the mix through its chain, measured
     * @param file where to; what is there now is replaced once the new one is whole, and what comes there meanwhile stays: the master then has a number
     * @throws oakmirror.media.file.AudioFileException when it cannot be written or read again, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so; nothing is left then
     */
    public Delivered deliver(
            MasterRender.Corrected corrected,
            FinishSettings finish,
            Form form,
            FileLabel label,
            Path file,
            Progress progress)
            throws IOException {
        RoundTripProbe[] witness = new RoundTripProbe[1];
        AudioWriter[] writer = new AudioWriter[1];
        MasterFile.Opener opener = () -> {
            witness[0] = new RoundTripProbe(frames); // of the pass that is kept
            writer[0] = form.format().open(file, sampleRate, form.dithered(), label);
            return new Witnessed(writer[0], witness[0]);
        };
        Progress part = progress.part(0, WRITTEN);
        Optional<ForLossy> forLossy = form.forLossy()
                ? Optional.of(
                        ForLossy.render(render, corrected, finish, form.format(), sampleRate, opener, executor, part))
                : Optional.empty();
        MasterRender.Rendered master =
                forLossy.isPresent() ? forLossy.get().master() : render.render(corrected, finish, opener, part);
        Promise promise = new Promise(
                master.levels(), finish.ceilingDbtp(), sampleRate, form.format().bits(), form.hasDither());
        Path written = writer[0].file();
        Progress told = done -> { // it has its name: too late to be cancelled
            progress.part(WRITTEN, 1).report(done);
            return true;
        };
        Verification found = verify(written, promise, witness[0], told);
        return new Delivered(written, Files.size(written), master, found, forLossy, CheckSums.sha256(written));
    }

    private Verification verify(Path file, Promise promise, RoundTripProbe witness, Progress progress)
            throws IOException {
        Verifier verifier = new Verifier(witness, promise);
        try (DecodedStream stream = AudioFile.open(file)) {
            TrackMeasurement read =
                    new TrackMeasurer(executor, Extent.LEVELS).measure(stream, Origin.NONE, progress, verifier::add);
            return verifier.result(read);
        }
    }

    /** A file of which a witness is kept. */
    private static final class Witnessed extends WatchedFile {
        private final RoundTripProbe witness;

        Witnessed(MasterFile file, RoundTripProbe witness) {
            super(file);
            this.witness = witness;
        }

        @Override
        public void write(float[] left, float[] right, int count) throws IOException {
            witness.add(left, right, count);
            super.write(left, right, count);
        }
    }
}
