package oakmirror.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.dsp.BiquadCascade;
import oakmirror.dsp.NoiseLoop;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.StereoResponse;
import oakmirror.filter.Biquad;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.monitor.MonitorMixer;
import oakmirror.monitor.MonitorPath;
import oakmirror.monitor.MonitorPath.Sides;
import oakmirror.monitor.MonitorPlace;
import oakmirror.monitor.MonitorScene;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What places make of sound, against what they are meant to: filters, rooms, noise, drivers. */
class PlaceSoundTest {

    private static final int RATE = 48_000;
    private static final int BLOCK = 512;

    private static ListeningPlace without(ListeningPlace p, boolean roomToo) {
        return new ListeningPlace(
                p.name(),
                p.description(),
                p.sources(),
                p.width(),
                p.filters(),
                Optional.empty(),
                roomToo ? Optional.empty() : p.room(),
                Optional.empty(),
                Optional.empty(),
                p.playbackDb());
    }

    private static ListeningPlace only(Optional<Double> driverLu, Optional<Room> room) {
        return new ListeningPlace(
                "x", "x", List.of(), 1, List.of(), driverLu, room, Optional.empty(), Optional.empty(), 75);
    }

    /** An impulse on both sides, heard through the mixer at a place. */
    private static double[] impulseThrough(PlaceSound place, int rate, int frames) {
        float[] impulse = new float[2 * rate + frames];
        int at = 2 * rate - rate / 4; // after the place has faded in
        impulse[at] = 1;
        MonitorMixer mixer = new MonitorMixer(rate, BLOCK);
        MonitorPath path = new MonitorPath(
                Optional.of(new MonitorPlace(place.processor(0), 1, Optional.empty(), 0)),
                Sides.STEREO,
                Optional.empty(),
                Optional.empty(),
                1);
        mixer.setScene(new MonitorScene(
                List.of(new MonitorScene.Track(Clip.stereo(rate, impulse, impulse), 1)),
                0,
                Optional.empty(),
                false,
                1,
                false,
                path));
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        double[] out = new double[frames];
        for (int done = 0; done < at + frames; done += BLOCK) {
            mixer.render(left, right, BLOCK);
            for (int i = 0; i < BLOCK; i++) {
                int to = done + i - at;
                if (to >= 0 && to < frames) {
                    out[to] = left[i];
                }
            }
        }
        return out;
    }

    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000, 96_000})
    void filtersHeardThroughTheMixerAreThoseThatAreWrittenDown(int rate) {
        ShippedPlaces.all().forEach((id, place) -> {
            double[] heard = impulseThrough(new PlaceSound(without(place, true), rate), rate, rate / 2);
            double most = -100;
            for (double hz = 30; hz < 16_000; hz *= 1.1) {
                most = Math.max(most, place.filtersDb(hz));
            }
            for (double hz = 30; hz < 16_000; hz *= 1.1) {
                if (place.filtersDb(hz) > most - 24) {
                    assertThat(Signals.gainDb(heard, rate, hz))
                            .as("%s at %.0f Hz", id, hz)
                            .isCloseTo(place.filtersDb(hz), within(0.1));
                }
            }
        });
    }

    @Test
    void aRoomIsHeardAsItsResponseFromTheFirstSampleOn() {
        ListeningPlace place = ShippedPlaces.all().get("car");
        ListeningPlace bare = only(Optional.empty(), place.room());
        PlaceSound sound = new PlaceSound(bare, RATE);
        StereoResponse response = sound.response().orElseThrow();
        double[] heard = impulseThrough(sound, RATE, 6000);
        for (int i = 0; i < heard.length; i++) {
            double expected = (i < response.ll().length ? response.ll()[i] : 0)
                    + (i < response.rl().length ? response.rl()[i] : 0);
            assertThat(heard[i]).isCloseTo(expected, within(1e-5));
        }
        assertThat(response.ll()[0]).as("straight from the nearer door").isCloseTo(1, within(1e-3));
    }

    /** An octave by Butterworth filters of eighth order, from the response turned back, so that their ringing does not lengthen it. */
    private static double reverberation(double[] response, int rate, double middleHz) {
        List<Biquad> octave = new ArrayList<>();
        for (int p = 0; p < 4; p++) {
            double q = 1 / (2 * Math.cos(Math.PI * (2 * p + 1) / 16.0));
            octave.add(Biquad.highPass(middleHz / Math.sqrt(2), q, rate));
            octave.add(Biquad.lowPass(middleHz * Math.sqrt(2), q, rate));
        }
        int padding = rate / 2;
        float[] turned = new float[response.length + padding];
        for (int i = 0; i < response.length; i++) {
            turned[response.length - 1 - i] = (float) response[i];
        }
        new BiquadCascade(octave, 1).process(turned, turned.clone(), 0, turned.length);
        double sum = 0;
        for (float sample : turned) {
            sum += sample * sample;
        }
        List<double[]> points = new ArrayList<>();
        double left = 0; // of the response from there on, as time runs backwards
        for (int i = 0; i < turned.length; i++) {
            left += turned[i] * turned[i];
            double db = 10 * Math.log10(left / sum);
            if (db < -5 && db > -35) {
                points.add(new double[] {-(double) i / rate, db});
            }
        }
        double middle = points.stream().mapToDouble(p -> p[0]).average().orElseThrow();
        double up = points.stream().mapToDouble(p -> (p[0] - middle) * p[1]).sum();
        double along = points.stream()
                .mapToDouble(p -> (p[0] - middle) * (p[0] - middle))
                .sum();
        return -60 * along / up;
    }

    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000})
    void aRoomDiesAwayInTheTimesThatAreAskedFor(int rate) {
        ShippedPlaces.all().forEach((id, place) -> place.room().ifPresent(room -> {
            StereoResponse response = Sounds.of(id, rate).response().orElseThrow();
            double[] measured = Decay.seconds(response.ll(), rate);
            for (int octave = 0; octave < Room.OCTAVES; octave++) {
                double hz = Room.LOWEST_OCTAVE_HZ * Math.pow(2, octave);
                double asked = room.reverberationSeconds().get(octave);
                if (Decay.isReliable(asked, hz)) {
                    assertThat(measured[octave]).as("%s, %.0f Hz", id, hz).isCloseTo(asked, within(0.05 * asked));
                    if (asked * hz
                            > 200) { // between two points of the curve, and other slopes of the filter: where chance
                        // counts less
                        assertThat(reverberation(response.ll(), rate, hz))
                                .as("%s, %.0f Hz, by other filters", id, hz)
                                .isCloseTo(asked, within(0.08 * asked));
                    }
                }
            }
        }));
    }

    @Test
    void aRoomIsTheSameAtEveryRate() {
        for (String id : List.of("car")) {
            StereoResponse one = Sounds.of(id, 44_100).response().orElseThrow();
            StereoResponse other = Sounds.of(id, 96_000).response().orElseThrow();
            for (double hz = 40; hz < 8000; hz *= 1.26) {
                double[] power = new double[2];
                for (double near = hz * 0.9; near < hz * 1.1; near *= 1.03) {
                    power[0] += Math.pow(10, Signals.gainDb(one.ll(), 44_100, near) / 10);
                    power[1] += Math.pow(10, Signals.gainDb(other.ll(), 96_000, near) / 10);
                }
                assertThat(10 * Math.log10(power[0] / power[1]))
                        .as("%s at %.0f Hz", id, hz)
                        .isCloseTo(0, within(0.7));
            }
        }
    }

    @Test
    void imagesAndWhatFollowsThemAreAsLoudWhereOneGoesOverIntoTheOther() {
        double[] ll = Sounds.of("club", RATE).response().orElseThrow().ll();
        double[] lr = Sounds.of("club", RATE).response().orElseThrow().lr();
        double before = 0;
        double after = 0;
        for (int i = 0; i < RATE * 0.04; i++) { // 40 ms up to where the end has taken over, and 40 ms from there
            before += Math.pow(ll[(int) (RATE * 0.02) + i], 2) + Math.pow(lr[(int) (RATE * 0.02) + i], 2);
            after += Math.pow(ll[(int) (RATE * 0.08) + i], 2) + Math.pow(lr[(int) (RATE * 0.08) + i], 2);
        }
        double fallen = 60 * 0.06 / 1.05; // in 60 ms, by its reverberation time
        assertThat(10 * Math.log10(before / after)).isCloseTo(fallen, within(3.0));
    }

    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000})
    void noiseIsAsLoudAsItSays(int rate) {
        ShippedPlaces.all().forEach((id, place) -> new PlaceSound(without(place, true), rate)
                .noise()
                .ifPresent(n -> {
                    throw new AssertionError("no noise was asked for");
                }));
        for (String id : List.of("car", "phone", "small-speaker")) {
            NoiseLoop noise =
                    new PlaceSound(ShippedPlaces.all().get(id), rate).noise().orElseThrow();
            float[][] heard = new float[2][12 * rate];
            noise.addTo(heard[0], heard[1], heard[0].length, 0.1f, 0.1f);
            LoudnessMeter meter = new LoudnessMeter(rate, ChannelLayout.stereo());
            meter.add(heard, heard[0].length);
            assertThat(meter.result().integratedLufs()).as(id).isCloseTo(-20, within(0.1));
        }
    }

    @Test
    void noiseFallsAsItsOctavesSay() {
        Noise road = ShippedPlaces.all().get("car").noise().orElseThrow();
        for (int octave = 1; octave < 9; octave++) {
            double hz = 31.5 * Math.pow(2, octave);
            double expected = road.octavesDb().get(octave) - road.octavesDb().get(octave - 1) - 10 * Math.log10(2);
            assertThat(road.densityDb(hz) - road.densityDb(hz / 2)).isCloseTo(expected, within(1e-9));
        }
    }

    @Test
    void aDriverLetsSmallThingsBeAndHoldsItsMostWithoutFoldingBack() {
        ListeningPlace phone = ShippedPlaces.all().get("phone");
        ListeningPlace driver = only(phone.driverLu(), Optional.empty());
        for (double db : new double[] {-60, 0}) {
            float[] sine = Signals.sine(RATE, 5000, db, 1, 0);
            float[] other = sine.clone();
            StereoProcessor processor = new PlaceSound(driver, RATE)
                    .processor(-10 - phone.driverLu().orElseThrow());
            processor.process(sine, other, 0, sine.length);
            double[] tail = new double[RATE / 2];
            for (int i = 0; i < tail.length; i++) {
                tail[i] = sine[i + RATE / 2] / (tail.length / 2.0);
                assertThat(Math.abs(sine[i + RATE / 2])).isLessThan((float) Math.pow(10, -10 / 20.0) * 1.2f);
            }
            double first = Signals.gainDb(tail, RATE, 5000);
            if (db < -50) {
                assertThat(first).isCloseTo(db, within(0.01));
            } else {
                assertThat(Signals.gainDb(tail, RATE, 15_000))
                        .as("its third harmonic")
                        .isGreaterThan(first - 20);
                assertThat(Signals.gainDb(tail, RATE, 13_000))
                        .as("35 kHz, come back")
                        .isLessThan(first - 60);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {8_000, 37_800})
    void everyPartCanBeMadeAtOddRates(int rate) {
        for (String id : List.of("car", "phone", "ear-buds")) {
            PlaceSound sound = Sounds.of(id, rate);
            float[] left = Signals.white(rate, 0.3, 1);
            float[] right = Signals.white(rate, 0.3, 2);
            sound.processor(-20).process(left, right, 0, rate);
            sound.noise().orElseThrow().addTo(left, right, rate, 0.1f, 0.1f);
            double power = 0;
            for (float x : left) {
                assertThat(Float.isFinite(x)).isTrue();
                power += x * x / rate;
            }
            assertThat(10 * Math.log10(power)).as(id).isBetween(-45.0, 0.0);
        }
    }

    @Test
    void aMonoPlaceMakesBothSidesOne() {
        PlaceSound place = new PlaceSound(without(ShippedPlaces.all().get("small-speaker"), true), RATE);
        float[] left = Signals.white(4800, 0.3, 1);
        float[] right = left.clone();
        for (int i = 0; i < right.length; i++) {
            right[i] = -right[i];
        }
        place.processor(-23).process(left, right, 0, left.length);
        assertThat(left).containsOnly(0f);
        assertThat(right).containsOnly(0f);
    }

    @Test
    void theSameHeardTwiceIsTheSame() {
        ShippedPlaces.all().forEach((id, place) -> {
            PlaceSound sound = Sounds.of(id, RATE);
            float[] one = Signals.white(20_000, 0.3, 1);
            float[] two = one.clone();
            sound.processor(-23).process(one, one.clone(), 0, one.length);
            StereoProcessor processor = sound.processor(-23);
            float[] right = two.clone();
            for (int at = 0; at < two.length; at += 500) {
                processor.process(two, right, at, 500);
            }
            assertThat(Signals.largestDifference(one, two)).as(id).isLessThan(1e-5);
        });
    }
}
