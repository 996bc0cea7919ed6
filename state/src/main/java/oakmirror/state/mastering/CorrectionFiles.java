package oakmirror.state.mastering;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Function;
import oakmirror.audio.Progress;
import oakmirror.correction.EqBand;
import oakmirror.correction.ImpulseResponse;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.ImpulseResponseFile;
import oakmirror.media.file.OutputNames;
import oakmirror.media.file.TableFiles;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import oakmirror.zones.ShapedText;

/** The correction in open forms, for any equaliser or convolver; written in the background and as soon as it is of the session as it stands. */
public final class CorrectionFiles {

    /** A form of it. */
    public enum Form {
        /** Curve and bands as tables. */
        TABLES("mastering.curveAndBandsTwo"),
        /** The curve at nominal centres. */
        THIRDS("mastering.thirdsOfAnOctave"),
        /** The bands for programs. */
        JSON("mastering.bandsJson"),
        /** The bands for people. */
        LIST("mastering.aListToType"),
        /** For convolvers. */
        RESPONSE("mastering.anImpulseResponseWav");

        private final String label;

        Form(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }
    }

    /** What the channels of an impulse response are. Where middle and side go through different things, only a pair can tell. */
    public enum Channels {
        MONO("mastering.mono"),
        STEREO("mastering.stereo"),
        MIDDLE_AND_SIDE("mastering.middleAndSide");

        private final String label;

        Channels(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }
    }

    /**
     * What is wanted.
     *
     * @param sampleRate of an impulse response
     * @param channels of an impulse response
     */
    public record Wanted(Form form, int sampleRate, Channels channels) {}

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
        Session asked = workspace.session();
        Phase phase = asked.phase();
        String title = Texts.of(
                "mastering.correctionOf",
                workspace.session().mix().map(m -> "“" + m.name() + "”").orElse(Texts.of("mastering.nothing")));
        Task task = workspace
                .sessionTasks()
                .task(Kind.RENDER, Texts.of("mastering.writingTheCorrection"))
                .otherwise(failure -> then.accept(Optional.empty(), failure.sentence()));
        workspace.derivation().whenSettled(() -> {
            Shaped now = workspace.derivation().shapedProperty().get();
            Optional<MeasuredSession> changed =
                    workspace.derivation().measured().filter(m -> !m.session().equals(asked));
            task.run(
                    progress -> written(
                            changed.isPresent() ? shaped(changed.get(), asked, progress) : now,
                            phase,
                            title,
                            wanted,
                            named),
                    written -> then.accept(Optional.of(written), ""));
        });
    }

    /** As the session was when it was asked for, where it has changed since. */
    private static Shaped shaped(MeasuredSession measured, Session asked, Progress progress) throws AudioFileException {
        try {
            return measured.with(asked).shaped(measured.audio().sampleRate(), progress);
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(Texts.of("mastering.theTracksHaveChanged"), e);
        }
    }

    private static Written written(
            Shaped shaped, Phase phase, String title, Wanted wanted, Function<String, Path> named) throws IOException {
        double madeUp = -shaped.loudnessChangeLu(phase);
        boolean apart = !shaped.isAlike();
        List<Path> files = new ArrayList<>();
        String said = "";
        switch (wanted.form()) {
            case TABLES -> {
                writeCurves(files, shaped.tone(), named);
                for (Map.Entry<String, List<EqBand>> part : bands(shaped, "").entrySet()) {
                    files.add(TableFiles.writeBands(free(named, " bands" + part.getKey() + ".csv"), part.getValue()));
                }
            }
            case THIRDS -> {
                Map<String, double[]> curves = new LinkedHashMap<>();
                if (apart) {
                    curves.put("middle_db", shaped.appliedDb(Part.MID, phase));
                    curves.put("side_db", shaped.appliedDb(Part.SIDE, phase));
                } else {
                    curves.put("correction_db", shaped.appliedDb(phase));
                }
                files.add(TableFiles.writeThirds(free(named, " thirds.csv"), curves));
            }
            case JSON ->
                files.add(TableFiles.writeBandsJson(free(named, " bands.json"), bands(shaped, "stereo"), madeUp));
            case LIST -> {
                ShapedText list = Texts.forFile(() -> ShapedText.of(shaped, title, madeUp));
                files.add(TableFiles.writeText(free(named, " bands.txt"), list.text()));
                said = Texts.of("mastering.rounded", Numbers.fixed(list.errorDb(), 2));
            }
            case RESPONSE -> {
                List<ImpulseResponse> pair = responses(shaped.filter(phase), wanted.sampleRate());
                Path file = free(named, " response.wav");
                boolean asPair = apart || wanted.channels() == Channels.MIDDLE_AND_SIDE;
                files.add(
                        asPair
                                ? ImpulseResponseFile.writePair(file, pair.get(0), pair.get(1))
                                : ImpulseResponseFile.write(
                                        file, pair.get(0), wanted.channels() == Channels.MONO ? 1 : 2));
                String form = Texts.of(
                        "mastering.response",
                        Texts.of(phase == Phase.LINEAR ? "mastering.linearPhase" : "mastering.minimumPhase"),
                        Numbers.rate(wanted.sampleRate()),
                        Numbers.fixed(pair.get(0).seconds(), 2),
                        Numbers.fixed(
                                Math.max(pair.get(0).errorDb(), pair.get(1).errorDb()), 2),
                        Numbers.gainDb(madeUp));
                said = (asPair ? Texts.of("mastering.middleThenSide", form) : form)
                        + (shaped.dynamics().isEmpty() ? "" : Texts.of("mastering.withoutWhatIsDone"));
            }
        }
        return new Written(List.copyOf(files), said);
    }

    /** Gap, evidence and correction of each part that is corrected by itself. */
    private static void writeCurves(List<Path> files, ToneProposal tone, Function<String, Path> named)
            throws AudioFileException {
        if (tone.isApart()) {
            files.add(TableFiles.writeCurve(free(named, " curve middle.csv"), tone.of(Part.MID)));
            files.add(TableFiles.writeCurve(free(named, " curve side.csv"), tone.of(Part.SIDE)));
        } else {
            files.add(TableFiles.writeCurve(free(named, " curve.csv"), tone.main()));
        }
    }

    /** The bands of each part that goes through its own. */
    private static Map<String, List<EqBand>> bands(Shaped shaped, String both) {
        Map<String, List<EqBand>> parts = new LinkedHashMap<>();
        if (shaped.isAlike()) {
            parts.put(both, shaped.bands(Part.MID));
        } else {
            String space = both.isEmpty() ? " " : "";
            parts.put(space + "middle", shaped.bands(Part.MID));
            parts.put(space + "side", shaped.bands(Part.SIDE));
        }
        return parts;
    }

    private static List<ImpulseResponse> responses(StereoTone tone, int sampleRate) throws AudioFileException {
        try {
            return ImpulseResponse.pair(tone, sampleRate);
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(Texts.of("mastering.aResponseOfCannot", Numbers.rate(sampleRate)), e);
        }
    }

    private static Path free(Function<String, Path> named, String ending) {
        return OutputNames.free(named.apply(ending));
    }
}
