package oakmirror.state.workspace;

import oakmirror.compare.Subject;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;

/**
 * A profile that the mix stands against instead of its references for the time being.
 *
 * @param subject it as a reference of its own
 * @param slot it as a track, of which nothing can be heard
 */
public record Trial(Subject subject, TrackSlot slot) {

    /** The trial of a profile. */
    static Trial of(Profile profile) {
        Measurements m = profile.figures();
        return new Trial(new Subject(1, profile.name(), m.compared(), m.wholeFile(), m.bpm()), TrackSlot.of(profile));
    }
}
