package oakmirror.desk.compare;

import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.listening.Listening;
import oakmirror.state.mastering.Targets;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;

/**
 * What every panel works with.
 *
 * @param workspace the session
 * @param comparing what is compared
 * @param places where to listen
 * @param listening what is heard
 * @param settings what the program remembers
 * @param targets what deliveries are asked to have
 * @param facing number of the reference that faces the mix where there is room for one alone
 */
record Context(
        Workspace workspace,
        Comparing comparing,
        PlacesToHear places,
        Listening listening,
        Settings settings,
        Targets targets,
        IntegerProperty facing) {

    Context(
            Workspace workspace,
            Comparing comparing,
            PlacesToHear places,
            Listening listening,
            Settings settings,
            Targets targets) {
        this(workspace, comparing, places, listening, settings, targets, new SimpleIntegerProperty(1));
        listening.referenceProperty().subscribe(r -> facing.set(Math.max(1, r.intValue())));
    }

    /**
     * Whether a member is drawn: of many references only the one that faces the mix, or is pointed at, unless all are wanted; sixteen curves
     * are a thicket.
     */
    boolean draws(Sheet sheet, int number) {
        boolean isOneOfMany = number > 0
                && !sheet.view().all()
                && sheet.comparison().references().size() >= CorridorSettings.MANY;
        int pointed = comparing.pointedProperty().get();
        return isOneOfMany
                ? number == (pointed > 0 ? pointed : facing.get())
                : !sheet.view().hidden().contains(number);
    }

    /** Where a member is played, in seconds from where what is compared begins. */
    double played(Comparison.Member member) {
        Sheet sheet = comparing.sheet();
        return listening.secondsOf(sheet.slot(member)) - sheet.range(member).startSeconds();
    }

    /** Goes to a moment of a member, counted from where what is compared begins. */
    void seek(Comparison.Member member, double seconds) {
        Sheet sheet = comparing.sheet();
        listening.seekIn(sheet.slot(member), sheet.range(member).startSeconds() + seconds);
    }
}
