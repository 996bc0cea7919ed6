package oakmirror.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.FractionalOctave;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * Reference less mix in dB for each band of the {@link BandGrid}, both at the mix's loudness: above 0 where the mix lacks, below 0
 * where it has too much. Several references count by the mean of their level-matched decibels, each by its weight; what each of them says alone stays beside it.
 *
 * @param mixDb level of the mix, dB relative to full scale
 * @param referenceDb level of the references at the mix's loudness
 * @param gapDb reference less mix; 0 where not known
 * @param known false where no file has such a frequency (above Nyquist, or above the edge of a lossy reference), or neither has any energy
 * @param each every reference alone, in the order given; empty where nothing is compared
 */
public record Gap(double[] mixDb, double[] referenceDb, double[] gapDb, boolean[] known, List<Each> each) {

    /** A level-matched spectrum below this, in dB relative to full scale for 1/24 octave, is as good as nothing. */
    public static final double NOTHING_DB = -150;

    /**
     * One reference.
     *
     * @param spectrum its spectrum
     * @param loudnessLufs the loudness it is matched by
     * @param weight how much it counts against the others, above 0
     * @param number the number it is called by; 0 for its place among the others
     */
    public record Reference(BandSpectrum spectrum, double loudnessLufs, double weight, int number) {

        /** One that counts as much as any other. */
        public Reference(BandSpectrum spectrum, double loudnessLufs) {
            this(spectrum, loudnessLufs, 1, 0);
        }
    }

    /**
     * What one reference says.
     *
     * @param levelDb its level at the mix’s loudness; NaN where it has nothing to say
     * @param gapDb its level less the mix's; 0 where not known
     * @param known where it and the mix have something to say
     * @param fallDbPerOctave how steeply it falls where it ends before it should, as a lossy file does; empty where it does not
     * @param weight how much it counts against the others
     * @param number the number it is called by; 0 for its place among the others
     */
    public record Each(
            double[] levelDb,
            double[] gapDb,
            boolean[] known,
            OptionalDouble fallDbPerOctave,
            double weight,
            int number) {

        /** One that goes on as far as it should, and counts as much as any other. */
        public Each(double[] levelDb, double[] gapDb, boolean[] known) {
            this(levelDb, gapDb, known, OptionalDouble.empty(), 1, 0);
        }

        /** The same counting elsewhere. */
        public Each withKnown(boolean[] value) {
            return new Each(levelDb, gapDb, value, fallDbPerOctave, weight, number);
        }

        private Each withGap(double[] valueDb) {
            return new Each(levelDb, valueDb, known, fallDbPerOctave, weight, number);
        }
    }

    /** Copies the list. */
    public Gap {
        each = List.copyOf(each);
    }

    /** The gap to one reference alone. */
    public Gap(double[] mixDb, double[] referenceDb, double[] gapDb, boolean[] known) {
        this(mixDb, referenceDb, gapDb, known, List.of(new Each(referenceDb, gapDb, known)));
    }

    /** No difference anywhere, for when there is nothing to compare. */
    public static Gap none() {
        return new Gap(
                new double[BandGrid.SIZE],
                new double[BandGrid.SIZE],
                new double[BandGrid.SIZE],
                new boolean[BandGrid.SIZE],
                List.of());
    }

    /**
     * The gap between the mix and the references among some subjects; none where one of them is missing.
     *
     * @param octaves width of the bands it is read in
     * @param part what of the stereo signal
     */
    public static Gap of(List<Subject> subjects, double octaves, Part part) {
        List<Reference> references = Subject.parts(subjects).stream()
                .filter(Subject::isHeard) // there is no level that anything else could be compared at
                .map(r ->
                        new Reference(r.tone().spectrum().of(part), r.compared().heardLufs(), r.weight(), r.number()))
                .toList();
        return Subject.mix(subjects)
                .map(m -> between(m.tone().spectrum().of(part), m.compared().heardLufs(), references, octaves))
                .orElse(none());
    }

    /** The gap among some subjects as corrections are derived from it: of the stereo signal, as fine as it was measured. */
    public static Gap of(List<Subject> subjects) {
        return of(subjects, 1.0 / BandGrid.BANDS_PER_OCTAVE, Part.STEREO);
    }

    /** The gap between a mix and its references, as fine as it was measured. */
    public static Gap between(BandSpectrum mix, double mixLufs, List<Reference> references) {
        return between(mix, mixLufs, references, 1.0 / BandGrid.BANDS_PER_OCTAVE);
    }

