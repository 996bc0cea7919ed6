package oakmirror.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.findings.DynamicsAssessment;
import oakmirror.findings.Finding;
import oakmirror.findings.Finding.About;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Findings;
import oakmirror.findings.Thresholds;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Mix and references side by side. */
class ComparisonTest {

    private static final int RATE = 48000;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    private static TrackMeasurement plain;
    private static TrackMeasurement quiet;
    private static TrackMeasurement bright;
    private static TrackMeasurement silent;

    @BeforeAll
    static void measure() throws IOException {
        float[] left = Signals.musicLike(RATE, 12, 0.2, 1);
        float[] right = Signals.musicLike(RATE, 12, 0.2, 2);
        plain = measured(left, right, 1, List.of());
        quiet = measured(left, right, 0.25f, List.of());
        bright = measured(left, right, 1, List.of(AnalogueSection.bell(4000, 8, 0.8)));
        silent = measured(new float[RATE * 4], new float[RATE * 4], 1, List.of());
    }

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static TrackMeasurement measured(float[] l, float[] r, float gain, List<AnalogueSection> sections)
            throws IOException {
        float[] left = l.clone();
        float[] right = r.clone();
        for (int i = 0; i < left.length; i++) {
            left[i] *= gain;
            right[i] *= gain;
        }
        Chain.of(new ToneFilter(Phase.MINIMUM, sections, hz -> 0)).create(RATE).process(left, right, 0, left.length);
        return new TrackMeasurer(EXECUTOR, Extent.COMPARED)
                .measure(Clip.stereo(RATE, left, right).stream(), Progress.NONE);
    }

    private static Subject subject(int number, TrackMeasurement m) {
        return new Subject(number, number == 0 ? "mix" : "reference " + number, m, m, Optional.empty());
    }

