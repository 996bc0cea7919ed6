package oakmirror.state.comparing;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import oakmirror.audio.TimeRange;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.Candidate.Shape;
import oakmirror.correction.MoveDecisions;
import oakmirror.findings.DecidedPlace;
import oakmirror.findings.PlaceWords;
import oakmirror.findings.WorthAListen;
import oakmirror.session.PlaceDecisions;
import oakmirror.session.Session;
import oakmirror.session.Shaping;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls.Band;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneDecisions;

/**
 * The places worth a listen, one after the other: what is decided about each, and hearing the one in focus. That one is set up by itself: its most telling bars loop,
 * its trial move is ready, all is equally loud. What was heard before comes back when the focus ends. Lives on the window's thread.
 */
public final class PlacesToHear {

    /** Enough to tell by chance from hearing: nine of ten are had by guessing in one of a hundred runs. */
    private static final int TRIALS = 10;

    /**
     * The place that is listened to.
     *
     * @param place where
     * @param number which of all, counted from 1
     * @param of how many there are
     * @param gainDb gain of its trial move
     */
    public record Focus(Candidate place, int number, int of, double gainDb) {}

    /** What was heard before a place was. */
    private record Before(boolean looping, boolean playing, boolean corrected, Optional<Band> band) {}

    private final Workspace workspace;
    private final Comparing comparing;
    private final Listening listening;
    private final Blind blind;
    private final ReadOnlyObjectWrapper<List<DecidedPlace>> items = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Optional<Focus>> focus = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final BooleanProperty trial = new SimpleBooleanProperty();
    private final Set<Candidate> postponed = new LinkedHashSet<>();
    private final TellingBars telling;
    private Optional<Before> before = Optional.empty();

    /** Places of what is compared. */
    public PlacesToHear(Workspace workspace, Comparing comparing, Listening listening, Blind blind) {
        this.workspace = workspace;
        this.comparing = comparing;
        this.listening = listening;
        this.blind = blind;
        telling = new TellingBars(workspace, comparing, this::told);
        comparing.placesProperty().subscribe(p -> {
            telling.begin();
            refresh();
        });
        workspace.sessionProperty().subscribe(s -> refresh());
        trial.subscribe(on -> hear());
        blind.runProperty().map(Optional::isPresent).subscribe(on -> {
            if (!on) {
                hear();
            }
        });
    }

    /** All places with what was decided, in the order in which to listen: those that findings tell come first. */
    public ReadOnlyObjectProperty<List<DecidedPlace>> itemsProperty() {
        return items.getReadOnlyProperty();
    }

    /** Those that are only worth a listen, not told by a finding. */
    public List<DecidedPlace> offered() {
        return items.get().stream().filter(i -> !i.told()).toList();
    }

    private List<Candidate> open() {
        return items.get().stream()
                .filter(i -> i.isOpen())
                .map(DecidedPlace::place)
                .toList();
    }

    /** The place that is listened to. */
    public ReadOnlyObjectProperty<Optional<Focus>> focusProperty() {
        return focus.getReadOnlyProperty();
    }

    /** Whether the mix is heard with the trial move of the place in focus. */
    public BooleanProperty trialProperty() {
        return trial;
    }

    private void refresh() {
        WorthAListen places = comparing.placesProperty().get();
        Session session = workspace.session();
        List<Candidate> all = places.all().stream()
                .filter(c ->
                        c.shape() != Shape.WIDTH || !session.shaping().apart()) // the side's own correction sees to it
                .toList();
        items.set(all.stream()
                .map(c -> new DecidedPlace(
                        c, PlaceDecisions.of(session, c), places.told().contains(c)))
                .toList());
        if (focus.get().filter(f -> !all.contains(f.place())).isPresent()) {
            end(); // another comparison has other places
        }
    }

    /** Makes ready what goes with hearing them, now and whenever they change: from when they are first seen. */
    public void lookAt() {
        telling.lookAt();
    }

    /** Listens to a place. */
    public void focus(Candidate place) {
        telling.lookAt();
        List<Candidate> all = items.get().stream().map(DecidedPlace::place).toList();
        int index = all.indexOf(place);
        if (index < 0) {
            return;
        }
        if (before.isEmpty()) {
            before = Optional.of(new Before(
                    listening.loopingProperty().get(),
                    listening.playingProperty().get(),
                    listening.correctedProperty().get(),
                    listening.monitor().bandProperty().get()));
        }
        if (place.shape() == Shape.DYNAMICS) {
            workspace.derivation().wantDynamics();
        }
        double gain = PlaceDecisions.gainDb(workspace.session(), place);
        focus.set(Optional.of(new Focus(place, index + 1, all.size(), gain)));
        trial.set(false);
        listening.monitor().bandProperty().set(Optional.empty());
        hear();
        listening.loopingProperty().set(true);
        listening.hear(0);
        listening.monitor().partProperty().get().ifPresent(r -> listening.seekIn(0, r.startSeconds()));
        if (!listening.playingProperty().get()) {
            listening.togglePlay();
        }
    }

