package oakmirror.state.listening;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Hearing something instead of the session's tracks for a while, and then these again from where they were. Lives on the window's thread. */
public final class Auditioning {

    private final Listening listening;
    private final ReadOnlyObjectWrapper<Optional<Audition>> heard = new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<Listening.State> before = Optional.empty();

    Auditioning(Listening listening) {
        this.listening = listening;
    }

    /** What is heard instead of the tracks. */
    public ReadOnlyObjectProperty<Optional<Audition>> heardProperty() {
        return heard.getReadOnlyProperty();
    }

    /** Whether anything is. */
    public boolean isOn() {
        return heard.get().isPresent();
    }

    /** Hears something from its beginning; what is heard already, from where it is. */
    public void hear(Audition wanted) {
        boolean isSame =
                heard.get().filter(a -> a.tracks().equals(wanted.tracks())).isPresent();
        if (!isSame) {
            before = before.or(() -> Optional.of(listening.state()));
            listening.makeReadyFor(wanted);
        }
        heard.set(Optional.of(wanted));
        listening.playOn();
    }

    /** Hears another one of what is heard. */
    public void hear(int index) {
        heard.get().filter(a -> index < a.tracks().size()).ifPresent(a -> hear(a.hearing(index)));
    }

    /** Hears the next of what is heard, after the last the first again. */
    void hearNext() {
        heard.get().ifPresent(a -> hear(a.hearing((a.heard() + 1) % a.tracks().size())));
    }

    /** Hears the tracks again, as they were heard before. */
    public void end() {
        if (isOn()) {
            heard.set(Optional.empty());
            Optional<Listening.State> was = before;
            before = Optional.empty();
            listening.afterAudition(was);
        }
    }
}
