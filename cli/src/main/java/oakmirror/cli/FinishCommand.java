package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.FinishText;
import oakmirror.finish.Instead;
import oakmirror.finish.MasterFile;
import oakmirror.finish.MasterRender;
import oakmirror.finish.SaneLimits;
import oakmirror.limiter.LimiterSettings;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackReader;
import oakmirror.media.delivery.ForLossy;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.CorrectionFile;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Source;
import oakmirror.session.Track;
import oakmirror.text.Texts;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** Brings a file to a loudness under a true-peak ceiling. */
@Command(name = "finish", mixinStandardHelpOptions = true)
final class FinishCommand implements Callable<Integer> {

    private static final double MISSED_LU = 0.05;

    @Option(names = "--in", required = true, paramLabel = "FILE")
    private Path in;

    @Option(names = "--out", required = true, paramLabel = "FILE")
    private Path out;

    @Mixin
    private Replacing replacing;

    @ArgGroup(multiplicity = "1")
    private Aim aim;

    /** One of them. */
    private static final class Aim {
        @Option(names = "--target", required = true, paramLabel = "LUFS")
        private Double target;

        @Option(names = "--like", required = true, paramLabel = "FILE")
        private Path like;
    }

    @Option(names = "--ceiling", paramLabel = "DBTP")
    private double ceiling = FinishSettings.DEFAULT.ceilingDbtp();

    @Option(names = "--correction", paramLabel = "FILE")
    private Path correction;

    @Option(names = "--clip", paramLabel = "DB")
    private double clip;

    @Option(names = "--loudest")
    private boolean loudest;

