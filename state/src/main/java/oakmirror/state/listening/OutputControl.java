package oakmirror.state.listening;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.OutputDevice;
import oakmirror.media.device.Outputs;
import oakmirror.monitor.MonitorMixer;
import oakmirror.text.Texts;

/** Where the sound goes: choosing a device, opening it when something is played, and noticing when it has gone. */
public final class OutputControl {

    private final ObjectProperty<Optional<OutputDevice>> chosen = new SimpleObjectProperty<>(Optional.empty());
    private final StringProperty name = new SimpleStringProperty("");
    private Optional<AudioOutput> output = Optional.empty();

    /** The device that is wanted; empty for what the system plays through. */
    public ObjectProperty<Optional<OutputDevice>> chosenProperty() {
        return chosen;
    }

    /** What the sound goes to, in words; empty before anything was played. */
    public StringProperty nameProperty() {
        return name;
    }

    /** The devices there are now. */
    public List<OutputDevice> devices() {
        return Outputs.list();
    }

    /** The device, once something was played. */
    public Optional<AudioOutput> output() {
        return output;
    }

    /** Opens the device that is wanted, unless one is open; when it refuses, {@code said} is told so in one sentence. */
    void open(MonitorMixer mixer, Consumer<String> said) {
        if (output.isPresent()) {
            return;
        }
        OutputDevice wanted = chosen.get().orElseGet(() -> devices().get(0));
        Outputs.Opened opened = Outputs.open(wanted, mixer.sampleRate());
        opened.output().start(mixer);
        output = Optional.of(opened.output());
        name.set(opened.output().device().name());
        opened.refusal().ifPresent(said);
    }

    /** Goes to the device that is wanted now; where something was open, and plays on, at once. */
    void reopen(MonitorMixer mixer, boolean playing, Consumer<String> said) {
        if (output.isPresent()) {
            close();
            if (playing) {
                open(mixer, said);
            }
        }
    }

    void close() {
        output.ifPresent(AudioOutput::close);
        output = Optional.empty();
    }

    /**
     * Closes a device that has gone, and forgets the wish for it.
     *
     * @return a sentence to say, when one has gone
     */
    Optional<String> noticeLoss() {
        if (output.filter(AudioOutput::isLost).isEmpty()) {
            return Optional.empty();
        }
        String gone = output.get().device().name();
        String id = output.get().device().id();
        close();
        chosen.set(devices().stream().filter(d -> !d.id().equals(id)).findFirst());
        String next = chosen.get().map(OutputDevice::name).orElse(Texts.of("listening.theSystemOutput"));
        name.set(next);
        return Optional.of(Texts.of("listening.theDeviceHasGone", gone, next));
    }
}
