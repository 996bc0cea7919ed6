package oakmirror.profile;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.spectrum.BandGrid;
import oakmirror.text.Texts;

/**
 * How like another track each of many is.
 *
 * <p>By tone the distance is the RMS of the gap at the resolution that corrections judge it at, over 40 Hz to 14 kHz at equal loudness. What of it is
 * supported, which a correction towards that one would close, is told beside it and does not order them: of other music little is supported, however
 * far away it is.
 *
 * <p>All are first judged from their sketches' smoothed curves; the nearest of them are then weighed in full.
 */
public final class Similarity {

    /** What two tracks are held against each other by. */
    public enum By {
        /** Tone, dynamics, width and tempo together; not loudness, which a master differs from a mix in by its nature. */
        ALL("profiles.allItSoundsLike"),
        /** Spectral balance at equal loudness. */
        TONE("profiles.tone"),
        /** Integrated loudness. */
        LOUDNESS("profiles.loudness"),
        /** Peak to loudness ratio. */
        DYNAMICS("profiles.dynamics"),
        /** Side over mid. */
        WIDTH("profiles.width"),
        /** Beats a minute, half and double counting as the same. */
        TEMPO("profiles.tempo");

        private final String label;

        By(String label) {
            this.label = label;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }
    }

    /**
     * How far one of them is away.
     *
     * @param index which, in the list that was given
     * @param distance in dB for tone, dynamics and width, LU for loudness, parts of an octave for tempo; of all together without a unit, 1 where each is
     *     as far away as fitting references are
     * @param gapDb RMS of the gap to it in dB
     * @param supportedDb RMS of what of it the evidence supports; NaN where it was not weighed
     */
    public record Near(int index, double distance, double gapDb, double supportedDb) {}

    /** Gap in dB RMS: as judged, and what of it is supported. */
    public record ToneGap(double judgedDb, double supportedDb) {}

    private static final double LOWEST_HZ = 40;
    private static final double HIGHEST_HZ = 14000;
    /** So many more than are wanted are weighed in full: hardly one further down would come up among them. */
    private static final int WEIGHED_MORE = 5;

    /** Fitting references differ by so much (ours). */
    private static final double TONE_DB = 2;

    private static final double DYNAMICS_DB = 2;
    private static final double WIDTH_DB = 3;
    private static final double TEMPO_OCTAVES = 0.1;

    private static final int BROAD_FROM =
            (BandGrid.bandOf(LOWEST_HZ) + Descriptor.BROAD_STEP - 1) / Descriptor.BROAD_STEP;
    private static final int BROAD_TO = BandGrid.bandOf(HIGHEST_HZ) / Descriptor.BROAD_STEP;

    private Similarity() {}

    /**
     * All of many, the nearest first.
     *
     * @param to what they are held against
     * @param all the many
     * @param count how many of the nearest are to be told apart in full
     */
    public static List<Near> nearest(Descriptor to, List<Descriptor> all, By by, int count) {
        List<Near> order = new ArrayList<>(all.size());
        for (int i = 0; i < all.size(); i++) {
            double gapDb = roughToneDb(to, all.get(i));
            order.add(new Near(i, distance(to, all.get(i), by, gapDb), gapDb, Double.NaN));
        }
        order.sort(Comparator.comparingDouble(Near::distance));
        int weighed = by == By.TONE || by == By.ALL ? Math.min(order.size(), count + WEIGHED_MORE) : 0;
        List<Near> first = order.subList(0, weighed);
        first.replaceAll(near -> weighed(to, all.get(near.index()), near, by));
        first.sort(Comparator.comparingDouble(Near::distance));
        return order;
    }

    private static Near weighed(Descriptor to, Descriptor one, Near rough, By by) {
        ToneGap gap = toneGap(to, one);
        return new Near(rough.index(), distance(to, one, by, gap.judgedDb()), gap.judgedDb(), gap.supportedDb());
    }

    /** How far away one is by tone, weighed in full; NaN where there is nothing to compare. */
    public static ToneGap toneGap(Descriptor mix, Descriptor other) {
        Gap gap = Gap.between(mix.spectrum(), 0, List.of(new Gap.Reference(other.spectrum(), 0)));
        if (!gap.isKnown()) {
            return new ToneGap(Double.NaN, Double.NaN);
        }
        Evidence evidence = CorrectionSettings.DEFAULT.weigh(Material.of(gap));
        double judged = 0;
        double supported = 0;
        int known = 0;
        for (int b = BandGrid.bandOf(LOWEST_HZ); b <= BandGrid.bandOf(HIGHEST_HZ); b++) {
            if (evidence.trust()[b] > 0) {
                judged += square(evidence.judgedDb()[b]);
                supported += square(evidence.supportedDb()[b]);
                known++;
            }
        }
        return known == 0
                ? new ToneGap(Double.NaN, Double.NaN)
                : new ToneGap(Math.sqrt(judged / known), Math.sqrt(supported / known));
    }

    private static double square(double x) {
        return x * x;
    }

    /** The same from the sketches' smoothed curves. */
    private static double roughToneDb(Descriptor mix, Descriptor other) {
        double squares = 0;
        int known = 0;
        for (int i = BROAD_FROM; i <= BROAD_TO; i++) {
            if (mix.broad()[i] != Descriptor.NOTHING && other.broad()[i] != Descriptor.NOTHING) {
                squares += square((mix.broad()[i] - other.broad()[i]) / 100.0);
                known++;
            }
        }
        return known == 0 ? Double.POSITIVE_INFINITY : Math.sqrt(squares / known);
    }

    private static double distance(Descriptor to, Descriptor other, By by, double toneDb) {
        double dynamics = Math.abs(to.peakToLoudnessDb() - other.peakToLoudnessDb());
        double width = Math.abs(Math.max(-30, to.widthDb()) - Math.max(-30, other.widthDb()));
        double tempo = tempoOctaves(to.bpm(), other.bpm());
        double distance =
                switch (by) {
                    case TONE -> toneDb;
                    case LOUDNESS -> Math.abs(to.lufs() - other.lufs());
                    case DYNAMICS -> dynamics;
                    case WIDTH -> width;
                    case TEMPO -> tempo;
                    case ALL -> all(toneDb, dynamics, width, tempo);
                };
        return Double.isNaN(distance) ? Double.POSITIVE_INFINITY : distance;
    }

    private static double all(double toneDb, double dynamics, double width, double tempo) {
        double known = Double.isNaN(tempo) ? 0 : square(Math.min(tempo / TEMPO_OCTAVES, 3));
        double sum = square(toneDb / TONE_DB) + square(dynamics / DYNAMICS_DB) + square(width / WIDTH_DB) + known;
        return Math.sqrt(sum / (Double.isNaN(tempo) ? 3 : 4));
    }

    /** From one tempo to the other in octaves, whole octaves not counting: 0 to ½. */
    private static double tempoOctaves(double bpm, double other) {
        double octaves = Math.log(bpm / other) / Math.log(2);
        return Math.abs(octaves - Math.rint(octaves));
    }
}
