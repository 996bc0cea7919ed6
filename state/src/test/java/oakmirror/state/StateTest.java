package oakmirror.state;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import oakmirror.audio.TimeRange;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.state.task.Background;
import oakmirror.state.task.Turns;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** A workspace of its own for each test, without a window, with folders of its own. */
public abstract class StateTest {

    @TempDir
    protected Path folder;

    protected final Turns turns = new Turns();
    protected Background background;
    protected Workspace workspace;

    @BeforeEach
    void start() {
        System.setProperty("oakmirror.cache", cache().toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.setProperty("oakmirror.output", "simulated");
        background = new Background(turns);
        workspace = now(() -> new Workspace(background));
    }

    /** Where decoded audio is kept: for each test anew. */
    protected Path cache() {
        return folder.resolve("cache");
    }

    @AfterEach
    void end() {
        now(() -> {
            workspace.close();
            return true;
        });
        background.close();
    }

    protected <T> T now(Callable<T> question) {
        return turns.now(question);
    }

    protected void does(Runnable work) {
        turns.run();
        work.run();
    }

    protected void waitUntil(Callable<Boolean> condition) {
        turns.until(condition);
    }

    protected TrackSlot slot(int index) {
        return now(() -> workspace.tracks().all().get(index));
    }

    protected double passageLufs(int index) {
        return now(() -> workspace
                .tracks()
                .all()
                .get(index)
                .measured(Scope.PASSAGES)
                .orElseThrow()
                .heardLufs());
    }

    protected void choose(int index, double from, double to) {
        does(() -> workspace.changeTrack(index, "mark", t -> t.withPassage(new Passage("p", new TimeRange(from, to)))));
    }
}
