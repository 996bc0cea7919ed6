package oakmirror.state;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import oakmirror.audio.TimeRange;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.state.listening.Listening;
import oakmirror.state.task.Background;
import oakmirror.state.task.Turns;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.state.workspace.Workspace.Saved;
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
    protected Listening listening;

    @BeforeEach
    void start() {
        System.setProperty("oakmirror.cache", cache().toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        System.setProperty("oakmirror.output", "simulated");
        background = new Background(turns);
        workspace = now(() -> new Workspace(background));
        listening = now(() -> new Listening(workspace));
    }

    /** Where decoded audio is kept: for each test anew. */
    protected Path cache() {
        return folder.resolve("cache");
    }

    @AfterEach
    void end() {
        now(() -> {
            listening.close();
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
        Turns.take(work);
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

    /** Keeps the session in a file, whatever is there. */
    protected void save(Path file) {
        List<Saved> saved = new ArrayList<>();
        does(() -> workspace.save(file, true, saved::add));
        waitUntil(() -> saved.equals(List.of(Saved.DONE)));
    }

    /** Opens a session's file; returns why it cannot be read, if so. */
    protected Optional<String> open(Path file) {
        List<Optional<String>> opened = new ArrayList<>();
        does(() -> workspace.open(file, opened::add));
        waitUntil(() -> !opened.isEmpty());
        return opened.get(0);
    }

    protected void choose(int index, double from, double to) {
        does(() -> workspace.changeTrack(index, "mark", t -> t.withPassage(new Passage("p", new TimeRange(from, to)))));
    }
}
