package oakmirror.media.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;
import oakmirror.Signals;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorScene;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.parallel.Isolated;

@Isolated("looks at all threads")
class SimulatedOutputTest {

    private static MonitorScene playing(List<MonitorScene.Track> tracks, int heard) {
        return new MonitorScene(tracks, heard, Optional.empty(), false, 1, false, MonitorPath.STRAIGHT);
    }

    /** Two threads at one mixer would spoil what both play. */
    @Test
    void aClosedDeviceHasLeftItsMixer() {
        MonitorMixer mixer = new MonitorMixer(48000, AudioOutput.BLOCK);
        for (int i = 0; i < 20; i++) {
            SimulatedOutput output = new SimulatedOutput(48000);
            output.start(mixer);
            output.close();
            assertThat(Thread.getAllStackTraces().keySet().stream()
                            .filter(Thread::isAlive)
                            .map(Thread::getName))
                    .doesNotContain("oakmirror-simulated-output", "oakmirror-readahead");
        }
    }

    @Test
    void theSimulatedDevicesAreListedOpenedAndLost() {
        System.setProperty("oakmirror.output", "simulated");
        assertThat(Outputs.list()).containsExactly(Outputs.SIMULATED, Outputs.SECOND_SIMULATED);
        assertThat(Outputs.find("simulated-2")).isEqualTo(Outputs.SECOND_SIMULATED);
        assertThat(Outputs.find("gone")).isEqualTo(Outputs.SIMULATED);
        try (AudioOutput output = Outputs.open(Outputs.SECOND_SIMULATED, 44100).output()) {
            assertThat(output.device()).isEqualTo(Outputs.SECOND_SIMULATED);
            assertThat(output.isLost()).isFalse();
            ((SimulatedOutput) output).unplug();
            assertThat(output.isLost()).isTrue();
        } finally {
            System.clearProperty("oakmirror.output");
        }
        assertThat(Outputs.list()).contains(Outputs.SIMULATED);
        OutputDevice none = new OutputDevice("no such device", "none");
        try (AudioOutput output = Outputs.open(none, 44100).output()) {
            assertThat(output.device().id()).isIn("no such device", Outputs.SIMULATED.id());
        }
    }

    @Test
    void aDeviceThatRefusesIsNeverReplacedInSilence() throws Exception {
        Outputs.Opened opened = Outputs.open(Outputs.SYSTEM, 192000, format -> {
            throw new LineUnavailableException("busy");
        });
        assertThat(opened.output()).isInstanceOf(SimulatedOutput.class);
        assertThat(opened.refusal().orElseThrow()).contains("system output", "192000 Hz", "no sound");
    }

    @Test
    void aDeviceIsGivenTwentyFourBitsWhereItTakesThemAndDitheredSixteenOtherwise() throws Exception {
        for (int takes : new int[] {24, 16}) {
            SourceDataLine line = mock(SourceDataLine.class);
            AtomicReference<byte[]> given = new AtomicReference<>();
            when(line.isOpen()).thenReturn(true);
            when(line.write(any(), anyInt(), anyInt())).thenAnswer(call -> {
                given.compareAndSet(null, ((byte[]) call.getArgument(0)).clone());
                return call.getArgument(2);
            });
            doAnswer(call -> {
                        if (((AudioFormat) call.getArgument(0)).getSampleSizeInBits() > takes) {
                            throw new LineUnavailableException("too fine");
                        }
                        return null;
                    })
                    .when(line)
                    .open(any(), anyInt());
            try (JavaSoundOutput output = JavaSoundOutput.open(Outputs.SYSTEM, 48000, format -> line)) {
                assertThat(output.bits()).isEqualTo(takes);
                output.start(new MonitorMixer(48000, AudioOutput.BLOCK)); // silence
                while (given.get() == null) {
                    Thread.onSpinWait();
                }
            }
            assertThat(given.get()).hasSize(2 * takes / 8 * AudioOutput.BLOCK);
            Set<Integer> values = new TreeSet<>();
            int size = takes / 8;
            for (int at = 0; at < given.get().length; at += size) {
                values.add(
                        size == 3
                                ? given.get()[at + 2] << 16 | (given.get()[at + 1] & 0xFF) << 8 | given.get()[at] & 0xFF
                                : given.get()[at + 1] << 8 | given.get()[at] & 0xFF);
            }
            assertThat(values).as("dithered silence").containsExactly(-1, 0, 1);
        }
    }

