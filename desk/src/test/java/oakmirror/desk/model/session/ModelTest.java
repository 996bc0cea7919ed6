package oakmirror.desk.model.session;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import oakmirror.audio.TimeRange;
import oakmirror.media.work.Background;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** A workspace without a window, with folders of its own. */
abstract class ModelTest {

    @TempDir
    Path folder;

    Background background;
    Workspace workspace;

    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    @BeforeEach
    void start() {
        System.setProperty("oakmirror.cache", folder.resolve("cache").toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        background = new Background(Platform::runLater);
        workspace = onFx(() -> new Workspace(background));
    }

    @AfterEach
    void end() {
        onFx(() -> {
            workspace.close();
            return true;
        });
        background.close();
    }

    static <T> T onFx(Callable<T> work) {
        return WaitForAsyncUtils.waitForAsyncFx(180_000, work);
    }

    void fx(Runnable work) {
        onFx(() -> {
            work.run();
            return true;
        });
    }

    static void waitUntil(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(180, TimeUnit.SECONDS, () -> onFx(condition));
    }

    TrackSlot slot(int index) {
        return onFx(() -> workspace.tracks().all().get(index));
    }

    double passageLufs(int index) {
        return onFx(() -> workspace
                .tracks()
                .all()
                .get(index)
                .measured(Scope.PASSAGES)
                .orElseThrow()
                .heardLufs());
    }

    void choose(int index, double from, double to) {
        fx(() -> workspace.changeTrack(index, "mark", t -> t.withPassage(new Passage("p", new TimeRange(from, to)))));
    }
}
