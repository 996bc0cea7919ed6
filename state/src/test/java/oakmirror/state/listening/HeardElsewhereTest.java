package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** The demo heard at listening places. */
class HeardElsewhereTest extends HeardFixture {

    private Elsewhere elsewhere() {
        return listening.elsewhere();
    }

    /** Hears everything at a place, once all that is needed for it is known. */
    private void go(String id) {
        does(() -> elsewhere().look(() -> elsewhere().chosenProperty().set(Optional.of(id))));
        waitUntil(() -> elsewhere().place().isPresent());
        settle();
    }

    private void settle() {
        waitUntil(() -> background.isIdle() && elsewhere().isSettled());
    }

    @Test
    void tracksThatAreMatchedHereAreMatchedThere() throws Exception {
        halvePassages();
        correctNothing();
        playing(true);
        double here = heardLufs(0);
        go("phone");
        listening.takeOutputPeak();
        double[] lufs = new double[4];
        for (int i = 0; i < 4; i++) {
            lufs[i] = heardLufs(i);
        }
        System.out.printf(
                "On a phone, by FFmpeg's meter: %.3f %.3f %.3f %.3f LUFS; here %.3f%n",
                lufs[0], lufs[1], lufs[2], lufs[3], here);
        for (int i = 1; i < 4; i++) {
            assertThat(lufs[i]).as("track %d", i).isCloseTo(lufs[0], within(0.1));
        }
        assertThat(listening.takeOutputPeak()).as("with noise on top").isBetween(0.1, 1.0);
        // Noise 16 LU below adds a tenth; all may have come down to make room for peaks.
        assertThat(lufs[0]).isLessThan(here + 0.3);
    }

    @Test
    void theCorrectedMixIsAsLoudThereAsTheMix() throws Exception {
        halvePassages();
        waitUntil(background::isIdle);
        playing(true);
        go("small-speaker");
        double asIs = heardLufs(0);
        does(() -> listening.correctedProperty().set(true));
        settle();
        assertThat(heardLufs(0)).isCloseTo(asIs, within(0.1));
    }

    @Test
    void aBlindComparisonIsHeldThereAtEqualLoudness() throws Exception {
        halvePassages();
        correctNothing();
        playing(true);
        go("small-speaker");
        Blind blind =
                now(() -> new Blind(workspace, listening, new VersionsHeard(workspace, listening), new Random(3)));
        does(() -> blind.startAbx(blind.items().get(0), blind.items().get(1), 3));
        settle();
        double[] lufs = new double[2];
        for (int letter = 0; letter < 2; letter++) {
            int index = letter;
            does(() -> blind.hear(index));
            settle();
            lufs[letter] = heardLufs();
        }
        assertThat(elsewhere().place()).isPresent();
        assertThat(lufs[1]).isCloseTo(lufs[0], within(0.1));
        does(blind::stop);
        assertThat(elsewhere().place()).as("and one stays there").isPresent();
    }
}
