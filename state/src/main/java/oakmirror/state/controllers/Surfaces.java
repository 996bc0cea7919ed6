package oakmirror.state.controllers;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import oakmirror.files.PrivateFolder;
import oakmirror.media.device.ControllerPorts;
import oakmirror.media.device.ControllerPorts.Port;
import oakmirror.media.folders.UserFolders;
import oakmirror.state.task.Background;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Work;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.surface.Binding;
import oakmirror.surface.Bindings;
import oakmirror.surface.Learner;
import oakmirror.surface.Moved;
import oakmirror.surface.Surface;
import oakmirror.text.Texts;

/**
 * Controllers at work: those that are there are opened, also when they are plugged in later; what is moved is done at once, and buttons are lit. Messages come in on
 * threads of the devices and are done on the state's; of a flood only as much as fits is kept, and nothing hangs.
 */
public final class Surfaces implements AutoCloseable {

    private static final String ON = "controllers.on";
    private static final int MOST_WAITING = 4096;
    private static final long LOOK_EVERY_MILLIS = 2000;
    /** What is turned after so long a pause is another step of undo. */
    private static final long GESTURE_MILLIS = 800;

    private final Background background;
    private final Settings settings;
    private final Workspace workspace;
    private final Actions actions;
    private final ControllerPorts ports;
    private final Runnable done;
    private final Path file = UserFolders.config().resolve("controllers.json");
    private final Surface surface = new Surface();
    private final BlockingQueue<Runnable> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private final List<Moved> moved = new ArrayList<>();
    private final AtomicBoolean isDue = new AtomicBoolean();
    private final AtomicBoolean isLost = new AtomicBoolean();
    private final Map<String, Port> open = new LinkedHashMap<>();
    /** Those that are there and open, on their way to it, or refused. */
    private final Set<String> tried = new HashSet<>();

    private final Map<Binding, Integer> lit = new HashMap<>();
    private final ReadOnlyObjectWrapper<Bindings> bindings = new ReadOnlyObjectWrapper<>(Bindings.NONE);
    private final ReadOnlyObjectWrapper<Optional<Learner>> learning = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final Surface.Effects effects = new Doing();
    private final Packets packets;
    private Runnable stopLooking = () -> {};
    private boolean isOn;
    private long turns;

    /**
     * Controllers as they were bound last; none is looked for before {@link #start}.
     *
     * @param done called when something was done, so that what shows it can be brought up to date
     */
    public Surfaces(
            Background background,
            Settings settings,
            Workspace workspace,
            Actions actions,
            ControllerPorts ports,
            Runnable done) {
        this.background = background;
        this.settings = settings;
        this.workspace = workspace;
        this.actions = actions;
        this.ports = ports;
        this.done = done;
        packets = new Packets(
                settings, actions, this::arrive, this::turned, this::tell, () -> revision.set(revision.get() + 1));
    }

    /** Reads what is bound, and begins with what was on last. */
    public void start() {
        read(progress -> Files.exists(file) ? Bindings.read(file) : Bindings.NONE, file, kept -> {
            if (bindings.get() == Bindings.NONE) { // nothing was bound meanwhile
                take(kept);
            }
        });
        setOn(settings.text(ON, "").equals("true"));
        packets.start();
    }

