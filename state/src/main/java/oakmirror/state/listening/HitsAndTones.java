package oakmirror.state.listening;

import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.StereoSource;
import oakmirror.hits.StruckShare;
import oakmirror.media.DerivedAudio.Apart;
import oakmirror.monitor.LayeredSource;
import oakmirror.monitor.MonitorScene;
import oakmirror.state.task.Failure;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Hears only what is struck, or only what sustains, of every track in step. Tracks are taken apart in the background when that is wanted first, the heard one before
 * the others; until then they are heard whole. Nothing of it changes how loud a track is played, so that one hears how loud its hits are.
 */
public final class HitsAndTones {

    /** What of everything is heard. */
    public enum Part {
        /** All of it. */
        ALL(0, 0),
        /** What is struck. */
        HITS(-1, 1),
        /** What sustains. */
        TONES(0, -1);

        /** Gains of the whole and of its hits, on top of the whole. */
        private final float[] gains;

        Part(float whole, float hits) {
            gains = new float[] {whole, hits};
        }
    }

    private final Workspace workspace;
    private final Runnable changed;
    private final ObjectProperty<Part> part = new SimpleObjectProperty<>(Part.ALL);
    private final ReadOnlyBooleanWrapper waiting = new ReadOnlyBooleanWrapper();
    private final ReadOnlyIntegerWrapper revision = new ReadOnlyIntegerWrapper();
    private final Map<StereoSource, Sound> sounds = new IdentityHashMap<>();
    /** The whole of what is heard in part. */
    private Optional<StereoSource> heard = Optional.empty();

    /** A sound with what is heard of it. The layers stay the same, so that what plays goes on when they come, and when others are wanted. */
    private static final class Sound {
        private final StereoSource whole;
        private final LaterSource hits;
        private final LayeredSource layers;
        private Optional<Apart> apart = Optional.empty();
        private Optional<Task> task = Optional.empty();
        private boolean failed;

        Sound(StereoSource whole) {
            this.whole = whole;
            hits = new LaterSource(whole);
            layers = new LayeredSource(whole, List.of(whole, hits));
        }

        void lay(Part wanted) {
            layers.setGains(apart.isPresent() ? wanted.gains : Part.ALL.gains);
        }
    }

    HitsAndTones(Workspace workspace, Runnable changed) {
        this.workspace = workspace;
        this.changed = changed;
        part.subscribe(p -> {
            sounds.values().forEach(s -> s.failed = false); // asked for again, it is tried again
            changed.run();
        });
        workspace.sessionTasks().onEnd(() -> {
            part.set(Part.ALL);
            sounds.clear();
            heard = Optional.empty();
        });
    }

    /** What of everything is heard. */
    public ObjectProperty<Part> partProperty() {
        return part;
    }

    /** Whether what is heard at the moment is still being taken apart, and is heard whole until then. */
    public ReadOnlyBooleanProperty waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    /** Grows whenever a sound has been taken apart, or could not be. */
    public ReadOnlyIntegerProperty revisionProperty() {
        return revision.getReadOnlyProperty();
    }

    /** Hears one part, or everything again when that is heard already. */
    public void toggle(Part which) {
        part.set(part.get() == which ? Part.ALL : which);
    }

    /** How much of a track is struck, once it has been taken apart. */
    public Optional<StruckShare> share(TrackSlot slot) {
        return slot.audio().map(sounds::get).flatMap(s -> s.apart).map(Apart::share);
    }

    /** Has a track taken apart, where there is sound of it. */
    public void want(TrackSlot slot) {
        slot.audio().ifPresent(audio -> {
            sound(audio).failed = false;
            want(sound(audio));
        });
    }

    /** Whether a track is being taken apart. */
    public boolean isTakingApart(TrackSlot slot) {
        return slot.audio().map(sounds::get).flatMap(s -> s.task).isPresent();
    }

