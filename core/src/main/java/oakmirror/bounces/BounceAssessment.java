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
import oakmirror.profile.Measurements;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import oakmirror.stereo.Width;
import oakmirror.text.Texts;

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
public record BounceAssessment(
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
    public BounceAssessment {
        outsideDb = Map.copyOf(outsideDb);
    }

    /** How a bounce stands to references; nothing is outside where there are none. */
    public static BounceAssessment of(Measurements bounce, List<Subject> references, CorridorSettings settings) {
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
        return new BounceAssessment(
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

    /** In what this one is closer than another, and in what further; told from a third of a decibel on. */
    public Change since(BounceAssessment earlier) {
        Told closer = new Told(new ArrayList<>(), new ArrayList<>());
        Told further = new Told(new ArrayList<>(), new ArrayList<>());
        for (Zone zone : Zone.values()) {
            side(outsideDb.get(zone) - earlier.outsideDb.get(zone), closer, further)
                    .ifPresent(told -> told.zones().add(zone));
        }
        side(plrOutsideDb - earlier.plrOutsideDb, closer, further)
                .ifPresent(told -> told.figures().add("PLR"));
        side(widthOutsideDb - earlier.widthOutsideDb, closer, further)
                .ifPresent(told -> told.figures().add(Texts.of("standing.width")));
        return new Change(closer.copy(), further.copy());
    }

    private static Optional<Told> side(double change, Told closer, Told further) {
        return change < -TOLD_DB ? Optional.of(closer) : change > TOLD_DB ? Optional.of(further) : Optional.empty();
    }

    /**
     * What is told of a bounce.
     *
     * @param zones zones of its tone
     * @param figures others of its figures, in words: PLR, width
     */
    public record Told(List<Zone> zones, List<String> figures) {

        private Told copy() {
            return new Told(List.copyOf(zones), List.copyOf(figures));
        }

        private boolean isEmpty() {
            return zones.isEmpty() && figures.isEmpty();
        }

        /** Zones by name where they are one or two. */
        private String words() {
            List<String> all = new ArrayList<>(
                    zones.size() > 2
                            ? List.of(Texts.of("standing.zones", zones.size()))
                            : zones.stream().map(Zone::label).toList());
            all.addAll(figures);
            int last = all.size() - 1;
            return last == 0
                    ? all.get(0)
                    : Texts.of("standing.and", String.join(", ", all.subList(0, last)), all.get(last));
        }
    }

    /**
     * What has changed between two bounces.
     *
     * @param closer in what the later one is closer to the references
     * @param further in what it is further from them
     */
    public record Change(Told closer, Told further) {

        /** It in words, as “closer in four zones and PLR since bounce 1, further in Air”. */
        public String words(String since) {
            if (closer.isEmpty() && further.isEmpty()) {
                return Texts.of("standing.neitherCloserNorFurther", since);
            }
            String far = further.isEmpty() ? "" : Texts.of("standing.furtherIn", further.words());
            return closer.isEmpty()
                    ? Texts.of("standing.since", far, since)
                    : Texts.of("standing.closerInSince", closer.words(), since, far.isEmpty() ? "" : ", " + far);
        }
    }
}
