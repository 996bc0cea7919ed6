package oakmirror.state.capture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.compare.Subject;
import oakmirror.media.TestFiles;
import oakmirror.media.device.Inputs;
import oakmirror.media.device.SimulatedInput;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.state.StateTest;
import oakmirror.state.workspace.Settings;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What plays outside, through the simulated input: taken as profiles, and as a live mix. */
class InputTest extends StateTest {

    private static final double SPEED = 12;

    private Input input;
    private final List<Profile> taken = new ArrayList<>();

    @BeforeEach
    void listen() {
        input = new Input(workspace, new Settings(background));
        input.takes().onTaken(taken::add);
    }

    @AfterEach
    void close() {
        input.close();
    }

    /** As a frame of the window goes by meanwhile. */
    private void ticksUntil(Callable<Boolean> condition) {
        waitUntil(() -> {
            input.tick();
            return condition.call();
        });
    }

    private StereoSource world(double seconds) throws Exception {
        Path file = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("world.wav"), seconds);
        return new Clip(44100, ChannelLayout.stereo(), TestFiles.read(file));
    }

    private static SimulatedInput device(StereoSource world, double speed) {
        return new SimulatedInput(Inputs.SIMULATED, world, speed, false);
    }

    /** One that does not end, however slow the machine is. */
    private static SimulatedInput endless(StereoSource world, double speed) {
        return new SimulatedInput(Inputs.SIMULATED, world, speed, true);
    }

    private void begin(SimulatedInput device) {
        does(() -> input.begin(device));
    }

    @Test
    void whatPlaysIsTakenWhileItIsLoudAndADeviceThatGoesIsSaid() throws Exception {
        SimulatedInput device = device(world(30), SPEED);
        device.setGain(-20);
        does(() -> {
            input.begin(device);
            input.takes().start();
        });
        ticksUntil(() -> input.takes().wordsProperty().get().contains("loud"));
        ticksUntil(() -> taken.size() == 1); // the file ends, and with it the song
        assertThat(taken.get(0).about().title()).startsWith("Take of ");
        assertThat(taken.get(0).about().notes()).startsWith("Tone accurate to ±");
        assertThat(taken.get(0).figures().seconds()).isCloseTo(30, within(1.5));
        assertThat(input.takes().wordsProperty().get()).startsWith("waiting for");
        device.unplug();
        ticksUntil(() -> input.stateProperty().get().contains("was disconnected"));
        assertThat(input.onProperty().get()).isFalse();
        assertThat(taken).hasSize(1);
    }

    @Test
    void whatIsTooShortIsSaidAndNotKept() throws Exception {
        SimulatedInput device = device(world(30), 1);
        does(() -> {
            input.begin(device);
            input.takes().start();
        });
        ticksUntil(() -> input.takes().wordsProperty().get().contains("too short so far"));
        does(() -> input.takes().keep());
        assertThat(workspace.messageProperty().get()).startsWith("A profile needs 10 s of loud material");
        does(() -> input.stop());
        assertThat(taken).isEmpty();
    }

    @Test
    void aLiveMixStandsInTheMixsPlaceUntilItEnds() throws Exception {
        Path song = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 20);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("reference.wav"), 20);
        does(() -> workspace.addFiles(List.of(song, reference)));
        waitUntil(() -> workspace.isReady());
        double[] before = workspace.proposalProperty().get().correction().curveDb();
        begin(endless(world(40), 4));
        does(() -> input.live().onProperty().set(true));
        ticksUntil(() -> mix().filter(
                        m -> m.compared().provenance().origin().content().startsWith("live-"))
                .isPresent());
        ticksUntil(() -> input.live().wordsProperty().get().endsWith("s behind"));
        assertThat(workspace.derivation().measured())
                .as("what plays outside is never rendered")
                .isEmpty();
        ticksUntil(() -> !java.util.Arrays.equals(
                before, workspace.proposalProperty().get().correction().curveDb()));
        does(() -> input.live().onProperty().set(false));
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(workspace.proposalProperty().get().correction().curveDb()).isEqualTo(before);
        Path file = folder.resolve("last.wav");
        assertThat(file).as("nothing is written unless asked").doesNotExist();
        does(() -> input.keepLast(file));
        waitUntil(() -> Files.exists(file));
        waitUntil(() ->
                workspace.session().references().stream().anyMatch(t -> t.file().equals(Optional.of(file))));
    }

    private Optional<Subject> mix() {
        return workspace.tracks().mix().flatMap(m -> workspace.tracks().subject(m, Scope.PASSAGES));
    }

    @Test
    void withoutAnyMixALiveOneIsMade() throws Exception {
        begin(endless(world(20), 4));
        does(() -> input.live().onProperty().set(true));
        assertThat(workspace.session().mix()).isPresent();
        ticksUntil(() -> mix().isPresent());
        does(() -> input.stop());
        waitUntil(() -> slot(0).failureProperty().get().contains("Start it on Gather"));
    }

    /** A take is measured as its file is: at levels from −6 to −40 dB, in presence of a gap of 50 ms. */
    @Test
    void aTakeSaysWhatItsFileSays() throws Exception {
        StereoSource world = world(25);
        Measurements of = workspace
                .tracks()
                .importer()
                .figures(folder.resolve("world.wav"), Progress.NONE)
                .figures();
        int known = 0;
        for (double level : new double[] {-6, -20, -40}) {
            SimulatedInput device = device(world, SPEED);
            device.setGain(level);
            device.dropOut(9.3, 50);
            does(() -> {
                input.begin(device);
                input.takes().start();
            });
            int next = ++known;
            ticksUntil(() -> taken.size() == next);
            Measurements took = taken.get(next - 1).figures();
            assertThat(took.lufs() - level).isCloseTo(of.lufs(), within(0.1));
            assertThat(took.rangeLu()).isCloseTo(of.rangeLu(), within(0.1));
            does(() -> input.stop());
        }
    }

    @Test
    void theSimulatedInputPlaysAFileThatIsRemembered() throws Exception {
        does(() -> input.start());
        assertThat(input.stateProperty().get()).isEqualTo("Choose a file to simulate the input with.");
        Path file = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("world.wav"), 8);
        does(() -> input.listenToFile(file));
        ticksUntil(() -> input.shortTermLufsProperty().get() > -60);
        assertThat(input.peakDbtpProperty().get()).isFinite();
        assertThat(input.world()).contains(file);
        Path broken = Files.writeString(folder.resolve("broken.wav"), "no sound");
        does(() -> input.listenToFile(broken));
        waitUntil(() -> input.stateProperty().get().contains("broken.wav"));
    }
}
