package oakmirror.dsp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import org.junit.jupiter.api.Test;

class PreRingingTest {

    private static final int RATE = 48000;

    private static StereoTone bell(Phase phase, double hz, double db, double q) {
        AnalogueSection section = AnalogueSection.bell(hz, db, q);
        return StereoTone.alike(new ToneFilter(phase, List.of(section), section::gainDb));
    }

    /** A burst goes through the filter itself, as cosine and as sine, so that their envelope is known at any moment. */
    @Test
    void itIsWhatComesOfABurstBeforeItsAttack() {
        StereoTone tone = bell(Phase.LINEAR, 80, 6, 2);
        PreRinging told = PreRinging.of(tone, RATE).orElseThrow();
        double[] taps = LinearPhase.design(tone.middle().curve(), RATE, 1);
        FirConvolver filter = new FirConvolver(taps, 0, FirConvolver.part(RATE));
        int attack = RATE / 2;
        float[] cosine = new float[2 * RATE];
        float[] sine = new float[2 * RATE];
        for (int i = attack; i < cosine.length; i++) {
            double turn = 2 * Math.PI * told.hz() * (i - attack) / RATE;
            cosine[i] = (float) Math.cos(turn);
            sine[i] = (float) Math.sin(turn);
        }
        filter.process(cosine, sine, 0, cosine.length);
        int arrives = attack + taps.length / 2 + filter.latencyFrames();
        double steady = envelope(cosine, sine, arrives + RATE / 2);
        double most = 0;
        for (int i = 0; i <= arrives - 240; i++) {
            most = Math.max(most, envelope(cosine, sine, i));
        }
        assertThat(told.db()).isCloseTo(Decibels.ofAmplitude(most / steady), within(0.05));
        int first = 0;
        while (envelope(cosine, sine, first) < 0.001 * steady) {
            first++;
        }
        assertThat(told.seconds()).isCloseTo((double) (arrives - first) / RATE, within(0.0005));
        assertThat(told.hz()).as("where the curve bends most").isBetween(50.0, 130.0);
    }

    private static double envelope(float[] cosine, float[] sine, int at) {
        return Math.hypot(cosine[at], sine[at]);
    }

    @Test
    void itGrowsWithTheBellAndIsNoneWhereNothingIsHeard() {
        double little =
                PreRinging.of(bell(Phase.LINEAR, 80, 2, 1), RATE).orElseThrow().db();
        double more =
                PreRinging.of(bell(Phase.LINEAR, 80, 6, 1), RATE).orElseThrow().db();
        double narrow =
                PreRinging.of(bell(Phase.LINEAR, 80, 6, 4), RATE).orElseThrow().db();
        assertThat(more).isGreaterThan(little + 6);
        assertThat(narrow).isGreaterThan(more);
        assertThat(PreRinging.of(bell(Phase.MINIMUM, 80, 6, 4), RATE)).isEmpty();
        assertThat(PreRinging.of(bell(Phase.LINEAR, 6000, 6, 1), RATE))
                .as("over before the attack uncovers it")
                .isEmpty();
        assertThat(PreRinging.of(StereoTone.alike(new ToneFilter(Phase.LINEAR, List.of(), hz -> 0)), RATE))
                .isEmpty();
    }

    @Test
    void theWorseOfMiddleAndSideIsTold() {
        ToneFilter middle = bell(Phase.LINEAR, 80, 1, 1).middle();
        ToneFilter side = bell(Phase.LINEAR, 80, 6, 3).middle();
        assertThat(PreRinging.of(new StereoTone(middle, side), RATE))
                .isEqualTo(PreRinging.of(StereoTone.alike(side), RATE));
    }
}
