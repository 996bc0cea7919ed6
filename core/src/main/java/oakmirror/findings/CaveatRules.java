package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import oakmirror.compare.MatchedTone;
import oakmirror.compare.Subject;
import oakmirror.dynamics.Quantiles;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.SpectralEdge;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import oakmirror.zones.Content;

/** What to be careful with: references that are no sane aim in some respect, and comparisons of things too unlike. */
final class CaveatRules {

    private static final double EDGE_WEIGHT = 0.9;
    private static final double CRUSHED_WEIGHT = 0.8;
    private static final double SHORT_WEIGHT = 0.7;
    private static final double UNLIKE_WEIGHT = 0.5;

    private CaveatRules() {}

    static List<Finding> find(Subject mix, List<Subject> references, Content content) {
        List<Finding> found = new ArrayList<>();
        endsEarly(references).ifPresent(found::add);
        crushed(references).ifPresent(found::add);
        shortPassage(mix, references).ifPresent(found::add);
        tempo(mix, references).ifPresent(found::add);
        if (!content.isSameRecording()) {
            otherMusic(mix, references, content).ifPresent(found::add);
            otherKey(mix, references).ifPresent(found::add);
        }
        return found;
    }

    /** A reference that something is to be said of, and the figure that says it. */
    private record Told(Subject subject, double figure) {}

    /** Those of some references that have a figure. */
    private static List<Told> told(List<Subject> references, Function<Subject, OptionalDouble> figure) {
        List<Told> told = new ArrayList<>();
        references.forEach(r -> figure.apply(r).ifPresent(f -> told.add(new Told(r, f))));
        told.sort(Comparator.comparingDouble(Told::figure));
        return told;
    }

    private static String numbers(List<Told> told) {
        return told.stream()
                .map(t -> t.subject().number())
                .sorted()
                .map(String::valueOf)
                .collect(Collectors.joining(", "));
    }

    /** From the lowest to the highest figure, in words. */
    private static String span(List<Told> told, DoubleFunction<String> words) {
        String low = words.apply(told.get(0).figure());
        String high = words.apply(told.get(told.size() - 1).figure());
        return low.equals(high) ? low : Texts.of("numbers.span", low, high);
    }

    /** In one line, however many there are: with sixteen references it would be one below the other. */
    private static Optional<Finding> endsEarly(List<Subject> references) {
        List<Told> told = told(references, r -> SpectralEdge.of(r.compared().spectrum()));
        if (told.isEmpty()) {
            return Optional.empty();
        }
        Subject first = told.get(0).subject();
        double hz = told.get(0).figure();
        return Optional.of(caveat(
                Kind.REFERENCE_ENDS_EARLY,
                first,
                told.size() == 1
                        ? Texts.of("findings.referenceEndsAt", first.number(), Numbers.about(hz))
                        : Texts.of("findings.referencesEndAt", told.size(), span(told, Numbers::about)),
                of(told, Texts.of("findings.aLossyFileAbove")),
                EDGE_WEIGHT,
                Place.at(Aspect.TONE, hz, 20000)));
    }

    private static Optional<Finding> crushed(List<Subject> references) {
        List<Told> told = told(references, r -> {
            double plr = r.whole().heard().peakToLoudness();
            return plr < Thresholds.CRUSHED_PLR_DB ? OptionalDouble.of(plr) : OptionalDouble.empty();
        });
        if (told.isEmpty()) {
            return Optional.empty();
        }
        Subject first = told.get(0).subject();
        return Optional.of(caveat(
                Kind.REFERENCE_CRUSHED,
                first,
                told.size() == 1
                        ? Texts.of("findings.referenceIsCrushed", first.number())
                        : Texts.of("findings.referencesAreCrushed", told.size()),
                of(told, Texts.of("findings.plrDbNoSane", span(told, Numbers::level))),
                CRUSHED_WEIGHT,
                Place.on(Aspect.DYNAMICS)));
    }

    /** Says of which references something is, where it is of several. */
    private static String of(List<Told> told, String evidence) {
        return told.size() == 1 ? evidence : Texts.of("findings.ofReferences", numbers(told), evidence);
    }

    private static Finding caveat(
            Kind kind, Subject subject, String title, String evidence, double weight, Place place) {
        return new Finding(kind, subject.number(), Certainty.CERTAIN, title, evidence, "", "", "", weight, place);
    }

    private static Optional<Finding> shortPassage(Subject mix, List<Subject> references) {
        List<Subject> all = new ArrayList<>(references);
        all.add(0, mix);
        Subject shortest = all.get(0);
        for (Subject s : all) {
            shortest = s.compared().seconds() < shortest.compared().seconds() ? s : shortest;
        }
        double seconds = shortest.compared().seconds();
        return seconds >= Thresholds.SHORT_PASSAGE_SECONDS
                ? Optional.empty()
                : Optional.of(caveat(
                        Kind.SHORT_PASSAGE,
                        shortest,
                        shortest.isPassage() ? Texts.of("findings.shortPassages") : Texts.of("findings.aShortFile"),
                        Texts.of("findings.sOfSingleNotes", Numbers.level(seconds), shortest.label()),
                        SHORT_WEIGHT,
                        Place.on(Aspect.TONE)));
    }

