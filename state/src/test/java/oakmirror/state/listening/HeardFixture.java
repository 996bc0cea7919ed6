package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import oakmirror.audio.TimeRange;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.SimulatedOutput;
import oakmirror.media.file.OutputFormat;
import oakmirror.state.DemoStateTest;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;

/** The demo as it is heard: what the simulated device was given, eight times as fast as it would play. */
abstract class HeardFixture extends DemoStateTest {

    static final int RATE = 48000;

    @BeforeEach
    void open() {
        System.setProperty("oakmirror.output.speed", "8");
        openDemo();
    }

    @AfterEach
    void forgetSpeed() {
        System.clearProperty("oakmirror.output.speed");
    }

    /** Nothing is corrected, so that no level comes down to make room for it. */
    void correctNothing() {
        does(() -> workspace.change(
                "no correction", s -> s.withCorrection(s.correction().withStrength(0))));
        waitUntil(() -> listening.levelsProperty().get().downDb() == 0);
    }

    SimulatedOutput device() {
        return (SimulatedOutput) listening.output().output().orElseThrow();
    }

    void ticksUntil(Callable<Boolean> condition) {
        waitUntil(() -> {
            listening.tick();
            return condition.call();
        });
    }

    void playing(boolean looping) {
        does(() -> {
            listening.loopingProperty().set(looping);
            listening.togglePlay();
        });
        assertThat(listening.playingProperty().get()).isTrue();
    }

    /** Until the device has been given so many seconds more. */
    void hearFor(double seconds) {
        long until = device().framesTaken() + Math.round(seconds * RATE);
        ticksUntil(() -> device().framesTaken() > until);
    }

    /** RMS of the last second the device was given, in dB. */
    double level() {
        double sum = 0;
        float[][] recent = device().recent(RATE);
        for (float x : recent[0]) {
            sum += x * x;
        }
        return 10 * Math.log10(sum / recent[0].length);
    }

    double bar(int index) {
        return slot(index).bars().orElseThrow().barSeconds();
    }

    double passageStart(int index) {
        return slot(index).chosenRange().orElseThrow().startSeconds();
    }

    /** Chooses half of each passage: what the device keeps of what it was given does not hold more. */
    void halvePassages() {
        does(() -> {
            for (int i = 0; i < 4; i++) {
                workspace.changeTrack(
                        i,
                        "half",
                        t -> t.withChosenRange(
                                firstHalf(t.passage().orElseThrow().range())));
            }
        });
        waitUntil(() -> workspace.isReady());
    }

    private static TimeRange firstHalf(TimeRange range) {
        return new TimeRange(range.startSeconds(), (range.startSeconds() + range.endSeconds()) / 2);
    }

    /** Loudness of a track's passage as the device is given it, by FFmpeg's meter. */
    double heardLufs(int index) throws Exception {
        does(() -> listening.hear(index));
        return heardLufs();
    }

    /** The same of the track that is heard. */
    double heardLufs() throws Exception {
        TimeRange range = now(() -> listening.heardRange().orElseThrow());
        int frames = (int) Math.round(RATE * range.seconds());
        does(() -> listening.seek(range.startSeconds()));
        waitUntil(background::isIdle); // it has jumped
        long from = device().framesTaken() + 2 * AudioOutput.BLOCK; // what was fading out has gone
        ticksUntil(() -> device().framesTaken() > from + frames);
        float[][] recorded = device().given(from, frames);
        Path file =
                TestFiles.write(folder.resolve("heard.wav"), OutputFormat.WAV_FLOAT, RATE, recorded[0], recorded[1]);
        return FfmpegTool.measure(file).integrated();
    }
}
