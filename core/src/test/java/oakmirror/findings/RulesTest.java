package oakmirror.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.TimeRange;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.evidence.Odds;
import oakmirror.findings.DynamicsAssessment.Verdict;
import oakmirror.findings.Finding.Kind;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.text.Numbers;
import oakmirror.zones.Content;
import org.junit.jupiter.api.Test;

/** Rules on made signals; on music they are tested with the demo. */
class RulesTest {

    static final int RATE = 48000;
    static final float[] LEFT = Signals.musicLike(RATE, 16, 0.3, 1);
    private static final float[] RIGHT = Signals.musicLike(RATE, 16, 0.3, 2);

    static Subject subject(int number, float[] left, float[] right, Optional<Double> bpm) throws IOException {
        Clip clip = Clip.stereo(RATE, left, right);
        TrackMeasurement m = new TrackMeasurer(ForkJoinPool.commonPool(), TrackMeasurer.Extent.ALL)
                .measure(new RangeStream(clip, new TimeRange(0, clip.seconds())), Progress.NONE);
        return new Subject(number, "x", m, m, bpm);
    }

    private static Subject plain(int number) throws IOException {
        return subject(number, LEFT, RIGHT, Optional.empty());
    }

    static float[] shaped(float[] samples, java.util.function.DoubleUnaryOperator how) {
        float[] out = new float[samples.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) how.applyAsDouble(samples[i]);
        }
        return out;
    }

    static List<Kind> kinds(Subject mix, Subject reference) {
        return Findings.of(mix, List.of(reference), CorridorSettings.DEFAULT).stream()
                .map(Finding::kind)
                .toList();
    }

    @Test
    void nothingIsSaidWithoutAReferenceOrOfSilence() throws IOException {
        Subject mix = plain(0);
        Subject silent = subject(1, new float[RATE * 4], new float[RATE * 4], Optional.empty());
        assertThat(Findings.of(mix, List.of(), CorridorSettings.DEFAULT)).isEmpty();
        assertThat(kinds(mix, silent)).isEmpty();
        assertThat(kinds(new Subject(0, "x", silent.compared(), silent.whole(), Optional.empty()), plain(1)))
                .isEmpty();
        assertThat(silent.isHeard()).isFalse();
    }

    @Test
    void aGainAloneIsLevelAndNoTone() throws IOException {
        Subject quiet = subject(0, shaped(LEFT, x -> x / 4), shaped(RIGHT, x -> x / 4), Optional.empty());
        List<Finding> found = Findings.of(quiet, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found).singleElement().satisfies(f -> {
            assertThat(f.kind()).isEqualTo(Kind.QUIETER);
            assertThat(f.title()).isEqualTo("12.0 LU quieter than the reference");
            assertThat(f.evidence()).contains(", reference −").doesNotContain("references");
            assertThat(f.onTheMaster()).startsWith("Up to +12.0 dB of gain");
        });
        assertThat(Findings.of(quiet, List.of(plain(1), plain(2)), CorridorSettings.DEFAULT))
                .extracting(Finding::title)
                .contains("12.0 LU quieter than the references");
    }

    @Test
    void samplesOverFullScaleComeFirst() throws IOException {
        Subject over = subject(0, shaped(LEFT, x -> x * 8), shaped(RIGHT, x -> x * 8), Optional.empty());
        List<Finding> found = Findings.of(over, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found.get(0).kind()).isEqualTo(Kind.CLIPPED);
        assertThat(found.get(0).title()).isEqualTo("The mix goes over full scale");
    }

    @Test
    void clippingSquashesAndIsWorthNaming() throws IOException {
        Subject mix = subject(
                0,
                shaped(LEFT, x -> Math.max(-0.12, Math.min(0.12, x))),
                shaped(RIGHT, x -> Math.max(-0.12, Math.min(0.12, x))),
                Optional.empty());
        DynamicsAssessment standing = standing(mix, plain(1));
        assertThat(standing.verdict()).isEqualTo(Verdict.SQUASHED);
        assertThat(standing.offDb())
                .isCloseTo(
                        mix.compared().heard().peakToLoudness()
                                - plain(1).compared().heard().peakToLoudness(),
                        within(0.5));
        assertThat(standing.words()).startsWith("Over-compressed: ").contains("less dynamics than the references");
        assertThat(kinds(mix, plain(1)))
                .as("the cause, though it is below full scale")
                .contains(Kind.CLIPPED)
                .doesNotContain(Kind.SQUASHED);

        DynamicsAssessment turned =
                standing(plain(0), new Subject(1, "x", mix.compared(), mix.whole(), Optional.empty()));
        assertThat(turned.verdict()).isEqualTo(Verdict.LOOSE);
        assertThat(turned.words()).startsWith("Uncontrolled: ");

        DynamicsAssessment same = standing(plain(0), plain(1));
        assertThat(same.verdict()).isEqualTo(Verdict.ALIKE);
        assertThat(same.words()).startsWith("About as dynamic as the references: PLR ");
    }

    private static DynamicsAssessment standing(Subject mix, Subject reference) {
        List<Subject> references = List.of(reference);
        return DynamicsAssessment.of(mix, references, Content.between(mix, references), CorridorSettings.Kind.EXTREMES);
    }

    @Test
    void aMixThatIsWiderForALouderSideIsToldToLeanAlone() throws IOException {
        float[] near = new float[LEFT.length];
        for (int i = 0; i < near.length; i++) {
            near[i] = LEFT[i] + 0.02f * RIGHT[i];
        }
        float gain = (float) Decibels.toAmplitude(-6);
        Subject leaning = subject(0, shaped(LEFT, x -> gain * x), near, Optional.empty());
        Subject reference = subject(1, LEFT, near, Optional.empty());
        assertThat(kinds(leaning, reference)).contains(Kind.LOPSIDED).doesNotContain(Kind.WIDE);
    }

    /** Whole collections lean by 6 to 17 dB; a mix that stands in the middle does not lean for that. */
    @Test
    void otherMusicThatLeansMakesNothingOfAMixInTheMiddle() throws IOException {
        float gain = (float) Decibels.toAmplitude(-12);
        float[] drums = Signals.drums(RATE, 110, 16, 0, 5);
        Subject leaningDrums = subject(1, drums, shaped(drums, x -> gain * x), Optional.empty());
        assertThat(kinds(plain(0), leaningDrums)).doesNotContain(Kind.LOPSIDED);
        Subject leaning = subject(0, LEFT, shaped(RIGHT, x -> gain * x), Optional.empty());
        assertThat(kinds(leaning, subject(1, drums, drums.clone(), Optional.empty())))
                .contains(Kind.LOPSIDED);
    }

    @Test
    void aSideThatIsLouderIsToldAndSidesThatAreSwapped() throws IOException {
        for (double db : new double[] {-1.5, -3, -6}) {
            float gain = (float) Decibels.toAmplitude(db);
            Subject leaning = subject(0, shaped(LEFT, x -> gain * x), RIGHT, Optional.empty());
            Finding told = Findings.of(leaning, List.of(plain(1)), CorridorSettings.DEFAULT).stream()
                    .filter(f -> f.kind() == Kind.LOPSIDED)
                    .findFirst()
                    .orElseThrow();
            assertThat(told.title()).isEqualTo("Leans right by " + Numbers.level(-db) + " dB");
            assertThat(told.certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(kinds(plain(0), new Subject(1, "x", leaning.compared(), leaning.whole(), Optional.empty())))
                    .contains(Kind.LOPSIDED);
            assertThat(kinds(leaning, new Subject(1, "x", leaning.compared(), leaning.whole(), Optional.empty())))
                    .isEmpty();
        }
        assertThat(kinds(plain(0), plain(1))).isEmpty();
        // One side brighter: what leans band by band is what tells them apart.
        float[] bright = RIGHT.clone();
        for (int i = 1; i < bright.length; i++) {
            bright[i] = RIGHT[i] - 0.5f * RIGHT[i - 1];
        }
        Subject reference = subject(1, LEFT, bright, Optional.empty());
        Subject swapped = subject(0, bright, LEFT, Optional.empty());
        assertThat(kinds(swapped, reference)).containsExactly(Kind.SWAPPED);
        assertThat(kinds(subject(0, LEFT, bright, Optional.empty()), reference)).isEmpty();
    }

    @Test
    void aSilentSideAndDcAreToldOfTheMixAloneAndFirst() throws IOException {
        Subject oneSided = subject(0, LEFT, new float[RIGHT.length], Optional.empty());
        List<Finding> found = Findings.of(oneSided, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found.get(0).kind()).isEqualTo(Kind.SILENT_SIDE);
        assertThat(found.get(0).title()).isEqualTo("The right channel is silent");
        assertThat(found).extracting(Finding::kind).doesNotContain(Kind.WIDE, Kind.NARROW, Kind.OUT_OF_PHASE);

        Subject off = subject(0, shaped(LEFT, x -> x + 0.02), RIGHT, Optional.empty());
        assertThat(off.whole().dcOffset()).isCloseTo(0.02, within(0.001));
        assertThat(Findings.of(off, List.of(plain(1)), CorridorSettings.DEFAULT))
                .singleElement()
                .satisfies(f -> {
                    assertThat(f.kind()).isEqualTo(Kind.DC_OFFSET);
                    assertThat(f.evidence()).contains("−34.");
                    assertThat(f.certainty()).isEqualTo(Certainty.CERTAIN);
                });
        assertThat(plain(0).whole().dcOffset()).isLessThan(0.001);
        assertThat(kinds(off, off)).as("as its reference").isEmpty();
    }

    @Test
    void aMixThatIsClippedMoreOftenThanItsClippedReferenceIsTold() throws IOException {
        Subject often = subject(0, clippedAt(0.3), clippedAt(0.3), Optional.empty());
        Subject seldom = subject(1, clippedAt(0.75), clippedAt(0.75), Optional.empty());
        assertThat(often.whole().clips())
                .isGreaterThan(4 * seldom.whole().clips())
                .isPositive();
        assertThat(seldom.whole().clips()).isPositive();
        assertThat(kinds(often, seldom)).contains(Kind.CLIPPED);
        assertThat(kinds(new Subject(0, "x", seldom.compared(), seldom.whole(), Optional.empty()), often))
                .doesNotContain(Kind.CLIPPED);
        assertThat(kinds(often, often)).as("as its reference is").doesNotContain(Kind.CLIPPED);
    }

    /** Cut off at a part of its peak, and raised to full scale. */
    private static float[] clippedAt(double part) {
        double peak = 0;
        for (float x : LEFT) {
            peak = Math.max(peak, Math.abs(x));
        }
        double most = part * peak;
        return shaped(LEFT, x -> Math.max(-1, Math.min(1, x / most)));
    }

    @Test
    void tempoCountsWithItsHalfAndItsDouble() throws IOException {
        Subject mix = subject(0, LEFT, RIGHT, Optional.of(120.0));
        for (double bpm : new double[] {120, 61, 236, 105, 140}) {
            assertThat(kinds(mix, subject(1, LEFT, RIGHT, Optional.of(bpm))))
                    .as("%s BPM", bpm)
                    .isEmpty();
        }
        for (double bpm : new double[] {88, 165}) {
            assertThat(kinds(mix, subject(1, LEFT, RIGHT, Optional.of(bpm))))
                    .as("%s BPM", bpm)
                    .containsExactly(Kind.OTHER_TEMPO);
        }
    }

    @Test
    void aDifferenceTellsTheLessTheMoreTheMusicDiffers() {
        double before = 1.1;
        for (double content : new double[] {1e-6, 0.5, 2, 8, 40}) {
            double probability = Odds.of(3, 5, content).beyond(1);
            assertThat(probability).isLessThan(before);
            before = probability;
        }
        assertThat(Odds.of(3, 5, 1e-6).beyond(1)).isGreaterThan(0.999);
        assertThat(Odds.of(3, 5, 40).beyond(1)).isLessThan(0.4);
        assertThat(Odds.of(-3, 5, 1).beyond(1)).isEqualTo(Odds.of(3, 5, 1).beyond(1));
        // 3 dB, S = N = 4: the fault is 1.5 ± √2 dB; Φ(0.5/√2) = Φ(0.3536) = 0.638
        assertThat(Odds.of(3, 4, 4).beyond(1)).isCloseTo(0.638, within(0.001));
        assertThat(Certainty.of(0.99)).isEqualTo(Certainty.CERTAIN);
        assertThat(Certainty.of(0.95)).isEqualTo(Certainty.LIKELY);
        assertThat(Certainty.of(0.8)).isEqualTo(Certainty.PERHAPS);
    }

    @Test
    void whatFollowsFromAnotherIsLeftOut() throws IOException {
        List<Finding> found = new ArrayList<>(List.of(
                of(Kind.CLIPPED, Certainty.CERTAIN),
                of(Kind.SQUASHED, Certainty.CERTAIN),
                of(Kind.LOUDER, Certainty.CERTAIN),
                of(Kind.NARROW, Certainty.LIKELY)));
        Causes.merge(found, plain(0));
        assertThat(found).extracting(Finding::kind).containsExactly(Kind.CLIPPED, Kind.NARROW);
        List<Finding> turned = new ArrayList<>(List.of(of(Kind.OUT_OF_PHASE, Certainty.CERTAIN), finding(100, 180)));
        Causes.merge(turned, plain(0));
        assertThat(turned).extracting(Finding::kind).containsExactly(Kind.OUT_OF_PHASE);
    }

    @Test // a chord is no arrangement of noise: what can be judged is said once, and tone steps back
    void otherMusicIsSaidOnceAndToneStepsBack() throws IOException {
        float[] chord = Signals.musicLike(RATE, 16, 0.001, 7);
        for (double hz : new double[] {110, 277.2, 659.3, 1480, 3322}) {
            float[] tone = Signals.sine(RATE, hz, -20 - 6 * Math.log10(hz / 110), 16, 0);
            for (int i = 0; i < chord.length; i++) {
                chord[i] += tone[i] * (i % RATE < RATE / 2 ? 1f : 0.2f);
            }
        }
        List<Subject> references = List.of(
                subject(1, chord, chord, Optional.empty()),
                subject(2, chord, Signals.musicLike(RATE, 16, 0.001, 8), Optional.empty()));
        List<Finding> found = Findings.of(plain(0), references, CorridorSettings.DEFAULT);
        List<Finding> other =
                found.stream().filter(f -> f.kind() == Kind.OTHER_ARRANGEMENT).toList();
        assertThat(other).hasSize(1);
        assertThat(other.get(0).title()).matches("References? 1(, 2)? (is|are) different music");
        assertThat(other.get(0).evidence()).contains("clipping, phase, comb filtering");
        assertThat(found)
                .filteredOn(f -> !f.kind().isCaveat() && !f.kind().isAbsolute())
                .allMatch(f -> f.certainty() == Certainty.CERTAIN);
    }

    @Test
    void whatTheMixAloneTellsComesFirst() throws IOException {
        float[] cut = shaped(LEFT, x -> Math.max(-1, Math.min(1, 9 * x)));
        Subject clipped = subject(0, cut, shaped(cut, x -> 0.9 * x), Optional.empty());
        List<Finding> found = Findings.of(clipped, List.of(plain(1)), CorridorSettings.DEFAULT);
        assertThat(found.get(0).kind().isAbsolute()).isTrue();
        assertThat(found.get(0).weighedEvidence()).doesNotContain("likely", "perhaps");
        Subject also = subject(2, cut, cut, Optional.empty());
        assertThat(Findings.of(clipped, List.of(plain(1), also), CorridorSettings.DEFAULT))
                .as("one clipped reference excuses nothing")
                .extracting(Finding::kind)
                .contains(Kind.CLIPPED);
    }

    private static Finding of(Kind kind, Certainty certainty) {
        return new Finding(kind, 0, certainty, "", "", "", "", "", 1, Finding.Place.on(Finding.Aspect.LOUDNESS));
    }

    @Test
    void aFindingKeepsItsKeyWhenItMovesALittle() {
        Finding one = finding(100, 180);
        assertThat(finding(108, 171).key()).isEqualTo(one.key());
        assertThat(finding(1000, 1800).key()).isNotEqualTo(one.key());
    }

    private static Finding finding(double low, double high) {
        return new Finding(
                Kind.TOO_MUCH,
                0,
                Certainty.CERTAIN,
                "",
                "",
                "",
                "",
                "",
                1,
                Finding.Place.at(Finding.Aspect.TONE, low, high));
    }
}
