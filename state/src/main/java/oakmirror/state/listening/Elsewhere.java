package oakmirror.state.listening;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.Decibels;
import oakmirror.dsp.NoiseLoop;
import oakmirror.dsp.StereoProcessor;
import oakmirror.media.place.ListeningPlaces;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorPlace;
import oakmirror.monitor.MonitorScene;
import oakmirror.place.ListeningPlace;
import oakmirror.place.Noise;
import oakmirror.place.PlaceLevel;
import oakmirror.place.PlaceSound;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * Hears everything at a listening place: which one, and what the mixer is told for it. Each track comes out there as loud as it is without the place, so that
 * matched tracks are matched there; all come down together where the place would raise a peak over full scale. How loud each has to go in is {@link PlaceLevels}.
 */
public final class Elsewhere {

    /** By how much the programme may become louder or softer before a driver is told. */
    private static final double SAME_LU = 0.1;

    private static final int MOST_READY = 4;
    /** How far a peak of steady noise lies over its loudness, on one side: 12 dB over its RMS, which on two sides counts twice. */
    private static final double NOISE_PEAK_DB = 9;

    private final Workspace workspace;
    private final Tasks tasks;
    private final PlaceLevels levels;
    private final Runnable changed;
    private final Latest<PlaceSound> maker;
    private final ReadOnlyObjectWrapper<Map<String, ListeningPlace>> known = new ReadOnlyObjectWrapper<>(Map.of());
    private final ObjectProperty<Optional<String>> chosen = new SimpleObjectProperty<>(Optional.empty());
    private final ReadOnlyBooleanWrapper waiting = new ReadOnlyBooleanWrapper();
    private final Map<String, PlaceSound> made = new LinkedHashMap<>();
    private Optional<Heard> heard = Optional.empty();
    /** The place that was left last. */
    private Optional<String> last = Optional.empty();

    /** A place as it is heard: made for a programme of some loudness. */
    private record Heard(PlaceSound place, double programmeLufs, StereoProcessor processor, Optional<NoiseLoop> noise) {

        boolean fits(PlaceSound other, double lufs) {
            return place == other && (place.place().isLinear() || Math.abs(programmeLufs - lufs) < SAME_LU);
        }
    }

    Elsewhere(Workspace workspace, PlaceLevels levels, Runnable changed) {
        this.workspace = workspace;
        this.tasks = workspace.programTasks();
        this.levels = levels;
        this.changed = changed;
        maker = tasks.latest(Kind.PREVIEW, Texts.of("listening.makingAListeningPlace"));
        chosen.subscribe(place -> changed.run());
    }

    /** The places there are by what they are known by in files, once they were {@linkplain #look looked for}. */
    public ReadOnlyObjectProperty<Map<String, ListeningPlace>> knownProperty() {
        return known.getReadOnlyProperty();
    }

    /** What the chosen place is known by; nothing for here. */
    public ObjectProperty<Optional<String>> chosenProperty() {
        return chosen;
    }

    /** The chosen place. */
    public Optional<ListeningPlace> place() {
        return chosen.get().map(known.get()::get);
    }

    /** Whether the chosen place is still being made ready, so that what is heard is not there yet. */
    public ReadOnlyBooleanProperty waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    /** Whether the place is ready, and how loud everything comes out there was measured, so that nothing there changes by itself any more. */
    public boolean isSettled() {
        return !waiting.get() && levels.isSettled();
    }

    /** Looks which places there are, and then does something. */
    public void look(Runnable then) {
        tasks.task(Kind.DISK, Texts.of("listening.readingTheListeningPlaces"))
                .run(progress -> ListeningPlaces.read(), read -> {
                    read.refused().forEach(workspace.messageProperty()::set);
                    known.get().forEach((id, place) -> {
                        if (!place.equals(read.byId().get(id))) {
                            made.remove(id); // its file is another now
                        }
                    });
                    known.set(read.byId());
                    if (chosen.get().filter(id -> !read.byId().containsKey(id)).isPresent()) {
                        chosen.set(Optional.empty());
                    }
                    then.run();
                });
    }

    /** Hears everything here again; or where it was heard before that, at first at the first place there is. */
    public void toggle() {
        if (chosen.get().isPresent()) {
            last = chosen.get();
            chosen.set(Optional.empty());
        } else if (last.filter(known.get()::containsKey).isPresent()) {
            chosen.set(last);
        } else {
            step(1);
        }
    }

    /** Goes on to the next place (1) or back (−1); past the last, and before the first, is here. */
    public void step(int step) {
        if (known.get().isEmpty()) {
            look(() -> stepKnown(step));
        } else {
            stepKnown(step);
        }
    }

    private void stepKnown(int step) {
        List<Optional<String>> all = new ArrayList<>(List.of(Optional.empty()));
        known.get().keySet().forEach(id -> all.add(Optional.of(id)));
        chosen.set(all.get(Math.floorMod(all.indexOf(chosen.get()) + step, all.size())));
    }

