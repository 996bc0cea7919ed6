package oakmirror.desk.model.finish;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import oakmirror.audio.Progress;
import oakmirror.correction.ImpulseResponse;
import oakmirror.correction.Proposal;
import oakmirror.correction.RoundedBands;
import oakmirror.desk.model.session.Workspace;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.ImpulseResponseFile;
import oakmirror.media.file.OutputNames;
import oakmirror.media.file.TableFiles;
import oakmirror.media.work.Kind;
import oakmirror.readings.Readings;

/** The correction in open forms, for any equaliser or convolver; written in the background and as soon as it is of the session as it stands. */
public final class CorrectionFiles {

    /** A form of it. */
    public enum Form {
        /** Curve and bands as tables. */
        TABLES("curve and bands, two tables (CSV)"),
        /** The curve at nominal centres. */
        THIRDS("thirds of an octave (CSV)"),
        /** The bands for programs. */
        JSON("bands (JSON)"),
        /** The bands for people. */
        LIST("a list to type into an equaliser (text)"),
        /** For convolvers. */
        RESPONSE("an impulse response (WAV, float)");

        private final String label;

        Form(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return label;
        }
    }

    /**
     * What is wanted.
     *
     * @param sampleRate of an impulse response
     * @param channels of an impulse response, 1 or 2
     */
    public record Wanted(Form form, int sampleRate, int channels) {}

    /**
     * What was written.
     *
     * @param files where
     * @param said what is to be said about it
     */
    public record Written(List<Path> files, String said) {}

    private final Workspace workspace;

    /** The correction of a workspace. */
    public CorrectionFiles(Workspace workspace) {
        this.workspace = workspace;
    }

    /**
     * Writes it. Files that are there stay; the new ones take the next number.
     *
     * @param named makes a file's place of what is added to the name, with its ending
     * @param then takes what was written, or a sentence that says why nothing was; on the window's thread
     */
    public void write(Wanted wanted, Function<String, Path> named, BiConsumer<Optional<Written>, String> then) {
        workspace.derivation().whenSettled(() -> {
            Proposal proposal = workspace.proposalProperty().get();
            Phase phase = workspace.session().phase();
            String title = "Correction of "
                    + workspace.session().mix().map(m -> "“" + m.name() + "”").orElse("nothing");
            workspace
                    .background()
                    .submit(
                            Kind.RENDER,
                            "Writing the correction",
                            Progress.NONE,
                            progress -> written(proposal, phase, title, wanted, named),
                            written -> then.accept(Optional.of(written), ""),
                            failure -> then.accept(Optional.empty(), failure.sentence()));
        });
    }

    private static Written written(
            Proposal proposal, Phase phase, String title, Wanted wanted, Function<String, Path> named)
            throws IOException {
        double madeUp = -proposal.loudnessChangeLu(phase);
        List<Path> files = new ArrayList<>();
        String said = "";
        switch (wanted.form()) {
            case TABLES -> {
                TableFiles.writeCurve(free(files, named, " curve.csv"), proposal);
                TableFiles.writeBands(free(files, named, " bands.csv"), proposal.bands());
            }
            case THIRDS -> TableFiles.writeThirds(free(files, named, " thirds.csv"), proposal.appliedDb(phase));
            case JSON -> TableFiles.writeBandsJson(free(files, named, " bands.json"), proposal.bands(), madeUp);
            case LIST -> {
                RoundedBands rounded = RoundedBands.of(proposal.bands());
                TableFiles.writeText(free(files, named, " bands.txt"), rounded.text(title, madeUp));
                said = String.format(Locale.ROOT, "rounded, at most %.2f dB off", rounded.errorDb());
            }
            case RESPONSE -> {
                ImpulseResponse response = response(proposal.filter(phase), wanted.sampleRate());
                ImpulseResponseFile.write(free(files, named, " response.wav"), response, wanted.channels());
                said = String.format(
                        Locale.ROOT,
                        "%s phase, %s, %.2f s, at most %.2f dB off from 20 Hz up; %s on top makes up the level",
                        phase == Phase.LINEAR ? "linear" : "minimum",
                        Readings.rate(wanted.sampleRate()),
                        response.seconds(),
                        response.errorDb(),
                        Readings.gainDb(madeUp));
            }
        }
        return new Written(List.copyOf(files), said);
    }

    private static ImpulseResponse response(ToneFilter filter, int sampleRate) throws AudioFileException {
        try {
            return ImpulseResponse.of(filter, sampleRate);
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(
                    "A response of " + Readings.rate(sampleRate)
                            + " cannot hold all bands; choose a higher rate, or linear phase on Shape.",
                    e);
        }
    }

    private static Path free(List<Path> files, Function<String, Path> named, String ending) {
        Path file = OutputNames.free(named.apply(ending));
        files.add(file);
        return file;
    }
}
