package oakmirror.findings;

import java.util.Optional;
import oakmirror.measure.TrackMeasurement;

/**
 * A track that findings are about.
 *
 * @param number 0 for the mix, otherwise the reference's number
 * @param name what it is called
 * @param compared what was measured of the part that is compared
 * @param whole what was measured of the whole file
 * @param bpm its tempo, where it is known
 */
public record Subject(
        int number, String name, TrackMeasurement compared, TrackMeasurement whole, Optional<Double> bpm) {

    /** How it is called in a sentence. */
    String label() {
        return number == 0 ? "the mix" : "reference " + number;
    }

    /** Whether anything is heard of it, so that it can be compared. */
    public boolean isHeard() {
        return Double.isFinite(compared.heardLufs());
    }

    /** Whether only a part of it is compared. */
    boolean isPassage() {
        return compared.seconds() < whole.seconds() - 0.5;
    }
}
