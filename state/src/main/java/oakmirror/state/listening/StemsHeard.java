package oakmirror.state.listening;

import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.StereoSource;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;

/** How the mix's stems are heard with it: laid over it by what their levels add, all of it as loud as the mix is without. */
final class StemsHeard {

    private final Workspace workspace;

    StemsHeard(Workspace workspace) {
        this.workspace = workspace;
    }

    /** What the mix is heard from: where its stems are there, something they can be laid over. */
    Optional<StereoSource> mix() {
        return workspace.stems().heard().<StereoSource>map(s -> s).or(() -> workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::audio));
    }

    /** Lays over the mix what the levels they are tried at add to it, or nothing. */
    void lay(boolean asTried) {
        double[] gains = workspace.session().stems().gainsDb();
        float[] more = new float[gains.length];
        for (int i = 0; i < more.length && asTried; i++) {
            more[i] = (float) (Decibels.toAmplitude(gains[i]) - 1);
        }
        workspace.stems().heard().ifPresent(s -> s.setGains(more));
    }

    /** What makes the mix as loud with its stems as tried as it is without. */
    double madeUpDb(boolean asTried) {
        return asTried
                ? workspace
                        .stems()
                        .lastPowers()
                        .map(p -> 0
                                - p.loudnessChangeLu(workspace.session().stems().gainsDb()))
                        .orElse(0.0)
                : 0;
    }
}
