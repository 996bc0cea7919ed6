package oakmirror.spectrum;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import oakmirror.text.Texts;

/**
 * The key a stretch of music seems to be in: the one of 24 whose profile of notes is most like its own (D. Temperley, "What's Key for
 * Key?", Music Perception 17, 1999; profiles from memory). A guess that is said only where it stands out.
 *
 * @param tonic its first note, C being 0
 * @param major or minor
 */
public record Key(int tonic, boolean major) {

    private static final double[] MAJOR = {5, 2, 3.5, 2, 4.5, 4, 2, 4.5, 2, 3.5, 1.5, 4};
    private static final double[] MINOR = {5, 2, 3.5, 4.5, 2, 4, 2, 4.5, 3.5, 2, 1.5, 4};
    private static final Set<Integer> MAJOR_SCALE = Set.of(0, 2, 4, 5, 7, 9, 11);
    private static final Set<Integer> MINOR_SCALES = Set.of(0, 2, 3, 5, 7, 8, 9, 10, 11);
    private static final String[] NAMES = {"C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"};

    /** Any two scales of seven notes share two of them. */
    private static final int MOST_FOREIGN = 5;

    /**
     * How alike the notes of a stretch of music are to those of a key.
     *
     * @param key which
     * @param likeness correlation of its notes with the key's profile, up to 1; not a number where it was not kept
     */
    public record Likeness(Key key, double likeness) {}

    /** How many keys are kept as the likeliest. */
    public static final int LIKELIEST = 3;

    /** A correlation below this is no key. Ours. */
    private static final double LEAST_LIKENESS = 0.55;

    /** And one that leads the next by less does not stand out. Ours; bench/follow. */
    private static final double LEAST_LEAD = 0.01;

    /** The keys that a profile of notes is most like, the likeliest first; none for silence. */
    static List<Likeness> likeliest(double[] chroma) {
        List<Likeness> all = new ArrayList<>();
        for (int tonic = 0; tonic < Chroma.NOTES; tonic++) {
            for (boolean major : new boolean[] {true, false}) {
                all.add(new Likeness(new Key(tonic, major), correlation(chroma, major ? MAJOR : MINOR, tonic)));
            }
        }
        all.removeIf(l -> l.likeness() <= 0);
        all.sort(Comparator.comparingDouble(Likeness::likeness).reversed());
        return List.copyOf(all.subList(0, Math.min(LIKELIEST, all.size())));
    }

    /** The key among the likeliest, if one stands out. */
    public static Optional<Key> of(List<Likeness> likeliest) {
        if (likeliest.isEmpty()) {
            return Optional.empty();
        }
        Likeness first = likeliest.get(0);
        if (Double.isNaN(first.likeness())) {
            return Optional.of(first.key()); // it stood out when it was kept
        }
        double next = likeliest.size() > 1 ? likeliest.get(1).likeness() : 0;
        return first.likeness() > LEAST_LIKENESS && first.likeness() - next > LEAST_LEAD
                ? Optional.of(first.key())
                : Optional.empty();
    }

    private static double correlation(double[] chroma, double[] profile, int tonic) {
        double meanChroma = mean(chroma);
        double meanProfile = mean(profile);
        double xy = 0;
        double xx = 0;
        double yy = 0;
        for (int n = 0; n < Chroma.NOTES; n++) {
            double x = chroma[(n + tonic) % Chroma.NOTES] - meanChroma;
            double y = profile[n] - meanProfile;
            xy += x * y;
            xx += x * x;
            yy += y * y;
        }
        return xx > 0 ? xy / Math.sqrt(xx * yy) : 0;
    }

    private static double mean(double[] values) {
        double sum = 0;
        for (double v : values) {
            sum += v;
        }
        return sum / values.length;
    }

    /** Its name on screen, as D major. */
    public String label() {
        String notes = Texts.of(major ? "spectrum.notesOfMajor" : "spectrum.notesOfMinor");
        return Texts.of(major ? "spectrum.major" : "spectrum.minor", notes.split(" ")[tonic]);
    }

    /** Its name in files, which no language changes. */
    public String written() {
        return NAMES[tonic] + (major ? " major" : " minor");
    }

    /** The key that has a name in files. */
    public static Optional<Key> read(String written) {
        return IntStream.range(0, 2 * Chroma.NOTES)
                .mapToObj(i -> new Key(i / 2, i % 2 == 0))
                .filter(k -> k.written().equals(written))
                .findFirst();
    }

    /** Whether the note nearest to a frequency is in its scale; of the minor scales, the natural, the harmonic or the melodic. */
    public boolean has(double hz) {
        int steps = Math.floorMod((int) Math.round(Chroma.noteOf(hz)) - tonic, Chroma.NOTES);
        return (major ? MAJOR_SCALE : MINOR_SCALES).contains(steps);
    }

    /**
     * How many of the seven notes of its scale are not in the other's: 0 for relatives, 5 at the most. Minor may be natural or dorian, which is told as minor,
     * too; the nearer counts.
     */
    public int foreignNotes(Key other) {
        int fewest = MOST_FOREIGN;
        for (int own : signatures()) {
            for (int theirs : other.signatures()) {
                int steps = Math.floorMod(7 * (theirs - own), Chroma.NOTES);
                // One for each step around the circle of fifths; keys a tritone apart share two notes as those a step
                // nearer do.
                fewest = Math.min(fewest, Math.min(steps, Chroma.NOTES - steps));
            }
        }
        return fewest;
    }

    /** The tonics of the major keys with the same notes. */
    private int[] signatures() {
        return major ? new int[] {tonic} : new int[] {(tonic + 3) % Chroma.NOTES, (tonic + 10) % Chroma.NOTES};
    }
}
