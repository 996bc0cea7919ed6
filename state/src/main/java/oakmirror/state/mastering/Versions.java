package oakmirror.state.mastering;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.media.delivery.Delivered;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.session.Fact;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.Variants.Variant;
import oakmirror.session.Version;
import oakmirror.session.VersionNote;
import oakmirror.state.mastering.Sending.Wanted;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** The versions of what is open: rendered, named, rated, kept or out, and taken back into the session. Lives on the window's thread. */
public final class Versions {

    private final Workspace workspace;
    private final Sending sending;
    private final ReadOnlyObjectWrapper<List<NotedVersion>> all = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Set<String>> missing = new ReadOnlyObjectWrapper<>(Set.of());
    private final Latest<Set<String>> looker;

    /** Those of a workspace. */
    public Versions(Workspace workspace, Sending sending) {
        this.workspace = workspace;
        this.sending = sending;
        looker = workspace.programTasks().latest(Kind.DISK, Texts.of("mastering.lookingForTheFiles"));
        workspace.logProperty().subscribe(log -> {
            all.set(log.versions());
            look();
        });
    }

    /** All of them, in the order they were first rendered. */
    public ReadOnlyObjectProperty<List<NotedVersion>> allProperty() {
        return all.getReadOnlyProperty();
    }

    /** Those whose file is not there, by id. */
    public ReadOnlyObjectProperty<Set<String>> missingProperty() {
        return missing.getReadOnlyProperty();
    }

    /** Looks again which files are there. */
    public void look() {
        Map<String, Path> files = new HashMap<>();
        all.get().forEach(v -> files.put(v.version().id(), v.version().file()));
        looker.submit(
                progress -> {
                    Set<String> gone = new HashSet<>();
                    files.forEach((id, file) -> {
                        if (!Files.isRegularFile(file)) {
                            gone.add(id);
                        }
                    });
                    return Set.copyOf(gone);
                },
                missing::set,
                workspace.background()::tell);
    }

    /**
     * Renders variants to a folder; each becomes a version as soon as it is there.
     *
     * @param over called when all have ended, or why they have not, in one sentence
     */
    public void render(List<Variant> variants, Path folder, Consumer<String> over) {
        InOrder arriving = new InOrder(variants);
        sending.send(
                variants.size() == 1
                        ? Texts.of("mastering.renderingAVersion")
                        : Texts.of("mastering.renderingVersions", variants.size()),
                session -> variants.stream()
                        .map(v -> Wanted.now(v.name(), v.settings()))
                        .toList(),
                folder,
                arriving::ended,
                done -> over.accept(sentence(done)),
                sentence -> {
                    arriving.noteRest();
                    over.accept(sentence);
                });
    }

    /** Notes versions in the order they were asked for, each as soon as those before it are there. */
    private final class InOrder {
        private final List<Variant> variants;
        private final Map<Session, Ended> waiting = new HashMap<>();
        private int next;

        InOrder(List<Variant> variants) {
            this.variants = variants;
        }

        void ended(Ended ended) {
            waiting.put(ended.order().settings(), ended);
            while (next < variants.size()
                    && waiting.containsKey(variants.get(next).settings())) {
                note(variants.get(next++));
            }
        }

        /** What had come out before it was cancelled. */
        void noteRest() {
            while (next < variants.size()) {
                note(variants.get(next++));
            }
        }

        private void note(Variant variant) {
            Optional.ofNullable(waiting.get(variant.settings())).ifPresent(e -> e.delivered()
                    .ifPresent(d -> Versions.this.note(UUID.randomUUID().toString(), variant.name(), e, d)));
        }
    }

    private static String sentence(List<Ended> done) {
        return done.stream()
                .map(Ended::sentence)
                .filter(s -> !s.isEmpty())
                .findFirst()
                .orElse("");
    }

    private void note(String id, String name, Ended ended, Delivered d) {
        workspace.note(new Fact.VersionRendered(new Version(
                id,
                name,
                ended.order().made().toString(),
                d.file(),
                Version.Figures.of(d.master()),
                d.sha256(),
                ended.order().settings())));
    }

    /**
     * Renders a version again whose file is gone: to its place, or where that folder is gone too, beside the others.
     *
     * @param over told how it went, in one sentence
     */
    public void renderAgain(NotedVersion version, Path instead, Consumer<String> over) {
        Path lay = version.version().file().toAbsolutePath().normalize().getParent();
        boolean isOwn = workspace
                .fileProperty()
                .get()
                .map(f -> f.toAbsolutePath().normalize().getParent())
                .filter(lay::startsWith)
                .isPresent();
        if (isOwn) {
            workspace
                    .sessionTasks()
                    .task(Kind.DISK, Texts.of("mastering.renderingAgain", version.name()))
                    .run(
                            progress -> Files.isDirectory(lay),
                            isThere -> renderInto(version, isThere ? lay : instead, over));
        } else {
            renderInto(version, instead, over);
        }
    }

    private void renderInto(NotedVersion version, Path folder, Consumer<String> over) {
        Version v = version.version();
        Wanted wanted = new Wanted(
                v.name(),
                v.settings(),
                LocalDateTime.parse(v.made()),
                Optional.of(folder.resolve(v.file().getFileName())));
        sending.send(
                Texts.of("mastering.renderingAgain", version.name()),
                session -> List.of(wanted),
                folder,
                ended -> ended.delivered().ifPresent(d -> {
                    note(v.id(), v.name(), ended, d);
                    over.accept(
                            d.sha256().equals(v.sha256())
                                    ? Texts.of("mastering.isThereAgainBit", version.name())
                                    : Texts.of("mastering.isThereAgainBut", version.name()));
                }),
                done -> {
                    if (!sentence(done).isEmpty()) {
                        over.accept(sentence(done));
                    }
                },
                over);
    }

    /** Says something about a version; what was said before no longer holds. */
    public void note(NotedVersion version, UnaryOperator<VersionNote> how) {
        VersionNote next = how.apply(version.note());
        if (!next.equals(version.note())) {
            workspace.note(new Fact.VersionNoted(version.version().id(), next));
        }
    }

    /** Sets the session as it was for a version: its references, how it was shaped and finished. It can be undone. */
    public void takeBack(NotedVersion version) {
        workspace.change(Texts.of("mastering.takeBack", version.name()), s -> version.version()
                .settings()
                .withName(s.name())
                .withDelivery(
                        s.delivery().withFinish(version.version().settings().finish())));
        workspace.messageProperty().set(Texts.of("mastering.theSessionIsAs", version.name()));
    }
}
