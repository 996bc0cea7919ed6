package oakmirror.desk.controllers;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.stage.Window;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.control.Asking;
import oakmirror.media.device.ControllerPorts;
import oakmirror.media.device.MidiPorts;
import oakmirror.media.device.SimulatedController;
import oakmirror.state.controllers.Actions;
import oakmirror.state.controllers.Dials;
import oakmirror.state.controllers.Surfaces;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/** The controllers of a window: everything it can do and turn is theirs to do and turn. Those of the system, unless {@code oakmirror.midi=simulated}, and a simulated one. */
public final class Controllers {

    private final SimulatedController simulated = new SimulatedController();
    private final Surfaces surfaces;
    private final ControllersPane pane;
    private Optional<SimulatedControllerWindow> window = Optional.empty();

    /**
     * The controllers of a window; {@link #start} begins.
     *
     * @param moved told when a controller has been moved
     */
    public Controllers(
            Background background,
            Settings settings,
            Workspace workspace,
            Dials dials,
            Commands commands,
            Asking asking,
            Runnable moved) {
        Actions actions = dials.actions();
        for (Command command : Command.values()) {
            actions.add(command.name().toLowerCase(Locale.ROOT), command.label(), () -> {
                if (commands.isAvailable(command)) {
                    commands.run(command);
                }
            });
        }
        List<ControllerPorts> ports = new ArrayList<>(List.of(simulated));
        if (!"simulated".equals(System.getProperty("oakmirror.midi", ""))) {
            ports.add(new MidiPorts());
        }
        surfaces = new Surfaces(background, settings, workspace, actions, ControllerPorts.all(ports), moved);
        pane = new ControllersPane(surfaces, settings, asking, this::openSimulated);
    }

    /** Begins with what was on last. */
    public void start() {
        surfaces.start();
    }

    /** What is bound, over the window. */
    public ControllersPane pane() {
        return pane;
    }

    /** What comes of controllers. */
    public Surfaces surfaces() {
        return surfaces;
    }

    /** The simulated one. */
    public SimulatedController simulated() {
        return simulated;
    }

    /** Shows the simulated one, which is plugged in as long as it is shown. */
    private void openSimulated(Window owner) {
        if (window.filter(SimulatedControllerWindow::isShowing).isEmpty()) {
            window = Optional.of(new SimulatedControllerWindow(owner, simulated, surfaces::lookSoon));
        }
        surfaces.setOn(true);
        window.orElseThrow().show();
    }

    /** Brings lights up to date; to be called with every frame. */
    public void tick() {
        surfaces.tick();
    }

    /** Lets go of all controllers. */
    public void close() {
        window.ifPresent(SimulatedControllerWindow::close);
        surfaces.close();
    }
}
