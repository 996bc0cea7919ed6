package oakmirror.state.mastering;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.finish.TargetList;
import oakmirror.media.folders.UserFolders;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** The list of delivery targets: kept as JSON beside the settings once it has been changed, the one that comes with the program until then. */
public final class Targets {

    private final Path file;
    private final Tasks tasks;
    private final Consumer<String> said;
    private final ReadOnlyObjectWrapper<TargetList> list = new ReadOnlyObjectWrapper<>(TargetList.shipped());

    /**
     * The list as it was kept last.
     *
     * @param said takes a sentence when it cannot be read or kept
     */
    public Targets(Tasks tasks, Consumer<String> said) {
        this(UserFolders.config().resolve("targets.json"), tasks, said);
    }

    Targets(Path file, Tasks tasks, Consumer<String> said) {
        this.file = file;
        this.tasks = tasks;
        this.said = said;
        TargetList shipped = list.get();
        tasks.task(Kind.DISK, Texts.of("mastering.readingTheListOf"))
                .run(
                        progress -> Files.exists(file) ? TargetList.read(file) : shipped,
                        kept -> {
                            if (list.get() == shipped) { // nothing has been changed meanwhile
                                list.set(kept);
                            }
                        },
                        failure -> said.accept(Texts.of("mastering.theListOfTargets", file, reason(failure.cause()))));
    }

    private static String reason(Throwable e) {
        return e instanceof IllegalArgumentException ? ": " + e.getMessage() : "";
    }

    /** The list. */
    public ReadOnlyObjectProperty<TargetList> listProperty() {
        return list.getReadOnlyProperty();
    }

    /** Takes another list, and keeps it. */
    public void change(TargetList next) {
        list.set(next);
        write(file, next, Texts.of("mastering.theListOfTargets2", file.getParent()));
    }

    /** Adds the targets of a file that are not there yet. */
    public void bringIn(Path from) {
        Path name = from.getFileName();
        tasks.task(Kind.DISK, Texts.of("mastering.readingTheListOf"))
                .run(
                        progress -> TargetList.read(from),
                        others -> {
                            change(list.get().and(others));
                            said.accept(Texts.of("mastering.hasBeenBroughtIn", name));
                        },
                        failure -> said.accept(
                                failure.cause() instanceof IllegalArgumentException none
                                        ? Texts.of("mastering.holdsNoTargets", name, none.getMessage())
                                        : Texts.of("mastering.cannotBeReadChoose", name)));
    }

    /** Writes the list to a file of the user's. */
    public void writeTo(Path to) {
        write(to, list.get(), Texts.of("mastering.cannotBeWrittenChoose", to.getFileName()));
    }

    private void write(Path to, TargetList what, String otherwise) {
        tasks.task(Kind.DISK, Texts.of("mastering.keepingTheListOf"))
                .run(
                        progress -> {
                            what.write(to);
                            return to;
                        },
                        done -> {},
                        failure -> said.accept(otherwise));
    }
}
