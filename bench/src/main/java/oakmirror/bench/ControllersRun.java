package oakmirror.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import java.util.concurrent.locks.LockSupport;
import javafx.application.Platform;
import oakmirror.Signals;
import oakmirror.media.TestFiles;
import oakmirror.media.device.AudioOutput;
import oakmirror.media.device.SimulatedController;
import oakmirror.media.device.SimulatedOutput;
import oakmirror.media.file.OutputFormat;
import oakmirror.state.controllers.Dials;
import oakmirror.state.controllers.Surfaces;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Passages;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.surface.Binding;
import oakmirror.surface.Sense;

/**
 * How long it takes from the message of a simulated controller until the simulated device is given the first frame that sounds different. The argument is a folder to
 * work in.
 */
public final class ControllersRun {

    private static final int RATE = 48000;
    private static final int TIMES = 300;
    private static final int WAIT_MILLIS = 60;
    private static final float LEVEL = 0.25f;
    private static final double CHANGED = 0.02;

    private ControllersRun() {}

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        Path folder = Path.of(args[0]);
        System.setProperty("oakmirror.cache", folder.resolve("cache").toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.setProperty("oakmirror.output", "simulated");
        Path file = folder.resolve("level.wav");
        float[] level = Signals.white(60 * RATE, 1e-4, 1);
        for (int i = 0; i < level.length; i++) {
            level[i] += LEVEL;
        }
        Files.createDirectories(folder);
        TestFiles.write(file, OutputFormat.WAV_FLOAT, RATE, level, level);
        CountDownLatch started = new CountDownLatch(1);
        Platform.startup(started::countDown);
        started.await();
        SimulatedController controller = new SimulatedController();
        Listening listening = on(() -> begin(controller, file));
        while (!on(() -> listening.playingProperty().get())) {
            on(() -> {
                listening.togglePlay();
                return null;
            });
            Thread.sleep(WAIT_MILLIS);
        }
        SimulatedOutput device = (SimulatedOutput) listening.output().output().orElseThrow();
        Random random = new Random(1);
        double[] millis = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            Thread.sleep(WAIT_MILLIS);
            LockSupport.parkNanos(random.nextInt(10_000_000));
            long at = device.framesTaken();
            float before = device.recent(1)[0][0];
            controller.press(0, true);
            controller.press(0, false);
            Thread.sleep(WAIT_MILLIS);
            float[] after = device.given(at, (int) (device.framesTaken() - at))[0];
            int first = 0;
            while (first < after.length && Math.abs(after[first] / before - 1) < CHANGED) {
                first++;
            }
            millis[i] = 1000.0 * first / RATE;
        }
        Arrays.sort(millis);
        double block = 1000.0 * AudioOutput.BLOCK / RATE;
        System.out.printf(
                Locale.ROOT,
                "figure controllers.message-to-sound %.2f (ms beyond a block of %.2f, nine in ten of %d; half %.2f, all %.2f)%n",
                millis[TIMES * 9 / 10] - block,
                block,
                TIMES,
                millis[TIMES / 2] - block,
                millis[TIMES - 1] - block);
        System.exit(0);
    }

    private static Listening begin(SimulatedController controller, Path file) {
        Background background = new Background(Platform::runLater);
        Workspace workspace = new Workspace(background);
        Listening listening = new Listening(workspace);
        Blind blind = new Blind(workspace, listening, new VersionsHeard(workspace, listening), new Random(1));
        Dials dials = new Dials(workspace, listening, new Passages(workspace), blind);
        var dimmed = listening.monitor().dimmedProperty();
        dials.actions().add("dim", "Dim", () -> dimmed.set(!dimmed.get()));
        Surfaces surfaces =
                new Surfaces(background, new Settings(background), workspace, dials.actions(), controller, () -> {});
        surfaces.start();
        controller.setPlugged(true);
        surfaces.setOn(true);
        surfaces.add(new Binding(SimulatedController.button(0), Sense.PRESS, "command/dim"));
        workspace.addFiles(List.of(file));
        return listening;
    }

    private static <T> T on(Callable<T> question) throws Exception {
        FutureTask<T> task = new FutureTask<>(question);
        Platform.runLater(task);
        return task.get();
    }
}
