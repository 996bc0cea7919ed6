package oakmirror.state.listening;

import java.util.List;
import java.util.stream.IntStream;
import oakmirror.state.workspace.TrackSlot;

/** Hearing the guide of a session: a recording somebody gave for orientation, one key away from whatever is heard, and back. */
public final class Guide {

    private final Listening listening;
    private int before;

    /** The guide of what is listened to. */
    public Guide(Listening listening) {
        this.listening = listening;
    }

    /** Between the guide and what was heard before it; without a guide nothing. */
    public void toggle() {
        List<TrackSlot> all = listening.slots();
        int now = listening.heardProperty().get();
        int guide = IntStream.range(1, all.size())
                .filter(i -> all.get(i).track().guide())
                .findFirst()
                .orElse(-1);
        if (guide > 0 && now == guide) {
            listening.hear(before);
        } else if (guide > 0) {
            before = now;
            listening.hear(guide);
        }
    }

    /** The reference heard last, or where that has no sound the first that has. */
    static int otherThanMix(Listening listening) {
        int count = listening.slots().size();
        int last = Math.min(listening.referenceProperty().get(), count - 1);
        return listening.isReady(last)
                ? last
                : IntStream.range(1, count)
                        .filter(listening::isReady)
                        .findFirst()
                        .orElse(last);
    }
}
