package oakmirror.desk.compare;

import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import oakmirror.desk.model.Compared;
import oakmirror.desk.model.Comparison;
import oakmirror.desk.model.Listening;
import oakmirror.desk.model.Settings;
import oakmirror.desk.model.Workspace;

/**
 * What every panel works with.
 *
 * @param workspace the session
 * @param comparison what is compared
 * @param listening what is heard
 * @param settings what the program remembers
 * @param facing number of the reference that faces the mix where there is room for one alone
 */
record Context(
        Workspace workspace, Comparison comparison, Listening listening, Settings settings, IntegerProperty facing) {

    Context(Workspace workspace, Comparison comparison, Listening listening, Settings settings) {
        this(workspace, comparison, listening, settings, new SimpleIntegerProperty(1));
        listening.referenceProperty().subscribe(r -> facing.set(Math.max(1, r.intValue())));
    }

    /** Where a member is played, in seconds from where what is compared begins. */
    double played(Compared.Member member) {
        double start = member.range(comparison.scope()).startSeconds();
        return listening.secondsOf(member.index()) - start;
    }

    /** Goes to a moment of a member, counted from where what is compared begins. */
    void seek(Compared.Member member, double seconds) {
        double start = member.range(comparison.scope()).startSeconds();
        listening.seekIn(member.index(), start + seconds);
    }
}
