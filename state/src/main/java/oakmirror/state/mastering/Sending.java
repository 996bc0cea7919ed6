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
import java.util.function.Function;
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
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Writes masters of what is open, in the background, as soon as everything is of the session as it stands. Lives on the window's thread. */
public final class Sending {

    private static final double READING = 0.2;

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
                Texts.of("mastering.rendering", file.getFileName()),
                settings -> List.of(
                        new Wanted("", settings, Wanted.now("", settings).made(), Optional.of(file))),
                file.getParent(),
                e -> {},
                all -> then.accept(all.get(0).delivered(), all.get(0).sentence()),
                sentence -> then.accept(Optional.empty(), sentence));
    }

    /**
     * Several masters, of the session as it is now; what is measured of it is waited for. Opening another session cancels it.
     *
     * @param title what is being done, as the beginning of a sentence
     * @param wanted makes the list of the session as it stands
     * @param folder where to
     * @param each told of each as it ends
     * @param then takes what became of all, in their order
     * @param failed takes why there is nothing, in one sentence
     */
    public void send(
            String title,
            Function<Session, List<Wanted>> wanted,
            Path folder,
            Consumer<Ended> each,
            Consumer<List<Ended>> then,
            Consumer<String> failed) {
        Session asked = workspace.session();
        if (asked.mix().isEmpty()) {
            failed.accept(Texts.of("mastering.thereIsNoMix"));
            return;
        }
        List<Wanted> list = wanted.apply(asked);
        Task task = workspace
                .sessionTasks()
                .shown(Kind.RENDER, title)
                .otherwise(failure -> failed.accept(
                        failure.isCancelled() && !failure.isAbandoned()
                                ? Texts.of("mastering.cancelled")
                                : failure.sentence()));
        workspace.derivation().whenSettled(() -> {
            Optional<MeasuredSession> measured = workspace.derivation().measured();
            if (task.isEnded()) {
                return;
            }
            if (measured.isEmpty()) {
                task.supersede();
                failed.accept(whyNothing());
                return;
            }
            boolean isAsked = asked.tracks().equals(workspace.session().tracks())
                    && asked.comparing().equals(workspace.session().comparing());
            task.run(
                    progress -> deliver(
                            isAsked ? measured.get() : read(asked, progress.part(0, READING)),
                            list,
                            folder,
                            each,
                            progress.part(isAsked ? 0 : READING, 1)),
                    then);
        });
    }

    /** The session as it was asked for, where its tracks have changed since; what is in the cache is not measured again. */
    private MeasuredSession read(Session asked, Progress progress) throws AudioFileException {
        return MeasuredSession.read(asked, workspace.tracks().importer(), progress);
    }

    /** Keeps in the session's log that a master was sent out, and what was found in its file. */
    public void note(Ended ended) {
        ended.delivered().ifPresent(d -> {
            Verification found = d.verification();
            List<String> findings = new ArrayList<>(found.findings());
            findings.addAll(d.remarks());
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
            return Texts.of("mastering.aLiveMixIs");
        }
        return workspace.tracks().mix().flatMap(TrackSlot::audio).isPresent()
                ? Texts.of("mastering.aStemThatIs")
                : Texts.of("mastering.theMixCouldNot");
    }

    private List<Ended> deliver(
            MeasuredSession measured, List<Wanted> wanted, Path folder, Consumer<Ended> each, Progress progress)
            throws IOException {
        MastersFolder.make(measured.session(), folder);
        List<Order> orders = orders(measured, wanted, folder, measured.session().files());
        List<Ended> all = new Orders(
                        workspace.tracks().importer(),
                        workspace.background().parts(),
                        workspace.background().abreast())
                .deliver(measured, orders, progress, (e, count) -> workspace
                        .background()
                        .state()
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
                throw new AudioFileException(Texts.of("mastering.isOneOfThe", asked.getFileName()));
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
            throw new AudioFileException(Texts.of("mastering.wasMadeWithTracks", wanted.version()), e);
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
                throw new AudioFileException(Texts.of("mastering.theMastersAreWritten", e.getKey()), cause);
            }
        }
    }
}
