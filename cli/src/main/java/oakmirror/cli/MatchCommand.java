package oakmirror.cli;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.StereoSource;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Gap;
import oakmirror.correction.Proposal;
import oakmirror.files.Leftovers;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.Workers;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.OutputNames;
import oakmirror.media.file.TableFiles;
import oakmirror.processing.ToneFilter.Phase;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Derives a correction for a mix from references and renders the corrected mix to a loudness target. */
@Command(
        name = "match",
        mixinStandardHelpOptions = true,
        description =
                "Derives a correction for a mix from level-matched references, and renders it to a loudness target.")
final class MatchCommand implements Callable<Integer> {

    /** What is written, by name. */
    private static final List<String> OUTPUTS = List.of("matched.wav", "curve.csv", "bands.csv", "summary.json");

    @Option(names = "--mix", required = true, paramLabel = "FILE", description = "The mix.")
    private Path mix;

    @Option(
            names = "--reference",
            required = true,
            paramLabel = "FILE",
            description = "A reference; may be given again.")
    private List<Path> references;

    @Option(
            names = "--out",
            required = true,
            paramLabel = "DIR",
            description = "Folder for the results; made when missing.")
    private Path out;

    @Option(
            names = "--strength",
            paramLabel = "0..100",
            description = "How much of the gap is closed, in percent (${DEFAULT-VALUE}).")
    private double strength = 50;

    @Option(
            names = "--resolution",
            paramLabel = "OCTAVES",
            description = "Smoothing, from 1/12 to 1 octave (${DEFAULT-VALUE}).")
    private String resolution = "1/3";

    @Option(names = "--target", paramLabel = "LUFS", description = "Integrated loudness to reach (${DEFAULT-VALUE}).")
    private double target = FinishSettings.DEFAULT.targetLufs();

    @Option(names = "--ceiling", paramLabel = "DBTP", description = "Highest true peak allowed (${DEFAULT-VALUE}).")
    private double ceiling = FinishSettings.DEFAULT.ceilingDbtp();

    @Option(
            names = "--phase",
            paramLabel = "minimum|linear",
            description = "How the correction is applied (${DEFAULT-VALUE}).")
    private String phase = "minimum";

