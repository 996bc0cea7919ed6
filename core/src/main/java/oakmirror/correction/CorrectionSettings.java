package oakmirror.correction;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import oakmirror.compare.Gap;
import oakmirror.evidence.Evidence;
import oakmirror.evidence.FaultPrior;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Valid;

/**
 * How a gap becomes a correction.
 *
 * @param basis what is followed
 * @param caution how much evidence is asked for, from 0 (bold) to 1 (careful); not for an exact one
 * @param strength how much of what is followed is applied, 0 to 1
 * @param resolutionOctaves of an exact one: width of the smoothing kernel at half its height, 1/12 to 1 octave
 * @param mostBoostDb no rise gets higher than this, above 0
 * @param mostCutDb no dip gets deeper than this, above 0
 * @param lowHz below this the gap does not count: a dip holds on down to 0 Hz, a rise fades to nothing at 20 Hz
 * @param highHz above this the gap does not count: the correction holds on
 * @param released guards that are let go
 * @param tempered how much of what is proposed is taken where nothing is decided about it; empty for all of it
 */
public record CorrectionSettings(
        Basis basis,
        double caution,
        double strength,
        double resolutionOctaves,
        double mostBoostDb,
        double mostCutDb,
        double lowHz,
        double highHz,
        Set<GuardKind> released,
        Optional<Tempering> tempered) {

    /** What is followed. */
    public enum Basis {
        /** What of the gap the evidence supports. */
        EVIDENCE,
        /** The gap as it is, for two versions of one recording. */
        EXACT
    }

    /** Finest resolution in octaves. */
    public static final double FINEST_OCTAVES = 1.0 / 12;

    /** Broadest resolution in octaves. */
    public static final double BROADEST_OCTAVES = 1;

    /** All that the evidence supports, ±9 dB, 30 Hz to 16 kHz (limits and range: no source). */
    public static final CorrectionSettings DEFAULT = new CorrectionSettings(
            Basis.EVIDENCE, FaultPrior.USUAL_CAUTION, 1, FINEST_OCTAVES, 9, 9, 30, 16000, Set.of(), Optional.empty());

    /** Checks the ranges and copies the set. */
    public CorrectionSettings {
        released = Set.copyOf(released);
        Valid.require(caution >= 0 && caution <= 1, "invalid.caution");
        Valid.require(strength >= 0 && strength <= 1, "invalid.strength");
        Valid.require(
                resolutionOctaves >= FINEST_OCTAVES - 1e-9 && resolutionOctaves <= BROADEST_OCTAVES + 1e-9,
                "invalid.resolution");
        Valid.require(mostBoostDb > 0 && mostBoostDb <= 24, "invalid.boost");
        Valid.require(mostCutDb > 0 && mostCutDb <= 24, "invalid.cut");
        Valid.require(lowHz >= 10 && highHz > lowHz && highHz <= 200_000, "invalid.correctionRange");
    }

    /** Whether a frequency lies in the range. */
    public boolean covers(double hz) {
        return hz >= lowHz && hz <= highHz;
    }

    /** The bands of the {@link BandGrid} in the range. */
    boolean[] range() {
        boolean[] range = new boolean[BandGrid.SIZE];
        for (int b = 0; b < range.length; b++) {
            range[b] = covers(BandGrid.centreHz(b));
        }
        return range;
    }

    /** Weighs a gap as these settings ask for; that of a mix that has been corrected before by evidence as it was then. */
    public Evidence weigh(Material material) {
        return weigh(material, e -> e);
    }

    /** The same with what places worth a listen add to it, by caution: what a correction is proposed from. */
    Evidence emboldened(Material material) {
        return weigh(material, e -> Emboldening.of(e, caution));
    }

    private Evidence weigh(Material material, UnaryOperator<Evidence> more) {
        Gap gap = material.gap();
        if (basis == Basis.EXACT) {
            return Evidence.unweighed(gap);
        }
        Gap now = holds(GuardKind.PRESENCE) ? new Presence(gap, this).comparable() : gap;
        FaultPrior prior = FaultPrior.ofCaution(caution);
        double short2 = holds(GuardKind.SHORT_PASSAGE) ? new ShortPassages(material, this).varianceDb2() : 0;
        return material.applied()
                .map(a -> more.apply(Evidence.weigh(now.withMixLowered(a.matchedDb()), prior, range(), short2))
                        .after(now, a.curveDb()))
                .orElseGet(() -> more.apply(Evidence.weigh(now, prior, range(), short2)));
    }

    /** The same where a tone is wanted: what is wanted is followed as it is. */
    public CorrectionSettings towards(Optional<WantedTone> wanted) {
        return wanted.isPresent() ? withBasis(Basis.EXACT) : this;
    }

    /** The same following something else. */
    public CorrectionSettings withBasis(Basis value) {
        return new CorrectionSettings(
                value, caution, strength, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz, released, tempered);
    }

    /** The same with another caution. */
    public CorrectionSettings withCaution(double value) {
        return new CorrectionSettings(
                basis, value, strength, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz, released, tempered);
    }

    /** The same with another strength. */
    public CorrectionSettings withStrength(double value) {
        return new CorrectionSettings(
                basis, caution, value, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz, released, tempered);
    }

    /** The same with another resolution. */
    public CorrectionSettings withResolution(double octaves) {
        return new CorrectionSettings(
                basis, caution, strength, octaves, mostBoostDb, mostCutDb, lowHz, highHz, released, tempered);
    }

    /** The same with other limits. */
    public CorrectionSettings withLimits(double boostDb, double cutDb) {
        return new CorrectionSettings(
                basis, caution, strength, resolutionOctaves, boostDb, cutDb, lowHz, highHz, released, tempered);
    }

    /** The same with moves taken as somebody usually does, or as proposed. */
    public CorrectionSettings withTempered(Optional<Tempering> value) {
        return new CorrectionSettings(
                basis, caution, strength, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz, released, value);
    }

    /** The same with a guard let go, or holding again. */
    public CorrectionSettings withReleased(GuardKind guard, boolean value) {
        Set<GuardKind> next = EnumSet.noneOf(GuardKind.class);
        next.addAll(released);
        if (value) {
            next.add(guard);
        } else {
            next.remove(guard);
        }
        return new CorrectionSettings(
                basis, caution, strength, resolutionOctaves, mostBoostDb, mostCutDb, lowHz, highHz, next, tempered);
    }

    /** Whether a guard holds: those that can be let go do nothing in an exact correction. */
    boolean holds(GuardKind guard) {
        return basis == Basis.EVIDENCE && !released.contains(guard);
    }
}
