package oakmirror.state.capture;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.Clip;
import oakmirror.audio.RingBuffer;
import oakmirror.audio.StereoSource;
import oakmirror.loudness.LiveMeter;
import oakmirror.media.device.AudioInput;
import oakmirror.media.device.InputDevice;
import oakmirror.media.device.Inputs;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Listening to what plays outside the program. While it is on, the last half minute can be had at any moment; nothing is written down unless that is asked
 * for. Lives on the window's thread; {@link #tick} is called with every frame of the window.
 */
public final class Input {

    /** So much of what came in last can be had. */
    public static final double ROLLING_SECONDS = 30;

    private final Workspace workspace;
    private final Settings settings;
    private final Tasks tasks;
    private final ObjectProperty<InputDevice> device = new SimpleObjectProperty<>(Inputs.SIMULATED);
    private final BooleanProperty on = new SimpleBooleanProperty();
    private final DoubleProperty shortTermLufs = new SimpleDoubleProperty(Double.NEGATIVE_INFINITY);
    private final DoubleProperty peakDbtp = new SimpleDoubleProperty(Double.NEGATIVE_INFINITY);
    private final ReadOnlyStringWrapper state = new ReadOnlyStringWrapper("");
    private final Takes takes;
    private final Live live;
    private Optional<Running> running = Optional.empty();

    /** An input that is open. */
    private record Running(AudioInput input, RingBuffer rolling, LiveMeter meter) {}

    /** The input of a workspace; nothing is listened to yet. */
    public Input(Workspace workspace, Settings settings) {
        this.workspace = workspace;
        this.settings = settings;
        tasks = workspace.programTasks();
        takes = new Takes(workspace);
        live = new Live(workspace);
        tasks.task(Kind.DISK, Texts.of("capture.lookingForInputs")) // asking the system for its devices takes as long
                .run(progress -> Inputs.list(), this::chooseAmong, failure -> state.set(failure.sentence()));
    }

    /** The one that was listened to the last time, or else the system's own. */
    private void chooseAmong(List<InputDevice> there) {
        String before = settings.text("input.device", "");
        InputDevice chosen =
                there.stream().filter(d -> d.id().equals(before)).findFirst().orElse(there.get(0));
        if (running.isEmpty()) {
            device.set(chosen);
        }
        device.subscribe((was, is) -> settings.keep("input.device", is.id()));
    }

    /** The devices there are. */
    public List<InputDevice> devices() {
        return Inputs.list();
    }

    /** Which one is listened to. */
    public ObjectProperty<InputDevice> deviceProperty() {
        return device;
    }

    /** Whether it is listened to. */
    public BooleanProperty onProperty() {
        return on;
    }

    /** Short-term loudness of what comes in, in LUFS. */
    public DoubleProperty shortTermLufsProperty() {
        return shortTermLufs;
    }

    /** The true peak of what came in last, in dBTP. */
    public DoubleProperty peakDbtpProperty() {
        return peakDbtp;
    }

    /** What the user should know of it, in one sentence, or empty. */
    public ReadOnlyStringProperty stateProperty() {
        return state.getReadOnlyProperty();
    }

    /** Profiles taken from what plays. */
    public Takes takes() {
        return takes;
    }

    /** What plays, as the mix. */
    public Live live() {
        return live;
    }

    /** The file that the simulated input plays, as chosen last. */
    public Optional<Path> world() {
        String text = settings.text("input.world", "");
        return text.isEmpty() ? Optional.empty() : Optional.of(Path.of(text));
    }

    /** Lets the simulated input play a file, and listens to it. */
    public void listenToFile(Path file) {
        settings.keep("input.world", file.toString());
        device.set(Inputs.SIMULATED);
        tasks.task(Kind.IMPORT, Texts.of("capture.reading", file.getFileName()))
                .run(
                        progress -> workspace.tracks().importer().importTrack(file, Optional.empty(), progress),
                        track -> begin(Inputs.simulated(track.audio().orElseThrow())),
                        failure -> state.set(failure.sentence()));
    }

    /** Listens to the device that is chosen. */
    public void start() {
        if (device.get().equals(Inputs.SIMULATED)) {
            world().ifPresentOrElse(this::listenToFile, () -> state.set(Texts.of("capture.chooseAFileFor")));
            return;
        }
        InputDevice wanted = device.get();
        tasks.task(Kind.DISK, Texts.of("capture.opening", wanted.name()))
                .run(
                        progress -> Inputs.open(wanted),
                        opened -> opened.input().ifPresentOrElse(this::begin, () -> state.set(opened.refusal())),
                        failure -> state.set(failure.sentence()));
    }

    /** Listens to an input that has been opened. */
    public void begin(AudioInput input) {
        stop();
        RingBuffer rolling = new RingBuffer(input.sampleRate(), ROLLING_SECONDS);
        LiveMeter meter = new LiveMeter(input.sampleRate());
        running = Optional.of(new Running(input, rolling, meter));
        takes.listen(input.sampleRate());
        live.listen(rolling);
        input.start((left, right, frames) -> {
            rolling.add(left, right, frames);
            meter.add(left, right, frames);
            takes.add(left, right, frames);
        });
        state.set("");
        on.set(true);
    }

    /** Listens no longer. */
    public void stop() {
        running.ifPresent(r -> tasks.task(Kind.DISK, Texts.of("capture.closingTheInput"))
                .run(
                        progress -> {
                            r.input().close();
                            return r;
                        },
                        closed -> {},
                        failure -> {}));
        running = Optional.empty();
        takes.stop();
        live.stop();
        on.set(false);
    }

    /** Brings up to date what is shown of it. */
    public void tick() {
        running.ifPresent(r -> {
            if (r.input().isLost()) {
                stop();
                state.set(
                        Texts.of("capture.hasGoneOrChanged", r.input().device().name()));
                return;
            }
            shortTermLufs.set(r.meter().shortTermLufs());
            peakDbtp.set(r.meter().highestPeakDbtp());
            state.set(
                    r.input().overloads() > 0
                            ? Texts.of(
                                    "capture.inWhatCameIn",
                                    Texts.of("counts.gaps", r.input().overloads()))
                            : "");
            takes.tick();
            live.tick(r.input().latencySeconds());
        });
    }

    /** Writes what came in last to a file, and adds it to the session. */
    public void keepLast(Path file) {
        if (running.isEmpty()) {
            return;
        }
        Clip last = running.get().rolling().last(ROLLING_SECONDS);
        workspace
                .sessionTasks()
                .task(Kind.RENDER, Texts.of("capture.writing", file.getFileName()))
                .run(
                        progress -> write(last, file),
                        written -> {
                            workspace.addFiles(List.of(written));
                            workspace
                                    .messageProperty()
                                    .set(Texts.of(
                                            "capture.theLastSAre", Math.round(last.seconds()), file.getFileName()));
                        },
                        failure -> state.set(failure.sentence()));
    }

    private static Path write(StereoSource last, Path file) throws java.io.IOException {
        try (AudioWriter writer = OutputFormat.WAV_24.open(file, last.sampleRate())) {
            int frames = (int) last.frames();
            float[] left = new float[frames];
            float[] right = new float[frames];
            last.read(0, left, right, 0, frames);
            writer.write(left, right, frames);
            writer.commit();
        }
        return file;
    }

    /** Ends everything. */
    public void close() {
        running.ifPresent(r -> r.input().close());
        running = Optional.empty();
        takes.close();
    }
}
