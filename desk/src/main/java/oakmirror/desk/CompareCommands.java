package oakmirror.desk;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import oakmirror.desk.command.Command;
import oakmirror.desk.command.Commands;
import oakmirror.desk.compare.ComparePage;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;

/**
 * What the commands of Compare do.
 *
 * @param onCompare goes to Compare and does something there; during a blind comparison nothing
 * @param blind whether one goes on
 */
record CompareCommands(
        Comparing comparing, PlacesToHear places, Consumer<Consumer<ComparePage>> onCompare, BooleanSupplier blind) {

    /** Says what they do. */
    void fill(Commands commands) {
        for (Command act : List.of(
                Command.TONE,
                Command.LOUDNESS,
                Command.DYNAMICS,
                Command.WIDTH,
                Command.SPECTROGRAM,
                Command.ELSEWHERE)) {
            set(commands, act, p -> p.bring(act.name()));
        }
        set(commands, Command.NEXT_FINDING, ComparePage::nextFinding);
        set(commands, Command.NEXT_PLACE, p -> places.next());
        BooleanSupplier atPlace =
                () -> !blind.getAsBoolean() && places.focusProperty().get().isPresent();
        commands.set(Command.TAKE, atPlace, places::take);
        commands.set(Command.LEAVE, atPlace, places::leave);
        commands.set(Command.PUT_OFF, atPlace, places::later);
        commands.set(Command.END_PLACES, atPlace, places::end);
        set(commands, Command.HOLD, ComparePage::toggleHold);
        set(commands, Command.PEAKS, p -> comparing.look(v -> v.withPeaks(!v.peaks())));
        set(commands, Command.TURN_GAP, p -> comparing.look(v -> v.withAsExcess(!v.asExcess())));
        set(commands, Command.COPY_PICTURE, ComparePage::copyPicture);
    }

    private void set(Commands commands, Command act, Consumer<ComparePage> action) {
        commands.set(act, () -> onCompare.accept(action));
    }
}
