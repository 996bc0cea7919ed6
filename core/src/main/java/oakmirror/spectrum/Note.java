package oakmirror.spectrum;

/**
 * The equal-tempered note nearest to a frequency, A4 = 440 Hz (ISO 16).
 *
 * @param name letter, accidental and octave, as C♯4
 * @param cents how far the frequency lies above (+) or below (−) it, −50 to +50
 */
public record Note(String name, int cents) {

    private static final String[] NAMES = {"C", "C♯", "D", "D♯", "E", "F", "F♯", "G", "G♯", "A", "A♯", "B"};
    private static final int A4 = 69;

    /** The note nearest to a frequency. */
    public static Note nearest(double hz) {
        double exact = A4 + 12 * Math.log(hz / 440) / Math.log(2);
        int key = (int) Math.round(exact);
        return new Note(
                NAMES[Math.floorMod(key, 12)] + (Math.floorDiv(key, 12) - 1), (int) Math.round(100 * (exact - key)));
    }
}