    /** The gap between a mix and its references, read in bands of so many octaves. */
    public static Gap between(BandSpectrum mix, double mixLufs, List<Reference> references, double octaves) {
        if (references.isEmpty()
                || mix.isSilent()
                || references.stream().allMatch(r -> r.spectrum().isSilent())) {
            return none();
        }
        double[] mixDb = FractionalOctave.levelsDb(mix, octaves);
        boolean[] mixSpeaks = new boolean[BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            mixSpeaks[b] = b < mix.usableBands() && mixDb[b] > NOTHING_DB;
        }
        List<Each> each = references.stream()
                .map(r -> each(r, mix, mixLufs, octaves, mixDb, mixSpeaks))
                .toList();
        double[] referenceDb = new double[BandGrid.SIZE];
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double sum = 0;
            double count = 0;
            for (Each e : each) {
                if (!Double.isNaN(e.levelDb()[b])) {
                    sum += e.weight() * e.levelDb()[b];
                    count += e.weight();
                }
            }
            referenceDb[b] = count == 0 ? BandSpectrum.FLOOR_DB : sum / count;
            known[b] = count > 0 && mixSpeaks[b];
            gap[b] = known[b] ? referenceDb[b] - mixDb[b] : 0;
        }
        return new Gap(mixDb, referenceDb, gap, known, each);
    }

    /** One reference, NaN for its level where it has nothing to say. */
    private static Each each(
            Reference reference,
            BandSpectrum mix,
            double mixLufs,
            double octaves,
            double[] mixDb,
            boolean[] mixSpeaks) {
        double[] levels = FractionalOctave.levelsDb(reference.spectrum(), octaves);
        int meant = MatchedTone.meantBands(reference.spectrum());
        int both = Math.min(meant, mix.usableBands());
        double offset = LevelMatch.difference(mixLufs, reference.loudnessLufs())
                + beyondDb(reference.spectrum(), both)
                - beyondDb(mix, both);
        double[] gap = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        for (int b = 0; b < levels.length; b++) {
            levels[b] += offset;
            boolean speaks = b < meant && levels[b] > NOTHING_DB;
            levels[b] = speaks ? levels[b] : Double.NaN;
            known[b] = speaks && mixSpeaks[b];
            gap[b] = known[b] ? levels[b] - mixDb[b] : 0;
        }
        OptionalDouble edge = SpectralEdge.of(reference.spectrum());
        return new Each(
                levels,
                gap,
                known,
                edge.isPresent()
                        ? OptionalDouble.of(SpectralEdge.fallDbPerOctave(reference.spectrum(), edge.getAsDouble()))
                        : edge,
                reference.weight(),
                reference.number());
    }

    /**
     * How much louder a spectrum is with what lies from a band on than without it, in dB. Where one side ends early, because of its rate or a lossy codec, both
     * are matched by the loudness of what both can have: otherwise a copy at a lower rate would differ everywhere from what it was made of.
     */
    private static double beyondDb(BandSpectrum spectrum, int bands) {
        double[] below = spectrum.power().clone();
        Arrays.fill(below, Math.min(bands, below.length), below.length, 0);
        return KWeightedSpectrum.changeLu(below, spectrum.power());
    }

    /** The same counting only where some bands do, of each reference where its own do; its weight among those that still speak stays. */
    public Gap only(List<boolean[]> counts) {
        List<Each> heard = new ArrayList<>();
        double[] reference = referenceDb.clone();
        double[] gap = new double[BandGrid.SIZE];
        boolean[] some = new boolean[BandGrid.SIZE];
        for (int r = 0; r < each.size(); r++) {
            boolean[] k = each.get(r).known().clone();
            for (int b = 0; b < k.length; b++) {
                k[b] &= counts.get(r)[b];
            }
            heard.add(each.get(r).withKnown(k));
        }
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double sum = 0;
            double weight = 0;
            for (Each e : heard) {
                if (e.known()[b]) {
                    sum += e.weight() * e.gapDb()[b];
                    weight += e.weight();
                }
            }
            some[b] = weight > 0;
            gap[b] = some[b] ? sum / weight : 0;
            reference[b] = some[b] ? mixDb[b] + gap[b] : reference[b];
        }
        return new Gap(mixDb, reference, gap, some, heard);
    }

    /** The gap of a mix that is so many dB lower in each band. */
    public Gap withMixLowered(double[] db) {
        double[] lowered = less(mixDb, db, 1);
        List<Each> others =
                each.stream().map(e -> e.withGap(less(e.gapDb(), db, -1))).toList();
        return new Gap(lowered, referenceDb, less(gapDb, db, -1), known, others);
    }

    private static double[] less(double[] a, double[] b, double factor) {
        double[] less = a.clone();
        for (int i = 0; i < less.length; i++) {
            less[i] -= factor * b[i];
        }
        return less;
    }

    /** Whether there is anything to compare. */
    public boolean isKnown() {
        for (boolean k : known) {
            if (k) {
                return true;
            }
        }
        return false;
    }

    /** Gaps are equal when mix and references are. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Gap g && Arrays.equals(gapDb, g.gapDb) && Arrays.equals(mixDb, g.mixDb);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(gapDb);
    }

    @Override
    public String toString() {
        return "Gap" + Arrays.toString(gapDb);
    }
}
