package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import oakmirror.audio.FrameRange;
import oakmirror.candidate.Candidate;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.GuardKind;
import oakmirror.correction.Proposal;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.evidence.FaultPrior;
import oakmirror.findings.Findings;
import oakmirror.findings.WorthAListen;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.FinishText;
import oakmirror.finish.MasterRender;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.FileLabel;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.TableFiles;
import oakmirror.session.Derived;
import oakmirror.session.PlaceDecisions;
import oakmirror.session.Shaping;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** Derives a correction for a mix from references and renders the corrected mix to a loudness target. */
@Command(name = "match", mixinStandardHelpOptions = true)
final class MatchCommand implements Callable<Integer> {

    /** What is written, by name. */
    private static final List<String> OUTPUTS = List.of("matched.wav", "curve.csv", "bands.csv", "summary.json");

    @Mixin
    private TrackOptions tracks;

    @Option(names = "--out", required = true, paramLabel = "DIR")
    private Path out;

    @Mixin
    private Replacing replacing;

    @Option(names = "--strength", paramLabel = "0..100")
    private double strength = 100;

    @Option(names = "--caution", paramLabel = "0..100")
    private int caution = (int) Math.round(100 * FaultPrior.USUAL_CAUTION);

    @Option(names = "--exact")
    private boolean exact;

    @Option(names = "--resolution", paramLabel = "OCTAVES")
    private String resolution = "1/12";

    @Option(
            names = "--release",
            split = ",",
            paramLabel = "GUARD",
            converter = GuardName.class,
            completionCandidates = GuardNames.class)
    private List<GuardKind> released = List.of();

    @Option(names = "--take", split = ",", paramLabel = "NUMBER")
    private List<Integer> take = List.of();

    @Option(names = "--target", paramLabel = "LUFS")
    private double target = FinishSettings.DEFAULT.targetLufs();

    @Option(names = "--ceiling", paramLabel = "DBTP")
    private double ceiling = FinishSettings.DEFAULT.ceilingDbtp();

