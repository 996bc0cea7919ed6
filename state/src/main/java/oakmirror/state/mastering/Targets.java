package oakmirror.state.mastering;

import java.io.IOException;
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
        if (Files.exists(file)) {
            try {
                list.set(TargetList.read(file));
            } catch (IllegalArgumentException | IOException e) {
                said.accept(Texts.of("mastering.theListOfTargets", file, reason(e)));
            }
        }
    }

    private static String reason(Exception e) {
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
        try {
            TargetList others = TargetList.read(from);
            change(list.get().and(others));
            said.accept(Texts.of("mastering.hasBeenBroughtIn", from.getFileName()));
        } catch (IllegalArgumentException e) {
            said.accept(Texts.of("mastering.holdsNoTargets", from.getFileName(), e.getMessage()));
        } catch (IOException e) {
            said.accept(Texts.of("mastering.cannotBeReadChoose", from.getFileName()));
        }
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
