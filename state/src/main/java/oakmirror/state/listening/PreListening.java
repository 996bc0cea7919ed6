package oakmirror.state.listening;

import java.util.Optional;

/** Hearing a track for as long as something is held down, and then what was heard before, from where it was. */
public final class PreListening {

    private final Listening listening;
    private Optional<Runnable> after = Optional.empty();

    PreListening(Listening listening) {
        this.listening = listening;
    }

    /** Hears a track until {@link #end}, from its passage when nothing plays. */
    public void begin(int index) {
        if (!listening.isReady(index) || after.isPresent()) {
            return;
        }
        Listening.State before = listening.state();
        after = Optional.of(() -> listening.restore(before));
        listening.hear(index);
        if (!before.playing()) {
            listening.slots().get(index).chosenRange().ifPresent(r -> listening.seekIn(index, r.startSeconds()));
            listening.togglePlay();
        }
    }

    /** Goes back to what was heard before {@link #begin}. */
    public void end() {
        after.ifPresent(Runnable::run);
        after = Optional.empty();
    }
}
