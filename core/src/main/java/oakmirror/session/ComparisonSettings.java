package oakmirror.session;

import java.util.List;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Jump;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.text.Texts;

/**
 * How tracks are compared.
 *
 * @param levels how their levels are matched
 * @param scope what of each is measured
 * @param jump what stays when another track is heard
 * @param tempoAligned whether references are heard stretched to the mix's tempo
 * @param corridor what the references leave for the mix
 * @param dismissed the keys of findings that are not to be told again
 * @param left places worth a listen that were left as they are
 */
public record ComparisonSettings(
        LevelSettings levels,
        Scope scope,
        Jump jump,
        boolean tempoAligned,
        CorridorSettings corridor,
        List<String> dismissed,
        List<LeftPlace> left) {

    private static final int MOST_DISMISSED = 10_000;

    /** Copies the list. */
    public ComparisonSettings {
        dismissed = List.copyOf(dismissed);
        left = List.copyOf(left);
        if (left.size() > MOST_DISMISSED) {
            throw new IllegalArgumentException(Texts.of("invalid.places", MOST_DISMISSED));
        }
        if (dismissed.size() > MOST_DISMISSED) {
            throw new IllegalArgumentException(Texts.of("invalid.dismissed", MOST_DISMISSED));
        }
    }

    /** What is measured. */
    public enum Scope {
        /** The chosen passage of each track; the whole of a track that has none. */
        PASSAGES,
        /** The whole of each track. */
        WHOLE_TRACKS
    }

    /** Passages, at equal loudness, at the same moment. */
    public static final ComparisonSettings DEFAULT = new ComparisonSettings(
            LevelSettings.DEFAULT, Scope.PASSAGES, Jump.TIME, false, CorridorSettings.DEFAULT, List.of(), List.of());

    /** The same with other levels. */
    public ComparisonSettings withLevels(LevelSettings value) {
        return new ComparisonSettings(value, scope, jump, tempoAligned, corridor, dismissed, left);
    }

    /** The same with something else measured. */
    public ComparisonSettings withScope(Scope value) {
        return new ComparisonSettings(levels, value, jump, tempoAligned, corridor, dismissed, left);
    }

    /** The same with something else staying. */
    public ComparisonSettings withJump(Jump value) {
        return new ComparisonSettings(levels, scope, value, tempoAligned, corridor, dismissed, left);
    }

    /** The same with references stretched or not. */
    public ComparisonSettings withTempoAligned(boolean value) {
        return new ComparisonSettings(levels, scope, jump, value, corridor, dismissed, left);
    }

    /** The same with another corridor. */
    public ComparisonSettings withCorridor(CorridorSettings value) {
        return new ComparisonSettings(levels, scope, jump, tempoAligned, value, dismissed, left);
    }

    /** The same with other findings dismissed. */
    public ComparisonSettings withDismissed(List<String> value) {
        return new ComparisonSettings(levels, scope, jump, tempoAligned, corridor, value, left);
    }

    /** The same with other places left as they are. */
    public ComparisonSettings withLeft(List<LeftPlace> value) {
        return new ComparisonSettings(levels, scope, jump, tempoAligned, corridor, dismissed, value);
    }
}
