package oakmirror.state.controllers;

import java.io.IOException;
import java.net.SocketAddress;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import oakmirror.media.device.OscPort;
import oakmirror.state.workspace.Settings;
import oakmirror.surface.OscPacket;
import oakmirror.text.Texts;

/** What other programs on this machine send by Open Sound Control, and what those that greet are told; off at first. The addresses are in docs/formats.md. */
public final class Packets {

    /** The port unless the user has chosen another. */
    public static final int USUAL_PORT = 9460;

    private static final String ON = "osc.on";
    private static final String PORT = "osc.port";
    private static final String ADDRESS = "/oakmirror/";
    private static final String HELLO = ADDRESS + "hello";
    private static final int LOWEST_PORT = 1024;
    private static final int HIGHEST_PORT = 65535;
    private static final int MOST_LISTENERS = 8;

    private final Settings settings;
    private final Actions actions;
    private final Consumer<Runnable> arrive;
    private final Runnable turned;
    private final Consumer<String> tell;
    private final Runnable changed;
    /** Who is told, with what they were told last. */
    private final Map<SocketAddress, Map<String, Double>> listeners = new LinkedHashMap<>();

    private Optional<OscPort> port = Optional.empty();

    /**
     * None are taken yet.
     *
     * @param arrive has what came in done on the state's thread
     * @param turned told when a value was turned
     * @param tell takes a sentence for the user
     * @param changed told when it was turned on or off
     */
    Packets(
            Settings settings,
            Actions actions,
            Consumer<Runnable> arrive,
            Runnable turned,
            Consumer<String> tell,
            Runnable changed) {
        this.settings = settings;
        this.actions = actions;
        this.arrive = arrive;
        this.turned = turned;
        this.tell = tell;
        this.changed = changed;
    }

    /** Begins if it was on last. */
    void start() {
        if (settings.text(ON, "").equals("true")) {
            setOn(true);
        }
    }

    /** The port that is chosen. */
    public int chosenPort() {
        return (int) settings.number(PORT, USUAL_PORT);
    }

    /** Chooses another; what is no port is told, and changes nothing. */
    public void choosePort(String written) {
        try {
            int chosen = Integer.parseInt(written.strip());
            if (chosen < LOWEST_PORT || chosen > HIGHEST_PORT) {
                throw new NumberFormatException(written);
            }
            settings.keep(PORT, chosen);
            setOn(isOn());
        } catch (NumberFormatException e) {
            tell.accept(Texts.of("controllers.noPort", LOWEST_PORT, HIGHEST_PORT));
        }
    }

    /** Whether packets are taken. */
    public boolean isOn() {
        return port.isPresent();
    }

    /** Takes packets, or no longer. */
    public void setOn(boolean on) {
        close();
        if (on) {
            try {
                port = Optional.of(
                        new OscPort(chosenPort(), (message, from) -> arrive.accept(() -> take(message, from))));
            } catch (IOException | IllegalArgumentException e) {
                tell.accept(Texts.of("controllers.portTaken", chosenPort()));
            }
        }
        settings.keep(ON, String.valueOf(on));
        changed.run();
    }

    private void take(OscPacket.Message message, SocketAddress from) {
        String address = message.address();
        if (address.equals(HELLO)) {
            if (listeners.size() < MOST_LISTENERS || listeners.containsKey(from)) {
                listeners.put(from, new HashMap<>());
            }
        } else if (address.startsWith(ADDRESS)) {
            String does = address.substring(ADDRESS.length());
            boolean isMeant = message.number().isEmpty() || message.number().getAsDouble() != 0;
            if (actions.presses().containsKey(does) && isMeant) {
                actions.presses().get(does).run().run();
            } else if (actions.dials().containsKey(does) && message.number().isPresent()) {
                actions.dials().get(does).turnTo(message.number().getAsDouble());
                turned.run();
            }
        }
    }

    /** Tells those who greeted what has changed. */
    void tick() {
        port.ifPresent(open -> listeners.forEach((to, told) -> {
            actions.dials()
                    .forEach((does, dial) ->
                            tell(open, to, told, does, dial.get().getAsDouble()));
            actions.presses().forEach((does, press) -> press.isOn()
                    .ifPresent(on -> tell(open, to, told, does, on.getAsBoolean() ? 1 : 0)));
        }));
    }

    private static void tell(OscPort open, SocketAddress to, Map<String, Double> told, String does, double value) {
        Double before = told.put(does, value);
        if (!Double.isNaN(value) && (before == null || before != value)) {
            open.send(ADDRESS + does, value, to);
        }
    }

    /** Takes no packets any more. */
    void close() {
        port.ifPresent(OscPort::close);
        port = Optional.empty();
        listeners.clear();
    }
}
