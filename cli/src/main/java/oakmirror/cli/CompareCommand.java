package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.findings.WorthAListen;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.spectrum.StereoSpectrum.Part;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Holds a mix against references and prints what Compare's sheet shows. */
@Command(name = "compare", mixinStandardHelpOptions = true)
final class CompareCommand implements Callable<Integer> {

    /** Bands of a third of an octave, as on the sheet. */
    static final double OCTAVES = 1.0 / 3;

    @Mixin
    private TrackOptions tracks;

    @ArgGroup
    private Passages passages;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    /** What of each track is compared, where it is not the whole. */
    private static final class Passages {

        @Option(names = "--passage", paramLabel = "FROM-TO")
        private String passage;

        @Option(names = "--suggest")
        private boolean suggest;
    }

    @Override
    public Integer call() throws IOException {
        Optional<TimeRange> passage = Optional.ofNullable(passages)
                .flatMap(p -> Optional.ofNullable(p.passage))
                .map(text -> PassageText.range(text, spec.commandLine()));
        ProgressLine progress = new ProgressLine();
        try (Inputs inputs = tracks.read(progress)) {
            Comparison comparison = compare(inputs, passage);
            List<Finding> told = Findings.told(Findings.of(comparison), List.of());
            progress.clear();
            inputs.warn(spec.commandLine().getErr());
            PrintWriter out = spec.commandLine().getOut();
            WorthAListen places = WorthAListen.of(comparison, told);
            out.print(
                    json
                            ? ComparisonJson.of(comparison, inputs.rhythms(), told, places) + "\n"
                            : ComparisonPage.of(comparison, told, places));
            out.flush();
        }
        return Main.DONE;
    }

    private Comparison compare(Inputs inputs, Optional<TimeRange> passage) throws AudioFileException {
        boolean suggest = passages != null && passages.suggest;
        List<Optional<TimeRange>> chosen = Stream.concat(Stream.of(inputs.mix()), inputs.references().stream())
                .map(t -> suggest ? suggested(t) : passage)
                .toList();
        return Comparison.of(inputs.subjects(chosen), CorridorSettings.DEFAULT, OCTAVES, Part.STEREO);
    }

    private static Optional<TimeRange> suggested(ImportedTrack track) {
        return track.fullest().suggest(track.rhythm().grid());
    }
}
