package oakmirror.desk;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import oakmirror.desk.command.Act;
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
        for (Act act : List.of(Act.TONE, Act.LOUDNESS, Act.DYNAMICS, Act.WIDTH, Act.SPECTROGRAM)) {
            set(commands, act, p -> p.bring(act.name()));
        }
        set(commands, Act.NEXT_FINDING, ComparePage::nextFinding);
        set(commands, Act.NEXT_PLACE, p -> places.next());
        BooleanSupplier atPlace =
                () -> !blind.getAsBoolean() && places.focusProperty().get().isPresent();
        commands.set(Act.TAKE, atPlace, places::take);
        commands.set(Act.LEAVE, atPlace, places::leave);
        commands.set(Act.PUT_OFF, atPlace, places::later);
        commands.set(Act.END_PLACES, atPlace, places::end);
        set(commands, Act.HOLD, ComparePage::toggleHold);
        set(commands, Act.PEAKS, p -> comparing.look(v -> v.withPeaks(!v.peaks())));
        set(commands, Act.TURN_GAP, p -> comparing.look(v -> v.withAsExcess(!v.asExcess())));
        set(commands, Act.COPY_PICTURE, ComparePage::copyPicture);
    }

    private void set(Commands commands, Act act, Consumer<ComparePage> action) {
        commands.set(act, () -> onCompare.accept(action));
    }
}
