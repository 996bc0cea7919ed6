package oakmirror.media.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.TargetDataLine;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Devices that are listened to: simulated ones, and Java Sound's through lines that are not there. */
@Timeout(120)
class InputsTest {

    private static final InputDevice LINE_IN = new InputDevice("line", "line in");

    private static void waitUntil(BooleanSupplier condition) throws InterruptedException {
        while (!condition.getAsBoolean()) {
            TimeUnit.MILLISECONDS.sleep(5);
        }
    }

    private static Clip tone(double seconds) {
        float[] tone = Signals.tone(48000, -6, seconds);
        return Signals.clip(48000, ChannelLayout.stereo(), tone, tone);
    }

    /** What an input has handed on so far. */
    private static final class Heard implements AudioInput.Sink {
        private final List<Float> left = new ArrayList<>();

        @Override
        public synchronized void take(float[] l, float[] r, int frames) {
            for (int i = 0; i < frames; i++) {
                left.add(l[i]);
            }
        }

        synchronized int frames() {
            return left.size();
        }

        synchronized float at(int frame) {
            return left.get(frame);
        }
    }

    @Test
    void theSimulatedInputPlaysItsWorldOverAndOverAtAnyLevel() throws Exception {
        Clip world = tone(0.5);
        SimulatedInput input = new SimulatedInput(Inputs.SIMULATED, world, 200, true);
        input.setGain(-6.0206);
        Heard heard = new Heard();
        input.start(heard);
        waitUntil(() -> heard.frames() > 60_000);
        input.close();
        int frames = heard.frames();
        assertThat(input.given()).isEqualTo(frames);
        for (int i = 0; i < 48_000; i += 997) {
            int block = i / 512 * 512;
            long from = block % world.frames() + (i - block); // past its end a block is silent
            float expected = from < world.frames() ? world.channels()[0][(int) from] / 2 : 0;
            assertThat(heard.at(i)).isCloseTo(expected, within(1e-5f));
        }
        assertThat(input.isLost()).isFalse();
        assertThat(input.overloads()).isZero();
        assertThat(input.latencySeconds()).isCloseTo(512 / 48000.0, within(1e-9));
    }

    @Test
    void itDropsOutAndIsUnplugged() throws Exception {
        SimulatedInput input = new SimulatedInput(Inputs.SIMULATED, tone(4), 200, false);
        input.dropOut(1, 50);
        Heard heard = new Heard();
        input.start(heard);
        waitUntil(() -> heard.frames() > 96_000);
        for (int i = 48_000; i < 48_000 + 2_400; i++) {
            assertThat(heard.at(i)).isZero();
        }
        boolean after = false;
        for (int i = 50_400; i < 50_500; i++) {
            after |= heard.at(i) != 0;
        }
        assertThat(after).isTrue();
        input.unplug();
        assertThat(input.isLost()).isTrue();
        int frames = heard.frames();
        input.close();
        assertThat(heard.frames()).isBetween(frames, frames + 2 * 512);
    }

    @Test
    void theSimulatedInputIsAlwaysListedLast() {
        List<InputDevice> devices = Inputs.list();
        assertThat(devices.get(devices.size() - 1)).isEqualTo(Inputs.SIMULATED);
        assertThat(Inputs.simulated(tone(0.1)).sampleRate()).isEqualTo(48000);
    }

    /** How a line behaves. */
    private enum Mode {
        WELL,
        NOTHING_MORE,
        ANOTHER_RATE,
        FAILS
    }

