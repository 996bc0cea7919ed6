package oakmirror.findings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
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
        for (Subject r : references) {
            OptionalDouble edge = SpectralEdge.of(r.compared().spectrum());
            edge.ifPresent(hz -> found.add(caveat(
                    Kind.REFERENCE_ENDS_EARLY,
                    r,
                    Texts.of("findings.referenceEndsAt", r.number(), Numbers.about(hz)),
                    Texts.of("findings.aLossyFileAbove"),
                    EDGE_WEIGHT,
                    Place.at(Aspect.TONE, hz, 20000))));
            double plr = r.whole().heard().peakToLoudness();
            if (plr < Thresholds.CRUSHED_PLR_DB) {
                found.add(caveat(
                        Kind.REFERENCE_CRUSHED,
                        r,
                        Texts.of("findings.referenceIsCrushed", r.number()),
                        Texts.of("findings.plrDbNoSane", Numbers.level(plr)),
                        CRUSHED_WEIGHT,
                        Place.on(Aspect.DYNAMICS)));
            }
        }
        shortPassage(mix, references).ifPresent(found::add);
        tempo(mix, references, found);
        if (!content.isSameRecording()) {
            unlike(mix, references, content, found);
        }
        return found;
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

    private static void unlike(Subject mix, List<Subject> references, Content content, List<Finding> found) {
        otherMusic(mix, references, content).ifPresent(found::add);
        for (Subject r : references) {
            Optional<Key> own = mix.compared().tone().key();
            Optional<Key> theirs = r.compared().tone().key();
            if (own.isPresent()
                    && theirs.isPresent()
                    && own.get().foreignNotes(theirs.get()) >= Thresholds.FOREIGN_NOTES) {
                found.add(caveat(
                        Kind.OTHER_KEY,
                        r,
                        Texts.of("findings.referenceIsInAnother", r.number()),
                        Texts.of(
                                "findings.againstAsFarAs",
                                theirs.get().label(),
                                own.get().label()),
                        UNLIKE_WEIGHT - 0.1,
                        Place.at(Aspect.TONE, 40, 300)));
            }
        }
    }

    private static void tempo(Subject mix, List<Subject> references, List<Finding> found) {
        for (Subject r : references) {
            if (mix.bpm().isPresent()
                    && r.bpm().isPresent()
                    && tempoApart(mix.bpm().get(), r.bpm().get())) {
                found.add(caveat(
                        Kind.OTHER_TEMPO,
                        r,
                        Texts.of("findings.referenceGoesAtAnother", r.number()),
                        Texts.of(
                                "findings.againstBpmExpectOther",
                                Math.round(r.bpm().get()),
                                Math.round(mix.bpm().get())),
                        UNLIKE_WEIGHT - 0.2,
                        Place.on(Aspect.DYNAMICS)));
            }
        }
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
