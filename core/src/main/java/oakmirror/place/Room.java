package oakmirror.place;

import java.util.List;

/**
 * A room like a box, with one loudspeaker or two and somebody who listens.
 *
 * @param sizeM its length (from front to back), width and height in metres
 * @param speakersM where each loudspeaker stands: from the front, from the left, above the floor; one plays the left side
 * @param listenerM where the listener's head is, in the same way
 * @param directivity how many times as much a loudspeaker sends forward as it would if it sent alike all around
 * @param reverberationSeconds reverberation time (60 dB) in eight octaves, from 63 Hz to 8 kHz
 */
public record Room(
        List<Double> sizeM,
        List<List<Double>> speakersM,
        List<Double> listenerM,
        double directivity,
        List<Double> reverberationSeconds) {

    /** Octaves there is a reverberation time for. */
    static final int OCTAVES = 8;

    /** Middle of the lowest of them in Hz. */
    static final double LOWEST_OCTAVE_HZ = 62.5;

    /** The longest reverberation that a place may have. */
    static final double LONGEST_SECONDS = 1.5;

    private static final double SHORTEST_SECONDS = 0.03;
    private static final double SMALLEST_M = 0.5;
    private static final double LARGEST_M = 60;
    private static final double MOST_DIRECTIVITY = 30;

    /** Checks that all of it can be, and that all stand inside. */
    public Room {
        sizeM = Bounds.list("sizeM", sizeM, 3, SMALLEST_M, LARGEST_M);
        listenerM = inside("listenerM", listenerM, sizeM);
        if (speakersM == null || speakersM.isEmpty() || speakersM.size() > 2) {
            throw new IllegalArgumentException(oakmirror.text.Texts.of("invalid.placeFigures", "speakersM", 2));
        }
        List<Double> size = sizeM;
        speakersM = speakersM.stream().map(s -> inside("speakersM", s, size)).toList();
        Bounds.check("directivity", directivity, 1, MOST_DIRECTIVITY);
        reverberationSeconds =
                Bounds.list("reverberationSeconds", reverberationSeconds, OCTAVES, SHORTEST_SECONDS, LONGEST_SECONDS);
    }

    private static List<Double> inside(String field, List<Double> place, List<Double> size) {
        List<Double> all = Bounds.list(field, place, 3, 0, LARGEST_M);
        for (int i = 0; i < 3; i++) {
            Bounds.check(field, all.get(i), 0, size.get(i));
        }
        return all;
    }

    /** In cubic metres. */
    double volume() {
        return sizeM.get(0) * sizeM.get(1) * sizeM.get(2);
    }

    /** Of all six walls, in square metres. */
    double surface() {
        double l = sizeM.get(0);
        double w = sizeM.get(1);
        double h = sizeM.get(2);
        return 2 * (l * w + l * h + w * h);
    }

    /** Reverberation time at a frequency: straight between the octaves' middles over log frequency, outside them as at the nearest. */
    double reverberationAt(double hz) {
        double at = Math.log(Math.max(hz, 1) / LOWEST_OCTAVE_HZ) / Math.log(2);
        double bounded = Math.max(0, Math.min(OCTAVES - 1, at));
        int below = (int) Math.min(OCTAVES - 2, Math.floor(bounded));
        double part = bounded - below;
        return reverberationSeconds.get(below) * (1 - part) + reverberationSeconds.get(below + 1) * part;
    }
}
