package oakmirror.state.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.Phaser;
import java.util.concurrent.atomic.AtomicBoolean;
import oakmirror.QuickRandom;
import oakmirror.state.StateTest;
import org.junit.jupiter.api.Test;

/** Takes that begin and end while a device goes on. */
class TakesTest extends StateTest {

    private static final int RATE = 48000;
    private static final int ROUNDS = 40;

    /** What a device gives on a thread of its own until it is told to rest, which it says it does. */
    private static final class Device implements Runnable {
        private final Takes takes;
        private final AtomicBoolean plays = new AtomicBoolean();
        private final AtomicBoolean ends = new AtomicBoolean();
        private final Phaser rests = new Phaser(2);
        private final float[] block = new float[RATE / 10];

        Device(Takes takes) {
            this.takes = takes;
            QuickRandom random = new QuickRandom(1);
            for (int i = 0; i < block.length; i++) {
                block[i] = 0.2f * (random.nextFloat() - 0.5f);
            }
        }

        @Override
        public void run() {
            while (!ends.get()) {
                rests.arriveAndAwaitAdvance();
                while (plays.get()) {
                    takes.add(block, block, block.length);
                }
                rests.arriveAndAwaitAdvance();
            }
        }

        void play() {
            plays.set(true);
            rests.arriveAndAwaitAdvance();
        }

        void rest() {
            plays.set(false);
            rests.arriveAndAwaitAdvance();
        }
    }

    @Test
    void aBlockOnItsWayWhenTakingEndsIsOfNoLaterTake() throws Exception {
        Takes takes = new Takes(workspace);
        takes.listen(RATE);
        Device device = new Device(takes);
        Thread thread = new Thread(device, "device");
        thread.setDaemon(true);
        thread.start();
        for (int i = 0; i < ROUNDS; i++) {
            does(takes::start);
            device.play();
            waitUntil(() -> {
                takes.tick();
                return takes.wordsProperty().get().contains("loud,");
            });
            does(takes::stop);
            device.rest();
            does(takes::start);
            does(takes::tick);
            assertThat(takes.wordsProperty().get()).as("round " + i).startsWith("waiting for");
            does(takes::stop);
        }
        device.ends.set(true);
        does(takes::close);
    }
}
