package oakmirror.state.mastering;

import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import oakmirror.audio.Progress;
import oakmirror.delivery.Tags;
import oakmirror.delivery.Verification;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.delivery.Delivered;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.MasterNames;
import oakmirror.media.delivery.MasterTags;
import oakmirror.media.delivery.Order;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputNames;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Fact;
import oakmirror.session.Sent;
import oakmirror.session.Session;
import oakmirror.state.task.Job;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** Writes masters of what is open, in the background, as soon as everything is of the session as it stands. Lives on the window's thread. */
public final class Sending {

    private final Workspace workspace;

    /** Sends out what is open in a workspace. */
    public Sending(Workspace workspace) {
        this.workspace = workspace;
    }

    /**
     * A master that is wanted.
     *
     * @param version which version it is; empty for the master as it stands
     * @param settings the session it follows from: of the mix that is open, and of some of its references
     * @param made the moment that is to stand in it
     * @param file where to; empty for a free name by the session's pattern
     */
    public record Wanted(String version, Session settings, LocalDateTime made, Optional<Path> file) {

        /** A new one. */
        public static Wanted now(String version, Session settings) {
            return new Wanted(version, settings, LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS), Optional.empty());
        }
    }

    /** The master as it stands, to a file of this name or, where there is one, of the next free one. */
    public void master(Path file, BiConsumer<Optional<Delivered>, String> then) {
        send(
                "rendering " + file.getFileName(),
                settings -> List.of(
                        new Wanted("", settings, Wanted.now("", settings).made(), Optional.of(file))),
                file.getParent(),
                e -> {},
                all -> then.accept(all.get(0).delivered(), all.get(0).sentence()),
                sentence -> then.accept(Optional.empty(), sentence));
    }

    /**
     * Several masters.
     *
     * @param job what is being done, for the title strip
     * @param wanted makes the list of the session as it stands then
     * @param folder where to
     * @param each told of each as it ends
     * @param then takes what became of all, in their order
     * @param failed takes why there is nothing, in one sentence
     */
    public void send(
            String job,
            java.util.function.Function<Session, List<Wanted>> wanted,
            Path folder,
            Consumer<Ended> each,
            Consumer<List<Ended>> then,
            Consumer<String> failed) {
        if (workspace.session().mix().isEmpty()) {
            failed.accept("There is no mix to render yet; add one on Gather.");
            return;
        }
        Job shown = workspace.jobs().start(job);
        Consumer<String> nothing = sentence -> {
            workspace.jobs().end(shown);
            failed.accept(sentence);
        };
        workspace.derivation().whenSettled(() -> {
            Optional<MeasuredSession> measured = workspace.derivation().measured();
            if (measured.isEmpty()) {
                nothing.accept(whyNothing());
                return;
            }
            List<Wanted> list = wanted.apply(measured.get().session());
            List<Path> inputs = workspace.session().files();
            workspace
                    .background()
                    .submit(
                            Kind.RENDER,
                            Character.toUpperCase(job.charAt(0)) + job.substring(1),
                            shown,
                            progress -> deliver(measured.get(), list, folder, inputs, each, progress),
                            all -> {
                                workspace.jobs().end(shown);
                                then.accept(all);
                            },
                            failure -> nothing.accept(failure.isCancelled() ? "Cancelled." : failure.sentence()));
        });
    }

    /** Keeps in the session's log that a master was sent out, and what was found in its file. */
    public void note(Ended ended) {
        ended.delivered().ifPresent(d -> {
            Verification found = d.verification();
            List<String> findings = new ArrayList<>(found.findings());
            findings.addAll(found.remarks());
            Order order = ended.order();
            workspace.note(new Fact.MasterSent(new Sent(
                    order.made().toString(),
                    d.file(),
                    Form.of(order.settings().output()).words(found.sampleRate()),
                    findings,
                    found.faults(),
                    d.sha256())));
        });
    }

    private String whyNothing() {
        if (workspace.tracks().mix().filter(TrackSlot::isLive).isPresent()) {
            return "A live mix is not rendered; end it on Gather first.";
        }
        return workspace.tracks().mix().flatMap(TrackSlot::audio).isPresent()
                ? "A stem that is tried at another level cannot be read; Shape says which."
                : "The mix could not be read; Gather says why.";
    }

    private List<Ended> deliver(
            MeasuredSession measured,
            List<Wanted> wanted,
            Path folder,
            List<Path> inputs,
            Consumer<Ended> each,
            Progress progress)
            throws IOException {
        List<Order> orders = orders(measured, wanted, folder, inputs);
        List<Ended> all = new Orders(
                        workspace.tracks().importer(),
                        workspace.background().parts(),
                        workspace.background().abreast())
                .deliver(measured, orders, progress, (e, count) -> workspace
                        .background()
                        .window()
                        .execute(() -> each.accept(e)));
        if (measured.session().delivery().checkSums()) {
            addCheckSums(all);
        }
        return all;
    }

    private static List<Order> orders(MeasuredSession measured, List<Wanted> wanted, Path folder, List<Path> inputs)
            throws AudioFileException {
        List<Tags> tags = new ArrayList<>();
        List<String> names = new ArrayList<>();
        for (Wanted w : wanted) {
            checkTracks(measured, w);
            Tags said = MasterTags.of(w.settings());
            tags.add(said);
            names.add(w.file()
                    .map(f -> f.getFileName().toString())
                    .orElseGet(() -> MasterNames.of(
                            w.settings(),
                            said,
                            w.version(),
                            measured.audio().sampleRate(),
                            w.made().toLocalDate())));
        }
        List<Path> files = MasterNames.free(folder, names);
        List<Order> orders = new ArrayList<>();
        for (int i = 0; i < wanted.size(); i++) {
            Path asked = folder.resolve(names.get(i));
            if (OutputNames.inputAt(asked, inputs).isPresent()) {
                throw new AudioFileException(asked.getFileName() + " is one of the tracks; choose another name.");
            }
            orders.add(new Order(
                    wanted.get(i).settings(), tags.get(i), wanted.get(i).made(), files.get(i)));
        }
        return orders;
    }

    private static void checkTracks(MeasuredSession measured, Wanted wanted) throws AudioFileException {
        try {
            measured.with(wanted.settings());
        } catch (IllegalArgumentException e) {
            throw new AudioFileException(
                    "“" + wanted.version()
                            + "” was made with tracks that are not in the session any more; undo, or add them again.",
                    e);
        }
    }

    private static void addCheckSums(List<Ended> all) throws AudioFileException {
        Map<Path, Map<String, String>> byFolder = new TreeMap<>();
        all.stream().flatMap(e -> e.delivered().stream()).forEach(d -> byFolder.computeIfAbsent(
                        d.file().toAbsolutePath().getParent(), f -> new TreeMap<>())
                .put(d.file().getFileName().toString(), d.sha256()));
        for (Map.Entry<Path, Map<String, String>> e : byFolder.entrySet()) {
            try {
                CheckSums.add(e.getKey(), e.getValue());
            } catch (IOException cause) {
                throw new AudioFileException(
                        "The masters are written, but their check-sums could not be; make room in " + e.getKey() + ".",
                        cause);
            }
        }
    }
}
