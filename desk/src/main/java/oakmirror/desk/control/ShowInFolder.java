package oakmirror.desk.control;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Opens the folder of a file by what the system opens folders with; where there is nothing of the kind, the folder is said. */
public final class ShowInFolder {

    private final Workspace workspace;

    /** Tells what goes wrong by the workspace's message. */
    public ShowInFolder(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Opens it. */
    public void show(Path file) {
        Path folder = file.toAbsolutePath().getParent();
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("part.openingTheFolder"))
                .run(progress -> open(file, folder), isOpen -> {
                    if (!isOpen) {
                        workspace.messageProperty().set(Texts.of("part.liesIn", file.getFileName(), folder));
                    }
                });
    }

    private static boolean open(Path file, Path folder) {
        if (!Files.isDirectory(folder)) {
            return false;
        }
        try {
            new ProcessBuilder(command(System.getProperty("os.name"), file, folder))
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start();
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    static List<String> command(String system, Path file, Path folder) {
        String name = system.toLowerCase(Locale.ROOT);
        if (name.startsWith("windows")) {
            return List.of("explorer", "/select," + file);
        }
        return name.startsWith("mac") ? List.of("open", "-R", file.toString()) : List.of("xdg-open", folder.toString());
    }
}