    @Option(names = "--phase", paramLabel = "minimum|linear")
    private String phase = "minimum";

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    /** Guards as they are called in a command: fine-boost. */
    static String name(GuardKind guard) {
        return guard.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private static final class GuardNames implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return Arrays.stream(GuardKind.values()).map(MatchCommand::name).iterator();
        }
    }

    private static final class GuardName implements ITypeConverter<GuardKind> {
        @Override
        public GuardKind convert(String text) {
            return Arrays.stream(GuardKind.values())
                    .filter(g -> name(g).equals(text.trim()))
                    .findFirst()
                    .orElseThrow(() -> new TypeConversionException(
                            Texts.of("cli.isNotAGuard", text, String.join(", ", new GuardNames()))));
        }
    }

    @Override
    public Integer call() throws IOException, OutputException {
        CorrectionSettings settings = settings();
        FinishSettings finish = finish();
        Phase how = phase();
        checkOutputs();
        ProgressLine progress = new ProgressLine();
        try (Inputs inputs = tracks.read(progress)) {
            ImportedTrack mix = inputs.mix();
            Shaping shaping = shaping(settings, inputs);
            Derived derived = Derived.of(
                    inputs.subjects(),
                    mix.applied(),
                    shaping,
                    CorridorSettings.DEFAULT,
                    inputs.audio().sampleRate());
            Proposal proposal = derived.tone().main();
            FrameRange all = new FrameRange(0, inputs.audio().frames());
            progress.start(Texts.of("cli.shaping"));
            Shaped shaped = derived.shaped(inputs.audio(), all, shaping, progress);
            AppliedCorrection applied = shaped.applied(mix.measurement().tone().spectrum(), how, mix.applied());
            progress.start(Texts.of("cli.renderingOne"));
            MasterRender render = new MasterRender(inputs.audio(), shaped.chain(how), inputs.executor());
            MasterRender.Rendered master =
                    write(proposal, applied, render, finish, inputs.audio().sampleRate(), progress);
            String summary = new MatchSummary(inputs, settings, how, finish, proposal).json(master);
            try {
                TableFiles.writeText(outputs().get(3), summary + "\n");
            } catch (AudioFileException e) {
                throw new OutputException(e);
            }
            progress.clear();
            report(inputs, summary, master);
            return Main.DONE;
        }
    }

    /** What is done to the mix: the correction, and the trial moves of the places that are to be taken. */
    private Shaping shaping(CorrectionSettings settings, Inputs inputs) {
        Shaping shaping = Shaping.DEFAULT.withCorrection(settings);
        for (Candidate place : taken(inputs)) {
            shaping = PlaceDecisions.with(shaping, place, place.proposedDb());
        }
        return shaping;
    }

    /** The places that are to be taken. */
    private List<Candidate> taken(Inputs inputs) {
        if (take.isEmpty()) {
            return List.of();
        }
        Comparison comparison =
                Comparison.of(inputs.subjects(), CorridorSettings.DEFAULT, CompareCommand.OCTAVES, Part.STEREO);
        List<Candidate> places = WorthAListen.of(comparison, Findings.told(Findings.of(comparison), List.of()))
                .all();
        for (int n : take) {
            if (n < 1 || n > places.size()) {
                throw usage(Texts.of("cli.noPlace", n, places.size()));
            }
        }
        return take.stream().distinct().map(n -> places.get(n - 1)).toList();
    }

    private List<Path> outputs() {
        return OUTPUTS.stream().map(out::resolve).toList();
    }

    /** Makes the folder and sees to it, before anything is read, that nothing the user gave is written over. */
    private void checkOutputs() throws OutputException {
        try {
            Files.createDirectories(out);
        } catch (IOException e) {
            throw new OutputException(new AudioFileException(Texts.of("cli.folderCannotBeCreated", out), e));
        }
        replacing.check(outputs(), tracks.files());
    }

    private MasterRender.Rendered write(
            Proposal proposal,
            AppliedCorrection applied,
            MasterRender render,
            FinishSettings finish,
            int sampleRate,
            ProgressLine progress)
            throws IOException, OutputException {
        try {
            MasterRender.Rendered master = render.render(
                    finish,
                    () -> OutputFormat.WAV_24.open(outputs().get(0), sampleRate, true, FileLabel.correctedBy(applied)),
                    progress);
            TableFiles.writeCurve(outputs().get(1), proposal);
            TableFiles.writeBands(outputs().get(2), proposal.bands());
            return master;
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    private void report(Inputs inputs, String summary, MasterRender.Rendered master) {
        PrintWriter err = spec.commandLine().getErr();
        inputs.warn(err);
        // A correction keeps what is wrong beside tone, so it is said.
        Findings.of(inputs.mix().measurement())
                .forEach(f -> err.println(inputs.mix().name() + ": " + f.title() + "; " + f.evidence()));
        err.flush();
        PrintWriter stdout = spec.commandLine().getOut();
        if (json) {
            stdout.println(summary);
        } else {
            stdout.println(CommandSupport.sentence(outputs().get(0), master));
            stdout.println(FinishText.verdict(master.plan()));
        }
        stdout.flush();
    }

    private CorrectionSettings settings() {
        try {
            if (strength < 0 || strength > 100) {
                throw new IllegalArgumentException(Texts.of("cli.strengthBounds"));
            }
            if (caution < 0 || caution > 100) {
                throw new IllegalArgumentException(Texts.of("cli.cautionBounds"));
            }
            CorrectionSettings asked = CorrectionSettings.DEFAULT
                    .withBasis(exact ? Basis.EXACT : Basis.EVIDENCE)
                    .withCaution(caution / 100.0)
                    .withStrength(strength / 100)
                    .withResolution(octaves());
            if (!exact && asked.resolutionOctaves() != CorrectionSettings.DEFAULT.resolutionOctaves()) {
                throw new IllegalArgumentException(Texts.of("cli.resolutionIsForExact"));
            }
            for (GuardKind guard : released) {
                asked = asked.withReleased(guard, true);
            }
            return asked;
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private double octaves() {
        String[] parts = resolution.split("/", 2);
        try {
            double value = Double.parseDouble(parts[0].trim());
            return parts.length == 2 ? value / Double.parseDouble(parts[1].trim()) : value;
        } catch (NumberFormatException e) {
            throw usage(Texts.of("cli.isNotAResolution", resolution));
        }
    }

    private FinishSettings finish() {
        try {
            return FinishSettings.DEFAULT.withTarget(target, ceiling);
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private Phase phase() {
        return switch (phase) {
            case "minimum" -> Phase.MINIMUM;
            case "linear" -> Phase.LINEAR;
            default -> throw usage(Texts.of("cli.whichPhase"));
        };
    }

    private ParameterException usage(String message) {
        return CommandSupport.usage(spec, message);
    }
}