    /** A line that gives a ramp of whole numbers in the form that it is opened with. */
    private static TargetDataLine ramp(int bits, AtomicReference<Mode> mode) throws LineUnavailableException {
        TargetDataLine line = mock(TargetDataLine.class);
        AudioFormat[] opened = new AudioFormat[1];
        doAnswer(call -> {
                    AudioFormat format = call.getArgument(0);
                    if (format.getSampleSizeInBits() > bits) {
                        throw new IllegalArgumentException("not so fine");
                    }
                    opened[0] = format;
                    return null;
                })
                .when(line)
                .open(any(), anyInt());
        when(line.isOpen()).thenReturn(true);
        when(line.getBufferSize()).thenReturn(1 << 16);
        when(line.getFormat())
                .thenAnswer(call ->
                        mode.get() == Mode.ANOTHER_RATE ? new AudioFormat(44100, 24, 2, true, false) : opened[0]);
        when(line.read(any(), anyInt(), anyInt())).thenAnswer(call -> {
            byte[] into = call.getArgument(0);
            if (mode.get() == Mode.FAILS) {
                throw new IllegalStateException("gone");
            }
            if (mode.get() == Mode.NOTHING_MORE) {
                return 0;
            }
            int size = opened[0].getSampleSizeInBits() / 8;
            for (int i = 0; i < into.length / (2 * size); i++) {
                int value = (i - 256) << 8 * (size - 1) - 8;
                for (int side = 0; side < 2; side++) {
                    for (int b = 0; b < size; b++) {
                        into[(2 * i + side) * size + b] = (byte) ((side == 0 ? value : -value) >> 8 * b);
                    }
                }
            }
            return into.length;
        });
        return line;
    }

    @Test
    void whatADeviceGivesIsReadInTheFinestFormItHas() throws Exception {
        for (int bits : new int[] {24, 16}) {
            AtomicReference<Mode> mode = new AtomicReference<>(Mode.WELL);
            TargetDataLine line = ramp(bits, mode);
            Inputs.Opened opened = Inputs.open(LINE_IN, format -> line);
            AudioInput input = opened.input().orElseThrow();
            assertThat(opened.refusal()).isEmpty();
            assertThat(input.device()).isEqualTo(LINE_IN);
            assertThat(input.sampleRate()).isEqualTo(48000);
            CountDownLatch first = new CountDownLatch(1);
            float[][] got = new float[2][];
            input.start((l, r, n) -> {
                if (first.getCount() > 0) {
                    got[0] = l.clone();
                    got[1] = r.clone();
                    first.countDown();
                }
            });
            assertThat(first.await(60, TimeUnit.SECONDS)).isTrue();
            input.close();
            for (int i = 0; i < 512; i++) {
                float expected = (i - 256) / 32768f;
                assertThat(got[0][i]).isCloseTo(expected, within(1e-6f));
                assertThat(got[1][i]).isCloseTo(-expected, within(1e-6f));
            }
        }
    }

    @Test
    void aDeviceThatGivesLessOrAnotherRateIsLostAndAFullOneCounted() throws Exception {
        AtomicReference<Mode> mode = new AtomicReference<>(Mode.WELL);
        TargetDataLine less = ramp(24, mode);
        when(less.available()).thenReturn(1 << 16);
        AudioInput input = Inputs.open(LINE_IN, format -> less).input().orElseThrow();
        input.start((l, r, n) -> {});
        waitUntil(() -> input.overloads() > 3);
        assertThat(input.isLost()).isFalse();
        mode.set(Mode.NOTHING_MORE);
        waitUntil(input::isLost);
        input.close();

        mode.set(Mode.WELL);
        TargetDataLine other = ramp(24, mode);
        AudioInput changing = Inputs.open(LINE_IN, format -> other).input().orElseThrow();
        changing.start((l, r, n) -> {});
        assertThat(changing.isLost()).isFalse();
        mode.set(Mode.ANOTHER_RATE);
        waitUntil(changing::isLost);
        changing.close();

        mode.set(Mode.FAILS);
        TargetDataLine failing = ramp(24, mode);
        AudioInput broken = Inputs.open(LINE_IN, f -> failing).input().orElseThrow();
        broken.start((l, r, n) -> {});
        waitUntil(broken::isLost);
        broken.close();
    }

    @Test
    void aDeviceThatIsTakenIsRefusedWithASentence() throws Exception {
        TargetDataLine line = mock(TargetDataLine.class);
        doThrow(new LineUnavailableException("busy")).when(line).open(any(), anyInt());
        Inputs.Opened opened = Inputs.open(LINE_IN, format -> line);
        assertThat(opened.input()).isEmpty();
        assertThat(opened.refusal())
                .isEqualTo(
                        "“line in” can’t be opened for input. Close other programs that use it, or choose another input.");
        AtomicInteger tried = new AtomicInteger();
        Inputs.open(LINE_IN, format -> {
            tried.incrementAndGet();
            throw new LineUnavailableException("none");
        });
        assertThat(tried).as("two rates in two forms").hasValue(4);
    }
}
