package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import oakmirror.delivery.NamePattern;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Delivery;
import oakmirror.session.Session;
import oakmirror.text.Texts;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;

/** Where masters go, in what form and under what names. */
final class OutputOptions {

    @Option(names = "--out", required = true, paramLabel = "DIR")
    private Path out;

    @Option(names = "--format", paramLabel = "FORMAT", completionCandidates = Formats.class)
    private String format;

    @Option(names = "--rate", paramLabel = "HZ")
    private Integer rate;

    @Option(names = "--no-dither")
    private boolean withoutDither;

    @Option(names = "--for-lossy")
    private boolean forLossy;

    @Option(names = "--name", paramLabel = "PATTERN")
    private String name;

    @Option(names = "--no-check-sums")
    private boolean withoutCheckSums;

    static final class Formats implements Iterable<String> {
        @Override
        public java.util.Iterator<String> iterator() {
            return List.of(OutputFormat.values()).stream().map(Formats::name).iterator();
        }

        static String name(OutputFormat format) {
            return format.name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    /** The folder, made where it is missing. */
    Path folder(CommandSpec spec) throws OutputException {
        check(spec);
        try {
            return Files.createDirectories(out);
        } catch (IOException e) {
            throw new OutputException(new AudioFileException(Texts.of("cli.folderCannotBeCreated", out), e));
        }
    }

    private void check(CommandSpec spec) {
        if (format != null) {
            formatOf(spec);
        }
        if (name != null) {
            new NamePattern(name).objection().ifPresent(o -> {
                throw CommandSupport.usage(spec, o.substring(0, o.length() - 1));
            });
        }
    }

    private OutputFormat formatOf(CommandSpec spec) {
        for (OutputFormat f : OutputFormat.values()) {
            if (Formats.name(f).equals(format)) {
                return f;
            }
        }
        throw CommandSupport.usage(spec, Texts.of("cli.isNotAFormat", format, String.join(", ", new Formats())));
    }

    /** A session with what is said here about its output. */
    Session on(Session s) {
        Delivery.Output output = s.output();
        for (OutputFormat f : OutputFormat.values()) {
            if (Formats.name(f).equals(format)) {
                output = output.withFormat(f.ending(), f.bits());
            }
        }
        if (rate != null) {
            output = output.withRate(Optional.of(rate));
        }
        output = withoutDither ? output.withDither(false) : output;
        Session changed = s.withOutput(forLossy ? output.withForLossy(true) : output);
        return name == null ? changed : changed.withDelivery(changed.delivery().withName(new NamePattern(name)));
    }

    /** Adds the check-sums of what was written. */
    void addCheckSums(Path folder, List<Ended> ended) throws OutputException {
        if (withoutCheckSums) {
            return;
        }
        Map<String, String> sums = new TreeMap<>();
        ended.stream()
                .flatMap(e -> e.delivered().stream())
                .forEach(d -> sums.put(d.file().getFileName().toString(), d.sha256()));
        try {
            CheckSums.add(folder, sums);
        } catch (IOException e) {
            throw new OutputException(new AudioFileException(Texts.of("cli.noCheckSums", folder), e));
        }
    }
}
