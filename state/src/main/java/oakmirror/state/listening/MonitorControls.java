package oakmirror.state.listening;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import oakmirror.audio.Decibels;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Strokes;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.LongConvolver;
import oakmirror.dsp.StereoResponse;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.NormalisedPlayback;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.measure.Levels;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.ImpulseResponseFile;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.session.Shaping;
import oakmirror.spectrum.Zone;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;

/** How everything is heard, mix and references alike: sides, band, headphone or room correction, volume and dim. */
public final class MonitorControls {

    /** By how much dim takes everything down. Common practice, no source. */
    public static final double DIM_DB = -20;

    /** The narrowest band that can be drawn, upper over lower edge. */
    public static final double NARROWEST_BAND = 1.1;

    /** What is heard at the end of the correction. */
    public enum Ending {
        /** The corrected mix. */
        NONE,
        /** The master: driven and limited. */
        FINISHED,
        /** What the limiter takes away, alone. */
        TAKEN_AWAY
    }

    /**
     * The end of the chain as it is heard.
     *
     * @param what which
     * @param plan how the mix is brought to its target
     * @param louderDb how much louder than the mix the whole comes out, or by how much what is taken away lies below it
     */
    public record Ended(Ending what, FinishPlan plan, double louderDb) {}

    /**
     * What a player that normalises would do.
     *
     * @param level what it turns to
     * @param up how it turns up what is softer
     * @param playerDb its gain on the master
     * @param softerDb by how much all is taken down so that nothing clips, 0 or less
     */
    public record Playback(DeliveryTarget level, Up up, double playerDb, double softerDb) {
        /** Gain on the master as it is heard. */
        public double masterDb() {
            return playerDb + softerDb;
        }

        double gainDb(Levels track) {
            return NormalisedPlayback.gainDb(track, level, up) + softerDb;
        }
    }

    /**
     * A version that is heard in the mix's place.
     *
     * @param id which
     * @param name what it is called
     * @param audio what is in its file
     * @param gainDb gain that makes it as loud as the mix, or 0
     * @param asItIs whether it is heard as loud as it is
     */
    public record HeardVersion(String id, String name, StereoSource audio, double gainDb, boolean asItIs) {}

    /** A band to hear alone. */
    public record Band(double lowHz, double highHz) {

        /** A named zone. */
        public static Band of(Zone zone) {
            return new Band(zone.lowHz(), zone.highHz());
        }
    }

    /** The response of headphones or a room, as read from a file; {@code rate} is what it was read at. */
    private record Response(Path file, int rate, double[][] taps) {}

    private final ObjectProperty<Sides> sides = new SimpleObjectProperty<>(Sides.STEREO);
    private final ObjectProperty<Optional<Band>> band = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Optional<TimeRange>> part = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Optional<Path>> insertFile = new SimpleObjectProperty<>(Optional.empty());
    private final BooleanProperty insertOn = new SimpleBooleanProperty();
    private final DoubleProperty volumeDb = new SimpleDoubleProperty(0);
    private final BooleanProperty dimmed = new SimpleBooleanProperty();
    private final ObjectProperty<Optional<Shaping>> instead = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Strokes> strokes = new SimpleObjectProperty<>(Strokes.NONE);
    private final ObjectProperty<Ending> ending = new SimpleObjectProperty<>(Ending.NONE);
    private final ObjectProperty<Optional<Ended>> ended = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Optional<Playback>> playback = new SimpleObjectProperty<>(Optional.empty());
    private final ObjectProperty<Optional<HeardVersion>> version = new SimpleObjectProperty<>(Optional.empty());
    private final IntegerProperty responses = new SimpleIntegerProperty();
    private final Latest<Read> reader;
    private Optional<Response> response = Optional.empty();
    private Optional<BandSolo> bandSolo = Optional.empty();
    private Optional<LongConvolver> insert = Optional.empty();
    private Optional<Band> soloedBand = Optional.empty();
    private int bandRate;

    /** Everything as it is. */
    public MonitorControls(Tasks tasks) {
        reader = tasks.latest(Kind.DISK, Texts.of("listening.readingTheImpulseResponse"));
    }

    /** Which sides are heard. */
    public ObjectProperty<Sides> sidesProperty() {
        return sides;
    }

    /** Broad strokes the mix is heard with, on top of its correction where that is heard. */
    public ObjectProperty<Strokes> strokesProperty() {
        return strokes;
    }

    /** The band that is heard alone. */
    public ObjectProperty<Optional<Band>> bandProperty() {
        return band;
    }

    /** What is decided about the correction's moves in what is heard, where that is something else than in the session: to hear it without one. */
    public ObjectProperty<Optional<Shaping>> insteadProperty() {
        return instead;
    }

    /** What repeats for the time being instead of the passage, in seconds of the mix; the references' loops go with it. */
    public ObjectProperty<Optional<TimeRange>> partProperty() {
        return part;
    }

    /** What is to be heard at the end of the correction. */
    public ObjectProperty<Ending> endingProperty() {
        return ending;
    }

