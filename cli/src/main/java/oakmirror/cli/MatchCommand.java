package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import oakmirror.audio.StereoSource;
import oakmirror.candidate.Candidate;
import oakmirror.compare.Comparison;
import oakmirror.correction.AppliedCorrection;
import oakmirror.dsp.PreRinging;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Findings;
import oakmirror.findings.WorthAListen;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.FinishText;
import oakmirror.finish.MasterRender;
import oakmirror.loudness.Centred;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.FileLabel;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.TableFiles;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.PlaceDecisions;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Derives a correction for a mix from references and renders the corrected mix to a loudness target. */
@Command(name = "match", mixinStandardHelpOptions = true)
final class MatchCommand implements Callable<Integer> {

    /** What is written, by name. */
    private static final List<String> OUTPUTS = List.of("matched.wav", "curve.csv", "bands.csv", "summary.json");

    /** And where the side goes through its own. */
    private static final List<String> SIDES = List.of("curve-side.csv", "bands-side.csv");

    @Mixin
    private TrackOptions tracks;

    @Mixin
    private PassageOptions passages;

    @Mixin
    private ShapingOptions shaping;

    @Option(names = "--out", required = true, paramLabel = "DIR")
    private Path out;

    @Mixin
    private Replacing replacing;

    @Option(names = "--take", split = ",", paramLabel = "NUMBER")
    private List<Integer> take = List.of();

    @Option(names = "--rebalance")
    private boolean rebalance;

    @Option(names = "--remove-dc")
    private boolean removeDc;

    @Option(names = "--target", paramLabel = "LUFS")
    private Double target;

    @Option(names = "--ceiling", paramLabel = "DBTP")
    private Double ceiling;

    @Option(names = "--loudest")
    private boolean loudest;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        Session asked = passages.on(shaping.on(tracks.session()));
        asked = asked.withFinish(finish(asked.finish()));
        if (rebalance && asked.stems().isEmpty()) {
            throw usage(Texts.of("cli.rebalanceNeedsStems"));
        }
        checkOutputs(asked);
        ProgressLine progress = new ProgressLine();
        try (Inputs inputs = new Inputs(asked, passages.isFullest(), progress)) {
            if (rebalance) {
                inputs.rebalance();
            }
            MeasuredSession measured = taking(inputs.measured());
            int rate = measured.audio().sampleRate();
            progress.start(Texts.of("cli.shaping"));
            Shaped shaped = measured.shaped(rate, progress);
            StereoSource audio = removeDc ? Centred.of(measured.audio(), progress) : measured.audio();
            progress.start(Texts.of("cli.renderingOne"));
            Phase phase = measured.session().phase();
            AppliedCorrection applied =
                    shaped.applied(inputs.mix().measurement().tone().spectrum(), phase, measured.applied());
            MasterRender render = new MasterRender(audio, shaped.chain(phase), inputs.executor());
            MasterRender.Rendered master = write(render, measured.session(), applied, rate, progress);
            writeTables(shaped);
            MatchSummary summary = new MatchSummary(
                    inputs,
                    measured,
                    shaped,
                    audio instanceof Centred c ? Optional.of(c) : Optional.empty(),
                    PreRinging.of(shaped.filter(phase), rate),
                    master);
            String text = summary.json();
            writeSummary(text);
            progress.clear();
            report(inputs, summary, text);
            return master.plan().isTooMuch() && !loudest ? Main.MISSED : Main.DONE;
        }
    }

    /** The session with the trial moves of the places that are to be taken. */
    private MeasuredSession taking(MeasuredSession measured) {
        if (take.isEmpty()) {
            return measured;
        }
        Comparison comparison = CompareCommand.comparison(measured, Part.STEREO);
        List<Candidate> places = WorthAListen.of(comparison, Findings.told(Findings.of(comparison), List.of()))
                .all();
        Session session = measured.session();
        for (int n : new TreeSet<>(take)) {
            if (n < 1 || n > places.size()) {
                throw usage(Texts.of("cli.noPlace", n, places.size()));
            }
            Candidate place = places.get(n - 1);
            session = PlaceDecisions.taking(session, place, place.proposedDb());
        }
        return measured.with(session);
    }

    private Path output(String name) {
        return out.resolve(name);
    }

    /** Makes the folder and sees to it, before anything is read, that nothing the user gave is written over. */
    private void checkOutputs(Session session) throws OutputException {
        try {
            Files.createDirectories(out);
        } catch (IOException e) {
            throw new OutputException(new AudioFileException(Texts.of("cli.folderCannotBeCreated", out), e));
        }
        replacing.check(
                Stream.concat(OUTPUTS.stream(), SIDES.stream())
                        .map(this::output)
                        .toList(),
                tracks.files(session));
    }

    private MasterRender.Rendered write(
            MasterRender render, Session session, AppliedCorrection applied, int sampleRate, ProgressLine progress)
            throws IOException, OutputException {
        Path file = output(OUTPUTS.get(0));
        try {
            return render.render(
                    session.finish(),
                    () -> OutputFormat.WAV_24.open(file, sampleRate, true, FileLabel.correctedBy(applied)),
                    progress);
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    /** Curves and bands; those of the side where it goes through its own, and otherwise what an earlier run left of them is taken away. */
    private void writeTables(Shaped shaped) throws OutputException {
        try {
            TableFiles.writeCurve(output(OUTPUTS.get(1)), shaped.tone().main());
            TableFiles.writeBands(output(OUTPUTS.get(2)), shaped.bands(Part.MID));
            for (String side : SIDES) {
                Files.deleteIfExists(output(side));
            }
            if (shaped.tone().isApart()) {
                TableFiles.writeCurve(output(SIDES.get(0)), shaped.tone().of(Part.SIDE));
            }
            if (!shaped.isAlike()) {
                TableFiles.writeBands(output(SIDES.get(1)), shaped.bands(Part.SIDE));
            }
        } catch (IOException e) {
            throw new OutputException(e);
        }
    }

    private void writeSummary(String text) throws OutputException {
        try {
            TableFiles.writeText(output(OUTPUTS.get(3)), text + "\n");
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    private void report(Inputs inputs, MatchSummary summary, String text) {
        PrintWriter err = spec.commandLine().getErr();
        inputs.warn(err);
        // A correction keeps what is wrong beside tone, so it is said.
        Findings.of(inputs.mix().measurement()).stream()
                .filter(f -> !(removeDc && f.kind() == Kind.DC_OFFSET))
                .forEach(f -> err.println(inputs.mix().name() + ": " + f.title() + "; " + f.evidence()));
        summary.notProposed(shaping).forEach(err::println);
        err.flush();
        PrintWriter stdout = spec.commandLine().getOut();
        if (json) {
            stdout.println(text);
        } else {
            stdout.println(CommandSupport.sentence(output(OUTPUTS.get(0)), summary.master()));
            stdout.println(FinishText.verdict(summary.master().plan()));
            summary.lines().forEach(stdout::println);
        }
        stdout.flush();
    }

    private FinishSettings finish(FinishSettings from) {
        try {
            return from.withTarget(
                    target == null ? from.targetLufs() : target, ceiling == null ? from.ceilingDbtp() : ceiling);
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private ParameterException usage(String message) {
        return CommandSupport.usage(spec, message);
    }
}
