package oakmirror.compare;

import java.util.List;
import java.util.Optional;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.Tone;

/**
 * A track that is compared: who it is, and what was measured of it.
 *
 * @param number 0 for the mix, otherwise the reference's number
 * @param name what it is called
 * @param compared what was measured of the part that is compared
 * @param whole what was measured of the whole file
 * @param tone the tone that curves are drawn from: that of {@code compared}, or one averaged with other blocks
 * @param bpm its tempo, where it is known
 * @param weight how much it counts as a reference against the others, above 0
 */
public record Subject(
        int number,
        String name,
        TrackMeasurement compared,
        TrackMeasurement whole,
        Tone tone,
        Optional<Double> bpm,
        double weight) {

    /** A track with its tone as measured, that counts as much as any other. */
    public Subject(int number, String name, TrackMeasurement compared, TrackMeasurement whole, Optional<Double> bpm) {
        this(number, name, compared, whole, compared.tone(), bpm, 1);
    }

    /** The same counting more or less. */
    public Subject withWeight(double value) {
        return new Subject(number, name, compared, whole, tone, bpm, value);
    }

    /** The same with its tone averaged otherwise. */
    public Subject withTone(Tone other) {
        return new Subject(number, name, compared, whole, other, bpm, weight);
    }

    /** Whether it is the mix. */
    public boolean isMix() {
        return number == 0;
    }

    /** How it is called in a sentence. */
    public String label() {
        return isMix() ? "the mix" : "reference " + number;
    }

    /** Whether anything is heard of it, so that it can be compared. */
    public boolean isHeard() {
        return Double.isFinite(compared.heardLufs());
    }

    /** Whether only a part of it is compared. */
    public boolean isPassage() {
        return compared.seconds() < whole.seconds() - 0.5;
    }

    /** The mix among some subjects. */
    public static Optional<Subject> mix(List<Subject> all) {
        return all.stream().filter(Subject::isMix).findFirst();
    }

    /** The references among some subjects, in their order. */
    public static List<Subject> references(List<Subject> all) {
        return all.stream().filter(s -> !s.isMix()).toList();
    }
}
