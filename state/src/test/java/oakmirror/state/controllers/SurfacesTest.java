package oakmirror.state.controllers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import oakmirror.media.device.ControllerPorts;
import oakmirror.media.device.SimulatedController;
import oakmirror.state.DemoStateTest;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Settings;
import oakmirror.surface.Control;
import oakmirror.surface.OscPacket;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Controllers with the demo's session, without a window. */
class SurfacesTest extends DemoStateTest {

    private final SimulatedController controller = new SimulatedController();
    private final Map<Control, Integer> lights = new ConcurrentHashMap<>();
    private Settings settings;
    private Surfaces surfaces;

    @BeforeEach
    void plug() {
        openDemo();
        controller.onLight(m -> lights.put(m.control(), m.value()));
        settings = new Settings(background);
        surfaces = now(() -> new Surfaces(background, settings, workspace, actions(), controller, () -> {}));
        does(surfaces::start);
    }

    private Actions actions() {
        Blind blind = new Blind(workspace, listening, new VersionsHeard(workspace, listening), new Random(1));
        Actions actions = new Dials(workspace, listening, new Passages(workspace), blind).actions();
        actions.add("play", "Play", listening::togglePlay);
        actions.add("track_0", "Mix", () -> listening.hear(0));
        actions.add("track_1", "Reference 1", () -> listening.hear(1));
        actions.add("undo", "Undo", workspace::undo);
        return actions;
    }

    @AfterEach
    void pull() {
        does(surfaces::close);
    }

    private void on() {
        controller.setPlugged(true);
        does(() -> surfaces.setOn(true));
        waitUntil(() -> surfaces.names().equals(List.of(SimulatedController.NAME)));
    }

    private void bindButton(int button, String does) {
        does(() -> surfaces.learn(does));
        controller.press(button, true);
        controller.press(button, false);
        waitUntil(() -> surfaces.learningProperty().get().isEmpty());
    }

    private void bindKnob(int knob, String does) {
        does(() -> surfaces.learn(does));
        for (int i = 60; i < 66; i++) {
            controller.turn(knob, i);
        }
        waitUntil(() -> surfaces.learningProperty().get().isEmpty());
    }

    private double strength() {
        return now(() -> workspace.session().correction().strength());
    }

    @Test
    void buttonsAndKnobsAreLearntDoWhatTheyAreBoundToAndAreLit() {
        on();
        bindButton(0, "command/play");
        bindButton(1, "command/track_1");
        bindKnob(0, "value/strength");
        assertThat(listening.playingProperty().get())
                .as("learning does nothing")
                .isFalse();

        controller.press(0, true);
        controller.press(1, true);
        waitUntil(() -> listening.playingProperty().get());
        assertThat(listening.heardProperty().get()).isEqualTo(1);
        does(surfaces::tick);
        assertThat(lights)
                .containsEntry(SimulatedController.button(0), 127)
                .containsEntry(SimulatedController.button(1), 127);
        does(() -> listening.hear(0));
        does(surfaces::tick);
        assertThat(lights).containsEntry(SimulatedController.button(1), 0);

        assertThat(strength()).isEqualTo(1);
        assertThat(lights).containsEntry(SimulatedController.knob(0), 127);
        for (int value : new int[] {100, 127, 120, 90, 64}) {
            controller.turn(0, value);
        }
        waitUntil(() -> Math.abs(strength() - 0.5) < 0.011);
        does(() -> workspace.undo());
        assertThat(strength()).as("one step of undo").isEqualTo(1);
        does(surfaces::tick);
        assertThat(lights).containsEntry(SimulatedController.knob(0), 127);
    }