    /** What a scene is heard from, so that the part that is wanted is heard of all of it. */
    MonitorScene of(MonitorScene scene) {
        keepOnly(scene);
        List<MonitorScene.Track> tracks =
                scene.tracks().stream().map(t -> t.from(layersOf(t.source()))).toList();
        if (part.get() != Part.ALL && !tracks.isEmpty()) {
            StereoSource first = whole(scene.tracks()
                    .get(Math.min(scene.heard(), tracks.size() - 1))
                    .source());
            heard = Optional.of(first);
            want(sound(first)); // before the others
            scene.tracks().forEach(t -> want(sound(whole(t.source()))));
        }
        tellWhetherWaiting();
        return scene.with(tracks);
    }

    /** What a sound is heard from. A mix with its stems at other levels is heard as it is without where only a part is wanted. */
    StereoSource layersOf(StereoSource source) {
        if (source instanceof LayeredSource && part.get() == Part.ALL) {
            return source;
        }
        Sound sound = sound(whole(source));
        sound.lay(part.get());
        return sound.layers;
    }

    private static StereoSource whole(StereoSource source) {
        return source instanceof LayeredSource layered ? layered.base() : source;
    }

    private Sound sound(StereoSource whole) {
        return sounds.computeIfAbsent(whole, Sound::new);
    }

    private void tellWhetherWaiting() {
        boolean isMaking = heard.map(sounds::get).flatMap(s -> s.task).isPresent();
        waiting.set(part.get() != Part.ALL && isMaking);
    }

    private void want(Sound sound) {
        if (sound.apart.isPresent() || sound.task.isPresent() || sound.failed) {
            return;
        }
        String name = name(sound.whole);
        Task task = workspace.sessionTasks().shown(Kind.STRETCH, Texts.of("listening.takingApart", name));
        sound.task = Optional.of(task);
        task.run(
                progress -> workspace.tracks().importer().derived().apart(sound.whole, name, progress),
                apart -> {
                    sound.hits.become(apart.hits());
                    sound.apart = Optional.of(apart);
                    ended(sound);
                },
                failure -> {
                    sound.failed = true;
                    tell(failure);
                    ended(sound);
                });
    }

    private void tell(Failure failure) {
        if (failure.isCancelled() && !failure.isAbandoned()) {
            workspace.messageProperty().set(Texts.of("listening.cancelledItIsHeardWhole"));
        } else if (!failure.isAbandoned()) {
            workspace.messageProperty().set(failure.sentence());
        }
    }

    private void ended(Sound sound) {
        sound.task = Optional.empty();
        sound.lay(part.get());
        tellWhetherWaiting();
        revision.set(revision.get() + 1);
        changed.run();
    }

    private String name(StereoSource whole) {
        return workspace.tracks().all().stream()
                .filter(s -> s.audio().filter(a -> a == whole).isPresent())
                .map(s -> s.track().name())
                .findFirst()
                .orElse(Texts.of("listening.whatIsHeard"));
    }

    /** Lets go of what is neither in the scene nor in the session. */
    private void keepOnly(MonitorScene scene) {
        Set<StereoSource> kept = Collections.newSetFromMap(new IdentityHashMap<>());
        scene.tracks().forEach(t -> kept.add(whole(t.source())));
        workspace.tracks().all().forEach(s -> s.audio().ifPresent(kept::add));
        for (StereoSource gone : new HashSet<>(sounds.keySet())) {
            if (!kept.contains(gone)) {
                sounds.remove(gone).task.ifPresent(Task::supersede);
            }
        }
    }

    /** A sound that comes later, of the length of another; silent until then. */
    private static final class LaterSource implements StereoSource {
        private final StereoSource like;
        private volatile StereoSource now;

        LaterSource(StereoSource like) {
            this.like = like;
        }

        void become(StereoSource sound) {
            now = sound;
        }

        @Override
        public int sampleRate() {
            return like.sampleRate();
        }

        @Override
        public long frames() {
            return like.frames();
        }

        @Override
        public void read(long position, float[] left, float[] right, int offset, int count) {
            StereoSource sound = now;
            if (sound == null) {
                Arrays.fill(left, offset, offset + count, 0f);
                Arrays.fill(right, offset, offset + count, 0f);
            } else {
                sound.read(position, left, right, offset, count);
            }
        }
    }
}