    @Option(names = "--for-lossy")
    private boolean forLossy;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        OutputFormat format = format();
        LimiterSettings limiter = limiter();
        settings(aim.target == null ? FinishSettings.DEFAULT.targetLufs() : aim.target, limiter);
        checkOutput();
        Chain chain = correction == null ? Chain.NONE : Chain.of(CorrectionFile.read(correction));
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            ImportedTrack mix = read(Track.of(in), shop, progress);
            StereoSource audio = mix.audio().orElseThrow();
            Optional<ImportedTrack> like = aim.like == null ? Optional.empty() : Optional.of(like(shop, progress));
            checkFits(chain, audio.sampleRate());
            FinishSettings settings = settings(like.isEmpty() ? aim.target : loudness(like.get()), limiter);
            progress.start(Texts.of("cli.finishing"));
            MasterRender render = new MasterRender(audio, chain, shop.parts());
            MasterRender.Corrected corrected = render.measureLevels(progress.part(0, 0.4));
            Master master = render(render, corrected, settings, format, audio.sampleRate(), shop, progress);
            Optional<Instead> instead = Instead.of(corrected, master.rendered().plan());
            progress.clear();
            report(mix, like, master, instead);
            return master.rendered().plan().isTooMuch() && !loudest ? Main.MISSED : Main.DONE;
        }
    }

    private AudioWriter writer;

    /** What was written, and what lossy coders make of it where that was asked for. */
    private record Master(MasterRender.Rendered rendered, Optional<ForLossy> forLossy) {}

    private Master render(
            MasterRender render,
            MasterRender.Corrected corrected,
            FinishSettings settings,
            OutputFormat format,
            int rate,
            Workshop shop,
            Progress progress)
            throws IOException, OutputException {
        MasterFile.Opener opener = () -> {
            writer = format.open(out, rate);
            return writer;
        };
        Progress part = progress.part(0.4, 1);
        try {
            if (forLossy) {
                ForLossy held = ForLossy.render(render, corrected, settings, format, rate, opener, shop.parts(), part);
                return new Master(held.master(), Optional.of(held));
            }
            return new Master(render.render(corrected, settings, opener, part), Optional.empty());
        } catch (AudioFileException e) {
            throw new OutputException(e);
        }
    }

    private OutputFormat format() {
        String name = String.valueOf(out.getFileName()).toLowerCase(Locale.ROOT);
        if (!name.endsWith(".wav") && !name.endsWith(".flac")) {
            throw usage(Texts.of("cli.outIsWavOrFlac"));
        }
        return name.endsWith(".flac") ? OutputFormat.FLAC_24 : OutputFormat.WAV_24;
    }

    private LimiterSettings limiter() {
        try {
            return LimiterSettings.DEFAULT.withClipDb(clip);
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private FinishSettings settings(double target, LimiterSettings limiter) {
        try {
            return new FinishSettings(target, ceiling, Optional.of(limiter));
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private static ImportedTrack read(Track track, Workshop shop, ProgressLine progress) throws AudioFileException {
        progress.start(Texts.of("cli.reading", track.name()));
        return track.source() instanceof Source.File file
                ? shop.importer().importTrack(file.path(), Optional.empty(), Extent.LEVELS, progress)
                : TrackReader.read(track.source(), track.name(), Optional.empty(), shop.importer(), progress);
    }

    /** What it is to be as loud as: a file, or a profile. */
    private ImportedTrack like(Workshop shop, ProgressLine progress) throws AudioFileException {
        List<Track> tracks = TrackOptions.reference(aim.like);
        if (tracks.size() > 1) {
            throw usage(Texts.of("cli.severalProfiles", aim.like, tracks.size()));
        }
        return read(tracks.get(0), shop, progress);
    }

    private double loudness(ImportedTrack like) throws AudioFileException {
        double lufs = like.measurement().heardLufs();
        if (!(lufs >= -60 && lufs <= 0)) {
            throw new AudioFileException(Texts.of("cli.noUsableLoudness", aim.like));
        }
        return lufs;
    }

    /** Sees to it, before anything is read, that nothing the user gave is written over. */
    private void checkOutput() throws OutputException {
        List<Path> given = new ArrayList<>(List.of(in));
        Optional.ofNullable(aim.like).ifPresent(given::add);
        Optional.ofNullable(correction).ifPresent(given::add);
        replacing.check(List.of(out), given);
    }

    private void checkFits(Chain chain, int sampleRate) throws AudioFileException {
        try {
            chain.maker(sampleRate);
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(Texts.of("cli.bandAboveHalfTheRate", correction, in), e);
        }
    }

    private void report(ImportedTrack mix, Optional<ImportedTrack> like, Master master, Optional<Instead> instead)
            throws JsonProcessingException {
        PrintWriter err = spec.commandLine().getErr();
        Stream.concat(Stream.of(mix), like.stream())
                .forEach(t -> t.warnings().forEach(w -> err.println(t.name() + ": " + w)));
        like.map(l -> l.measurement().heard())
                .filter(l -> SaneLimits.isCrushed(
                        l.loudness().integratedLufs(), l.peaks().truePeakDbtp()))
                .ifPresent(l -> err.println(Texts.of("cli.overCompressed", aim.like)));
        err.flush();
        PrintWriter stdout = spec.commandLine().getOut();
        if (json) {
            stdout.println(json(master, instead));
        } else {
            stdout.println(CommandSupport.sentence(writer.file(), master.rendered()));
            stdout.println(FinishText.verdict(master.rendered().plan()));
            instead.map(i -> FinishText.instead(master.rendered().plan(), i))
                    .filter(s -> !s.isEmpty())
                    .ifPresent(stdout::println);
            master.forLossy().map(ForLossy::sentence).ifPresent(stdout::println);
        }
        stdout.flush();
    }

    private String json(Master of, Optional<Instead> instead) throws JsonProcessingException {
        MasterRender.Rendered master = of.rendered();
        ObjectNode root = CommandSupport.MAPPER.createObjectNode();
        FinishPlan plan = master.plan();
        double target = plan.settings().targetLufs();
        root.put("file", writer.file().toString());
        root.put("integratedLufs", CommandSupport.rounded(master.integratedLufs()));
        root.put("truePeakDbtp", CommandSupport.rounded(master.truePeakDbtp()));
        root.put("targetLufs", CommandSupport.rounded(target))
                .put("ceilingDbtp", plan.settings().ceilingDbtp());
        root.put("reached", Math.abs(master.integratedLufs() - target) <= MISSED_LU);
        root.put("sane", !plan.isTooMuch());
        root.put("loudestSaneLufs", CommandSupport.rounded(plan.loudestSaneLufs()));
        instead.ifPresent(
                i -> root.put("loudestLufs", CommandSupport.rounded(i.loudest().expectedLufs())));
        instead.flatMap(Instead::clipped).ifPresent(c -> root.put("withSoftClipDb", c.clipDb()));
        root.put("driveDb", CommandSupport.rounded(plan.driveDb()));
        root.put("mostReductionDb", CommandSupport.rounded(master.taken().most()));
        root.put("averageReductionDb", CommandSupport.rounded(master.taken().average()));
        root.put("plrDb", CommandSupport.rounded(master.levels().peakToLoudness()));
        root.put("clippedSamples", master.clipped());
        of.forLossy().ifPresent(f -> DeliveredText.coded(root, f));
        return CommandSupport.MAPPER.writeValueAsString(root);
    }

    private ParameterException usage(String message) {
        return CommandSupport.usage(spec, message);
    }
}