    @Test
    void aControllerMayComeAndGoWhileTheProgramRunsAndIsBoundAsItWas() {
        on();
        bindButton(3, "command/play");
        controller.setPlugged(false);
        does(surfaces::lookSoon);
        waitUntil(() -> surfaces.names().isEmpty());
        assertThat(controller.isOpen()).isFalse();
        controller.setPlugged(true); // found by itself
        waitUntil(() -> surfaces.names().size() == 1);
        controller.press(3, true);
        waitUntil(() -> listening.playingProperty().get());
        does(() -> surfaces.setOn(false));
        assertThat(controller.isOpen()).isFalse();

        waitUntil(background::isIdle);
        Surfaces next = now(() -> new Surfaces(background, settings, workspace, actions(), controller, () -> {}));
        does(next::start);
        waitUntil(background::isIdle);
        assertThat(next.bindingsProperty().get())
                .isEqualTo(surfaces.bindingsProperty().get());
        assertThat(next.bindingsProperty().get().all()).hasSize(1);
        assertThat(next.isOn()).isFalse();
    }

    @Test
    void aControllerThatAnotherProgramHasIsToldOnceAndTriedAgainWhenItIsPluggedAnew() {
        List<String> tried = new ArrayList<>();
        List<String> there = new ArrayList<>(List.of("Desk"));
        ControllerPorts taken = new ControllerPorts() {
            @Override
            public List<String> names() {
                return List.copyOf(there);
            }

            @Override
            public Port open(String name, Messages messages) throws IOException {
                tried.add(name);
                throw new IOException("taken");
            }
        };
        Surfaces other = now(() -> new Surfaces(background, settings, workspace, actions(), taken, () -> {}));
        does(() -> other.setOn(true));
        waitUntil(() -> workspace
                .messageProperty()
                .get()
                .equals("“Desk” cannot be opened: close the other program that has it."));
        assertThat(tried).hasSize(1);
        does(other::lookSoon);
        waitUntil(background::isIdle);
        assertThat(tried).hasSize(1);
        there.clear();
        does(other::lookSoon);
        waitUntil(background::isIdle);
        there.add("Desk");
        does(other::lookSoon);
        waitUntil(() -> tried.size() == 2);
        does(other::close);
    }

    @Test
    void bindingsThatAreNoneAreSaidAndNothingIsLost() throws Exception {
        Path file = folder.resolve("config/controllers.json");
        Files.createDirectories(file.getParent());
        Files.writeString(file, "{\"format\":\"oakmirror-controllers\",\"version\":9,\"bindings\":[]}");
        does(surfaces::start);
        waitUntil(() -> workspace.messageProperty().get().contains("of a version that this program does not know"));
        Path mine = Files.writeString(folder.resolve("mine.json"), "{}");
        does(() -> surfaces.bringIn(mine));
        waitUntil(() -> workspace.messageProperty().get().contains("it holds no bindings of controllers"));
        assertThat(Files.readString(file)).as("left as it is").contains("9");
    }

