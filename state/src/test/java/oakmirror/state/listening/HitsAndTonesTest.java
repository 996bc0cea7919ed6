package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.audio.StereoSource;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.HitsAndTones.Part;
import oakmirror.state.task.Task;
import org.junit.jupiter.api.Test;

/** The demo heard in parts. */
class HitsAndTonesTest extends HeardFixture {

    private HitsAndTones parts() {
        return listening.hitsAndTones();
    }

    private void hear(Part part) {
        does(() -> parts().partProperty().set(part));
        waitUntil(() -> background.isIdle() && !parts().waitingProperty().get());
    }

    @Test
    void hitsAndTonesOfEveryTrackAreHeardAndAddUpToIt() {
        halvePassages();
        correctNothing();
        playing(true);
        hear(Part.HITS);
        for (int track = 0; track < 3; track++) {
            int index = track;
            does(() -> listening.hear(index));
            hear(Part.ALL);
            double[] all = heardPowers();
            hear(Part.HITS);
            double[] hits = heardPowers();
            hear(Part.TONES);
            double[] tones = heardPowers();
            // What is struck and what sustains have little in common, so that their energies add up about as they do.
            assertThat(10 * Math.log10((hits[0] + tones[0]) / all[0]))
                    .as("track %d", track)
                    .isCloseTo(0, within(1.5));
            assertThat(hits[0]).isBetween(0.05 * all[0], 0.95 * all[0]);
            assertThat(parts().share(slot(track)).orElseThrow().of(Zone.MID)).isBetween(0.02, 0.9);
        }
    }

    @Test
    void whatIsBeingTakenApartIsHeardWholeAndCancellingLeavesItSo() {
        does(() -> parts().toggle(Part.TONES));
        waitUntil(() -> parts().waitingProperty().get());
        waitUntil(() -> !background.shown().isEmpty());
        while (!background.shown().isEmpty()) {
            does(() -> List.copyOf(background.shown()).forEach(Task::cancel));
            waitUntil(background::isIdle);
        }
        assertThat(workspace.messageProperty().get()).startsWith("Cancelled: it is heard whole");
        assertThat(parts().waitingProperty().get()).isFalse();
        assertThat(parts().partProperty().get()).isEqualTo(Part.TONES);

        does(() -> parts().toggle(Part.HITS)); // asked for again, it is tried again
        waitUntil(() -> background.isIdle() && parts().share(slot(0)).isPresent());
    }

    @Test
    void anotherSessionIsHeardWhole() {
        does(() -> parts().partProperty().set(Part.HITS));
        does(() -> workspace.reset());
        assertThat(parts().partProperty().get()).isEqualTo(Part.ALL);
        waitUntil(background::isIdle);
    }

    @Test
    void whatSustainsIsWhatIsLeftOfTheWholeBySamples() {
        hear(Part.HITS);
        StereoSource whole = slot(1).audio().orElseThrow();
        float[][] all = new float[2][RATE];
        whole.read(30 * RATE, all[0], all[1], 0, RATE);
        float[][] hits = layers(whole);
        hear(Part.TONES);
        float[][] tones = layers(whole);
        assertThat(hits[0]).isNotEqualTo(all[0]);
        for (int side = 0; side < 2; side++) {
            for (int i = 0; i < RATE; i++) {
                float sum = hits[side][i] + tones[side][i];
                assertThat((double) sum).isCloseTo(all[side][i], within(1e-6)); // -120 dBFS
            }
        }
    }

    private float[][] layers(StereoSource whole) {
        float[][] read = new float[2][RATE];
        now(() -> listening.hitsAndTones().layersOf(whole)).read(30 * RATE, read[0], read[1], 0, RATE);
        return read;
    }

    /** Power of the last two seconds the device was given, once it was given as many more: of each side. */
    private double[] heardPowers() {
        does(() -> listening.seek(passageStart(listening.heardProperty().get())));
        hearFor(3);
        float[][] recent = device().recent(2 * RATE);
        double[] powers = new double[2];
        for (int side = 0; side < 2; side++) {
            for (float x : recent[side]) {
                powers[side] += (double) x * x;
            }
        }
        return powers;
    }
}
