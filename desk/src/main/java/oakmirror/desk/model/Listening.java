package oakmirror.desk.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.beans.value.ObservableValue;
import javafx.collections.ListChangeListener;
import oakmirror.audio.Decibels;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Proposal;
import oakmirror.level.LevelMatch;
import oakmirror.media.ImportedTrack;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.Outputs;
import oakmirror.processing.MonitorMixer;
import oakmirror.processing.MonitorScene;
import oakmirror.processing.ProcessorPool;
import oakmirror.processing.ToneFilter;
import oakmirror.session.Session;

/** What is being heard, and from where. Turns the workspace and the listening bar into scenes for the mixer. */
public final class Listening {

    private static final int MAX_BLOCK = 1024;

    private final Workspace workspace;
    private final IntegerProperty heard = new SimpleIntegerProperty(0);
    private final BooleanProperty corrected = new SimpleBooleanProperty();
    private final BooleanProperty playing = new SimpleBooleanProperty();
    private final BooleanProperty looping = new SimpleBooleanProperty();
    private final ObjectProperty<Optional<TimeRange>> range = new SimpleObjectProperty<>(Optional.empty());
    private final DoubleProperty position = new SimpleDoubleProperty();
    private final DoubleProperty volumeDb = new SimpleDoubleProperty(0);
    private final StringProperty outputName = new SimpleStringProperty("");
    private final Latest<Optional<ProcessorPool>> poolMaker = new Latest<>("oakmirror-correction");
    private Optional<ProcessorPool> correction = Optional.empty();
    private MonitorMixer mixer = new MonitorMixer(48000, MAX_BLOCK);
    private Optional<AudioOutput> output = Optional.empty();
    private long playRequest;
    private int lastReference = 1;

    /** Listens to a workspace. */
    public Listening(Workspace workspace) {
        this.workspace = workspace;
        workspace.tracks().all().addListener((ListChangeListener<TrackSlot>) c -> tracksChanged());
        workspace.tracks().revisionProperty().subscribe(r -> tracksChanged());
        workspace.levelsProperty().subscribe(l -> pushScene());
        workspace.proposalProperty().subscribe(p -> correctionChanged());
        workspace.sessionProperty().map(Session::phase).subscribe(p -> correctionChanged());
        for (ObservableValue<?> setting : List.of(heard, corrected, looping, range, volumeDb)) {
            setting.subscribe(value -> pushScene());
        }
    }

    /** Index of the track that is heard: the mix is 0. */
    public IntegerProperty heardProperty() {
        return heard;
    }

    /** Whether the mix is heard through its correction. */
    public BooleanProperty correctedProperty() {
        return corrected;
    }

    /** Whether it plays. */
    public BooleanProperty playingProperty() {
        return playing;
    }

    /** Whether the range repeats. */
    public BooleanProperty loopingProperty() {
        return looping;
    }

    /** The range that is chosen, for looping. */
    public ObjectProperty<Optional<TimeRange>> rangeProperty() {
        return range;
    }

    /** Where it is, in seconds; to be refreshed by {@link #tick}. */
    public DoubleProperty positionProperty() {
        return position;
    }

    /** Gain on everything heard, in dB. */
    public DoubleProperty volumeProperty() {
        return volumeDb;
    }

    /** What the sound goes to, in words. */
    public StringProperty outputNameProperty() {
        return outputName;
    }

    /** The device, once something was played. */
    public Optional<AudioOutput> output() {
        return output;
    }

    /** Peak of the last block, the louder side, linear. */
    public double peak() {
        return Math.max(mixer.peakLeft(), mixer.peakRight());
    }

    /** Brings position and state up to date; called with every frame of the window. */
    public void tick() {
        position.set((double) mixer.position() / mixer.sampleRate());
        if (playing.get() && !mixer.isPlaying()) {
            playing.set(false);
            playRequest = 0;
        }
    }

    /** Play or stop. */
    public void togglePlay() {
        if (sources().isEmpty()) {
            return;
        }
        playRequest = playing.get() ? 0 : System.nanoTime();
        playing.set(playRequest != 0);
        if (playing.get()) {
            openOutput();
            Optional<TimeRange> loop = range.get().filter(r -> looping.get());
            loop.filter(r -> position.get() < r.startSeconds() || position.get() >= r.endSeconds())
                    .ifPresent(r -> seek(r.startSeconds()));
        }
        pushScene();
    }

    /** Jumps to a moment. */
    public void seek(double seconds) {
        mixer.jumpTo(Math.round(seconds * mixer.sampleRate()));
        position.set(seconds);
    }