    private static Optional<Finding> otherKey(Subject mix, List<Subject> references) {
        Optional<Key> own = mix.compared().tone().key();
        List<Told> told = told(references, r -> {
            Optional<Key> theirs = r.compared().tone().key();
            boolean isOther = own.isPresent()
                    && theirs.isPresent()
                    && own.get().foreignNotes(theirs.get()) >= Thresholds.FOREIGN_NOTES;
            return isOther ? OptionalDouble.of(r.number()) : OptionalDouble.empty();
        });
        if (told.isEmpty()) {
            return Optional.empty();
        }
        Subject first = told.get(0).subject();
        String theirs = told.stream()
                .map(t -> t.subject().compared().tone().key().orElseThrow().label())
                .distinct()
                .collect(Collectors.joining(", "));
        return Optional.of(caveat(
                Kind.OTHER_KEY,
                first,
                told.size() == 1
                        ? Texts.of("findings.referenceIsInAnother", first.number())
                        : Texts.of("findings.referencesAreInAnother", told.size()),
                of(
                        told,
                        Texts.of(
                                "findings.againstAsFarAs",
                                theirs,
                                own.orElseThrow().label())),
                UNLIKE_WEIGHT - 0.1,
                Place.at(Aspect.TONE, 40, 300)));
    }

    private static Optional<Finding> tempo(Subject mix, List<Subject> references) {
        List<Told> told = told(references, r -> {
            boolean isOther = mix.bpm().isPresent()
                    && r.bpm().isPresent()
                    && tempoApart(mix.bpm().get(), r.bpm().get());
            return isOther ? OptionalDouble.of(r.bpm().get()) : OptionalDouble.empty();
        });
        if (told.isEmpty()) {
            return Optional.empty();
        }
        Subject first = told.get(0).subject();
        return Optional.of(caveat(
                Kind.OTHER_TEMPO,
                first,
                told.size() == 1
                        ? Texts.of("findings.referenceGoesAtAnother", first.number())
                        : Texts.of("findings.referencesGoAtAnother", told.size()),
                of(
                        told,
                        Texts.of(
                                "findings.againstBpmExpectOther",
                                span(told, bpm -> String.valueOf(Math.round(bpm))),
                                Math.round(mix.bpm().orElseThrow()))),
                UNLIKE_WEIGHT - 0.2,
                Place.on(Aspect.DYNAMICS)));
    }

    /** Says which references are other music, by ups and downs or by broad ranges, and what can be judged all the same. */
    private static Optional<Finding> otherMusic(Subject mix, List<Subject> references, Content content) {
        List<Subject> other = new ArrayList<>();
        double most = 0;
        for (Subject r : references) {
            double broad = broadDb(mix, r);
            if (broad > Thresholds.OTHER_MUSIC_DB || roughnessDb(mix, r) > Thresholds.ARRANGEMENT_DB) {
                other.add(r);
                most = Math.max(most, broad);
            }
        }
        if (other.isEmpty() && content.isOtherMusic()) {
            other.addAll(references);
            most = content.evidence().contentDb();
        }
        if (other.isEmpty()) {
            return Optional.empty();
        }
        boolean one = other.size() == 1;
        String numbers = other.stream().map(r -> String.valueOf(r.number())).collect(Collectors.joining(", "));
        return Optional.of(caveat(
                Kind.OTHER_ARRANGEMENT,
                other.get(0),
                Texts.of(one ? "findings.otherMusic" : "findings.otherMusicOfSeveral", numbers),
                Texts.of("findings.broadRangesLieDb", Numbers.level(most)),
                UNLIKE_WEIGHT,
                Place.on(Aspect.TONE)));
    }

    /** How far two tones lie apart in octaves, their middle distance apart, in dB RMS from 60 Hz to 8 kHz. */
    private static double broadDb(Subject mix, Subject reference) {
        double[] apart = difference(mix, reference, mix.compared().heardLufs(), 1);
        double[] heard = Arrays.copyOfRange(apart, BandGrid.bandOf(60), BandGrid.bandOf(8000) + 1);
        double middle = Quantiles.of(heard, 0.5);
        return Math.sqrt(Arrays.stream(heard)
                .map(d -> (d - middle) * (d - middle))
                .average()
                .orElse(0));
    }

    /** Whether tempos are far apart even when one counts twice or half as fast. */
    private static boolean tempoApart(double one, double other) {
        double octaves = Math.abs(Math.log(one / other) / Math.log(2));
        double folded = Math.abs(octaves - Math.rint(octaves));
        return folded > Math.log(1 + Thresholds.TEMPO_PART) / Math.log(2);
    }

    /** How much the difference of two tones goes up and down about its own trend of an octave, in dB RMS from 60 Hz to 8 kHz. */
    private static double roughnessDb(Subject mix, Subject reference) {
        double lufs = mix.compared().heardLufs();
        double[] fine = difference(mix, reference, lufs, 1.0 / 3);
        double[] broad = difference(mix, reference, lufs, 1.5);
        double sum = 0;
        int from = BandGrid.bandOf(60);
        int to = BandGrid.bandOf(8000);
        for (int b = from; b <= to; b++) {
            sum += (fine[b] - broad[b]) * (fine[b] - broad[b]);
        }
        return Math.sqrt(sum / (to - from + 1));
    }

    private static double[] difference(Subject mix, Subject reference, double lufs, double octaves) {
        double[] own = MatchedTone.of(mix.compared(), lufs, octaves, Part.STEREO);
        double[] theirs = MatchedTone.of(reference.compared(), lufs, octaves, Part.STEREO);
        for (int b = 0; b < own.length; b++) {
            own[b] -= theirs[b];
        }
        return own;
    }
}
