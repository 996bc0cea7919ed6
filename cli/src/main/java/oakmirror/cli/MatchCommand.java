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
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Gap;
import oakmirror.correction.Proposal;
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
        ExecutorService executor = Workers.perProcessor("match");
        ProgressLine progress = new ProgressLine();
        Path scratch = Files.createTempDirectory("oak-mirror");
        try {
            TrackImporter importer = new TrackImporter(new AudioCache(scratch, Long.MAX_VALUE), executor);
            progress.start("reading " + mix.getFileName());
            ImportedTrack mixTrack = importer.importTrack(mix, Optional.empty(), progress);
            List<ImportedTrack> referenceTracks = new ArrayList<>();
            for (Path reference : references) {
                progress.start("reading " + reference.getFileName());
                referenceTracks.add(importer.importTrack(
                        reference, Optional.of(mixTrack.audio().sampleRate()), progress));
            }
            Gap gap = Gap.between(
                    mixTrack.measurement().spectrum(),
                    mixTrack.measurement().heardLufs(),
                    referenceTracks.stream()
                            .map(r -> new Gap.Reference(
                                    r.measurement().spectrum(), r.measurement().heardLufs()))
                            .toList());
            Proposal proposal = Proposal.derive(gap, settings);
            progress.start("rendering");
            Written written = write(
                    proposal,
                    new MasterRender(
                            mixTrack.audio(),
                            proposal.filter(how),
                            finish,
                            new TrackMeasurer(executor, TrackMeasurer.Extent.COMPARED)),
                    mixTrack,
                    progress);
            ObjectNode summary = summary(settings, finish, proposal, mixTrack, referenceTracks, written);
            report(summary, written, mixTrack, referenceTracks, progress);
            return Main.DONE;
        } finally {
            progress.clear();
            executor.shutdown();
            remove(scratch);
        }
    }

    private record Written(MasterRender.Outcome outcome, long clipped) {}

    private Written write(Proposal proposal, MasterRender render, ImportedTrack mixTrack, ProgressLine progress)
            throws IOException, OutputException {
        try {
            Files.createDirectories(out);
        } catch (IOException e) {
            throw new OutputException(
                    new AudioFileException("The folder " + out + " cannot be made; choose another.", e));
        }
        Path file = out.resolve("matched.wav");
        try {
            if (Files.exists(file) && isAnInput(file)) {
                throw new AudioFileException(file + " is one of the inputs and is not written over.");
            }
            try (AudioWriter writer =
                    OutputFormat.WAV_24.open(file, mixTrack.audio().sampleRate())) {
                MasterRender.Outcome outcome = render.render(writer::write, progress);
                writer.commit();
                TableFiles.writeCurve(out.resolve("curve.csv"), proposal);
                TableFiles.writeBands(out.resolve("bands.csv"), proposal.bands());
                return new Written(outcome, writer.clippedSamples());
            }
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    private boolean isAnInput(Path file) throws IOException {
        List<Path> inputs = new ArrayList<>(references);
        inputs.add(mix);
        for (Path input : inputs) {
            if (Files.isSameFile(file, input)) {
                return true;
            }
        }
        return false;
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
        root.put("mixTruePeakDbtp", rounded(mixTrack.measurement().peaks().truePeakDbtp()));
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
            TableFiles.writeText(out.resolve("summary.json"), text + "\n");
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
        progress.clear();
        PrintWriter err = spec.commandLine().getErr();
        List<ImportedTrack> all = new ArrayList<>(referenceTracks);
        all.add(0, mixTrack);
        all.forEach(t -> t.warnings().forEach(w -> err.println(t.path().getFileName() + ": " + w)));
        err.flush();
        PrintWriter stdout = spec.commandLine().getOut();
        if (json) {
            stdout.println(text);
        } else {
            MasterRender.Outcome outcome = written.outcome();
            String reached = String.format(
                    Locale.ROOT,
                    "%s: %.1f LUFS, %.1f dBTP",
                    out.resolve("matched.wav"),
                    outcome.integratedLufs(),
                    outcome.truePeakDbtp());
            stdout.println(reached.replace(" -", " −"));
            if (outcome.plan().heldBackDb() > 0.05) {
                stdout.printf(
                        Locale.ROOT,
                        "Held back by %.1f dB to keep the ceiling; the target needs a limiter or a lower level.%n",
                        outcome.plan().heldBackDb());
            }
        }
        stdout.flush();
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

    private static void remove(Path folder) throws IOException {
        try (var files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.deleteIfExists(file);
            }
        }
        Files.deleteIfExists(folder);
    }
}
