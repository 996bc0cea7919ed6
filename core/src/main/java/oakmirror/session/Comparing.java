package oakmirror.session;

import java.util.List;
import oakmirror.level.LevelSettings;
import oakmirror.profile.CorridorSettings;

/**
 * How tracks are compared.
 *
 * @param levels how their levels are matched
 * @param scope what of each is measured
 * @param jump what stays when another track is heard
 * @param tempoAligned whether references are heard stretched to the mix's tempo
 * @param corridor what the references leave for the mix
 * @param dismissed the keys of findings that are not to be told again
 */
public record Comparing(
        LevelSettings levels,
        Scope scope,
        Jump jump,
        boolean tempoAligned,
        CorridorSettings corridor,
        List<String> dismissed) {

    private static final int MOST_DISMISSED = 10_000;

    /** Copies the list. */
    public Comparing {
        dismissed = List.copyOf(dismissed);
        if (dismissed.size() > MOST_DISMISSED) {
            throw new IllegalArgumentException("at most " + MOST_DISMISSED + " findings are dismissed");
        }
    }

    /** What is measured. */
    public enum Scope {
        /** The chosen passage of each track; the whole of a track that has none. */
        PASSAGES,
        /** The whole of each track. */
        WHOLE_TRACKS
    }

    /** What stays when another track is heard. */
    public enum Jump {
        /** The moment on the common time axis. */
        TIME,
        /** The bar and beat, counted from the start of the chosen passage. */
        BAR
    }

    /** Passages, at equal loudness, at the same moment. */
    public static final Comparing DEFAULT =
            new Comparing(LevelSettings.DEFAULT, Scope.PASSAGES, Jump.TIME, false, CorridorSettings.DEFAULT, List.of());

    /** The same with other levels. */
    public Comparing withLevels(LevelSettings value) {
        return new Comparing(value, scope, jump, tempoAligned, corridor, dismissed);
    }

    /** The same with something else measured. */
    public Comparing withScope(Scope value) {
        return new Comparing(levels, value, jump, tempoAligned, corridor, dismissed);
    }

    /** The same with something else staying. */
    public Comparing withJump(Jump value) {
        return new Comparing(levels, scope, value, tempoAligned, corridor, dismissed);
    }

    /** The same with references stretched or not. */
    public Comparing withTempoAligned(boolean value) {
        return new Comparing(levels, scope, jump, value, corridor, dismissed);
    }

    /** The same with another corridor. */
    public Comparing withCorridor(CorridorSettings value) {
        return new Comparing(levels, scope, jump, tempoAligned, value, dismissed);
    }

    /** The same with other findings dismissed. */
    public Comparing withDismissed(List<String> value) {
        return new Comparing(levels, scope, jump, tempoAligned, corridor, value);
    }
}
