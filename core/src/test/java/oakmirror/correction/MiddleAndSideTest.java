package oakmirror.correction;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ForkJoinPool;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.compare.Subject;
import oakmirror.correction.Correction.Held;
import oakmirror.correction.ToneProposal.Asked;
import oakmirror.correction.ToneProposal.Decided;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.zones.Shaped;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Corrections of middle and side apart. */
class MiddleAndSideTest {

    private static final int RATE = 48000;
    private static final double SECONDS = 24;
    private static Subject reference;

    @BeforeAll
    static void measure() throws IOException {
        reference = subject(1, StereoTone.NONE, 1);
    }

    private static ToneFilter filter(AnalogueSection... sections) {
        return new ToneFilter(Phase.MINIMUM, List.of(sections), hz -> 0);
    }

    /** A piece of which the side is times a factor, through something. */
    private static Clip piece(StereoTone through, double side) {
        float[] m = Signals.musicLike(RATE, SECONDS, 0.3, 1);
        float[] s = Signals.musicLike(RATE, SECONDS, 0.12, 2);
        float[] left = new float[m.length];
        float[] right = new float[m.length];
        for (int i = 0; i < m.length; i++) {
            left[i] = (float) (m[i] + side * s[i]);
            right[i] = (float) (m[i] - side * s[i]);
        }
        through.maker(RATE).get().process(left, right, 0, left.length);
        return Clip.stereo(RATE, left, right);
    }

    private static Subject subject(int number, StereoTone through, double side) throws IOException {
        TrackMeasurement m = new TrackMeasurer(ForkJoinPool.commonPool(), Extent.COMPARED)
                .measure(piece(through, side).stream(), Progress.NONE);
        return new Subject(number, "x", m, m, Optional.empty());
    }

    private static ToneProposal derive(Subject mix, boolean apart) {
        return ToneProposal.derive(List.of(mix, reference), Optional.empty(), asked(apart, Decided.NONE), RATE);
    }

    private static Asked asked(boolean apart, Decided decided) {
        return new Asked(apart, Optional.empty(), CorrectionSettings.DEFAULT, decided);
    }

    private static double at(double[] curve, double hz) {
        return BandGrid.interpolate(curve, hz);
    }

    @Test
    void aShelfThatTheSideLacksIsFoundOnTheSideAlone() throws IOException {
        AnalogueSection lacking = AnalogueSection.highShelf(8000, -3, 0.7);
        Subject mix = subject(0, new StereoTone(filter(), filter(lacking)), 1);
        ToneProposal apart = derive(mix, true);
        double[] side = apart.of(Part.SIDE).correction().curveDb();
        for (double hz : new double[] {500, 1000, 2000, 4000, 8000, 12000}) {
            assertThat(at(side, hz)).as("%.0f Hz", hz).isCloseTo(-lacking.gainDb(hz), within(0.5));
        }
        double[] middle = apart.of(Part.MID).correction().curveDb();
        for (double hz = 40; hz < 16000; hz *= 1.3) {
            assertThat(at(middle, hz)).as("%.0f Hz", hz).isCloseTo(0, within(0.3));
        }
        Shaped shaped = Shaped.of(apart);
        for (Phase phase : Phase.values()) {
            StereoTone tone = shaped.filter(phase);
            assertThat(tone.isAlike()).isFalse();
            assertThat(tone.side().responseDb(8000)).isCloseTo(1.5, within(0.5));
            assertThat(tone.middle().responseDb(8000)).isCloseTo(0, within(0.3));
        }
        assertThat(shaped.appliedDb(Phase.LINEAR)[BandGrid.bandOf(14000)])
                .as("of both together, as the side is weak")
                .isBetween(0.2, 1.2);
    }

    @Test // what is measured of the corrected mix is what was said of it
    void whatIsToldOfBothTogetherIsWhatComesOut() throws IOException {
        StereoTone fault =
                new StereoTone(filter(AnalogueSection.bell(150, 4, 0.8)), filter(AnalogueSection.bell(3000, -4, 0.7)));
        Clip clip = piece(fault, 1);
        Subject mix = subject(0, fault, 1);
        Shaped shaped = Shaped.of(derive(mix, true));
        float[] left = clip.channels()[0].clone();
        float[] right = clip.channels()[1].clone();
        shaped.chain(Phase.MINIMUM).create(RATE).process(left, right, 0, left.length);
        TrackMeasurement after = new TrackMeasurer(ForkJoinPool.commonPool(), Extent.COMPARED)
                .measure(Clip.stereo(RATE, left, right).stream(), Progress.NONE);
        assertThat(after.heardLufs() - mix.compared().heardLufs())
                .isCloseTo(shaped.loudnessChangeLu(Phase.MINIMUM), within(0.1));
        double[] told = shaped.appliedDb(Phase.MINIMUM);
        for (double hz = 60; hz < 14000; hz *= 1.5) {
            int b = BandGrid.bandOf(hz);
            double changed = 10
                    * Math.log10(after.spectrum().power()[b]
                            / mix.compared().spectrum().power()[b]);
            assertThat(changed).as("%.0f Hz", hz).isCloseTo(told[b], within(0.2));
        }
    }