    /** From the request to the first frame of the other track on the recording: within 20 ms, the device's own buffer apart. */
    @Test
    @Timeout(value = 30, unit = TimeUnit.SECONDS)
    void aSwitchIsOnTheRecordingWithinTwentyMilliseconds() {
        MonitorMixer mixer = new MonitorMixer(48000, 512);
        var silence = Signals.both(48000, new float[20 * 48000]);
        var tone = Signals.both(48000, Signals.tone(48000, -6, 20));
        var tracks = List.of(new MonitorScene.Track(silence, 1), new MonitorScene.Track(tone, 1));
        try (SimulatedOutput output = new SimulatedOutput(48000)) {
            mixer.setScene(playing(tracks, 0));
            output.start(mixer);
            for (int turn = 0; turn < 8; turn++) {
                mixer.setScene(playing(tracks, 0));
                waitUntil(output, output.framesTaken() + 4800);
                mixer.setScene(playing(tracks, 1));
                long asked =
                        output.framesTaken(); // after asking, so that it does not matter how long this thread was away
                waitUntil(output, asked + 4800);
                float[] recorded = output.given(asked, 4800)[0];
                int first = 0;
                while (Math.abs(recorded[first]) < 1e-4) {
                    first++;
                }
                assertThat(first / 48.0).as("milliseconds").isLessThan(20);
            }
        }
    }

    private static void waitUntil(SimulatedOutput output, long frames) {
        while (output.framesTaken() < frames) {
            Thread.onSpinWait();
        }
    }

    /** A device that goes away shows itself in one of three ways; each is noticed. */
    @Test
    @Timeout(value = 20, unit = TimeUnit.SECONDS)
    void aDeviceThatGoesAwayIsNoticed() throws Exception {
        MonitorMixer mixer = new MonitorMixer(48000, 512);
        SourceDataLine shortWrites = mock(SourceDataLine.class);
        when(shortWrites.isOpen()).thenReturn(true);
        when(shortWrites.write(any(), anyInt(), anyInt())).thenReturn(2048, 2048, 100);
        SourceDataLine closing = mock(SourceDataLine.class);
        when(closing.isOpen()).thenReturn(true, false);
        when(closing.write(any(), anyInt(), anyInt())).thenReturn(2048);
        SourceDataLine failing = mock(SourceDataLine.class);
        when(failing.write(any(), anyInt(), anyInt())).thenThrow(new IllegalStateException("gone"));
        for (SourceDataLine line : List.of(shortWrites, closing, failing)) {
            try (JavaSoundOutput output = JavaSoundOutput.open(Outputs.SYSTEM, 48000, format -> line)) {
                output.start(mixer);
                while (!output.isLost()) {
                    Thread.onSpinWait();
                }
            }
            verify(line).close();
        }
    }

    @Test
    @Timeout(value = 20, unit = TimeUnit.SECONDS)
    void keepsRealTimeAndWhatItWasGiven() {
        MonitorMixer mixer = new MonitorMixer(48000, 1024);
        var tone = Signals.both(48000, Signals.tone(48000, -6, 5));
        mixer.setScene(playing(List.of(new MonitorScene.Track(tone, 1)), 0));
        long start = System.nanoTime();
        try (SimulatedOutput output = new SimulatedOutput(48000)) {
            output.start(mixer);
            while (mixer.position() < 24000) {
                Thread.onSpinWait();
            }
            double seconds = (System.nanoTime() - start) * 1e-9;
            assertThat(seconds).as("half a second of sound takes half a second").isGreaterThan(0.4);
            float[][] recent = output.recent(4800);
            assertThat(recent[0]).hasSize(4800);
            float peak = 0;
            for (float x : recent[0]) {
                peak = Math.max(peak, x);
            }
            assertThat(peak).isBetween(0.49f, 0.51f);
            assertThat(recent[1]).isEqualTo(recent[0]);
        }
    }

    @Test
    @Timeout(value = 30, unit = TimeUnit.SECONDS)
    void switchingWhileItPlaysLeavesNoStepInTheRecording() {
        MonitorMixer mixer = new MonitorMixer(48000, 1024);
        var mix = Signals.both(48000, Signals.sine(48000, 220, -12, 20, 0));
        var reference = Signals.both(48000, Signals.sine(48000, 311, -12, 20, 40));
        var tracks = List.of(new MonitorScene.Track(mix, 1), new MonitorScene.Track(reference, 1));
        try (SimulatedOutput output = new SimulatedOutput(48000)) {
            for (int i = 0; i <= 20; i++) {
                mixer.setScene(playing(tracks, i % 2));
                if (i == 0) {
                    output.start(mixer);
                }
                long next = mixer.position() + 2400;
                while (mixer.position() < next) {
                    Thread.onSpinWait();
                }
            }
            float[] recorded = output.recent(48000)[0];
            // A sine's own steps, twice over while two sound, and what a fade of 10 ms adds to each.
            double own = 0.2512 * (2 * Math.PI * (220 + 311) / 48000 + Math.PI / 480);
            double largest = 0;
            for (int i = 1; i < recorded.length; i++) {
                largest = Math.max(largest, Math.abs(recorded[i] - recorded[i - 1]));
            }
            assertThat(recorded.length).isGreaterThan(40_000);
            assertThat(largest).isPositive().isLessThan(own + 1e-3);
        }
    }
}