    @Option(names = "--json", description = "Print the summary as JSON.")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        CorrectionSettings settings = settings();
        FinishSettings finish = finish();
        Phase how = phase();
        checkOutputs();
        ExecutorService executor = Workers.perProcessor("match");
        ProgressLine progress = new ProgressLine();
        Path scratch = scratch();
        try {
            TrackImporter importer = new TrackImporter(new AudioCache(scratch, Long.MAX_VALUE), executor);
            progress.start("reading " + mix);
            ImportedTrack mixTrack = importer.importTrack(mix, Optional.empty(), progress);
            StereoSource audio = mixTrack.audio().orElseThrow();
            List<ImportedTrack> referenceTracks = new ArrayList<>();
            for (Path reference : references) {
                progress.start("reading " + reference);
                referenceTracks.add(importer.importTrack(reference, Optional.of(audio.sampleRate()), progress));
            }
            Gap gap = Gap.between(
                    mixTrack.measurement().spectrum(),
                    mixTrack.measurement().heardLufs(),
                    referenceTracks.stream()
                            .map(r -> new Gap.Reference(
                                    r.measurement().spectrum(), r.measurement().heardLufs()))
                            .toList());
            Proposal proposal = Proposal.derive(gap, settings, audio.sampleRate());
            progress.start("rendering");
            Written written = write(
                    proposal,
                    new MasterRender(
                            audio,
                            proposal.filter(how),
                            finish,
                            new TrackMeasurer(executor, TrackMeasurer.Extent.COMPARED)),
                    audio.sampleRate(),
                    progress);
            ObjectNode summary = summary(settings, finish, proposal, mixTrack, referenceTracks, written);
            report(summary, written, mixTrack, referenceTracks, progress);
            return Main.DONE;
        } finally {
            progress.clear();
            executor.shutdown();
            Leftovers.removeFolder(scratch);
        }
    }

    /** A folder for decoded audio, which goes with all that is in it when the program ends. */
    private static Path scratch() throws AudioFileException {
        Path temporary = Path.of(System.getProperty("java.io.tmpdir"));
        try {
            return Leftovers.folder(temporary);
        } catch (IOException e) {
            throw new AudioFileException(
                    "The folder for temporary files, " + temporary
                            + ", cannot be written to; make room there or allow it.",
                    e);
        }
    }

    private List<Path> outputs() {
        return OUTPUTS.stream().map(out::resolve).toList();
    }

    /** Makes the folder and sees to it, before anything is read, that nothing the user gave is written over. */
    private void checkOutputs() throws OutputException {
        try {
            Files.createDirectories(out);
        } catch (IOException e) {
            throw new OutputException(
                    new AudioFileException("The folder " + out + " cannot be made; choose another.", e));
        }
        List<Path> inputs = new ArrayList<>(references);
        inputs.add(mix);
        for (Path output : outputs()) {
            if (OutputNames.inputAt(output, inputs).isPresent()) {
                throw new OutputException(
                        new AudioFileException(output + " is one of the inputs and is not written over."));
            }
        }
    }

    private record Written(MasterRender.Outcome outcome, long clipped, boolean replaced) {}

    private Written write(Proposal proposal, MasterRender render, int sampleRate, ProgressLine progress)
            throws IOException, OutputException {
        Path file = outputs().get(0);
        boolean replaced = Files.exists(file);
        try (AudioWriter writer = OutputFormat.WAV_24.open(file, sampleRate)) {
            MasterRender.Outcome outcome = render.render(writer::write, progress);
            writer.commit();
            TableFiles.writeCurve(outputs().get(1), proposal);
            TableFiles.writeBands(outputs().get(2), proposal.bands());
            return new Written(outcome, writer.clippedSamples(), replaced);
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    private ObjectNode summary(
            CorrectionSettings settings,
            FinishSettings finish,
            Proposal proposal,
            ImportedTrack mixTrack,
            List<ImportedTrack> referenceTracks,
            Written written) {
        ObjectNode root = new ObjectMapper().createObjectNode();
        root.put("mix", mix.toString());
        root.put("mixIntegratedLufs", rounded(mixTrack.measurement().heardLufs()));
        root.put(
                "mixTruePeakDbtp",
                rounded(mixTrack.measurement().heard().peaks().truePeakDbtp()));
        ArrayNode list = root.putArray("references");
        for (int i = 0; i < referenceTracks.size(); i++) {
            double lufs = referenceTracks.get(i).measurement().heardLufs();
            list.addObject()
                    .put("file", references.get(i).toString())
                    .put("integratedLufs", rounded(lufs))
                    .put(
                            "offsetDb",
                            rounded(oakmirror.level.LevelMatch.difference(
                                    mixTrack.measurement().heardLufs(), lufs)));
        }
        root.put("strengthPercent", strength).put("resolutionOctaves", settings.resolutionOctaves());
        root.put("phase", phase).put("bands", proposal.bands().size());
        root.put("bandFitErrorDb", rounded(proposal.fitErrorDb(settings.lowHz(), settings.highHz())));
        MasterRender.Outcome outcome = written.outcome();
        root.put("targetLufs", finish.targetLufs()).put("ceilingDbtp", finish.ceilingDbtp());
        root.put("gainDb", rounded(outcome.plan().gainDb()));
        root.put("integratedLufs", rounded(outcome.integratedLufs()));
        root.put("truePeakDbtp", rounded(outcome.truePeakDbtp()));
        root.put("shortOfTargetLu", rounded(outcome.plan().heldBackDb()));
        root.put("clippedSamples", written.clipped());
        return root;
    }

    private static Double rounded(double value) {
        return Double.isFinite(value) ? Math.round(value * 1000) / 1000.0 : null;
    }

    private void report(
            ObjectNode summary,
            Written written,
            ImportedTrack mixTrack,
            List<ImportedTrack> referenceTracks,
            ProgressLine progress)
            throws OutputException, IOException {
        ObjectMapper mapper = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);
        String text = mapper.writeValueAsString(summary);
        try {
            TableFiles.writeText(outputs().get(3), text + "\n");
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
        progress.clear();
        PrintWriter err = spec.commandLine().getErr();
        List<ImportedTrack> all = new ArrayList<>(referenceTracks);
        all.add(0, mixTrack);
        all.forEach(t -> t.warnings().forEach(w -> err.println(t.path().getFileName() + ": " + w)));
        referenceTracks.stream()
                .filter(r -> !Double.isFinite(r.measurement().heardLufs()))
                .forEach(r -> err.println(r.path().getFileName()
                        + ": without loudness (silent, or shorter than 0.4 s), so it asks for nothing."));
        if (written.replaced()) {
            err.println(outputs().get(0) + " was there before and has been replaced.");
        }
        err.flush();
        PrintWriter stdout = spec.commandLine().getOut();
        if (json) {
            stdout.println(text);
        } else {
            MasterRender.Outcome outcome = written.outcome();
            stdout.println(reached(outcome));
            if (outcome.plan().heldBackDb() > 0.05) {
                stdout.printf(
                        Locale.ROOT,
                        "Held back by %.1f dB to keep the ceiling; the target needs a limiter or a lower level.%n",
                        outcome.plan().heldBackDb());
            }
        }
        stdout.flush();
    }

    private String reached(MasterRender.Outcome outcome) {
        if (!Double.isFinite(outcome.integratedLufs())) {
            return outputs().get(0)
                    + ": the mix has no loudness (silent, or shorter than 0.4 s), so it reaches no target;"
                    + " it is only kept under the ceiling.";
        }
        String figures = String.format(
                Locale.ROOT,
                "%s: %.1f LUFS, %.1f dBTP",
                outputs().get(0),
                outcome.integratedLufs(),
                outcome.truePeakDbtp());
        return figures.replace(" -", " −");
    }

    private CorrectionSettings settings() {
        try {
            if (strength < 0 || strength > 100) {
                throw new IllegalArgumentException("strength lies between 0 and 100");
            }
            return CorrectionSettings.DEFAULT.withStrength(strength / 100).withResolution(octaves());
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
            throw usage("'" + resolution + "' is no resolution; try 1/3");
        }
    }

    private FinishSettings finish() {
        try {
            return new FinishSettings(target, ceiling);
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private Phase phase() {
        return switch (phase) {
            case "minimum" -> Phase.MINIMUM;
            case "linear" -> Phase.LINEAR;
            default -> throw usage("the phase is minimum or linear");
        };
    }

    private ParameterException usage(String message) {
        String sentence = Character.toUpperCase(message.charAt(0)) + message.substring(1) + ".";
        return new ParameterException(spec.commandLine(), sentence);
    }
}