    @Test
    void aMonoMixIsAskedForNothingOnTheSide() throws IOException {
        ToneProposal apart = derive(subject(0, StereoTone.NONE, 0), true);
        assertThat(apart.of(Part.SIDE).correction().curveDb()).containsOnly(0);
        assertThat(apart.of(Part.SIDE).bands()).isEmpty();
        assertThat(apart.isKnown()).as("the middle is judged").isTrue();
        Shaped shaped = Shaped.of(apart);
        assertThat(shaped.loudnessChangeLu(Phase.MINIMUM)).isFinite();
        assertThat(shaped.appliedDb(Phase.MINIMUM)).doesNotContain(Double.NaN);
    }

    @Test // 40 dB below the middle there is nothing to judge, and that is said
    void aSideThatIsAsGoodAsNoneIsNotJudged() throws IOException {
        ToneProposal apart = derive(subject(0, StereoTone.NONE, 0.01), true);
        assertThat(apart.of(Part.SIDE).correction().curveDb()).containsOnly(0);
        assertThat(apart.of(Part.SIDE).material().unjudged())
                .isNotEmpty()
                .extracting(Held::reason)
                .containsOnly("next to mono");
    }

    @Test // a narrow mix is opened above, whatever lies below what can be judged
    void theSideIsNeverRaisedInTheLowEnd() throws IOException {
        ToneProposal apart = derive(subject(0, StereoTone.NONE, 0.5), true);
        Proposal side = apart.of(Part.SIDE);
        assertThat(at(side.correction().curveDb(), 2000)).isGreaterThan(4);
        LockedMove locked = Correction.lock(
                side.correction().moves().get(0), side.evidence(), side.material(), CorrectionSettings.DEFAULT);
        for (int b = 0; BandGrid.centreHz(b) <= 120; b++) {
            assertThat(side.correction().curveDb()[b]).isLessThanOrEqualTo(0);
            assertThat(locked.move().partDb()[b]).isLessThanOrEqualTo(0);
            assertThat(side.appliedDb(Phase.MINIMUM)[b])
                    .as("by bands at %.0f Hz", BandGrid.centreHz(b))
                    .isLessThan(0.3);
        }
    }

    @Test
    void aTrackAgainstItselfAsksForNothingOnEitherPart() throws IOException {
        ToneProposal apart = derive(subject(0, StereoTone.NONE, 1), true);
        for (Part part : List.of(Part.MID, Part.SIDE)) {
            for (double db : apart.of(part).correction().curveDb()) {
                assertThat(db).isCloseTo(0, within(0.01));
            }
        }
    }

    @Test
    void whatIsDecidedAboutOnePartLeavesTheOthers() throws IOException {
        Subject mix = subject(0, StereoTone.alike(filter(AnalogueSection.bell(1000, 5, 0.8))), 1);
        ToneProposal apart = derive(mix, true);
        Move dip = apart.of(Part.MID).correction().moves().stream()
                .max(Comparator.comparingDouble(m -> Math.abs(m.gainDb())))
                .orElseThrow();
        MoveDecisions refused = MoveDecisions.NONE.with(dip, Treatment.NONE.withRefused(true));
        ToneProposal decided = apart.deciding(asked(true, Decided.NONE.with(Part.MID, refused)), RATE);
        assertThat(Math.abs(at(decided.of(Part.MID).correction().curveDb(), 1000)))
                .isLessThan(0.5);
        assertThat(at(decided.of(Part.SIDE).correction().curveDb(), 1000)).isLessThan(-3.5);
        assertThat(Decided.NONE.with(Part.SIDE, refused).of(Part.STEREO)).isEqualTo(MoveDecisions.NONE);
        ToneProposal alike = derive(mix, false);
        assertThat(alike.isApart()).isFalse();
        assertThat(alike.of(Part.SIDE)).isSameAs(alike.of(Part.MID));
        assertThat(Shaped.of(alike).filter(Phase.MINIMUM).isAlike()).isTrue();
    }
}
