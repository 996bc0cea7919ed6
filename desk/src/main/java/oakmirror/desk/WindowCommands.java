package oakmirror.desk;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Supplier;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Strokes;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.session.Session;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.controllers.Dials;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Guide;
import oakmirror.state.listening.HitsAndTones.Part;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What the commands of listening and of passages do. */
final class WindowCommands {

    private static final double STRENGTH_STEP = 0.1;
    private static final double TARGET_STEP_LU = 0.5;
    private static final double STROKE_DB = 0.5;
    private static final double STEP_SECONDS = 5;
    private static final double TRIM_DB = 0.1;

    private final Workspace workspace;
    private final Listening listening;
    private final Passages passages;
    private final Blind blind;
    private final PlacesToHear places;
    private final Dials dials;

    WindowCommands(
            Workspace workspace,
            Listening listening,
            Passages passages,
            Blind blind,
            PlacesToHear places,
            Dials dials) {
        this.dials = dials;
        this.places = places;
        this.workspace = workspace;
        this.listening = listening;
        this.passages = passages;
        this.blind = blind;
    }

    /** Says what they do; {@code view} is the time in view, for looping it. */
    void fill(Commands commands, Supplier<TimeRange> view) {
        listening(commands, view);
        monitor(commands);
        passages(commands);
    }

    private void stroke(Strokes.Range range, double db) {
        dials.stroke(range, listening.monitor().strokesProperty().get().gainDb(range) + db);
    }

    private boolean isAtPlace() {
        return places.focusProperty().get().isPresent();
    }

    private void listening(Commands commands, Supplier<TimeRange> view) {
        commands.set(Command.PLAY, listening::togglePlay);
        commands.set(Command.SWAP, () -> {
            if (blind.isOn()) {
                blind.hearNext();
            } else {
                listening.swap();
            }
        });
        for (int i = 0; i <= Session.MOST_REFERENCES; i++) {
            int number = i;
            commands.set(Command.track(i), () -> hear(number));
        }
        commands.set(Command.REBALANCED, () -> {
            if (!blind.isOn()) {
                listening.hear(0);
                listening
                        .rebalancedProperty()
                        .set(!listening.rebalancedProperty().get());
            }
        });
        for (Strokes.Range range : Strokes.Range.values()) {
            commands.set(Command.valueOf(range.name() + "_UP"), () -> stroke(range, STROKE_DB));
            commands.set(Command.valueOf(range.name() + "_DOWN"), () -> stroke(range, -STROKE_DB));
        }
        commands.set(
                Command.NO_STROKES, () -> listening.monitor().strokesProperty().set(Strokes.NONE));
        commands.set(Command.CORRECTED, () -> {
            if (!blind.isOn() && isAtPlace()) {
                places.toggleTrial();
            } else if (!blind.isOn()) {
                listening.correctedProperty().set(!listening.correctedProperty().get());
                listening.hear(0);
            }
        });
        commands.set(Command.FINISHED, () -> {
            if (!blind.isOn()) {
                boolean ends = listening.monitor().endingProperty().get() == Ending.FINISHED;
                listening.correctedProperty().set(true);
                listening.monitor().endingProperty().set(ends ? Ending.NONE : Ending.FINISHED);
                listening.hear(0);
            }
        });
        Guide guide = new Guide(listening);
        commands.set(Command.GUIDE, () -> {
            if (!blind.isOn()) {
                guide.toggle();
            }
        });
        commands.set(Command.LOOP, () -> toggleLoop(view));
        commands.set(
                Command.START,
                () -> listening.seek(listening
                        .heardRange()
                        .filter(r -> listening.loopingProperty().get())
                        .map(TimeRange::startSeconds)
                        .orElse(0.0)));
        commands.set(Command.BACK, () -> seekBy(-STEP_SECONDS));
        commands.set(Command.FORWARD, () -> seekBy(STEP_SECONDS));
        commands.set(Command.JUMP, workspace::toggleJump);
        commands.set(Command.STRONGER, () -> dials.turn("strength", STRENGTH_STEP));
        commands.set(Command.WEAKER, () -> dials.turn("strength", -STRENGTH_STEP));
        commands.set(Command.LOUDER, () -> dials.turn("target", TARGET_STEP_LU));
        commands.set(Command.QUIETER, () -> dials.turn("target", -TARGET_STEP_LU));
        commands.set(
                Command.MATCH,
                () -> workspace.change(Texts.of("gather.matchLevels"), s -> {
                    LevelSettings levels = s.comparing().levels();
                    return s.withLevels(levels.withMatched(!levels.matched()));
                }));
        commands.set(Command.ALIGN, workspace::toggleTempoAligned);
        commands.set(Command.BLEND, () -> {
            if (!blind.isOn()) {
                listening.blendTo(listening.blendProperty().get() > 0 ? 0 : 0.5);
            }
        });
    }

