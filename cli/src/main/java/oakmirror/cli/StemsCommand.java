package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.util.concurrent.Callable;
import oakmirror.media.session.MeasuredStems;
import oakmirror.session.Session;
import oakmirror.session.StemSet;
import oakmirror.session.StemWords;
import oakmirror.stems.Rebalance;
import oakmirror.stems.StemCheck;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Says which stems to turn up or down in a mix, and by how much. */
@Command(name = "stems", mixinStandardHelpOptions = true)
final class StemsCommand implements Callable<Integer> {

    @Mixin
    private TrackOptions tracks;

    @Mixin
    private PassageOptions passages;

    @Option(names = "--limit", paramLabel = "DB")
    private Double limit;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        Session session = passages.on(tracks.session());
        if (session.stems().isEmpty()) {
            throw CommandSupport.usage(spec, Texts.of("cli.noStems"));
        }
        try {
            session = limit == null ? session : session.withStems(s -> s.withLimit(limit));
        } catch (IllegalArgumentException e) {
            throw CommandSupport.usage(spec, e.getMessage());
        }
        ProgressLine progress = new ProgressLine();
        try (Inputs inputs = new Inputs(session, passages.isFullest(), progress)) {
            MeasuredStems stems = inputs.stems();
            Rebalance proposed = stems.proposed();
            progress.clear();
            inputs.warn(spec.commandLine().getErr());
            PrintWriter out = spec.commandLine().getOut();
            if (json) {
                out.println(json(session.stems(), stems, proposed));
            } else {
                out.println(stems.check().sentence());
                out.print(proposed.isNone() ? "" : StemWords.list(session.stems(), proposed));
                out.println(StemWords.together(session.stems(), proposed));
            }
            out.flush();
        }
        return Main.DONE;
    }

    private static String json(StemSet set, MeasuredStems stems, Rebalance proposed) throws JsonProcessingException {
        ObjectNode root = CommandSupport.MAPPER.createObjectNode();
        StemCheck check = stems.check();
        root.put("unexplainedDb", CommandSupport.rounded(stems.powers().residualDb()))
                .put("limitDb", set.limitDb())
                .put("closed", CommandSupport.rounded(proposed.closed()));
        ArrayNode list = root.putArray("stems");
        for (int i = 0; i < set.all().size(); i++) {
            ObjectNode node = list.addObject();
            node.put("name", set.all().get(i).name())
                    .put("file", stems.files().get(i).file().orElseThrow().toString())
                    .put("proposedDb", CommandSupport.rounded(proposed.gainsDb()[i]));
            proposed.of(i).ifPresent(step -> node.put("zone", step.zone().written())
                    .put("wantedDb", CommandSupport.rounded(step.wantedDb()))
                    .put("closes", CommandSupport.rounded(step.part()))
                    .put("trust", CommandSupport.rounded(step.trust()))
                    .put("agree", step.agree())
                    .put("of", step.references()));
        }
        ArrayNode warnings = root.putArray("warnings");
        check.warnings().forEach(warnings::add);
        return CommandSupport.MAPPER.writeValueAsString(root);
    }
}