    /** The same with all that is needed for it, once that is known. */
    public ObjectProperty<Optional<Ended>> endedProperty() {
        return ended;
    }

    /** The player that levels are heard as from; without one they are matched. */
    public ObjectProperty<Optional<Playback>> playbackProperty() {
        return playback;
    }

    /** The version that is heard in the mix's place. */
    public ObjectProperty<Optional<HeardVersion>> versionProperty() {
        return version;
    }

    /** The file of the headphone or room correction, when one is loaded. */
    public ObjectProperty<Optional<Path>> insertFileProperty() {
        return insertFile;
    }

    /** Whether the headphone or room correction is on. */
    public BooleanProperty insertOnProperty() {
        return insertOn;
    }

    /** Gain on everything heard, in dB. */
    public DoubleProperty volumeProperty() {
        return volumeDb;
    }

    /** Whether everything is taken down by {@link #DIM_DB}. */
    public BooleanProperty dimmedProperty() {
        return dimmed;
    }

    List<ObservableValue<?>> all() {
        return List.of(
                sides, band, part, strokes, playback, version, insertFile, insertOn, volumeDb, dimmed, responses);
    }

    /** Hears one side or kind of side, or stereo again when it is heard already. */
    public void toggle(Sides which) {
        sides.set(sides.get() == which ? Sides.STEREO : which);
    }

    /** Hears a band alone, or everything again when it is heard already. */
    public void toggle(Band which) {
        band.set(band.get().equals(Optional.of(which)) ? Optional.empty() : Optional.of(which));
    }

    /** Goes on to the next zone (step 1) or back (−1); past the last is everything. */
    public void stepZone(int step) {
        int now = band.get()
                .flatMap(b -> List.of(Zone.values()).stream()
                        .filter(z -> Band.of(z).equals(b))
                        .findFirst())
                .map(Zone::ordinal)
                .orElse(step > 0 ? -1 : Zone.values().length);
        int next = now + step;
        boolean inside = next >= 0 && next < Zone.values().length;
        band.set(inside ? Optional.of(Band.of(Zone.values()[next])) : Optional.empty());
    }

    /**
     * Takes an impulse response, once it has been read in the background, and turns it on.
     *
     * @param said is told in one sentence when the file cannot be used; what was on stays on
     */
    public void loadInsert(Path file, int rate, Consumer<String> said) {
        read(file, rate, said, () -> {
            insertFile.set(Optional.of(file));
            insertOn.set(true);
        });
    }

    private void read(Path file, int rate, Consumer<String> said, Runnable then) {
        reader.submit(
                progress -> readResponse(file, rate),
                read -> {
                    read.sentence().ifPresent(said);
                    if (read.response().isPresent()) {
                        response = read.response();
                        insert = Optional.empty();
                        responses.set(responses.get() + 1);
                        then.run();
                    } else if (insertFile.get().equals(Optional.of(file))) {
                        removeInsert();
                    }
                },
                failure -> said.accept(failure.sentence()));
    }

    private record Read(Optional<Response> response, Optional<String> sentence) {}

    private static Read readResponse(Path file, int rate) {
        try {
            Response response = new Response(file, rate, ImpulseResponseFile.read(file, rate));
            return new Read(Optional.of(response), Optional.empty());
        } catch (AudioFileException e) {
            return new Read(Optional.empty(), Optional.of(e.getMessage()));
        }
    }

    /** Forgets the impulse response. */
    public void removeInsert() {
        insertOn.set(false);
        insertFile.set(Optional.empty());
        response = Optional.empty();
        insert = Optional.empty();
    }

    /**
     * Everything is heard at another rate from now on. The response is read again; one that cannot be read any more is left out. A version of another
     * rate ends, rather than that another track is heard in its place. {@code said} is told.
     */
    void followRate(int rate, Consumer<String> said) {
        if (version.get().filter(v -> v.audio().sampleRate() != rate).isPresent()) {
            version.set(Optional.empty());
            said.accept(Texts.of("listening.theMixHasAnother"));
        }
        Optional<Path> file = insertFile.get();
        if (file.isPresent() && response.filter(r -> r.rate() == rate).isEmpty()) {
            read(file.get(), rate, said, () -> {});
        }
    }

    /** The path at a rate. Processors are made again only when they have to be others. */
    MonitorPath path(int rate) {
        if (!soloedBand.equals(band.get()) || bandRate != rate) {
            soloedBand = band.get();
            bandRate = rate;
            bandSolo = soloedBand.map(b -> new BandSolo(b.lowHz(), b.highHz(), rate));
        }
        if (insert.isEmpty()) {
            insert = response.filter(r -> r.rate() == rate)
                    .map(r -> new LongConvolver(StereoResponse.each(r.taps()[0], r.taps()[1])));
        }
        double db = volumeDb.get() + (dimmed.get() ? DIM_DB : 0);
        return new MonitorPath(
                Optional.empty(), sides.get(), bandSolo, insertOn.get() ? insert : Optional.empty(), (float)
                        Decibels.toAmplitude(db));
    }
}