    /** Hears a track by its number; the first of a session without a mix is reference 1. */
    private void hear(int number) {
        if (blind.isOn()) {
            blind.hear(number - 1);
        } else {
            listening.hear(workspace.tracks().mix().isPresent() ? number : number - 1);
        }
    }

    private void seekBy(double seconds) {
        listening.seek(Math.max(0, listening.positionProperty().get() + seconds));
    }

    private void toggleLoop(Supplier<TimeRange> view) {
        if (workspace.tracks().rate().isEmpty()) {
            return; // nothing to loop
        }
        boolean on = !listening.loopingProperty().get();
        listening.freeRangeProperty().set(Optional.empty());
        if (on && listening.heardRange().isEmpty()) {
            listening.freeRangeProperty().set(Optional.of(view.get()));
        }
        listening.loopingProperty().set(on);
    }

    private void monitor(Commands commands) {
        MonitorControls monitor = listening.monitor();
        commands.set(Command.ZONE, () -> {
            if (isAtPlace()) {
                places.toggleRange();
            } else {
                monitor.stepZone(1);
            }
        });
        commands.set(Command.ZONE_BACK, () -> monitor.stepZone(-1));
        commands.set(Command.ALL_BANDS, () -> monitor.bandProperty().set(Optional.empty()));
        commands.set(Command.MONO, () -> monitor.toggle(Sides.MONO));
        commands.set(Command.LEFT, () -> monitor.toggle(Sides.LEFT));
        commands.set(Command.RIGHT, () -> monitor.toggle(Sides.RIGHT));
        commands.set(Command.SIDE, () -> monitor.toggle(Sides.SIDE));
        commands.set(Command.HITS, () -> listening.hitsAndTones().toggle(Part.HITS));
        commands.set(Command.TONES, () -> listening.hitsAndTones().toggle(Part.TONES));
        commands.set(Command.HERE_OR_THERE, listening.elsewhere()::toggle);
        commands.set(Command.NEXT_THERE, () -> listening.elsewhere().step(1));
        commands.set(Command.DIM, () -> monitor.dimmedProperty()
                .set(!monitor.dimmedProperty().get()));
    }

    private int heard() {
        return listening.heardProperty().get();
    }

    private int selected() {
        return passages.selectedProperty().get();
    }

    private void passages(Commands commands) {
        commands.set(Command.PREVIOUS_PASSAGE, () -> passages.step(heard(), -1));
        commands.set(Command.NEXT_PASSAGE, () -> passages.step(heard(), 1));
        commands.set(Command.EARLIER, () -> passages.move(selected(), -1));
        commands.set(Command.LATER, () -> passages.move(selected(), 1));
        commands.set(Command.SHORTER, () -> passages.lengthen(selected(), -1));
        commands.set(Command.LONGER, () -> passages.lengthen(selected(), 1));
        commands.set(Command.SUGGEST, () -> ifAny(() -> passages.suggest(selected(), OptionalInt.empty())));
        commands.set(Command.MEET, () -> ifReference(() -> passages.meet(reference())));
        commands.set(Command.SLIDE_EARLIER, () -> ifReference(() -> passages.slide(reference(), -1)));
        commands.set(Command.SLIDE_LATER, () -> ifReference(() -> passages.slide(reference(), 1)));
        commands.set(Command.TAP, () -> ifAny(() -> passages.tap(selected(), System.nanoTime())));
        commands.set(Command.MOVE_UP, () -> moveSelected(-1));
        commands.set(Command.MOVE_DOWN, () -> moveSelected(1));
        commands.set(Command.TRIM_UP, () -> trim(TRIM_DB));
        commands.set(Command.TRIM_DOWN, () -> trim(-TRIM_DB));
    }

    /** The reference that is worked on: the selected track, or with the mix selected the one heard last. */
    private int reference() {
        int count = workspace.tracks().all().size();
        int wanted = selected() > 0 ? selected() : listening.referenceProperty().get();
        return Math.min(wanted, count - 1);
    }

    private void ifAny(Runnable action) {
        if (!workspace.tracks().all().isEmpty()) {
            action.run();
        }
    }

    private void ifReference(Runnable action) {
        if (workspace.tracks().all().size() > 1) {
            action.run();
        }
    }

    private void moveSelected(int by) {
        int from = selected();
        passages.reorder(from, from + by);
        if (workspace.tracks().all().size() > from + by && from + by > 0) {
            passages.selectedProperty().set(from + by);
        }
    }

    private void trim(double by) {
        ifAny(() -> passages.trim(
                selected(), workspace.tracks().all().get(selected()).track().trimDb() + by));
    }
}