    @Test
    void aFloodOfRandomMessagesFromTwoSidesLeavesNothingStuck() throws Exception {
        on();
        bindButton(0, "command/play");
        bindKnob(0, "value/strength");
        does(() -> surfaces.packets().setOn(true));
        byte[] packet = OscPacket.write("/oakmirror/value/strength", 0.5);
        Thread midi = new Thread(() -> {
            Random random = new Random(2);
            byte[] message = new byte[3];
            for (int i = 0; i < 50_000; i++) {
                random.nextBytes(message);
                controller.send(message.clone());
            }
        });
        Thread osc = new Thread(() -> {
            Random random = new Random(3);
            try (DatagramSocket socket = new DatagramSocket()) {
                for (int i = 0; i < 50_000; i++) {
                    byte[] damaged = packet.clone();
                    damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
                    socket.send(new DatagramPacket(damaged, random.nextInt(damaged.length + 1), port()));
                }
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        });
        midi.start();
        osc.start();
        waitUntil(() -> !midi.isAlive() && !osc.isAlive());
        boolean played = now(() -> listening.playingProperty().get());
        controller.press(0, false);
        controller.press(0, true);
        waitUntil(() -> listening.playingProperty().get() != played);
        send("/oakmirror/value/strength", 0.25);
        waitUntil(() -> Math.abs(strength() - 0.25) < 1e-6);
    }

    private InetSocketAddress port() {
        return new InetSocketAddress(
                InetAddress.getLoopbackAddress(), surfaces.packets().chosenPort());
    }

    private void send(String address, double number) throws Exception {
        try (DatagramSocket socket = new DatagramSocket()) {
            byte[] packet = OscPacket.write(address, number);
            socket.send(new DatagramPacket(packet, packet.length, port()));
        }
    }

    @Test
    void packetsSetValuesInTheirUnitDoCommandsAndAreAnsweredToWhoGreets() throws Exception {
        assertThat(surfaces.packets().isOn()).as("off at first").isFalse();
        does(() -> surfaces.packets().setOn(true));
        try (DatagramSocket other = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            byte[] hello = OscPacket.write("/oakmirror/hello", 1);
            other.send(new DatagramPacket(hello, hello.length, port()));
            send("/oakmirror/value/target", -11.04);
            waitUntil(() -> workspace.session().finish().targetLufs() == -11);
            send("/oakmirror/value/volume", 40);
            send("/oakmirror/command/track_1", 1);
            waitUntil(() -> listening.heardProperty().get() == 1);
            send("/oakmirror/command/track_0", 0);
            send("/oakmirror/value/blend", 0.25);
            waitUntil(() -> Math.abs(listening.blendProperty().get() - 0.25) < 1e-9);
            assertThat(listening.monitor().volumeProperty().get()).isEqualTo(0);
            does(surfaces::tick);
            Map<String, Double> told = new HashMap<>();
            other.setSoTimeout(10_000);
            while (!told.containsKey("/oakmirror/command/track_1") || !told.containsKey("/oakmirror/value/target")) {
                DatagramPacket answer = new DatagramPacket(new byte[500], 500);
                other.receive(answer);
                OscPacket.read(answer.getData(), answer.getLength())
                        .forEach(m -> told.put(m.address(), m.number().orElseThrow()));
            }
            assertThat(told.get("/oakmirror/value/target")).isCloseTo(-11, within(1e-6));
        }
        does(() -> surfaces.packets().setOn(false));
        assertThat(surfaces.packets().isOn()).isFalse();
    }

    @Test
    void aPortIsANumberAndOneThatIsTakenIsSaid() throws Exception {
        does(() -> surfaces.packets().choosePort("many"));
        assertThat(workspace.messageProperty().get()).isEqualTo("A port is a number from 1024 to 65535.");
        try (DatagramSocket other = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            does(() -> surfaces.packets().choosePort(String.valueOf(other.getLocalPort())));
            does(() -> surfaces.packets().setOn(true));
            assertThat(workspace.messageProperty().get())
                    .isEqualTo("Port " + other.getLocalPort()
                            + " is taken by another program: choose another in Controllers.");
            assertThat(surfaces.packets().isOn()).isFalse();
        }
    }

    @Test
    void everyValueCanBeTurnedFromEndToEnd() {
        Map<String, Actions.Dial> dials = surfaces.actions().dials();
        assertThat(dials).hasSizeGreaterThan(35);
        dials.forEach((name, dial) -> {
            if (!Double.isNaN(dial.get().getAsDouble())) {
                for (double place : new double[] {0, 1, 0.5}) {
                    does(() -> dial.put(place));
                    waitUntil(() -> Math.abs(dial.place() - place) < 0.05);
                }
            }
            assertThat(dial.label().get()).isNotBlank();
        });
        does(() -> surfaces.actions().dials().get("value/strength").turnTo(0.7001));
        assertThat(strength()).as("as it is written, no 0.7000000000000001").isEqualTo(0.7);
        does(() -> workspace.undo());
    }
}