    /** Hears a track: 0 for the mix, otherwise the reference of that number; one that is not ready stays unheard. */
    public void hear(int index) {
        List<TrackSlot> all = workspace.tracks().all();
        if (index >= 0 && index < all.size() && all.get(index).imported().isPresent()) {
            heard.set(index);
            if (index > 0) {
                lastReference = index;
            }
        }
    }

    /** Between the mix and the reference heard last. */
    public void swap() {
        hear(heard.get() == 0 ? Math.min(lastReference, workspace.tracks().all().size() - 1) : 0);
    }

    private void tracksChanged() {
        Optional<Integer> rate = workspace.tracks().rate();
        if (rate.isPresent() && rate.get() != mixer.sampleRate()) {
            closeOutput();
            mixer = new MonitorMixer(rate.get(), MAX_BLOCK);
            correctionChanged();
        }
        int count = workspace.tracks().all().size();
        if (heard.get() >= count) {
            heard.set(0);
        }
        if (count == 0) {
            stop();
            range.set(Optional.empty());
        }
        pushScene();
    }

    private void stop() {
        playRequest = 0;
        playing.set(false);
        seek(0);
    }

    private void correctionChanged() {
        Proposal proposal = workspace.proposalProperty().get();
        var phase = workspace.session().phase();
        int rate = mixer.sampleRate();
        var mix = workspace.tracks().mix().flatMap(TrackSlot::imported).map(t -> t.measurement()
                .spectrum());
        poolMaker.submit(
                () -> mix.filter(m -> proposal.gap().isKnown()).map(m -> {
                    ToneFilter filter = proposal.filter(phase).withGainDb(-proposal.loudnessChangeLu(m, phase));
                    return new ProcessorPool(filter, rate, MonitorMixer.POOL_SIZE);
                }),
                pool -> {
                    correction = pool;
                    pushScene();
                });
    }

    private List<StereoSource> sources() {
        return workspace.tracks().all().stream()
                .flatMap(s -> s.imported().stream())
                .map(ImportedTrack::audio)
                .toList();
    }

    private void pushScene() {
        List<TrackSlot> slots = workspace.tracks().all();
        LevelMatch levels = workspace.levelsProperty().get();
        boolean hasMix = workspace.tracks().mix().isPresent();
        boolean mixReady = workspace.tracks().mix().flatMap(TrackSlot::imported).isPresent();
        List<MonitorScene.Track> tracks = new ArrayList<>();
        int heardNow = 0;
        for (int i = 0; i < slots.size(); i++) {
            Optional<ImportedTrack> track = slots.get(i).imported();
            if (track.isPresent() && track.get().audio().sampleRate() == mixer.sampleRate()) {
                if (i == heard.get()) {
                    heardNow = tracks.size();
                }
                double offset = offsetDb(levels, hasMix, i);
                tracks.add(new MonitorScene.Track(track.get().audio(), (float) Decibels.toAmplitude(offset)));
            }
        }
        mixer.setScene(new MonitorScene(
                tracks,
                heardNow,
                corrected.get() && heard.get() == 0 && mixReady,
                correction,
                (float) Decibels.toAmplitude(volumeDb.get()),
                playRequest,
                looping.get() ? range.get().flatMap(this::loop) : Optional.empty()));
    }

    private static double offsetDb(LevelMatch levels, boolean hasMix, int index) {
        if (hasMix && index == 0) {
            return levels.mixOffsetDb();
        }
        int reference = hasMix ? index - 1 : index;
        return reference < levels.referenceOffsetsDb().size()
                ? levels.referenceOffsetsDb().get(reference)
                : 0;
    }

    /** Offset a track is heard with, in dB; the mix is 0. */
    public double offsetDb(int index) {
        return offsetDb(
                workspace.levelsProperty().get(), workspace.tracks().mix().isPresent(), index);
    }

    private Optional<MonitorScene.Loop> loop(TimeRange r) {
        return r.seconds() < MonitorMixer.SHORTEST_LOOP_SECONDS
                ? Optional.empty()
                : Optional.of(new MonitorScene.Loop(
                        Math.round(r.startSeconds() * mixer.sampleRate()),
                        Math.round(r.endSeconds() * mixer.sampleRate())));
    }

    private void openOutput() {
        if (output.isEmpty()) {
            AudioOutput opened = Outputs.open(mixer.sampleRate());
            opened.start(mixer);
            output = Optional.of(opened);
            outputName.set(opened.name());
        }
    }

    private void closeOutput() {
        playRequest = 0;
        playing.set(false);
        output.ifPresent(AudioOutput::close);
        output = Optional.empty();
    }

    /** Gives the device back. */
    public void close() {
        closeOutput();
        poolMaker.close();
    }
}