    private void read(Work<Bindings> reading, Path shown, Consumer<Bindings> then) {
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("controllers.readingBindings"))
                .run(
                        reading,
                        then,
                        failure -> tell(Texts.of("controllers.bindingsNotReadable", shown, reason(failure.cause()))));
    }

    private static String reason(Throwable e) {
        return e instanceof IllegalArgumentException ? e.getMessage() : Texts.of("controllers.itCannotBeRead");
    }

    private void tell(String sentence) {
        workspace.messageProperty().set(sentence);
    }

    /** What other programs send. */
    public Packets packets() {
        return packets;
    }

    /** What can be bound. */
    public Actions actions() {
        return actions;
    }

    /** What is bound. */
    public ReadOnlyObjectProperty<Bindings> bindingsProperty() {
        return bindings.getReadOnlyProperty();
    }

    /** What the next control that is moved is to do. */
    public ReadOnlyObjectProperty<Optional<Learner>> learningProperty() {
        return learning.getReadOnlyProperty();
    }

    /** Grows when controllers come or go, or are turned on or off. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** The controllers that are open. */
    public List<String> names() {
        return List.copyOf(open.keySet());
    }

    /** Whether controllers are listened to. */
    public boolean isOn() {
        return isOn;
    }

    /** Listens to controllers, or no longer. */
    public void setOn(boolean on) {
        if (on != isOn) {
            isOn = on;
            settings.keep(ON, String.valueOf(on));
            stopLooking.run();
            stopLooking = on ? background.every(LOOK_EVERY_MILLIS, this::look) : () -> {};
            if (on) {
                lookSoon();
            } else {
                show(List.of());
            }
            revision.set(revision.get() + 1);
        }
    }

    /** Looks now which controllers there are, instead of in a moment. */
    public void lookSoon() {
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("controllers.lookingForControllers"))
                .run(progress -> ports.names(), this::show);
    }

    private void look() {
        List<String> names = ports.names();
        background.state().execute(() -> show(names));
    }

    /** Has those that have come opened, and lets go of those that have gone; one that cannot be had is told once. */
    private void show(List<String> there) {
        List<String> wanted = isOn ? there : List.of();
        tried.retainAll(wanted);
        for (String name : names()) {
            if (!wanted.contains(name)) {
                open.remove(name).close();
                surface.forget();
                revision.set(revision.get() + 1);
            }
        }
        for (String name : wanted) {
            if (tried.add(name)) {
                workspace
                        .programTasks()
                        .task(Kind.DISK, Texts.of("controllers.opening", name))
                        .run(
                                progress -> ports.open(name, (bytes, length) -> take(name, bytes, length)),
                                port -> opened(name, port),
                                failure -> tell(Texts.of("controllers.notOpened", name)));
            }
        }
    }

    private void opened(String name, Port port) {
        if (isOn && tried.contains(name)) {
            open.put(name, port);
            lit.clear();
            revision.set(revision.get() + 1);
        } else {
            port.close(); // gone, or turned off meanwhile
        }
    }

    private void take(String name, byte[] bytes, int length) {
        Moved.of(name, bytes, length).ifPresent(m -> arrive(() -> moved.add(m)));
    }

    /** Something has come in, on any thread: it is done on the state's, together with what comes in until then. */
    private void arrive(Runnable what) {
        if (!waiting.offer(what)) {
            isLost.set(true);
        }
        if (isDue.compareAndSet(false, true)) {
            background.state().execute(this::takeAll);
        }
    }

    private void takeAll() {
        isDue.set(false);
        if (isLost.getAndSet(false)) {
            surface.forget(); // a button may have been let go meanwhile
        }
        List<Runnable> all = new ArrayList<>();
        waiting.drainTo(all);
        all.forEach(Runnable::run);
        List<Moved> now = List.copyOf(moved);
        moved.clear();
        if (learning.get().isPresent()) {
            now.forEach(m -> learning.get().flatMap(l -> l.take(m)).ifPresent(this::bind));
        } else {
            surface.take(now, effects);
        }
        done.run();
    }

    /** What bindings do. */
    private final class Doing implements Surface.Effects {

        @Override
        public void press(String does) {
            Optional.ofNullable(actions.presses().get(does))
                    .ifPresent(p -> p.run().run());
        }

        @Override
        public double place(String does) {
            return Optional.ofNullable(actions.dials().get(does))
                    .map(Actions.Dial::place)
                    .orElse(Double.NaN);
        }

        @Override
        public void put(String does, double place) {
            actions.dials().get(does).put(place);
            turned();
        }

        @Override
        public void step(String does, int steps) {
            Actions.Dial dial = actions.dials().get(does);
            if (dial != null) {
                dial.turnTo(dial.get().getAsDouble() + steps * dial.step());
                turned();
            }
        }
    }

    private void turned() {
        long turn = ++turns;
        workspace.programTasks().later(GESTURE_MILLIS, () -> {
            if (turn == turns) {
                workspace.endGesture();
            }
        });
    }

    /** Has the next control that is moved do something; asked again for the same, no longer. */
    public void learn(String does) {
        boolean isSame = learning.get().filter(l -> l.does().equals(does)).isPresent();
        learning.set(isSame ? Optional.empty() : Optional.of(new Learner(does)));
    }

    /** No control is learnt any more. */
    public void stopLearning() {
        learning.set(Optional.empty());
    }

    private void bind(Binding binding) {
        learning.set(Optional.empty());
        add(binding);
    }

    /** Adds a binding; what its control did before it does no longer. */
    public void add(Binding binding) {
        change(bindings.get().with(binding));
    }

    /** Takes a binding away. */
    public void remove(Binding binding) {
        change(bindings.get().without(binding));
    }

    /** Adds the bindings of a file, which go before those there are. */
    public void bringIn(Path from) {
        read(
                progress -> Bindings.read(from),
                from.getFileName(),
                read -> change(bindings.get().with(read)));
    }

    /** Writes all bindings to a file of the user's. */
    public void writeTo(Path to) {
        Bindings now = bindings.get();
        workspace
                .programTasks()
                .task(Kind.DISK, Texts.of("controllers.keepingBindings"))
                .run(
                        progress -> {
                            PrivateFolder.make(to.toAbsolutePath().getParent());
                            now.write(to);
                            return to;
                        },
                        written -> {},
                        failure -> tell(Texts.of("controllers.notWritten", to.getFileName())));
    }

    private void change(Bindings next) {
        take(next);
        writeTo(file);
    }

    private void take(Bindings next) {
        bindings.set(next);
        surface.bind(next);
        lit.clear();
    }

    /** Lights buttons and tells knobs where their values are, where that has changed; to be called with every frame of the window. */
    public void tick() {
        if (!open.isEmpty()) {
            for (Binding binding : bindings.get().all()) {
                Port port = open.get(binding.control().device());
                if (port != null && !binding.sense().isRelative()) {
                    actions.state(binding.does()).ifPresent(state -> light(port, binding, state));
                }
            }
        }
        packets.tick();
    }

    private void light(Port port, Binding binding, double state) {
        int value = (int) Math.round(state * binding.control().kind().most());
        Integer before = lit.put(binding, value);
        if (before == null || before != value) {
            port.send(new Moved(binding.control(), value).message());
        }
    }

    @Override
    public void close() {
        stopLooking.run();
        packets.close();
        open.values().forEach(Port::close);
        open.clear();
    }
}