    private static Comparison compare(TrackMeasurement mix, TrackMeasurement... references) {
        List<Subject> subjects = new ArrayList<>(List.of(subject(0, mix)));
        for (TrackMeasurement r : references) {
            subjects.add(subject(subjects.size(), r));
        }
        return Comparison.of(subjects, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
    }

    @Test
    void nothingIsComparedWithoutTracks() {
        assertThat(Comparison.NOTHING.isKnown()).isFalse();
        assertThat(Comparison.NOTHING.mix()).isEmpty();
        assertThat(Comparison.NOTHING.zones()).isEmpty();
        assertThat(Findings.of(Comparison.NOTHING)).isEmpty();
        assertThat(DynamicsAssessment.of(Comparison.NOTHING)).isEmpty();
    }

    @Test
    void referencesAloneHaveACorridorAndNoGap() {
        Comparison c = Comparison.of(
                List.of(subject(1, plain), subject(2, bright)), CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        assertThat(c.corridor().isKnown()).isTrue();
        assertThat(c.isKnown()).isFalse();
        assertThat(c.zones()).isEmpty();
        assertThat(c.lufs()).as("at the loudness of the first").isEqualTo(plain.heardLufs());
    }

    @Test
    void levelsAreTakenOutAndOnlyBalanceIsLeft() {
        Comparison c = compare(plain, quiet);
        Comparison.Member quieter = c.reference(1).orElseThrow();
        assertThat(quieter.offsetDb()).isCloseTo(20 * Math.log10(4), within(0.01));
        for (int b = BandGrid.bandOf(60); b < BandGrid.bandOf(16_000); b++) {
            assertThat(c.gap().gapDb()[b]).isCloseTo(0, within(0.01));
        }
        assertThat(c.zonesInside()).containsExactly(Zone.values());
        assertThat(c.reference(9))
                .as("the first where there is none of that number")
                .contains(quieter);
    }

    @Test
    void everyReferenceKeepsItsOwnGapBesideTheMean() {
        Gap gap = compare(plain, plain, bright).gap();
        int at = BandGrid.bandOf(4000);
        assertThat(gap.each()).hasSize(2);
        assertThat(gap.each().get(0).gapDb()[at]).isCloseTo(0, within(1e-9));
        double second = gap.each().get(1).gapDb()[at];
        assertThat(second).isGreaterThan(3);
        assertThat(gap.gapDb()[at]).isCloseTo(second / 2, within(1e-9));
        Comparison both = compare(plain, plain, bright);
        Comparison one = compare(plain, bright);
        assertThat(both.corridor().at(at).high())
                .as("up to the brighter")
                .isCloseTo(one.corridor().at(at).middle(), within(0.01));
    }

    @Test
    void zonesSayWhereTheGapIsAndWhatTheMixIsLike() {
        Comparison c = compare(bright, plain);
        List<ZoneComparison> zones = c.zones();
        assertThat(zones).extracting(ZoneComparison::zone).containsExactly(Zone.values());
        ZoneComparison presence = zones.get(Zone.PRESENCE.ordinal());
        ZoneComparison mid = zones.get(Zone.MID.ordinal());
        assertThat(presence.gapDb() - mid.gapDb()).isBetween(-7.0, -4.0);
        assertThat(presence.inside()).isFalse();
        assertThat(presence.references()).hasSize(1);
        assertThat(presence.mix().correlation())
                .as("a filter on both sides changes no width")
                .isCloseTo(presence.references().get(0).correlation(), within(0.05));
        assertThat(presence.mix().crestDb())
                .isCloseTo(
                        bright.dynamics().zones().get(Zone.PRESENCE.ordinal()).middleDb(), within(1e-12));
    }

    @Test
    void silenceIsComparedWithNothing() {
        Comparison c = compare(silent, plain);
        assertThat(c.isKnown()).isFalse();
        assertThat(Findings.of(c)).isEmpty();
        assertThat(compare(plain, silent).isKnown()).isFalse();
        assertThat(c.zones()).extracting(ZoneComparison::gapDb).containsOnly(Double.NaN);
    }

    @Test
    void aSubjectWithAnotherToneIsDrawnFromItAndJudgedAsMeasured() {
        Subject other = subject(0, plain).withTone(bright.tone());
        Comparison c = Comparison.of(List.of(other, subject(1, plain)), CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        assertThat(c.gap().gapDb()[BandGrid.bandOf(4000)]).isLessThan(-3);
        assertThat(Findings.of(c)).as("the same measurements on both sides").isEmpty();
    }

    @Test
    void findingsAreToldUnlessDismissedAndNoMoreThanFit() {
        List<Finding> found = Findings.of(compare(bright, plain));
        assertThat(found).isNotEmpty();
        Finding first = found.get(0);
        assertThat(first.kind()).isEqualTo(Kind.TOO_MUCH);
        assertThat(first.about()).isEqualTo(About.MIX);
        assertThat(Findings.told(found, List.of(first.key()))).doesNotContain(first);
        List<Finding> many = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            many.add(first);
        }
        assertThat(Findings.told(many, List.of())).hasSize(Thresholds.MOST_FINDINGS);
    }

    /** As what is left of a file that was cut off: too short for a loudness, so there is no level it could be compared at. */
    @Test
    void aReferenceWithoutALoudnessTakesNoPart() throws IOException {
        TrackMeasurement scrap =
                measured(Signals.musicLike(RATE, 0.1, 0.2, 3), Signals.musicLike(RATE, 0.1, 0.2, 4), 1, List.of());
        assertThat(Double.isFinite(scrap.heardLufs())).isFalse();
        List<Subject> without = List.of(subject(0, plain), subject(1, bright));
        List<Subject> with = List.of(subject(0, plain), subject(1, bright), subject(2, scrap));
        Comparison one = Comparison.of(without, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        Comparison both = Comparison.of(with, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        assertThat(both.gap().gapDb()).isEqualTo(one.gap().gapDb());
        assertThat(both.corridor().lowDb()).isEqualTo(one.corridor().lowDb());
        assertThat(both.corridor().highDb()).isEqualTo(one.corridor().highDb());
        assertThat(both.zonesInside()).isEqualTo(one.zonesInside());
        assertThat(both.members().get(2).levelsDb()).as("nor a curve").containsOnly(Double.NaN);
    }
}
