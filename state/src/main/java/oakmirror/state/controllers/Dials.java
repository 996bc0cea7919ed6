package oakmirror.state.controllers;

import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.DoubleConsumer;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;
import java.util.function.ToDoubleFunction;
import oakmirror.correction.Strokes;
import oakmirror.limiter.LimiterSettings;
import oakmirror.media.ImportedTrack;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.session.Session;
import oakmirror.session.StemSet;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.HitsAndTones.Part;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.StemChanges;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.surface.Binding;
import oakmirror.text.Texts;
import oakmirror.zones.SideShape;

/** The values of listening and session that a controller can turn, and what of its buttons is lit. */
public final class Dials {

    /** The quietest that everything can be turned. */
    public static final double QUIETEST_DB = -40;

    private static final double MOST_TRIM_DB = 12;
    /** How far a stem’s fader goes either way. */
    public static final double MOST_STEM_DB = 6;
    /** The lowest loudness that can be asked for, in LUFS. */
    public static final double LOWEST_TARGET = -30;
    /** The highest loudness that can be asked for, in LUFS. */
    public static final double HIGHEST_TARGET = -6;
    /** The lowest ceiling, in dBTP. */
    public static final double LOWEST_CEILING = -6;

    private static final double MOST_LIMIT_DB = 12;
    /** How many octaves faster or slower than the music the limiter can let go. */
    public static final double MOST_RELEASE = 2;

    private final Workspace workspace;
    private final Listening listening;
    private final Passages passages;
    private final Blind blind;
    private final Actions actions = new Actions();

    /** Finds all there are. */
    public Dials(Workspace workspace, Listening listening, Passages passages, Blind blind) {
        this.workspace = workspace;
        this.listening = listening;
        this.passages = passages;
        this.blind = blind;
        listening();
        session();
        lights();
    }

    /** What a controller can do so far; commands are to be added. */
    public Actions actions() {
        return actions;
    }

    /** Turns a value by so much, as far as its ends. */
    public void turn(String name, double by) {
        Actions.Dial dial = actions.dials().get(Binding.VALUE + name);
        dial.turnTo(dial.get().getAsDouble() + by);
    }

    /** How far a value goes, and in which steps. */
    private record Ends(double low, double high, double step) {

        /** The nearest step; divided, not multiplied, so that seven tenths are 0.7 in a file. */
        double nearest(double value) {
            double parts = Math.rint(1 / step);
            return Math.round(value * parts) / parts;
        }
    }

    private void dial(String name, Supplier<String> label, Ends ends, DoubleSupplier get, DoubleConsumer set) {
        actions.add(
                name,
                new Actions.Dial(label, ends.low(), ends.high(), ends.step(), get, v -> set.accept(ends.nearest(v))));
    }

    private void dial(String name, String label, Ends ends, DoubleSupplier get, DoubleConsumer set) {
        dial(name, () -> Texts.of(label), ends, get, set);
    }

    private void listening() {
        MonitorControls monitor = listening.monitor();
        var volume = monitor.volumeProperty();
        dial("volume", "controllers.volume", new Ends(QUIETEST_DB, 0, 0.1), volume::get, volume::set);
        dial("blend", "controllers.blend", new Ends(0, 1, 0.01), listening.blendProperty()::get, share -> {
            if (!blind.isOn()) {
                listening.blendTo(share);
            }
        });
        dial(
                "position",
                "controllers.position",
                new Ends(0, 1, 0.001),
                () -> heardSeconds() > 0 ? listening.positionProperty().get() / heardSeconds() : Double.NaN,
                part -> listening.seek(part * heardSeconds()));
        for (Strokes.Range range : Strokes.Range.values()) {
            dial(
                    range.name().toLowerCase(Locale.ROOT),
                    () -> Texts.of("controllers.stroke", range.label()),
                    new Ends(-Strokes.MOST_DB, Strokes.MOST_DB, 0.5),
                    () -> monitor.strokesProperty().get().gainDb(range),
                    db -> stroke(range, db));
        }
    }

    /** A broad stroke on the mix, which is heard then; not during a blind comparison, which it would tell. */
    public void stroke(Strokes.Range range, double db) {
        if (!blind.isOn()) {
            var strokes = listening.monitor().strokesProperty();
            strokes.set(strokes.get().with(range, db));
            listening.hear(0);
        }
    }

    private double heardSeconds() {
        return heardSlot()
                .flatMap(TrackSlot::imported)
                .map(ImportedTrack::seconds)
                .orElse(0.0);
    }

    private Optional<TrackSlot> heardSlot() {
        return workspace.tracks().all().stream()
                .skip(listening.heardProperty().get())
                .findFirst();
    }

    private void session() {
        change(
                "strength",
                "controllers.strength",
                new Ends(0, 1, 0.01),
                s -> s.correction().strength(),
                (s, v) -> s.withCorrection(s.correction().withStrength(v)));
        change(
                "caution",
                "controllers.caution",
                new Ends(0, 1, 0.01),
                s -> s.correction().caution(),
                (s, v) -> s.withCorrection(s.correction().withCaution(v)));
        change(
                "most_boost",
                "controllers.mostBoost",
                new Ends(1, MOST_LIMIT_DB, 0.5),
                s -> s.correction().mostBoostDb(),
                (s, v) -> s.withCorrection(
                        s.correction().withLimits(v, s.correction().mostCutDb())));
        change(
                "most_cut",
                "controllers.mostCut",
                new Ends(1, MOST_LIMIT_DB, 0.5),
                s -> s.correction().mostCutDb(),
                (s, v) -> s.withCorrection(
                        s.correction().withLimits(s.correction().mostBoostDb(), v)));
        change(
                "side_shelf",
                "controllers.sideShelf",
                new Ends(-SideShape.MOST_SHELF_DB, SideShape.MOST_SHELF_DB, 0.1),
                s -> s.zones().sideShelfDb(),
                (s, v) -> s.withZones(z -> z.withSideShelf(v)));
        finish();
        levels();
    }

