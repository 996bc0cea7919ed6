package oakmirror.state.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Work that is asked for, finished, failed, cancelled, superseded in any order while sessions are opened and closed, also in the middle of it: nothing of a
 * session that has gone runs on, is shown, or is taken.
 */
class InterleavingTest {

    private static final int ORDERS = 10_000;
    private static final int EVENTS = 40;
    private static final int OWNERS = 2;

    @Test
    void inNoOrderDoesAnythingHappenForASessionThatHasGone() {
        int[] ends = new int[4];
        for (int seed = 0; seed < ORDERS; seed++) {
            new Order(seed).run(ends);
        }
        assertThat(ends)
                .as("done, failed, cancelled, silent: each happens often")
                .doesNotContain(0);
        for (int each : ends) {
            assertThat(each).isGreaterThan(ORDERS);
        }
    }

    /** What was asked for, and by which session of which owner. */
    private record Asked(int owner, int session, boolean isShown) {}

    private static final class Order {

        private final int seed;
        private final Random random;
        private final Turns turns = new Turns();
        private final Steps steps;
        private final Background background;
        private final List<Tasks> owners = new ArrayList<>();
        private final List<Latest<Asked>> lanes = new ArrayList<>();
        private final int[] session = new int[OWNERS];
        private final boolean[] closed = new boolean[OWNERS];
        private final Map<Task, Asked> asked = new HashMap<>();
        private final int[] ends = new int[3];
        private int count;
        private int made;
        private int depth;
        private int ending = -1;

        Order(int seed) {
            this.seed = seed;
            random = new Random(seed);
            steps = new Steps(random);
            background = new Background(turns, (name, n) -> steps);
            background.tellTo(sentence -> {});
            for (int i = 0; i < OWNERS; i++) {
                owners.add(new Tasks(background));
                lanes.add(
                        i % 2 == 0
                                ? owners.get(i).latestShown(Kind.PREVIEW, "Lane")
                                : owners.get(i).latest(Kind.QUICK, "Lane"));
            }
        }

        void run(int[] total) {
            for (int i = 0; i < EVENTS; i++) {
                event();
                nothingIsLeftOfWhatHasGone();
            }
            do {
                turns.run();
                nothingIsLeftOfWhatHasGone();
            } while (steps.step());
            turns.run();
            assertThat(background.shown()).as("shown at the end of %d", seed).isEmpty();
            assertThat(owners).as("living at the end of %d", seed).allMatch(o -> o.count() == 0);
            assertThat(background.isIdle()).isTrue();
            for (int i = 0; i < ends.length; i++) {
                total[i] += ends[i];
            }
            total[3] += made - ends[0] - ends[1] - ends[2];
            background.close();
        }

        private void event() {
            int owner = random.nextInt(OWNERS);
            switch (random.nextInt(10)) {
                case 0, 1 -> submit(owner);
                case 2 -> lane(owner);
                case 3 -> any().cancel();
                case 4 -> any().supersede();
                case 5, 6 -> steps.step();
                case 7, 8 -> turns.run();
                default -> end(owner);
            }
        }

        private Task any() {
            List<Task> all = List.copyOf(asked.keySet());
            return all.isEmpty() ? owners.get(0).task(Kind.QUICK, "None") : all.get(random.nextInt(all.size()));
        }

        private void submit(int owner) {
            Asked what = new Asked(owner, session[owner], random.nextBoolean());
            Tasks tasks = owners.get(owner);
            Task task = what.isShown() ? tasks.shown(Kind.RENDER, "Work") : tasks.task(Kind.DISK, "Work");
            if (task.isEnded()) {
                return; // asked for in the middle of an end
            }
            made++;
            asked.put(task, what);
            task.run(progress -> compute(progress, what), done -> taken(what), failure -> failed(what, failure));
        }

        private void lane(int owner) {
            Asked what = new Asked(owner, session[owner], owner % 2 == 0);
            if (closed[owner] || ending == owner) {
                return;
            }
            made++;
            lanes.get(owner)
                    .submit(progress -> compute(progress, what), done -> taken(what), failure -> failed(what, failure));
        }

        /** In the middle of a piece of work anything may happen on the state's thread. */
        private Asked compute(oakmirror.audio.Progress progress, Asked what) {
            progress.report(0.3);
            depth++;
            for (int i = random.nextInt(3); i > 0 && depth < 3; i--) {
                event();
                nothingIsLeftOfWhatHasGone();
            }
            depth--;
            if (random.nextInt(4) == 0) {
                throw new IllegalStateException("on purpose");
            }
            if (random.nextBoolean()) {
                progress.check(0.6);
            }
            return what;
        }

        private void end(int owner) {
            ending = owner;
            if (random.nextInt(6) == 0) {
                closed[owner] = true;
                owners.get(owner).close();
            } else {
                owners.get(owner).end("another was opened");
            }
            ending = -1;
            session[owner]++;
        }

        private void taken(Asked what) {
            ends[0]++;
            assertThat(what.session())
                    .as("taken for a session that has gone, %d", seed)
                    .isEqualTo(session[what.owner()]);
            assertThat(closed[what.owner()]).isFalse();
            again(what.owner());
        }

        private void failed(Asked what, Failure failure) {
            ends[failure.isCancelled() ? 2 : 1]++;
            assertThat(what.session())
                    .as("told of a session that has gone, %d", seed)
                    .isEqualTo(session[what.owner()]);
            if (failure.isAbandoned()) {
                assertThat(ending).isEqualTo(what.owner());
            }
            again(what.owner());
        }

        /** Whoever takes something often asks for the next. */
        private void again(int owner) {
            if (random.nextInt(3) == 0 && count++ < EVENTS) {
                submit(owner);
            }
        }

        private void nothingIsLeftOfWhatHasGone() {
            for (Task task : background.shown()) {
                Asked of = asked.get(task);
                assertThat(task.isEnded()).isFalse();
                if (of != null) {
                    assertThat(of.session())
                            .as("shown of a session that has gone, %d", seed)
                            .isEqualTo(session[of.owner()]);
                }
            }
            for (int i = 0; i < OWNERS; i++) {
                if (closed[i]) {
                    assertThat(owners.get(i).count()).isZero();
                }
            }
        }
    }
}
