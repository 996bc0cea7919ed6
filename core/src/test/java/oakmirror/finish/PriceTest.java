package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ProcessedStream;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.limiter.Limiter;
import oakmirror.limiter.LimiterSettings;
import oakmirror.limiter.TakenAway;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** What a master costs: what is taken, what is heard of it, and how the tone moves. */
class PriceTest {

    private static final int RATE = 48000;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    private static TrackMeasurement measured(Clip clip, Chain chain) throws IOException {
        try (ProcessedStream stream = new ProcessedStream(clip, chain.create(RATE))) {
            return new TrackMeasurer(EXECUTOR, TrackMeasurer.Extent.COMPARED).measure(stream, Progress.NONE);
        }
    }

    @Test
    void theTonesFurthestMoveIsFoundWhateverTheLevel() throws IOException {
        Clip music = Signals.both(RATE, Signals.musicLike(RATE, 8, 0.2, 1));
        Chain bell = Chain.of(new ToneFilter(Phase.MINIMUM, List.of(AnalogueSection.bell(1000, 3, 3)), hz -> 0));
        TrackMeasurement before = measured(music, Chain.NONE);
        ToneMoved moved = ToneMoved.between(before, measured(music, bell.withGainDb(-9)));
        assertThat(moved.mostDb()).isCloseTo(2.6, within(0.5));
        assertThat(moved.hz()).isBetween(800.0, 1250.0);
        assertThat(ToneMoved.between(before, measured(music, Chain.NONE.withGainDb(-9)))
                        .mostDb())
                .isCloseTo(0, within(0.01));
    }

    @Test
    void whatIsLeftAndWhatIsTakenAddUpToWhatWentIn() {
        Limiter limiter = new Limiter(-1, LimiterSettings.DEFAULT);
        StereoProcessor left = limiter.maker(RATE).get();
        StereoProcessor taken = new TakenAway(limiter, 6).maker(RATE).get();
        float[] in = Signals.white(RATE, 2, 3);
        float[] a = in.clone();
        float[] b = in.clone();
        left.process(a, in.clone(), 0, in.length);
        for (int at = 0; at < b.length; at += 700) {
            int n = Math.min(700, b.length - at);
            float[] part = Arrays.copyOfRange(b, at, at + n);
            float[] other = part.clone();
            taken.process(part, other, 0, n);
            System.arraycopy(part, 0, b, at, n);
        }
        int late = taken.latencyFrames();
        assertThat(late).isEqualTo(left.latencyFrames());
        double gain = Math.pow(10, 6 / 20.0);
        for (int i = late; i < in.length; i++) {
            assertThat(a[i] - b[i] / gain).isCloseTo(in[i - late], within(1e-5));
        }
    }

    @Test
    void whatIsTakenIsTakenDownWhereItIs() throws IOException {
        float[] sound =
                Signals.join(Signals.tone(RATE, -12, 2), Signals.tone(RATE, 3, 0.5), Signals.tone(RATE, -12, 2));
        MasterRender render = new MasterRender(Signals.both(RATE, sound), Chain.NONE, EXECUTOR);
        MasterRender.Corrected corrected = render.measureCorrected(Progress.NONE);
        double lufs = corrected.measurement().heardLufs();
        FinishSettings settings = new FinishSettings(lufs - 3, -1, Optional.of(LimiterSettings.DEFAULT));
        MasterRender.Rendered master = render.rehearse(corrected, settings, Progress.NONE);
        Taken taken = master.taken();
        assertThat(taken.stepSeconds() * taken.mostDb().length).isCloseTo(4.5, within(0.15));
        assertThat(taken.mostDb()[10]).isZero();
        assertThat((double) taken.mostDb()[22])
                .isCloseTo(taken.most(), within(0.1))
                .isGreaterThan(0.3);
        assertThat(taken.mostDb()[40]).isLessThan(0.01f);
        assertThat(taken.shareOver(taken.most() / 2)).isCloseTo(0.5 / 4.5, within(0.03));
        assertThat(taken.average()).isBetween(0.0, taken.most() / 4);
        double lost = render.takenAwayLufs(master.plan(), Progress.NONE);
        double gone = 20 * Math.log10(1 - Math.pow(10, -taken.most() / 20));
        assertThat(lost)
                .as(
                        "of the half second at 3 dB; of eight blocks that touch it two lie in it, two by ¾, two by ½ and two by ¼")
                .isCloseTo(3 + master.plan().driveDb() + gone + 10 * Math.log10(5.0 / 8), within(0.1));
    }
}
