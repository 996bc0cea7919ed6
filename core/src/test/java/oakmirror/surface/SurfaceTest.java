package oakmirror.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import oakmirror.surface.Control.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SurfaceTest {

    private static final Control KNOB = new Control("Desk", Kind.CONTROLLER, 1, 20);
    private static final Control BUTTON = new Control("Desk", Kind.NOTE, 1, 36);

    @TempDir
    Path folder;

    /** Values that can be moved, and the commands that were done. */
    private static final class Done implements Surface.Effects {
        private final Map<String, Double> values = new HashMap<>(Map.of("value/volume", 0.5));
        private final List<String> presses = new ArrayList<>();
        private int steps;

        @Override
        public void press(String does) {
            presses.add(does);
        }

        @Override
        public double place(String does) {
            return values.getOrDefault(does, Double.NaN);
        }

        @Override
        public void put(String does, double place) {
            values.put(does, place);
        }

        @Override
        public void step(String does, int by) {
            steps += by;
        }

        double volume() {
            return values.get("value/volume");
        }
    }

    private final Done done = new Done();
    private final Surface surface = new Surface();

    private void bind(Control control, Sense sense, String does) {
        surface.bind(Bindings.NONE.with(new Binding(control, sense, does)));
    }

    private void move(Control control, int... values) {
        for (int value : values) {
            surface.take(List.of(new Moved(control, value)), done);
        }
    }

    @Test
    void messagesOfMidiAreReadAndWrittenAsTheStandardHasThem() {
        assertThat(read(0x90, 60, 100)).contains(new Moved(new Control("Desk", Kind.NOTE, 1, 60), 100));
        assertThat(read(0x80, 60, 100)).contains(new Moved(new Control("Desk", Kind.NOTE, 1, 60), 0));
        assertThat(read(0xBF, 7, 127)).contains(new Moved(new Control("Desk", Kind.CONTROLLER, 16, 7), 127));
        assertThat(read(0xE2, 0x7F, 0x7F)).contains(new Moved(new Control("Desk", Kind.BEND, 3, 0), 16383));
        assertThat(read(0xB0, 123, 0)).as("all notes off is no control").isEmpty();
        assertThat(read(0xF8)).as("the clock").isEmpty();
        assertThat(read(0x90, 200, 1)).as("a status where data belongs").isEmpty();
        for (int[] bytes : new int[][] {{0x95, 60, 1}, {0xB0, 7, 127}, {0xE2, 0x12, 0x34}}) {
            byte[] message = bytes(bytes);
            assertThat(Moved.of("Desk", message, 3).orElseThrow().message()).isEqualTo(message);
        }
    }

    private static Optional<Moved> read(int... bytes) {
        return Moved.of("Desk", bytes(bytes), bytes.length);
    }

    private static byte[] bytes(int... values) {
        byte[] bytes = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            bytes[i] = (byte) values[i];
        }
        return bytes;
    }

    @Test
    void aButtonActsOnceEachTimeItIsPressed() {
        bind(BUTTON, Sense.PRESS, "command/play");
        move(BUTTON, 100, 0, 90, 80, 0);
        assertThat(done.presses).hasSize(3).containsOnly("command/play");
        bind(KNOB, Sense.PRESS, "command/loop");
        move(KNOB, 127, 127, 0, 127, 10);
        assertThat(done.presses).hasSize(5);
    }

    @Test
    void aKnobTakesHoldOfAValueOnlyWhereThatIsAndLosesItWhenItIsMovedElsewhere() {
        bind(KNOB, Sense.ABSOLUTE, "value/volume");
        move(KNOB, 0, 20, 40);
        assertThat(done.volume()).as("does not jump").isEqualTo(0.5);
        move(KNOB, 70);
        assertThat(done.volume()).as("passed").isCloseTo(70 / 127.0, within(1e-9));
        move(KNOB, 100);
        assertThat(done.volume()).isCloseTo(100 / 127.0, within(1e-9));
        done.values.put("value/volume", 0.1); // by the mouse
        move(KNOB, 101);
        assertThat(done.volume()).isEqualTo(0.1);
        move(KNOB, 5, 7);
        assertThat(done.volume()).isCloseTo(7 / 127.0, within(1e-9));
    }

    @Test
    void endlessKnobsStepInEachOfTheirThreeWays() {
        int[][] threeUpOneDown = {{3, 127}, {67, 63}, {3, 65}};
        for (int i = 0; i < 3; i++) {
            bind(KNOB, Sense.values()[Sense.TWOS.ordinal() + i], "value/volume");
            done.steps = 0;
            move(KNOB, threeUpOneDown[i]);
            assertThat(done.steps).isEqualTo(2);
        }
    }

    @Test
    void ofManyMessagesAtOnceTheLastPlaceCountsTheSumOfStepsAndEachPress() {
        Control endless = new Control("Desk", Kind.CONTROLLER, 1, 21);
        surface.bind(Bindings.NONE
                .with(new Binding(KNOB, Sense.ABSOLUTE, "value/volume"))
                .with(new Binding(endless, Sense.TWOS, "value/blend"))
                .with(new Binding(BUTTON, Sense.PRESS, "command/play")));
        move(KNOB, 64);
        List<Moved> many = new ArrayList<>();
        for (int i = 0; i < 50; i++) {
            many.add(new Moved(KNOB, 64 + i));
            many.add(new Moved(endless, 1));
            many.add(new Moved(BUTTON, 127 * (i % 2)));
        }
        surface.take(many, done);
        assertThat(done.volume()).isCloseTo(113 / 127.0, within(1e-9));
        assertThat(done.steps).isEqualTo(50);
        assertThat(done.presses).hasSize(25);
    }

    @Test
    void aControlIsLearntByMovingIt() {
        assertThat(learnt("command/play", BUTTON, 0, 90)).contains(new Binding(BUTTON, Sense.PRESS, "command/play"));
        assertThat(sense(40, 41, 43, 44, 46, 47)).isEqualTo(Sense.ABSOLUTE);
        assertThat(sense(1, 2, 3, 4, 5, 6)).as("from its end").isEqualTo(Sense.ABSOLUTE);
        assertThat(sense(1, 1, 2, 1, 127, 127)).isEqualTo(Sense.TWOS);
        assertThat(sense(65, 65, 63, 63, 65, 66)).isEqualTo(Sense.OFFSET);
        assertThat(sense(1, 1, 65, 65, 1, 2)).isEqualTo(Sense.SIGN);
        assertThat(learnt("value/volume", BUTTON, 90, 0, 90, 0, 90, 0, 90)).isEmpty();
    }

    private static Sense sense(int... values) {
        return learnt("value/volume", KNOB, values).orElseThrow().sense();
    }

    private static Optional<Binding> learnt(String does, Control control, int... values) {
        Learner learner = new Learner(does);
        Optional<Binding> found = Optional.empty();
        for (int value : values) {
            found = learner.take(new Moved(control, value));
        }
        return found;
    }

    @Test
    void bindingsAreWrittenAndReadAgainAndWhatIsNoneIsRefused() throws IOException {
        Bindings bindings = Bindings.NONE
                .with(new Binding(KNOB, Sense.ABSOLUTE, "value/volume"))
                .with(new Binding(BUTTON, Sense.PRESS, "command/play"));
        Path file = folder.resolve("bindings.json");
        bindings.write(file);
        assertThat(Files.readString(file)).contains("\"kind\" : \"controller\"", "\"sense\" : \"press\"");
        assertThat(Bindings.read(file)).isEqualTo(bindings);
        assertThat(bindings.with(new Binding(KNOB, Sense.TWOS, "value/blend")).all())
                .as("a control does one thing")
                .hasSize(2);
        String good = Files.readString(file);
        for (String bad : List.of(
                "",
                "[]",
                "null",
                good.replace("oakmirror-controllers", "other"),
                good.replace("\"version\" : 1", "\"version\" : 2"),
                good.replace("\"channel\" : 1", "\"channel\" : 17"),
                good.replace("command/play", "command/PLAY; rm"),
                good.replace("\"press\"", "\"absolute\""),
                good.replace("\"Desk\"", "\"\""),
                good.replace("\"number\" : 36", "\"number\" : null"))) {
            assertThatThrownBy(() -> Bindings.of(bad.getBytes(StandardCharsets.UTF_8)))
                    .as(bad)
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void packetsOfOscAreReadWithTheirBundles() {
        byte[] one = OscPacket.write("/oakmirror/value/volume", -6);
        assertThat(one).hasSize(32);
        OscPacket.Message message = OscPacket.read(one, one.length).get(0);
        assertThat(message.address()).isEqualTo("/oakmirror/value/volume");
        assertThat(message.number()).hasValue(-6);
        byte[] bundle = bundle(one, bundle(one, OscPacket.write("/a", 1)));
        assertThat(OscPacket.read(bundle, bundle.length))
                .extracting(OscPacket.Message::address)
                .containsExactly("/oakmirror/value/volume", "/oakmirror/value/volume", "/a");
        assertThat(OscPacket.read(bytes('/', 'p', 0, 0), 4))
                .as("without arguments")
                .hasSize(1);
        assertThat(OscPacket.read(bytes('/', 'p', 0, 0, ',', 'T', 0, 0), 8)
                        .get(0)
                        .number())
                .hasValue(1);
        assertThat(OscPacket.read(one, 5)).as("cut off").isEmpty();
        byte[] deep = one;
        for (int i = 0; i < 50; i++) {
            deep = bundle(deep);
        }
        assertThat(OscPacket.read(deep, deep.length)).isEmpty();
    }

    private static byte[] bundle(byte[]... packets) {
        java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
        out.writeBytes("#bundle\0\0\0\0\0\0\0\0\1".getBytes(StandardCharsets.US_ASCII));
        for (byte[] packet : packets) {
            out.writeBytes(java.nio.ByteBuffer.allocate(4).putInt(packet.length).array());
            out.writeBytes(packet);
        }
        return out.toByteArray();
    }

    @Test
    void ahundredThousandRandomAndDamagedMessagesAndPacketsDoNoHarm() {
        bind(KNOB, Sense.ABSOLUTE, "value/volume");
        Random random = new Random(5);
        byte[] whole = bundle(OscPacket.write("/oakmirror/value/volume", 1), OscPacket.write("/b", 2));
        for (int i = 0; i < 100_000; i++) {
            byte[] noise = new byte[random.nextInt(40)];
            random.nextBytes(noise);
            Moved.of("Desk", noise, random.nextInt(noise.length + 1)).ifPresent(m -> surface.take(List.of(m), done));
            byte[] damaged = whole.clone();
            for (int hits = random.nextInt(4); hits >= 0; hits--) {
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
            }
            assertThat(OscPacket.read(damaged, random.nextInt(damaged.length + 1)))
                    .hasSizeLessThan(257);
            assertThat(OscPacket.read(noise, noise.length)).hasSizeLessThan(2);
        }
        done.values.put("value/volume", 0.5);
        move(KNOB, 60, 70, 90);
        assertThat(done.volume()).as("nothing is stuck").isCloseTo(90 / 127.0, within(1e-9));
    }
}
