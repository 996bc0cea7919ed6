package oakmirror.media.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.InetAddress;
import java.net.NetworkInterface;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import oakmirror.media.device.ControllerPorts.Port;
import org.junit.jupiter.api.Test;

class ControllerPortsTest {

    @Test
    void theSystemsControllersAreListedAndOneThatIsNotThereIsRefused() {
        MidiPorts midi = new MidiPorts();
        assertThat(midi.names())
                .doesNotContain("Gervill", "Real Time Sequencer")
                .doesNotHaveDuplicates();
        assertThatThrownBy(() -> midi.open("no such controller", (bytes, length) -> {}))
                .isInstanceOf(IOException.class);
    }

    @Test
    void severalKindsAreOneAndEachOpensItsOwn() throws IOException {
        SimulatedController one = new SimulatedController();
        ControllerPorts all = ControllerPorts.all(List.of(new MidiPorts(), one));
        assertThat(all.names()).doesNotContain(SimulatedController.NAME);
        one.setPlugged(true);
        List<Integer> heard = new ArrayList<>();
        List<Integer> lit = new ArrayList<>();
        one.onLight(m -> lit.add(m.value()));
        try (Port port = all.open(SimulatedController.NAME, (bytes, length) -> heard.add((int) bytes[2]))) {
            one.turn(2, 77);
            one.press(1, true);
            port.send(new byte[] {(byte) 0x90, 36, 127});
            port.send(new byte[] {1, 2});
        }
        one.turn(2, 78);
        assertThat(heard).containsExactly(77, 127);
        assertThat(lit).containsExactly(127);
        one.setPlugged(false);
        assertThatThrownBy(() -> all.open(SimulatedController.NAME, (bytes, length) -> {}))
                .isInstanceOf(IOException.class);
    }

    @Test
    void packetsAreTakenFromThisMachineAloneAndAPortOnlyOnce() throws Exception {
        try (OscPort port = new OscPort(0, (message, from) -> {})) {
            assertThatThrownBy(() -> new OscPort(port.port(), (message, from) -> {}))
                    .isInstanceOf(IOException.class);
            for (NetworkInterface network : Collections.list(NetworkInterface.getNetworkInterfaces())) {
                for (InetAddress address : Collections.list(network.getInetAddresses())) {
                    if (!address.isLoopbackAddress()) { // free there, so nobody listens
                        new java.net.DatagramSocket(port.port(), address).close();
                    }
                }
            }
        }
    }
}