    /** Goes on to the next place nothing was decided about; those put off come last. Ends after the last. */
    public void next() {
        List<Candidate> open = new ArrayList<>(open());
        List<Candidate> late = open.stream().filter(c -> postponed.contains(c)).toList();
        open.removeAll(late);
        int now = focus.get().map(Focus::number).orElse(0);
        List<Candidate> all = items.get().stream().map(DecidedPlace::place).toList();
        open.stream()
                .filter(c -> all.indexOf(c) >= now)
                .findFirst()
                .or(() -> open.stream()
                        .filter(c ->
                                focus.get().filter(f -> f.place().equals(c)).isEmpty())
                        .findFirst())
                .or(() -> late.stream()
                        .filter(c ->
                                focus.get().filter(f -> f.place().equals(c)).isEmpty())
                        .findFirst())
                .ifPresentOrElse(this::focus, this::end);
    }

    /** The trial move of the place in focus becomes a move of what is done to the mix. */
    public void take() {
        focus.get()
                .ifPresent(f -> decide(
                        Texts.of("comparing.takeAMoveBy"), s -> PlaceDecisions.taking(s, f.place(), f.gainDb())));
    }

    /** The place in focus is the music, and is not offered again. */
    public void leave() {
        focus.get()
                .ifPresent(f -> decide(Texts.of("comparing.leaveAPlaceAs"), s -> PlaceDecisions.leaving(s, f.place())));
    }

    private void decide(String action, UnaryOperator<Session> how) {
        workspace.change(action, how);
        next();
    }

    /** Puts the place in focus off until the others are decided about. */
    public void later() {
        focus.get().ifPresent(f -> {
            postponed.remove(f.place());
            postponed.add(f.place());
            next();
        });
    }

    /** Gives the trial move another gain, which is heard. */
    public void setGain(double db) {
        focus.get().ifPresent(f -> {
            double gain = PlaceDecisions.within(f.place(), db);
            if (gain != f.gainDb()) {
                focus.set(Optional.of(new Focus(f.place(), f.number(), f.of(), gain)));
                hear();
            }
        });
    }

    /** The mix with the trial move of the place in focus, or without. */
    public void toggleTrial() {
        listening.hear(0);
        trial.set(!trial.get());
    }

    /** The range of the place in focus alone, or everything. */
    public void toggleRange() {
        focus.get().ifPresent(f -> listening.monitor().toggle(band(f.place())));
    }

    /** Its range, as it is heard alone. */
    public static Band band(Candidate place) {
        return new Band(Math.max(20, place.lowHz()), Math.min(20000, place.highHz()));
    }

    /** What repeats while a place is listened to; empty until it is known, when the passage repeats. */
    public Optional<TimeRange> tellingPart() {
        return focus.get().flatMap(f -> telling.of(f.place()));
    }

    private void told() {
        if (tellingPart().isPresent()) {
            listening.monitor().partProperty().set(tellingPart());
        }
    }

    /** Ends listening to places: what was heard before is heard again. */
    public void end() {
        if (focus.get().isEmpty()) {
            return;
        }
        focus.set(Optional.empty());
        trial.set(false);
        listening.monitor().partProperty().set(Optional.empty());
        listening.monitor().insteadProperty().set(Optional.empty());
        listening.releaseRoom();
        before.ifPresent(b -> {
            listening.monitor().bandProperty().set(b.band());
            listening.loopingProperty().set(b.looping());
            listening.correctedProperty().set(b.corrected());
            if (!b.playing() && listening.playingProperty().get()) {
                listening.togglePlay();
            }
        });
        before = Optional.empty();
    }

    /** Tells the mix with and without the trial move of the place in focus apart, unseen, over the same loop. */
    public void tellApart() {
        focus.get().ifPresent(f -> {
            Heard heard = heard(f);
            String name = PlaceWords.trial(f.place(), f.gainDb());
            blind.startAbx(
                    Blind.Item.shaped(heard.onCorrection(), Texts.of("comparing.without", name), heard.without()),
                    Blind.Item.shaped(true, Texts.of("comparing.with", name), heard.with()),
                    TRIALS);
        });
    }

    /** What is heard without and with the trial move. The base is what was heard before: the mix as it is, or with its correction. */
    private record Heard(boolean onCorrection, Shaping without, Shaping with) {}

    private Heard heard(Focus f) {
        boolean onCorrection = before.map(Before::corrected).orElse(false);
        Shaping session = workspace.session().shaping();
        Shaping base = PlaceDecisions.without(onCorrection ? session : bare(session), f.place());
        return new Heard(onCorrection, base, PlaceDecisions.with(base, f.place(), f.gainDb()));
    }

    /** Sets up what is heard of the place in focus. */
    private void hear() {
        focus.get().filter(f -> before.isPresent()).ifPresent(f -> {
            Heard heard = heard(f);
            boolean with = trial.get();
            // Without a correction beneath, the trial is kept ready, so that going between is instant.
            boolean ready = with || !heard.onCorrection();
            listening.monitor().insteadProperty().set(Optional.of(ready ? heard.with() : heard.without()));
            listening.correctedProperty().set(heard.onCorrection() || with);
            listening.monitor().partProperty().set(tellingPart());
        });
    }

    /** Nothing done to the mix. */
    private static Shaping bare(Shaping session) {
        return session.withCorrection(session.correction().withStrength(0))
                .withMoves(Part.STEREO, MoveDecisions.NONE)
                .withMoves(Part.MID, MoveDecisions.NONE)
                .withMoves(Part.SIDE, MoveDecisions.NONE)
                .withZones(ZoneDecisions.NONE);
    }
}
