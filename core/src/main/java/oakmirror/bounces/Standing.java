package oakmirror.bounces;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.MatchedTone;
import oakmirror.compare.Span;
import oakmirror.compare.Subject;
import oakmirror.profile.Figures;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;

/**
 * How a bounce stands to the references there are now: for each zone the mean of how far its tone lies outside the corridor, read in thirds of an octave at
 * equal loudness, and loudness, peak to loudness and width beside theirs.
 *
 * @param outsideDb distance outside the corridor in each zone, 0 or more; NaN where it is not known, as above the end of a file of low rate
 * @param lufs integrated loudness
 * @param plrDb peak to loudness ratio
 * @param plrOutsideDb how far that lies outside what the references have
 * @param widthDb side over mid
 * @param widthOutsideDb how far that lies outside what the references have
 */
public record Standing(
        Map<Zone, Double> outsideDb,
        double lufs,
        double plrDb,
        double plrOutsideDb,
        double widthDb,
        double widthOutsideDb) {

    private static final double THIRD = 1.0 / 3;
    private static final double TOLERANCE_DB = 1;
    /** What is told as closer or further. */
    private static final double TOLD_DB = 0.3;

    /** Copies the map. */
    public Standing {
        outsideDb = Map.copyOf(outsideDb);
    }

    /** How a bounce stands to references; nothing is outside where there are none. */
    public static Standing of(Figures bounce, List<Subject> references, CorridorSettings settings) {
        Subject mix = new Subject(0, "", bounce.compared(), bounce.wholeFile(), bounce.bpm());
        List<Subject> all = new ArrayList<>(List.of(mix));
        all.addAll(references);
        Comparison c = Comparison.of(all, settings, THIRD, Part.STEREO);
        double[] levels = c.mix().orElseThrow().levelsDb();
        boolean[] meant = new boolean[levels.length];
        Arrays.fill(meant, 0, MatchedTone.meantBands(mix.compared().spectrum()), true);
        Map<Zone, Double> outside = new EnumMap<>(Zone.class);
        for (Zone zone : Zone.values()) {
            double[] each = new double[levels.length];
            for (int b = 0; b < each.length; b++) {
                each[b] = Math.abs(c.corridor().at(b).outside(levels[b]));
            }
            outside.put(zone, references.isEmpty() ? Double.NaN : zone.mean(each, meant));
        }
        Span plr = c.span(m -> m.measured().heard().peakToLoudness(), TOLERANCE_DB);
        Span width = c.span(m -> width(m.subject()), TOLERANCE_DB);
        return new Standing(
                outside,
                bounce.lufs(),
                bounce.peakToLoudness(),
                outside(plr, bounce.peakToLoudness()),
                bounce.widthDb(),
                outside(width, bounce.widthDb()));
    }

    private static double width(Subject subject) {
        return Width.of(subject.tone().spectrum(), BandGrid.lowerEdgeHz(0), BandGrid.lowerEdgeHz(BandGrid.SIZE))
                .sideToMidDb();
    }

    private static double outside(Span span, double value) {
        return span.isKnown() ? Math.abs(span.outside(value)) : Double.NaN;
    }

    /** In which zones this one is closer than another, and in which further; told from a third of a decibel on. */
    public Change since(Standing earlier) {
        List<Zone> closer = new ArrayList<>();
        List<Zone> further = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            double change = outsideDb.get(zone) - earlier.outsideDb.get(zone);
            if (change < -TOLD_DB) {
                closer.add(zone);
            } else if (change > TOLD_DB) {
                further.add(zone);
            }
        }
        return new Change(closer, further);
    }

    /**
     * What has changed between two bounces.
     *
     * @param closer zones in which the later one is closer to the corridor
     * @param further zones in which it is further from it
     */
    public record Change(List<Zone> closer, List<Zone> further) {

        /** Copies the lists. */
        public Change {
            closer = List.copyOf(closer);
            further = List.copyOf(further);
        }

        /** It in words, as “closer in four zones since bounce 1, further in Air”. */
        public String words(String since) {
            if (closer.isEmpty() && further.isEmpty()) {
                return "neither closer nor further since " + since;
            }
            String near = told(closer).map(t -> "closer in " + t).orElse("");
            String far = told(further).map(t -> "further in " + t).orElse("");
            return near.isEmpty()
                    ? far + " since " + since
                    : near + " since " + since + (far.isEmpty() ? "" : ", " + far);
        }

        private static Optional<String> told(List<Zone> zones) {
            String[] counts = {
                "", "one zone", "two zones", "three zones", "four zones", "five zones", "six zones", "all zones"
            };
            return switch (zones.size()) {
                case 0 -> Optional.empty();
                case 1 -> Optional.of(zones.get(0).label());
                case 2 ->
                    Optional.of(zones.get(0).label() + " and " + zones.get(1).label());
                default -> Optional.of(counts[zones.size()]);
            };
        }
    }
}
