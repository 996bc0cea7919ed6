package oakmirror.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.AppliedCorrection;
import oakmirror.correction.ToneProposal;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.spectrum.Zone;
import oakmirror.zones.DynamicsSolver;
import oakmirror.zones.Shaped;
import oakmirror.zones.SideShape;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDifferences;
import oakmirror.zones.ZoneMoves;

/**
 * What follows for a mix from how it is to be shaped and what was measured.
 *
 * @param tone the correction of its tone
 * @param zones what is proposed about width and dynamics
 * @param sides what is done to its side alone
 */
public record Derived(ToneProposal tone, ZoneMoves zones, SideShape sides) {

    /** Nothing follows. */
    public static final Derived NOTHING = new Derived(ToneProposal.none(), ZoneMoves.NONE, SideShape.NONE);

    /**
     * Derives it.
     *
     * @param subjects mix and references
     * @param applied what the mix has been corrected by already
     * @param sampleRate the rate of the mix, which bands are fitted for
     */
    public static Derived of(
            List<Subject> subjects,
            Optional<AppliedCorrection> applied,
            Shaping shaping,
            CorridorSettings corridor,
            int sampleRate) {
        ToneProposal tone = ToneProposal.derive(subjects, applied, shaping.asked(), sampleRate);
        ZoneMoves zones = ZoneMoves.of(ZoneDifferences.of(subjects, corridor), tone.mix(), shaping.apart());
        return new Derived(tone, zones, zones.sides(tone.mix(), shaping.zones(), sampleRate));
    }

    /** The same of the same evidence, something else decided about its moves. */
    public Derived deciding(Shaping other, int sampleRate) {
        return new Derived(
                tone.deciding(other.asked(), sampleRate), zones, zones.sides(tone.mix(), other.zones(), sampleRate));
    }

    /** All that is done to the mix, with what was found for the dynamics of zones. */
    public Shaped shaped(List<ZoneDynamicsBand> dynamics) {
        return new Shaped(tone, sides, dynamics);
    }

    /**
     * All that is done to the mix; what is taken of the dynamics of zones is found now.
     *
     * @param range what of the mix is compared
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public Shaped shaped(StereoSource mix, FrameRange range, Shaping shaping, Progress progress) {
        List<ZoneDynamicsBand> bands = new ArrayList<>();
        Map<Zone, Double> taken = zones.taken(ZoneAspect.DYNAMICS, shaping.zones());
        int done = 0;
        for (Map.Entry<Zone, Double> e : taken.entrySet()) {
            Progress part = progress.part((double) done / taken.size(), (done + 1.0) / taken.size());
            bands.add(new DynamicsSolver(mix, range, e.getKey(), part.part(0, 0.7))
                    .solve(e.getValue(), part.part(0.7, 1))
                    .band());
            done++;
        }
        return shaped(bands);
    }
}
