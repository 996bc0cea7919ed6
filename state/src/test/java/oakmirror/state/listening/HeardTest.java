package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Jump;
import oakmirror.levelmatch.LevelSettings.Basis;
import oakmirror.levelmatch.LevelSettings.Direction;
import oakmirror.media.TestFiles;
import oakmirror.media.device.Outputs;
import oakmirror.media.file.OutputFormat;
import oakmirror.monitor.MonitorPath.Sides;
import org.junit.jupiter.api.Test;

/** The demo as it is heard: what the simulated device was given. */
class HeardTest extends HeardFixture {

    /** After matching by passage, FFmpeg's meter reads the recording of every track within 0.1 LU of the mix's, over the passage. */
    @Test
    void everyTrackIsHeardEquallyLoudOverItsPassage() throws Exception {
        halvePassages();
        correctNothing();
        playing(true);
        double[] lufs = new double[4];
        for (int i = 0; i < 4; i++) {
            lufs[i] = heardLufs(i);
        }
        System.out.printf("Heard, by FFmpeg's meter: %.3f %.3f %.3f %.3f LUFS%n", lufs[0], lufs[1], lufs[2], lufs[3]);
        for (int i = 1; i < 4; i++) {
            assertThat(lufs[i]).as("track %d", i).isCloseTo(lufs[0], within(0.1));
        }
    }

    @Test
    void levelsAreMatchedByEveryBasisAndInEveryDirection() {
        for (Basis basis : Basis.values()) {
            does(() -> workspace.change(
                    "basis", s -> s.withLevels(s.comparing().levels().withBasis(basis))));
            assertThat(listening.offsetDb(2)).as(basis.name()).isBetween(-14.0, -8.0);
        }
        does(() -> workspace.change(
                "stated",
                s -> s.withLevels(s.comparing()
                        .levels()
                        .withBasis(Basis.INTEGRATED)
                        .withDirection(Direction.TO_STATED)
                        .withStatedLevel(-5))));
        assertThat(listening.levelsProperty().get().downDb())
                .as("to clear full scale")
                .isPositive();
        does(() -> workspace.change(
                "quietest", s -> s.withLevels(s.comparing().levels().withDirection(Direction.TO_QUIETEST))));
        correctNothing();
        assertThat(listening.offsetDb(0)).isZero();
    }

    @Test
    void switchingKeepsTheBarOrTheTime() {
        does(() -> listening.seek(passageStart(0) + 2.5 * bar(0)));
        does(() -> listening.hear(2));
        assertThat(listening.secondsOf(2)).isCloseTo(passageStart(2) + 2.5 * bar(2), within(1e-3));
        does(listening::swap);
        assertThat(listening.secondsOf(0)).isCloseTo(passageStart(0) + 2.5 * bar(0), within(1e-3));
        does(workspace::toggleJump);
        assertThat(workspace.session().comparing().jump()).isEqualTo(Jump.TIME);
        does(() -> listening.seek(passageStart(0) + 3));
        does(listening::swap);
        assertThat(listening.secondsOf(2)).as("the passages meet").isCloseTo(passageStart(2) + 3, within(2e-3));
    }

    @Test
    void aStretchedReferenceIsAtTheMixsBar() {
        does(workspace::toggleTempoAligned);
        waitUntil(() -> listening.isStretched(1) && listening.isStretched(3));
        does(() -> {
            listening.hear(3);
            listening.seek(passageStart(3) + bar(3));
            listening.hear(0);
        });
        assertThat(listening.secondsOf(0)).isCloseTo(passageStart(0) + bar(0), within(2e-3));
    }

    @Test
    void theLoopRepeatsTheChosenRange() {
        playing(true);
        TimeRange range = listening.heardRange().orElseThrow();
        assertThat(range.seconds()).as("sixteen bars").isBetween(32.0, 33.0);
        for (int round = 0; round < 2; round++) {
            does(() -> listening.seek(range.endSeconds() - 0.4));
            waitUntil(background::isIdle);
            hearFor(1); // what plays has gone round by now, or on
            assertThat(listening.positionProperty().get()).isBetween(range.startSeconds(), range.endSeconds());
        }
    }

