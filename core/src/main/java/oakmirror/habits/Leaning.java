package oakmirror.habits;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.evidence.FaultPrior;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.NominalBands;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDifference;
import oakmirror.zones.ZoneDifferences;

/**
 * How one bounce, or a master, leans against its references. Everything is judged with the usual caution, whatever the session asks for, so that songs can be held
 * against each other.
 *
 * @param tone mix less references at equal loudness, at the resolution that evidence judges at
 * @param width side over mid by zone
 * @param dynamics crest factor by zone, beyond what all zones have in common
 * @param level loudness and peak to loudness
 */
public record Leaning(Readings tone, Readings width, Readings dynamics, Readings level) {

    private static final FaultPrior USUAL = FaultPrior.ofCaution(FaultPrior.USUAL_CAUTION);
    /** How far loudness and peak to loudness of one reference say little of what others have, in dB². No source. */
    private static final double LEVEL_DB2 = 4;

    private static final double STEP = BandGrid.BANDS_PER_OCTAVE / 3.0;

    /** Checks the shapes. */
    public Leaning {
        tone.check(Aspect.TONE);
        width.check(Aspect.WIDTH);
        dynamics.check(Aspect.DYNAMICS);
        level.check(Aspect.LEVEL);
    }

    /**
     * Of a mix among its references.
     *
     * @return empty where there is nothing to hold against each other
     */
    public static Optional<Leaning> of(List<Subject> subjects, CorridorSettings corridor) {
        Optional<Subject> mix = Subject.mix(subjects).filter(Subject::isHeard);
        List<Subject> references =
                Subject.parts(subjects).stream().filter(Subject::isHeard).toList();
        if (mix.isEmpty() || references.isEmpty()) {
            return Optional.empty();
        }
        List<Subject> heard = new ArrayList<>(List.of(mix.get()));
        heard.addAll(references);
        Evidence evidence = CorrectionSettings.DEFAULT.weigh(Material.of(heard, Optional.empty()));
        ZoneDifferences zones = ZoneDifferences.of(subjects, corridor);
        return Optional.of(new Leaning(
                tone(evidence),
                zones(Aspect.WIDTH, ZoneAspect.WIDTH, zones.width()),
                zones(Aspect.DYNAMICS, ZoneAspect.DYNAMICS, zones.dynamics()),
                level(mix.get(), references)));
    }

    /** How a mix leans in its tone, by the evidence of its gap. */
    public static Readings tone(Evidence evidence) {
        Readings tone = Readings.unknown(Aspect.TONE);
        for (int third = 0; third < NominalBands.COUNT; third++) {
            int band = (int) (third * STEP);
            if (evidence.trust()[band] > 0) {
                tone.set(third, -evidence.judgedDb()[band], evidence.contentDb2(band, USUAL));
            }
        }
        return tone;
    }

    private static Readings zones(Aspect aspect, ZoneAspect of, List<ZoneDifference> differences) {
        Readings readings = Readings.unknown(aspect);
        differences.forEach(
                d -> readings.set(d.zone().ordinal(), d.off(), d.odds().contentVariance(ZoneDifferences.faultDb2(of))));
        return readings;
    }

    private static Readings level(Subject mix, List<Subject> references) {
        Readings level = Readings.unknown(Aspect.LEVEL);
        put(level, Aspect.LOUDNESS, mix, references, s -> s.compared().heardLufs());
        put(level, Aspect.PEAK_TO_LOUDNESS, mix, references, s -> s.compared()
                .heard()
                .peakToLoudness());
        return level;
    }

    private static void put(
            Readings level, int index, Subject mix, List<Subject> references, ToDoubleFunction<Subject> reading) {
        double[] theirs = references.stream()
                .mapToDouble(reading)
                .filter(Double::isFinite)
                .toArray();
        double mean = java.util.Arrays.stream(theirs).average().orElse(Double.NaN);
        level.set(index, reading.applyAsDouble(mix) - mean, LEVEL_DB2 * (1 + 1.0 / Math.max(1, theirs.length)));
    }

    /** Its readings of an aspect. */
    public Readings of(Aspect aspect) {
        return switch (aspect) {
            case TONE -> tone;
            case WIDTH -> width;
            case DYNAMICS -> dynamics;
            case LEVEL -> level;
        };
    }

    /**
     * How the master of it leans.
     *
     * @param curveDb what was done to its tone, for each band of the {@link BandGrid}
     * @param widthDb what was done to the width of zones
     * @param dynamicsDb what was done to their dynamics
     * @param lufs how loud it came out; not a number where that is not known
     * @param plrDb its peak to loudness
     * @param before loudness and peak to loudness of the bounce it was made of
     */
    public Leaning mastered(
            double[] curveDb, double[] widthDb, double[] dynamicsDb, double lufs, double plrDb, double[] before) {
        return new Leaning(
                tone.changed(NominalBands.of(curveDb)),
                width.changed(widthDb),
                dynamics.changed(dynamicsDb),
                level.changed(new double[] {lufs - before[0], plrDb - before[1]}));
    }
}
