package oakmirror.media.device;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequencer;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Synthesizer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The MIDI devices of the system. Two of one name are told apart by a number. */
public final class MidiPorts implements ControllerPorts {

    private static final Logger LOG = LoggerFactory.getLogger(MidiPorts.class);

    @Override
    public List<String> names() {
        return List.copyOf(devices(true).keySet());
    }

    /** Devices that send, or that are sent to, by name: the system has both halves of a controller under one name. */
    private static Map<String, MidiDevice.Info> devices(boolean sending) {
        Map<String, MidiDevice.Info> found = new LinkedHashMap<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            try {
                MidiDevice device = MidiSystem.getMidiDevice(info);
                int ends = sending ? device.getMaxTransmitters() : device.getMaxReceivers();
                if (ends != 0 && !(device instanceof Sequencer) && !(device instanceof Synthesizer)) {
                    String name = info.getName();
                    for (int other = 2; found.containsKey(name); other++) {
                        name = info.getName() + " " + other;
                    }
                    found.put(name, info);
                }
            } catch (MidiUnavailableException | IllegalArgumentException e) {
                LOG.debug("gone in the meantime: {}", info, e);
            }
        }
        return found;
    }

    @Override
    public Port open(String name, Messages messages) throws IOException {
        MidiDevice.Info from = devices(true).get(name);
        if (from == null) {
            throw new IOException("no controller " + name);
        }
        List<MidiDevice> open = new ArrayList<>();
        try {
            MidiDevice input = open(from, open);
            input.getTransmitter().setReceiver(new Taker(messages));
            return new MidiPort(open, lights(name, open));
        } catch (MidiUnavailableException | IllegalArgumentException | SecurityException e) {
            open.forEach(MidiDevice::close);
            throw new IOException(e);
        }
    }

    private static MidiDevice open(MidiDevice.Info info, List<MidiDevice> open) throws MidiUnavailableException {
        MidiDevice device = MidiSystem.getMidiDevice(info);
        device.open();
        open.add(device);
        return device;
    }

    /** Where its lights are sent to, if it has any. */
    private static Optional<Receiver> lights(String name, List<MidiDevice> open) {
        MidiDevice.Info to = devices(false).get(name);
        if (to == null) {
            return Optional.empty();
        }
        try {
            return Optional.of(open(to, open).getReceiver());
        } catch (MidiUnavailableException | IllegalArgumentException | SecurityException e) {
            LOG.info("{} is heard but cannot be lit", name, e);
            return Optional.empty();
        }
    }

    /** What the system hands messages to. */
    private record Taker(Messages messages) implements Receiver {

        @Override
        public void send(MidiMessage message, long timeStamp) {
            messages.take(message.getMessage(), message.getLength());
        }

        @Override
        public void close() {
            // nothing is kept
        }
    }

    private record MidiPort(List<MidiDevice> devices, Optional<Receiver> lights) implements Port {

        @Override
        public void send(byte[] message) {
            if (lights.isEmpty()) {
                return;
            }
            try {
                lights.get().send(new ShortMessage(message[0] & 0xFF, message[1], message[2]), -1);
            } catch (InvalidMidiDataException | IllegalStateException e) {
                LOG.debug("not sent", e); // it has just been unplugged
            }
        }

        @Override
        public void close() {
            devices.forEach(MidiDevice::close);
        }
    }
}
