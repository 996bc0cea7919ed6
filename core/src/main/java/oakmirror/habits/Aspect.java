package oakmirror.habits;

import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.Zone;

/** What of a song a habit can be about. */
public enum Aspect {
    /** Tone, in thirds of an octave. */
    TONE(NominalBands.COUNT, 1, 40),
    /** Side over mid, by zone. */
    WIDTH(Zone.values().length, 2, 100),
    /** Crest factor, by zone. */
    DYNAMICS(Zone.values().length, 1, 40),
    /** Integrated loudness, peak to loudness. */
    LEVEL(2, 2, 100);

    /** Where loudness stands among the readings of {@link #LEVEL}. */
    public static final int LOUDNESS = 0;

    /** Where peak to loudness stands among them. */
    public static final int PEAK_TO_LOUDNESS = 1;

    private final int size;
    private final double scaleDb;
    private final double mostDb;

    Aspect(int size, double scaleDb, double mostDb) {
        this.size = size;
        this.scaleDb = scaleDb;
        this.mostDb = mostDb;
    }

    /** How many readings it has. */
    public int size() {
        return size;
    }

    /** How large habits of it are against those of tone. */
    double scaleDb() {
        return scaleDb;
    }

    /** No reading is further off than this. */
    double mostDb() {
        return mostDb;
    }

    /**
     * The readings that speak for all of it and are taken for independent of each other: of tone those 1 ½ octaves apart, which is how finely it is judged, of width
     * and dynamics every zone.
     */
    int[] nodes() {
        return switch (this) {
            case TONE -> new int[] {3, 7, 12, 16, 21, 25, 28}; // 40, 100, 315, 800, 2500, 6300, 12500 Hz
            case LEVEL -> new int[] {LOUDNESS, PEAK_TO_LOUDNESS};
            default -> new int[] {0, 1, 2, 3, 4, 5, 6};
        };
    }
}
