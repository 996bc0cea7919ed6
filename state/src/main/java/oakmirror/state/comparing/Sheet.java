package oakmirror.state.comparing;

import java.util.List;
import java.util.NoSuchElementException;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.state.workspace.TrackSlot;

/**
 * What Compare shows at one moment: a comparison, how it is looked at, and the tracks it is of.
 *
 * @param comparison mix and references
 * @param slots the track of each member, in their order
 * @param scope what of each track is compared
 * @param what the same in words
 * @param view how tone is looked at
 */
public record Sheet(Comparison comparison, List<TrackSlot> slots, Scope scope, String what, ToneView view) {

    /** Copies the list. */
    public Sheet {
        slots = List.copyOf(slots);
    }

    /** Nothing to compare yet. */
    public static Sheet nothing(ToneView view) {
        return new Sheet(Comparison.NOTHING, List.of(), Scope.PASSAGES, "", view);
    }

    /** The track of a member; also of one of an earlier sheet, as long as its number is there. */
    public TrackSlot slot(Member member) {
        for (int i = 0; i < slots.size(); i++) {
            if (comparison.members().get(i).number() == member.number()) {
                return slots.get(i);
            }
        }
        throw new NoSuchElementException("no track " + member.number());
    }

    /** What of a member is compared, in its own seconds. */
    public TimeRange range(Member member) {
        return slot(member).comparedRange(scope);
    }

    /** Whether every member can still be had. */
    public boolean isComplete() {
        return slots.stream().allMatch(s -> s.imported().isPresent());
    }
}
