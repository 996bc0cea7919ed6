package oakmirror.state.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** How a piece of work ends: once, in one way, and never for an owner that has gone. */
class TasksTest {

    private final Turns turns = new Turns();
    private final Steps steps = new Steps(new Random(1));
    private final Background background = new Background(turns, (name, count) -> steps);
    private final Tasks tasks = new Tasks(background);
    private final List<String> happened = new ArrayList<>();

    @AfterEach
    void end() {
        background.close();
    }

    private void all() {
        while (steps.step()) {
            turns.run();
        }
        turns.run();
    }

    private void run(Task task, Work<String> work) {
        task.run(work, happened::add, failure -> happened.add(failure.sentence()));
    }

    @Test
    void whatIsDoneIsTakenAndShownNoMore() {
        Task task = tasks.shown(Kind.IMPORT, "Reading “x”");
        run(task, progress -> {
            progress.report(0.5);
            return "made";
        });
        assertThat(background.shown()).containsExactly(task);
        assertThat(happened).isEmpty();
        all();
        assertThat(happened).containsExactly("made");
        assertThat(task.fractionProperty().get()).isEqualTo(0.5);
        assertThat(background.shown()).isEmpty();
        assertThat(tasks.count()).isZero();
    }

    @Test
    void whatHasNotBegunIsCancelledAtOnceAndWhatRunsAsSoonAsItCan() {
        Task waiting = tasks.shown(Kind.IMPORT, "Reading “x”");
        run(waiting, progress -> "never");
        waiting.cancel();
        assertThat(happened).containsExactly("Reading “x” was cancelled. Try again if you need it.");
        happened.clear();
        Task running = tasks.shown(Kind.IMPORT, "Reading “y”");
        run(running, progress -> {
            running.cancel(); // while it runs
            assertThat(happened).isEmpty();
            progress.check(0.5);
            return "never";
        });
        all();
        assertThat(happened).containsExactly("Reading “y” was cancelled. Try again if you need it.");
        happened.clear();
        Task late = tasks.shown(Kind.RENDER, "Writing");
        run(late, progress -> {
            late.cancel();
            return "written"; // too late: what was done is said
        });
        all();
        assertThat(happened).containsExactly("written");
    }

    @Test
    void anOwnersEndCancelsAllOfItAndNothingComesAfter() {
        run(tasks.shown(Kind.RENDER, "Rendering x.wav"), progress -> "never");
        Task asked = tasks.shown(Kind.RENDER, "Rendering y.wav")
                .otherwise(failure -> happened.add(failure.sentence())); // waits for something before it runs
        tasks.later(0, () -> happened.add("never"));
        tasks.end("another session was opened");
        assertThat(happened)
                .containsExactly(
                        "Rendering x.wav was cancelled: another session was opened.",
                        "Rendering y.wav was cancelled: another session was opened.");
        assertThat(background.shown()).isEmpty();
        run(asked, progress -> "never");
        all();
        assertThat(happened).hasSize(2);
        run(tasks.task(Kind.QUICK, "Next"), progress -> "of the next session");
        all();
        assertThat(happened).endsWith("of the next session");
    }

    @Test
    void whatIsAskedForInTheMiddleOfAnEndIsNotBegun() {
        tasks.task(Kind.QUICK, "First")
                .run(progress -> 1, n -> {}, failure -> run(tasks.shown(Kind.QUICK, "Again"), p -> "never"));
        tasks.end("it was enough");
        assertThat(background.shown()).isEmpty();
        all();
        assertThat(happened).isEmpty();
        assertThat(tasks.count()).isZero();
    }

    @Test
    void whatIsSupersededTellsNobody() {
        Task task = tasks.shown(Kind.IMPORT, "Reading “x”");
        run(task, progress -> "never");
        task.supersede();
        all();
        assertThat(happened).isEmpty();
        assertThat(background.shown()).isEmpty();
    }

    @Test
    void ofWhatIsShownOnlyTheLatestIsAndItCanBeCancelled() {
        Latest<String> songs = tasks.latestShown(Kind.PREVIEW, "Reading the songs");
        for (int i = 0; i < 4; i++) {
            int n = i;
            songs.submit(progress -> "songs " + n, happened::add, failure -> happened.add(failure.sentence()));
        }
        assertThat(background.shown()).as("what runs, and what waits for it").hasSize(2);
        all();
        assertThat(happened).as("what runs, and the latest").containsExactly("songs 0", "songs 3");
        assertThat(background.shown()).isEmpty();
        songs.submit(progress -> "never", happened::add, failure -> happened.add(failure.sentence()));
        List.copyOf(background.shown()).forEach(Task::cancel);
        assertThat(happened).last().isEqualTo("Reading the songs was cancelled. Try again if you need it.");
        songs.submit(progress -> "again", happened::add, failure -> happened.add(failure.sentence()));
        all();
        assertThat(happened).last().isEqualTo("again");
    }

    @Test
    void whatIsDroppedGoesWithoutAWord() {
        Latest<String> songs = tasks.latestShown(Kind.PREVIEW, "Reading the songs");
        songs.submit(progress -> "never", happened::add);
        songs.submit(progress -> "never", happened::add);
        songs.drop();
        assertThat(background.shown()).isEmpty();
        songs.submit(progress -> "next", happened::add);
        all();
        assertThat(happened).containsExactly("next");
    }

    @Test
    void aFailureIsToldUnlessSomebodyTakesIt() {
        background.tellTo(happened::add);
        tasks.task(Kind.DISK, "Looking")
                .run(
                        progress -> {
                            throw new IllegalStateException("on purpose");
                        },
                        made -> {});
        tasks.task(Kind.DISK, "Looking")
                .run(
                        progress -> {
                            throw new CancellationException();
                        },
                        made -> {});
        all();
        assertThat(happened).containsExactly("Looking failed; see the log.");
    }
}
