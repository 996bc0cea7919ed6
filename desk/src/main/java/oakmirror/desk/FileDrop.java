package oakmirror.desk;

import java.io.File;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.TransferMode;

/** Lets files be dropped onto something. */
final class FileDrop {

    private FileDrop() {}

    static void onto(Node node, Consumer<List<File>> taker) {
        node.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
            e.consume();
        });
        node.setOnDragDropped(e -> {
            taker.accept(e.getDragboard().getFiles());
            e.setDropCompleted(true);
            e.consume();
        });
    }
}