    @Test
    void atTheEndOfATrackItGoesBackToThePassage() {
        does(() -> listening.seek(slot(0).seconds() - 0.5));
        playing(false);
        ticksUntil(() -> !listening.playingProperty().get()
                && Math.abs(listening.positionProperty().get() - passageStart(0)) < 1e-3);
        assertThat(device().framesTaken()).as("it did play").isPositive();
    }

    @Test
    void aDeviceCanBeChosenAndAPulledCableIsSaid() {
        playing(false);
        hearFor(0.2);
        does(() -> listening.output().chosenProperty().set(Optional.of(Outputs.SECOND_SIMULATED)));
        assertThat(device().device()).isEqualTo(Outputs.SECOND_SIMULATED);
        assertThat(listening.playingProperty().get()).isTrue();
        hearFor(0.2);
        device().unplug();
        ticksUntil(() -> !listening.playingProperty().get());
        assertThat(workspace.messageProperty().get())
                .contains("was disconnected")
                .contains(Outputs.SIMULATED.name());
        playing(false);
        assertThat(device().device()).isEqualTo(Outputs.SIMULATED);
    }

    @Test
    void anImpulseResponseIsHeardWithEverything() throws Exception {
        float[] half = new float[4800];
        half[0] = 0.5f;
        Path response = TestFiles.write(folder.resolve("room.wav"), OutputFormat.WAV_FLOAT, RATE, half, half);
        playing(true);
        hearFor(1.2);
        double plain = level();
        does(() -> listening.monitor().loadInsert(response, RATE, sentence -> {}));
        waitUntil(() -> listening.monitor().insertOnProperty().get());
        hearFor(1.2);
        assertThat(level()).isCloseTo(plain - 6, within(3.0));
        does(() -> listening.monitor().removeInsert());
        hearFor(1.2);
        assertThat(level()).isCloseTo(plain, within(3.0));
    }

    /** Largest steps on the recording against those of the programme itself, while everything is changed. */
    @Test
    void nothingThatIsChangedWhilePlayingLeavesAStep() {
        playing(true);
        hearFor(0.5);
        double own = 0;
        for (int i = 0; i < 4; i++) {
            double gain = Math.pow(10, listening.offsetDb(i) / 20);
            own = Math.max(own, gain * largestStep(samples(slot(i).audio().orElseThrow())));
        }
        MonitorControls monitor = listening.monitor();
        List<Runnable> changes = List.of(
                () -> listening.hear(1),
                () -> listening.hear(2),
                listening::swap,
                () -> listening.correctedProperty().set(true),
                () -> listening.correctedProperty().set(false),
                () -> monitor.stepZone(1),
                () -> monitor.stepZone(1),
                () -> monitor.bandProperty().set(Optional.empty()),
                () -> listening.blendTo(0.5),
                () -> listening.blendTo(0),
                () -> monitor.toggle(Sides.MONO),
                () -> monitor.toggle(Sides.SIDE),
                () -> listening.seek(listening.positionProperty().get() + 5),
                () -> monitor.dimmedProperty().set(true),
                () -> monitor.dimmedProperty().set(false),
                () -> listening.hear(3));
        for (Runnable change : changes) {
            does(change);
            hearFor(0.15);
        }
        double largest = largestStep(device().recent((int) (changes.size() * 0.15 * RATE)));
        System.out.printf(
                "Largest step while changing: %.4f, of the programme: %.4f, beyond: %.1f dBFS%n",
                largest, own, 20 * Math.log10(Math.max(1e-6, largest - own)));
        assertThat(largest - own).isLessThan(1e-3); // −60 dBFS
    }

    private static float[][] samples(StereoSource audio) {
        float[][] both = new float[2][(int) audio.frames()];
        audio.read(0, both[0], both[1], 0, both[0].length);
        return both;
    }

    private static double largestStep(float[][] channels) {
        double largest = 0;
        for (float[] channel : channels) {
            for (int k = 1; k < channel.length; k++) {
                largest = Math.max(largest, Math.abs(channel[k] - channel[k - 1]));
            }
        }
        return largest;
    }
}
