package oakmirror.desk;

import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.Node;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.command.KeysPane;
import oakmirror.desk.controllers.ControllersPane;

/** What comes over the whole window, one at a time, and has all keys while it does. */
record Overlays(KeysPane keys, ControllersPane controllers) {

    void fill(Commands commands) {
        commands.set(Command.COMMANDS, this::openKeys);
        commands.set(Command.KEYS, this::openKeys);
        commands.set(Command.CONTROLLERS, this::openControllers);
    }

    private void openKeys() {
        controllers.setVisible(false);
        keys.open();
    }

    private void openControllers() {
        keys.setVisible(false);
        controllers.open();
    }

    /** The one that is shown. */
    Optional<Node> visible() {
        return Stream.<Node>of(keys, controllers).filter(Node::isVisible).findFirst();
    }
}
