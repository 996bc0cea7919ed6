package oakmirror.desk.control;

import java.nio.file.Path;
import java.util.List;

/** What opens a folder, for tests elsewhere. */
public final class ShowInFolderAccess {

    private ShowInFolderAccess() {}

    public static List<String> command(String system, Path file) {
        return ShowInFolder.command(system, file, file.getParent());
    }
}
