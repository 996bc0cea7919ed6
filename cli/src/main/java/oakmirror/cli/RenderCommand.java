package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import oakmirror.delivery.Tags;
import oakmirror.finish.FinishSettings;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.MasterNames;
import oakmirror.media.delivery.MasterTags;
import oakmirror.media.delivery.Order;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.session.Variants;
import oakmirror.session.VersionNote.Status;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Renders the master of a session, or several of its versions. */
@Command(name = "render", mixinStandardHelpOptions = true)
final class RenderCommand implements Callable<Integer> {

    @Parameters(paramLabel = "SESSION", descriptionKey = "oakmirror.render.files")
    private Path session;

    @Mixin
    private OutputOptions output;

    @Option(names = "--versions", paramLabel = "kept|all|NAME")
    private String versions;

    @Option(names = "--target", split = ",", paramLabel = "LUFS")
    private List<Double> targets = List.of();

    @Option(names = "--strength", split = ",", paramLabel = "0..100")
    private List<Double> strengths = List.of();

    @Option(names = "--each-reference")
    private boolean eachReference;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    /** What is to be rendered, and what it is called; empty for the master as it stands. */
    private record Wanted(String name, Session settings) {}

    @Override
    public Integer call() throws IOException, OutputException {
        SessionDocument document = CommandSupport.session(session);
        List<Wanted> wanted = wanted(document);
        Path folder = output.folder(spec);
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start(Texts.of("cli.reading", session));
            MeasuredSession measured = MeasuredSession.read(document.session(), shop.importer(), progress);
            List<Order> orders = orders(measured, wanted, folder);
            progress.start(
                    orders.size() == 1
                            ? Texts.of("cli.renderingOne")
                            : Texts.of("cli.rendering", Texts.of("counts.versions", orders.size())));
            List<Ended> ended = new Orders(shop.importer(), shop.parts(), shop.abreast())
                    .deliver(measured, orders, progress, (e, n) -> {});
            progress.clear();
            measured.warnings().forEach(w -> spec.commandLine().getErr().println(w));
            spec.commandLine().getErr().flush();
            output.addCheckSums(folder, ended);
            return report(wanted, ended);
        }
    }

    private List<Wanted> wanted(SessionDocument document) throws AudioFileException {
        Session base = document.session();
        if (versions != null) {
            if (!targets.isEmpty() || !strengths.isEmpty() || eachReference) {
                throw CommandSupport.usage(spec, Texts.of("cli.versionsAreUnchanged"));
            }
            return ofLog(document);
        }
        if (targets.isEmpty() && strengths.isEmpty() && !eachReference) {
            return List.of(new Wanted("", output.on(base)));
        }
        try {
            List<Wanted> all = new ArrayList<>();
            for (Variants.Variant v : variants(base).of(base)) {
                all.add(new Wanted(v.name(), output.on(v.settings())));
            }
            return all;
        } catch (IllegalArgumentException e) {
            throw CommandSupport.usage(spec, e.getMessage());
        }
    }

    private Variants variants(Session base) {
        List<FinishSettings> finishes = targets.stream()
                .map(t -> base.finish().withTarget(t, base.finish().ceilingDbtp()))
                .toList();
        List<TrackId> all = base.references().stream().map(Track::id).toList();
        List<List<TrackId>> references = new ArrayList<>(List.of(all));
        if (eachReference && all.size() > 1) {
            all.forEach(id -> references.add(List.of(id)));
        }
        return new Variants(
                references,
                strengths.isEmpty()
                        ? List.of(base.correction().strength())
                        : strengths.stream().map(s -> s / 100).toList(),
                List.of(base.correction().caution()),
                finishes.isEmpty() ? List.of(base.finish()) : finishes);
    }

    private List<Wanted> ofLog(SessionDocument document) throws AudioFileException {
        List<Wanted> all = new ArrayList<>();
        for (NotedVersion v : document.log().versions()) {
            boolean isMeant =
                    switch (versions) {
                        case "all" -> true;
                        case "kept" -> v.note().standing() == Status.KEPT;
                        default -> v.name().equals(versions);
                    };
            if (isMeant) {
                all.add(new Wanted(v.name(), output.on(v.version().settings())));
            }
        }
        if (all.isEmpty()) {
            throw new AudioFileException(Texts.of("cli.noVersion", session, versions));
        }
        return all;
    }

    private List<Order> orders(MeasuredSession measured, List<Wanted> wanted, Path folder)
            throws AudioFileException, OutputException {
        LocalDateTime made = LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS);
        List<Tags> tags = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (Wanted w : wanted) {
            tags.add(MasterTags.of(w.settings()));
            names.add(MasterNames.of(
                    w.settings(),
                    tags.get(tags.size() - 1),
                    w.name(),
                    measured.audio().sampleRate(),
                    made.toLocalDate()));
        }
        List<Path> files = MasterNames.free(folder, names);
        List<Order> orders = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            Session settings = wanted.get(i).settings();
            try {
                measured.with(settings);
            } catch (IllegalArgumentException e) {
                throw new AudioFileException(
                        Texts.of("cli.tracksAreGone", wanted.get(i).name(), session), e);
            }
            orders.add(new Order(settings, tags.get(i), made, files.get(i)));
        }
        return orders;
    }

    private int report(List<Wanted> wanted, List<Ended> ended) throws JsonProcessingException {
        PrintWriter out = spec.commandLine().getOut();
        PrintWriter err = spec.commandLine().getErr();
        ArrayNode list = CommandSupport.MAPPER.createArrayNode();
        int code = Main.DONE;
        for (int i = 0; i < ended.size(); i++) {
            Ended e = ended.get(i);
            if (e.delivered().isEmpty()) {
                err.println(e.sentence());
                code = Main.OUTPUT;
                continue;
            }
            ObjectNode node = list.addObject();
            if (!wanted.get(i).name().isEmpty()) {
                node.put("version", wanted.get(i).name());
            }
            DeliveredText.fill(
                    node, e.delivered().get(), Form.of(e.order().settings().output()));
            if (!json) {
                out.println(DeliveredText.sentence(e.delivered().get()));
            }
            for (String fault : e.delivered().get().verification().faults()) {
                err.println(e.order().file() + ": " + fault);
                code = Main.OUTPUT;
            }
        }
        if (json) {
            out.println(CommandSupport.MAPPER.writeValueAsString(list));
        }
        out.flush();
        err.flush();
        return code;
    }
}