    /** Everything is heard at another rate from now on. */
    void followRate() {
        made.clear();
        heard = Optional.empty();
    }

    /** The chosen place ready at a rate; begins to make it so where it is not. */
    private Optional<PlaceSound> ready(int rate) {
        Optional<PlaceSound> there = chosen.get().map(made::get).filter(s -> s.sampleRate() == rate);
        Optional<ListeningPlace> place = place();
        boolean isMissing = place.isPresent() && there.isEmpty();
        if (isMissing && !waiting.get()) {
            String id = chosen.get().orElseThrow();
            waiting.set(true);
            maker.submit(
                    progress -> new PlaceSound(place.get(), rate, ListeningPlaces.response(place.get(), rate)),
                    sound -> {
                        waiting.set(false);
                        sound.place().response().ifPresent(file -> levels.forget(sound.place()));
                        keep(id, sound);
                        changed.run();
                    },
                    failure -> {
                        waiting.set(false);
                        chosen.set(Optional.empty());
                        workspace.messageProperty().set(failure.sentence());
                    });
        }
        return there;
    }

    /** Keeps a place ready, and lets the one go that was made first where there are many: their noises take some room. */
    private void keep(String id, PlaceSound sound) {
        made.remove(id);
        made.put(id, sound);
        if (made.size() > MOST_READY) {
            made.remove(made.keySet().iterator().next());
        }
    }

    /** A scene as it is heard at the chosen place, as far as that is ready; otherwise as it is. */
    MonitorScene there(MonitorScene here, int rate) {
        Optional<PlaceSound> ready = ready(rate);
        levels.keepOnly(ready, here.tracks());
        if (ready.isEmpty() || here.tracks().isEmpty()) {
            heard = Optional.empty();
            return here;
        }
        List<MonitorScene.Track> tracks = new ArrayList<>();
        double programme = Double.NaN;
        double highest = Double.NEGATIVE_INFINITY;
        for (MonitorScene.Track track : here.tracks()) {
            PlaceLevel asIs = levels.of(track, ready.get());
            PlaceLevel chained = track.chain().isPresent() ? levels.chained(track, asIs, ready.get()) : asIs;
            double turned = Decibels.ofAmplitude(track.gain());
            double lufs = asIs.lufs() + turned;
            programme = Double.isFinite(programme)
                    ? programme
                    : lufs; // of the mix, whatever is heard: a driver is the same for all
            highest = highest(highest, lufs + asIs.peakLu());
            highest = highest(highest, chained.lufs() + turned + chained.peakLu());
            tracks.add(new MonitorScene.Track(
                    track.source(),
                    track.gain() * (float) Decibels.toAmplitude(asIs.gainDb()),
                    track.timing(),
                    track.loop(),
                    track.chain(),
                    (float) Decibels.toAmplitude(chained.gainDb() - asIs.gainDb())));
        }
        double programmeLufs = Double.isFinite(programme) ? programme : 0;
        double downDb = Math.max(0, withNoise(ready.get().place(), programmeLufs, highest));
        return new MonitorScene(
                tracks,
                here.heard(),
                here.blend(),
                here.chained(),
                here.playRequest(),
                here.looped(),
                with(here.path(), place(ready.get(), programmeLufs, downDb)));
    }

    private static double highest(double a, double b) {
        return Double.isNaN(b) ? a : Math.max(a, b);
    }

    /** The highest peak where one of the noise falls together with it. */
    private static double withNoise(ListeningPlace place, double programmeLufs, double peakDb) {
        double noise = place.noise()
                .map(n -> Decibels.toAmplitude(programmeLufs - n.belowLu() + NOISE_PEAK_DB))
                .orElse(0.0);
        return Decibels.ofAmplitude(Decibels.toAmplitude(peakDb) + noise);
    }

    private static MonitorPath with(MonitorPath path, MonitorPlace place) {
        return new MonitorPath(Optional.of(place), path.sides(), path.band(), path.insert(), path.volume());
    }

    private MonitorPlace place(PlaceSound sound, double programmeLufs, double downDb) {
        if (heard.filter(h -> h.fits(sound, programmeLufs)).isEmpty()) {
            Optional<NoiseLoop> noise =
                    heard.filter(h -> h.place() == sound).map(Heard::noise).orElseGet(sound::noise);
            heard = Optional.of(new Heard(sound, programmeLufs, sound.processor(programmeLufs), noise));
        }
        Heard now = heard.orElseThrow();
        double noiseDb = sound.place()
                .noise()
                .map(Noise::belowLu)
                .map(b -> programmeLufs - b - downDb)
                .orElse(0.0);
        return new MonitorPlace(now.processor(), (float) Decibels.toAmplitude(-downDb), now.noise(), (float)
                Decibels.toAmplitude(noiseDb));
    }
}
