package oakmirror.place;

import java.util.List;

/**
 * What is heard beside the music: steady, alike on both sides and not the same on them.
 *
 * @param belowLu by how much its loudness lies below that of the programme, in LU
 * @param octavesDb its level in each of ten octaves, from 31.5 Hz to 16 kHz, one against another
 */
public record Noise(double belowLu, List<Double> octavesDb) {

    /** Middle of the lowest octave in Hz. */
    static final double LOWEST_OCTAVE_HZ = 31.5;

    private static final int OCTAVES = 10;
    private static final double MOST_DB = 80;
    private static final double LOUDEST_DB = 120;
    private static final double LEAST_BELOW = -10;

    /** Checks the figures. */
    public Noise {
        Bounds.check("belowLu", belowLu, LEAST_BELOW, MOST_DB);
        octavesDb = Bounds.list("octavesDb", octavesDb, OCTAVES, -LOUDEST_DB, LOUDEST_DB);
    }

    /** Its power for each Hz at a frequency, in dB against an unknown: the octaves' levels over their widths, straight between their middles over log frequency. */
    public double densityDb(double hz) {
        double at = Math.log(Math.max(hz, 1) / LOWEST_OCTAVE_HZ) / Math.log(2);
        int below = (int) Math.max(0, Math.min(OCTAVES - 2, Math.floor(at)));
        double part = Math.max(-1, Math.min(2, at - below));
        double level = octavesDb.get(below) * (1 - part) + octavesDb.get(below + 1) * part;
        return level - 10 * Math.log10(Math.max(hz, 1));
    }
}
