package oakmirror.compare;

import java.util.List;
import java.util.Optional;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.Tone;
import oakmirror.text.Texts;

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
 * @param folded what was measured of each of those it stands for, where it stands for several; otherwise empty
 */
public record Subject(
        int number,
        String name,
        TrackMeasurement compared,
        TrackMeasurement whole,
        Tone tone,
        Optional<Double> bpm,
        double weight,
        List<TrackMeasurement> folded) {

    /** Copies the list. */
    public Subject {
        folded = List.copyOf(folded);
    }

    /** A track with its tone as measured, that counts as much as any other. */
    public Subject(int number, String name, TrackMeasurement compared, TrackMeasurement whole, Optional<Double> bpm) {
        this(number, name, compared, whole, compared.tone(), bpm, 1, List.of());
    }

    /** The same counting more or less. */
    public Subject withWeight(double value) {
        return new Subject(number, name, compared, whole, tone, bpm, value, folded);
    }

    /** The same with its tone averaged otherwise. */
    public Subject withTone(Tone other) {
        return new Subject(number, name, compared, whole, other, bpm, weight, folded);
    }

    /** The same standing for several, which corridor, gap and evidence are taken from. */
    public Subject withFolded(List<TrackMeasurement> value) {
        return new Subject(number, name, compared, whole, tone, bpm, weight, value);
    }

    /** What it stands for: each of several, which share its weight, or itself. */
    public List<Subject> parts() {
        return folded.isEmpty()
                ? List.of(this)
                : folded.stream().map(this::part).toList();
    }

    private Subject part(TrackMeasurement m) {
        return new Subject(number, name, m, m, m.tone(), bpm, weight / folded.size(), List.of());
    }

    /** Whether it is the mix. */
    public boolean isMix() {
        return number == 0;
    }

    /** How it is called in a sentence. */
    public String label() {
        return isMix() ? Texts.of("comparison.theMix") : Texts.of("comparison.reference", number);
    }

    /** What brings it to a loudness, in dB. */
    double offsetTo(double lufs) {
        return LevelMatch.difference(lufs, compared.heardLufs());
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

    /** What the references among some subjects stand for, each by itself. */
    public static List<Subject> parts(List<Subject> all) {
        return references(all).stream().flatMap(s -> s.parts().stream()).toList();
    }
}
