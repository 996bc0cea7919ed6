package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.finish.FinishPlan.Attainment;
import oakmirror.finish.FinishPlan.Price;
import oakmirror.limiter.Interpolated;
import oakmirror.limiter.LimiterSettings;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MasterRenderTest {

    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);
    private static final TrackMeasurer MEASURER = new TrackMeasurer(EXECUTOR, TrackMeasurer.Extent.COMPARED);
    private static final Clip MIX =
            Clip.stereo(44100, Signals.musicLike(44100, 12, 0.2, 1), Signals.musicLike(44100, 12, 0.2, 2));

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    /** Keeps what is written, of the last time it was begun. */
    private static final class Kept implements MasterFile {
        private final float[][] out = new float[2][(int) MIX.frames()];
        private int at;
        private boolean isCommitted;

        @Override
        public void write(float[] left, float[] right, int frames) {
            System.arraycopy(left, 0, out[0], at, frames);
            System.arraycopy(right, 0, out[1], at, frames);
            at += frames;
        }

        @Override
        public void commit() {
            isCommitted = true;
        }

        @Override
        public long clippedSamples() {
            return 7;
        }

        @Override
        public void close() {}
    }

    private final List<Kept> files = new ArrayList<>();

    private Kept open() {
        files.add(new Kept());
        return files.get(files.size() - 1);
    }

    private Kept written() {
        Kept last = files.get(files.size() - 1);
        assertThat(last.isCommitted).isTrue();
        assertThat((long) last.at).isEqualTo(MIX.frames());
        return last;
    }

    @ParameterizedTest
    @CsvSource({"-30,-1", "-24,-1", "-14,-1", "-12,-3", "-11,-1"})
    void whatIsRenderedIsWhatIsSaid(double target, double ceiling) throws IOException {
        for (boolean limited : new boolean[] {true, false}) {
            FinishSettings settings = new FinishSettings(
                    target, ceiling, limited ? Optional.of(LimiterSettings.DEFAULT) : Optional.empty());
            MasterRender.Rendered outcome =
                    new MasterRender(MIX, Chain.NONE, EXECUTOR).render(settings, this::open, Progress.NONE);
            float[][] out = written().out;
            TrackMeasurement m = MEASURER.measure(Clip.stereo(44100, out[0], out[1]).stream(), Progress.NONE);
            assertThat(m.heard().loudness().integratedLufs()).isCloseTo(outcome.integratedLufs(), within(1e-6));
            assertThat(m.heard().peaks().truePeakDbtp()).isCloseTo(outcome.truePeakDbtp(), within(1e-6));
            assertThat(Math.max(Interpolated.peakDb(out[0]), Interpolated.peakDb(out[1])))
                    .isLessThan(ceiling + 0.05);
            assertThat(m.heardLufs() + outcome.plan().missedLu()).isCloseTo(target, within(0.05));
            assertThat(outcome.clipped()).isEqualTo(7);
            if (limited) {
                assertThat(outcome.plan().standing()).isIn(Attainment.REACHED, Attainment.OVERDONE);
                assertThat(outcome.taken().most())
                        .isCloseTo(outcome.plan().price().mostDb(), within(1.0));
            } else {
                assertThat(outcome.taken().most()).isZero();
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"0,1,0", "0.5,0.25,2", "1,4,3", "1,1,6"})
    void itLandsHoweverTheCeilingIsHeld(double link, double release, double clip) throws IOException {
        FinishSettings settings = new FinishSettings(-12, -1, Optional.of(new LimiterSettings(link, release, clip)));
        MasterRender.Rendered outcome =
                new MasterRender(MIX, Chain.NONE, EXECUTOR).render(settings, this::open, Progress.NONE);
        assertThat(outcome.integratedLufs()).isCloseTo(-12, within(0.05));
        float[][] out = written().out;
        assertThat(Math.max(Interpolated.peakDb(out[0]), Interpolated.peakDb(out[1])))
                .isLessThan(-0.95);
    }

    @Test
    void aTargetOutOfReachSaysSoAndLandsWhereItSaid() throws IOException {
        FinishSettings settings = FinishSettings.DEFAULT.withTarget(-0.5, -3);
        MasterRender.Rendered outcome =
                new MasterRender(MIX, Chain.NONE, EXECUTOR).render(settings, this::open, Progress.NONE);
        assertThat(outcome.plan().standing()).isEqualTo(Attainment.OUT_OF_REACH);
        assertThat(outcome.integratedLufs()).isCloseTo(outcome.plan().expectedLufs(), within(0.05));
        assertThat(outcome.plan().missedLu()).isGreaterThan(3);
        assertThat(outcome.integratedLufs())
                .as("the loudest that can be, which is more than is sane")
                .isGreaterThan(outcome.plan().loudestSaneLufs() + 0.5);
    }

    @Test
    void tooMuchIsToldAndTheLoudestSaneOffered() throws IOException {
        MasterRender.Corrected corrected = new MasterRender(MIX, Chain.NONE, EXECUTOR).measureCorrected(Progress.NONE);
        FinishPlan plan = corrected.plan(FinishSettings.DEFAULT.withTarget(-8, -1));
        assertThat(plan.standing()).isEqualTo(Attainment.OVERDONE);
        assertThat(plan.loudestSaneLufs()).isBetween(-20.0, -8.9);
        FinishPlan sane = corrected.plan(FinishSettings.DEFAULT.withTarget(plan.loudestSaneLufs(), -1));
        assertThat(sane.standing()).isEqualTo(Attainment.REACHED);
        assertThat(sane.price().overMuch()).isLessThanOrEqualTo(SaneLimits.MOST_OF_THE_TIME + 0.001);
        FinishPlan down = corrected.plan(FinishSettings.DEFAULT.withTarget(-30, -1));
        assertThat(down.isTurnedDown()).isTrue();
        assertThat(down.price()).isEqualTo(Price.NONE);
    }

    @Test
    void whatElseCanBeHadIsOfferedWhereATargetIsTooMuch() throws IOException {
        MasterRender.Corrected corrected = new MasterRender(MIX, Chain.NONE, EXECUTOR).measureCorrected(Progress.NONE);
        FinishSettings settings = FinishSettings.DEFAULT;
        double bears = corrected.plan(settings).loudestSaneLufs();
        assertThat(Instead.of(corrected, corrected.plan(settings.withTarget(bears - 0.5, -1))))
                .isEmpty();
        FinishPlan little = corrected.plan(settings.withTarget(bears + 0.3, -1));
        Instead instead = Instead.of(corrected, little).orElseThrow();
        assertThat(instead.loudest().expectedLufs()).isGreaterThan(little.expectedLufs());
        assertThat(instead.loudest().isTooMuch()).isTrue();
        FinishPlan much = corrected.plan(settings.withTarget(-0.5, -1));
        assertThat(Instead.of(corrected, much).orElseThrow().loudest()).isSameAs(much);
        // Clicks over a soft bed: a limiter would take much of them, a clip takes their tips.
        float[] clicks = Signals.musicLike(44100, 6, 0.1, 3);
        for (int i = 2000; i < clicks.length; i += 500) {
            clicks[i] = 0.9f;
        }
        Clip clicking = Clip.stereo(44100, clicks, clicks);
        MasterRender.Corrected spiky = new MasterRender(clicking, Chain.NONE, EXECUTOR).measureLevels(Progress.NONE);
        double most = spiky.plan(settings).loudestSaneLufs();
        FinishPlan asked = spiky.plan(settings.withTarget(most + 0.5, -1));
        assertThat(asked.standing()).isEqualTo(Attainment.OVERDONE);
        FinishPlan clipped = Instead.of(spiky, asked).orElseThrow().clipped().orElseThrow();
        assertThat(clipped.standing()).isEqualTo(Attainment.REACHED);
        assertThat(clipped.settings().targetLufs()).isEqualTo(asked.settings().targetLufs());
        assertThat(clipped.settings().limiter().orElseThrow().clipDb()).isBetween(1.0, 3.0);
    }

    /** What is planned on the thinned mix is close to what full passes find: seldom more than one is needed. */
    @Test
    void theThinnedMixIsCloseToTheRealOne() throws IOException {
        MasterRender render = new MasterRender(MIX, Chain.NONE, EXECUTOR);
        for (double target : new double[] {-16, -13, -11}) {
            files.clear();
            render.render(FinishSettings.DEFAULT.withTarget(target, -1), this::open, Progress.NONE);
            assertThat(files).as("passes to %.0f LUFS", target).hasSizeLessThanOrEqualTo(3);
        }
    }

    @Test
    void silenceStaysSilence() throws IOException {
        Clip silent = Signals.both(44100, new float[44100]);
        FinishPlan plan = new MasterRender(silent, Chain.NONE, EXECUTOR)
                .measureCorrected(Progress.NONE)
                .plan(FinishSettings.DEFAULT);
        assertThat(plan.standing()).isEqualTo(Attainment.NO_LOUDNESS);
        assertThat(plan.driveDb()).isZero();
        assertThat(plan.missedLu()).isZero();
    }

    @Test
    void endsWhenItIsNotWantedAnyMore() {
        MasterRender render = new MasterRender(MIX, Chain.NONE, EXECUTOR);
        assertThatThrownBy(() -> render.render(FinishSettings.DEFAULT, this::open, done -> done < 0.7))
                .isInstanceOf(CancellationException.class);
        assertThat(files.get(files.size() - 1).isCommitted).isFalse();
    }

    @Test
    void surroundIsHeardAsItsFold() throws IOException {
        float[] tone = Signals.tone(48000, -20, 3);
        float[] none = new float[tone.length];
        Clip centreOnly = Signals.clip(48000, ChannelLayout.surround51(), none, none, tone, none, none, none);
        TrackMeasurement m = MEASURER.measure(centreOnly.stream(), Progress.NONE);
        assertThat(m.file().loudness().integratedLufs()).isCloseTo(-23, within(0.1));
        assertThat(m.heardLufs()).as("centre at −3 dB on both sides").isCloseTo(-23, within(0.1));
        Clip mono = Signals.clip(48000, ChannelLayout.mono(), tone);
        float[][] fold = new float[2][tone.length];
        ChannelLayout.mono().foldToStereo(mono.channels(), tone.length, fold[0], fold[1]);
        TrackMeasurement asHeard = MEASURER.measure(Clip.stereo(48000, fold[0], fold[1]).stream(), Progress.NONE);
        assertThat(asHeard.heardLufs())
                .as("mono is heard as loud as it is measured")
                .isCloseTo(MEASURER.measure(mono.stream(), Progress.NONE).heardLufs(), within(0.001));
    }

    @Test
    void theCorrectedPeakIsThatOfWhatIsHeard() throws IOException {
        float[] tone = Signals.sine(48000, 1000, -1, 2, 0);
        Clip mix = Clip.stereo(48000, tone, tone);
        Chain boost = Chain.of(new ToneFilter(Phase.MINIMUM, List.of(AnalogueSection.bell(1000, 6, 1)), hz -> 0));
        assertThat(CorrectedPeak.dbtp(mix, boost, Progress.NONE)).isCloseTo(5, within(0.2));
        assertThat(CorrectedPeak.dbtp(mix, boost.withGainDb(-6), Progress.NONE)).isCloseTo(-1, within(0.2));
        assertThatThrownBy(() -> CorrectedPeak.dbtp(mix, boost, done -> false))
                .isInstanceOf(CancellationException.class);
    }
}