    private void finish() {
        change(
                "target",
                "controllers.target",
                new Ends(LOWEST_TARGET, HIGHEST_TARGET, 0.1),
                s -> s.finish().targetLufs(),
                (s, v) -> s.withFinish(s.finish().withTarget(v, s.finish().ceilingDbtp())));
        change(
                "ceiling",
                "controllers.ceiling",
                new Ends(LOWEST_CEILING, 0, 0.1),
                s -> s.finish().ceilingDbtp(),
                (s, v) -> s.withFinish(s.finish().withTarget(s.finish().targetLufs(), v)));
        change(
                "release",
                "controllers.release",
                new Ends(-MOST_RELEASE, MOST_RELEASE, 0.1),
                s -> limiter(s, l -> Math.log(l.release()) / Math.log(2)),
                (s, v) -> s.withFinish(
                        s.finish().withLimiter(s.finish().limiter().map(l -> l.withRelease(Math.pow(2, v))))));
        change(
                "link",
                "controllers.link",
                new Ends(0, 1, 0.01),
                s -> limiter(s, LimiterSettings::link),
                (s, v) ->
                        s.withFinish(s.finish().withLimiter(s.finish().limiter().map(l -> l.withLink(v)))));
    }

    /** Something of the limiter; NaN while there is none. */
    private static double limiter(Session session, ToDoubleFunction<LimiterSettings> reading) {
        return session.finish().limiter().stream()
                .mapToDouble(reading)
                .findFirst()
                .orElse(Double.NaN);
    }

    private void levels() {
        dial(
                "trim",
                "controllers.trim",
                new Ends(-MOST_TRIM_DB, MOST_TRIM_DB, 0.1),
                () -> selectedSlot().map(s -> s.track().trimDb()).orElse(Double.NaN),
                db -> passages.trim(passages.selectedProperty().get(), db));
        StemChanges stems = new StemChanges(workspace);
        for (int i = 0; i < StemSet.MOST; i++) {
            int stem = i;
            dial(
                    "stem_" + (i + 1),
                    () -> Texts.of("controllers.stem", stem + 1),
                    new Ends(-MOST_STEM_DB, MOST_STEM_DB, 0.1),
                    () -> stem < stems.set().all().size()
                            ? stems.set().all().get(stem).gainDb()
                            : Double.NaN,
                    db -> stems.tryAt(stem, db, "stem " + stem));
        }
    }

    private Optional<TrackSlot> selectedSlot() {
        return workspace.tracks().all().stream()
                .skip(passages.selectedProperty().get())
                .findFirst();
    }

    /** Something of the session; turned on and on it is one step of undo. */
    private void change(
            String name,
            String label,
            Ends ends,
            ToDoubleFunction<Session> get,
            BiFunction<Session, Double, Session> with) {
        dial(
                name,
                label,
                ends,
                () -> get.applyAsDouble(workspace.session()),
                v -> workspace.change(
                        Texts.of("controllers.change", Texts.inside(Texts.of(label))), name, s -> with.apply(s, v)));
    }

    private void lights() {
        MonitorControls monitor = listening.monitor();
        actions.light("play", listening.playingProperty()::get);
        actions.light("loop", listening.loopingProperty()::get);
        actions.light(
                "corrected",
                () -> !blind.isOn() && listening.correctedProperty().get());
        actions.light(
                "finished",
                () -> !blind.isOn()
                        && listening.correctedProperty().get()
                        && monitor.endingProperty().get() == Ending.FINISHED);
        actions.light("dim", monitor.dimmedProperty()::get);
        actions.light("mono", () -> monitor.sidesProperty().get() == Sides.MONO);
        actions.light("left", () -> monitor.sidesProperty().get() == Sides.LEFT);
        actions.light("right", () -> monitor.sidesProperty().get() == Sides.RIGHT);
        actions.light("side", () -> monitor.sidesProperty().get() == Sides.SIDE);
        actions.light("hits", () -> listening.hitsAndTones().partProperty().get() == Part.HITS);
        actions.light("tones", () -> listening.hitsAndTones().partProperty().get() == Part.TONES);
        actions.light("here_or_there", () -> listening.elsewhere().place().isPresent());
        actions.light("align", () -> workspace.session().comparing().tempoAligned());
        actions.light("blind", blind::isOn);
        for (int i = 0; i <= Session.MOST_REFERENCES; i++) {
            int number = i; // what is heard stays untold while nobody is to know
            actions.light("track_" + i, () -> !blind.isOn() && heardNumber() == number);
        }
    }

    /** The number of the track that is heard: the first of a session without a mix is reference 1. */
    private int heardNumber() {
        int heard = listening.heardProperty().get();
        return workspace.tracks().all().isEmpty()
                ? -1
                : workspace.tracks().mix().isPresent() ? heard : heard + 1;
    }
}
