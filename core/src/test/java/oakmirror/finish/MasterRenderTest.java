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
import oakmirror.dsp.Stage;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.StereoTone;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
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

    @ParameterizedTest
    @CsvSource({"-30,-1", "-24,-1", "-8,-1", "-6,-3"})
    void whatIsRenderedIsWhatIsSaid(double target, double ceiling) throws IOException {
        FinishSettings settings = new FinishSettings(target, ceiling);
        MasterRender render = new MasterRender(MIX, Chain.NONE, settings, EXECUTOR);
        float[][] out = new float[2][(int) MIX.frames()];
        int[] at = {0};
        MasterRender.Rendered outcome = render.render(
                (l, r, n) -> {
                    System.arraycopy(l, 0, out[0], at[0], n);
                    System.arraycopy(r, 0, out[1], at[0], n);
                    at[0] += n;
                },
                Progress.NONE);
        assertThat((long) at[0]).isEqualTo(MIX.frames());
        TrackMeasurement m = MEASURER.measure(Clip.stereo(44100, out[0], out[1]).stream(), Progress.NONE);
        assertThat(m.heard().loudness().integratedLufs()).isCloseTo(outcome.integratedLufs(), within(1e-6));
        assertThat(m.heard().peaks().truePeakDbtp()).isCloseTo(outcome.truePeakDbtp(), within(1e-6));
        assertThat(m.heard().peaks().truePeakDbtp()).isLessThanOrEqualTo(ceiling);
        assertThat(m.heard().loudness().integratedLufs() + outcome.plan().heldBackDb())
                .isCloseTo(target, within(0.01));
    }

    /** A stage that is no gain: what is said of the master has to be what was written, and cannot follow from the first pass. */
    @Test
    void whatIsSaidIsMeasuredOnWhatIsWrittenAlsoBehindAStageThatIsNoGain() throws IOException {
        Stage clipper = rate -> () -> new StereoProcessor() {
            @Override
            public void process(float[] left, float[] right, int offset, int count) {
                for (int i = offset; i < offset + count; i++) {
                    left[i] = Math.max(-0.1f, Math.min(0.1f, left[i]));
                    right[i] = Math.max(-0.1f, Math.min(0.1f, right[i]));
                }
            }

            @Override
            public int latencyFrames() {
                return 0;
            }

            @Override
            public int memoryFrames() {
                return 0;
            }

            @Override
            public void reset() {}
        };
        Chain chain = new Chain(Optional.empty(), StereoTone.NONE, 0, Optional.of(clipper));
        List<Float> peaks = new ArrayList<>();
        MasterRender.Rendered rendered = new MasterRender(MIX, chain, new FinishSettings(-10, 0), EXECUTOR)
                .render(
                        (l, r, n) -> {
                            for (int i = 0; i < n; i++) {
                                peaks.add(Math.max(Math.abs(l[i]), Math.abs(r[i])));
                            }
                        },
                        Progress.NONE);
        assertThat(peaks).hasSize((int) MIX.frames());
        assertThat(peaks.stream().mapToDouble(p -> p).max().orElse(0)).isCloseTo(0.1, within(1e-7));
        assertThat(rendered.levels().peaks().samplePeakDbfs()).isCloseTo(-20, within(0.01));
        assertThat(rendered.plan().gainDb()).as("asked for more").isGreaterThan(3);
    }

    @Test
    void silenceStaysSilence() throws IOException {
        Clip silent = Signals.both(44100, new float[44100]);
        MasterRender.Outcome outcome =
                new MasterRender(silent, Chain.NONE, FinishSettings.DEFAULT, EXECUTOR).measure(Progress.NONE);
        assertThat(outcome.plan()).isEqualTo(new GainPlan(0, 0));
    }

    @Test
    void endsWhenItIsNotWantedAnyMore() {
        MasterRender render = new MasterRender(MIX, Chain.NONE, FinishSettings.DEFAULT, EXECUTOR);
        assertThatThrownBy(() -> render.render((l, r, n) -> {}, done -> done < 0.7))
                .isInstanceOf(CancellationException.class);
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
