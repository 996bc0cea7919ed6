package oakmirror.desk.control;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.TransferMode;

/** Lets files be dropped onto something. */
public final class FileDrop {

    private FileDrop() {}

    /** Takes files that are dropped onto a node; those that are dropped onto something in it that takes files itself are not for it. */
    public static void onto(Node node, Consumer<List<Path>> taker) {
        node.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
            e.consume();
        });
        node.setOnDragDropped(e -> {
            taker.accept(e.getDragboard().getFiles().stream().map(File::toPath).toList());
            e.setDropCompleted(true);
            e.consume();
        });
    }
}
