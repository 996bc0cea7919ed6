package oakmirror.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.dsp.BandSolo;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.profile.Measurements;
import oakmirror.rhythm.Rhythm;
import oakmirror.spectrum.StereoSpectrum.Part;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** What gets through at a place: of generated music with something planted in it, against three pieces without. */
class GettingThroughTest {

    private static final int RATE = 48_000;
    private static final int SECONDS = 16;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    private static final List<TrackMeasurement> REFERENCES = new ArrayList<>();

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    /** Chords in the middle, a bass line, something bright, each part by itself. */
    private record Piece(double[] overtones, double wide, double introDb, double introSeconds) {}

    private static final Piece USUAL = new Piece(new double[] {1, 0.55, 0.4, 0.25, 0.15}, 0.3, 0, 0);

    private static TrackMeasurement measured(Piece piece, long seed) throws IOException {
        int frames = SECONDS * RATE;
        float[] left = Signals.musicLike(RATE, SECONDS, 0.16, seed);
        float[] right = left.clone();
        new BandSolo(250, 9000, RATE).process(left, right, 0, frames);
        SplittableRandom random = new SplittableRandom(seed);
        double hz = 0;
        double phase = 0;
        for (int i = 0; i < frames; i++) {
            if (i % (RATE / 2) == 0) {
                hz = 55 * Math.pow(2, random.nextInt(8) / 12.0);
            }
            phase += 2 * Math.PI * hz / RATE;
            double bass = 0;
            for (int k = 0; k < piece.overtones().length; k++) {
                bass += piece.overtones()[k] * Math.sin((k + 1) * phase);
            }
            left[i] += (float) (0.16 * bass);
            right[i] += (float) (0.16 * bass);
        }
        float[] bright = Signals.white(frames, 0.16, seed + 7);
        new BandSolo(2500, 5500, RATE).process(bright, bright.clone(), 0, frames);
        for (int i = 0; i < frames; i++) {
            float mid = (float) Math.sqrt(1 - piece.wide() * piece.wide()) * bright[i];
            float side = (float) piece.wide() * bright[(i + 9000) % frames];
            left[i] += mid + side;
            right[i] += mid - side;
            if (i < piece.introSeconds() * RATE) {
                float soft = (float) Math.pow(10, piece.introDb() / 20);
                left[i] *= soft;
                right[i] *= soft;
            }
        }
        return new TrackMeasurer(EXECUTOR, Extent.ALL).measure(Clip.stereo(RATE, left, right).stream(), Progress.NONE);
    }

    private static TrackMeasurement reference(int number) throws IOException {
        while (REFERENCES.size() < number) {
            REFERENCES.add(measured(USUAL, 12 + REFERENCES.size()));
        }
        return REFERENCES.get(number - 1);
    }

    private static Comparison comparison(Piece mix) throws IOException {
        List<Subject> all = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            TrackMeasurement m = i == 0 ? measured(mix, 11) : reference(i);
            all.add(new Subject(i, "t" + i, m, m, Optional.empty()));
        }
        return Comparison.of(all, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
    }

    private static List<String> told(Piece mix) throws IOException {
        Comparison comparison = comparison(mix);
        List<AtPlace> places = new ArrayList<>();
        ShippedPlaces.all().forEach((id, place) -> GettingThrough.at(comparison, id, place.name(), new PlaceEar(place))
                .ifPresent(places::add));
        return new GettingThrough(places).sentences();
    }

    @Test
    void ofAPieceLikeItsReferencesNothingIsTold() throws IOException {
        assertThat(told(USUAL)).isEmpty();
    }

    @Test
    void aBassLineWithoutOvertonesIsToldOfASmallSpeaker() throws IOException {
        assertThat(told(new Piece(new double[] {1.2}, 0.3, 0, 0))).anySatisfy(s -> assertThat(s)
                .matches("(Small mono speaker|Laptop|Phone in the hand): lows −.*")
                .contains("The references have more between 120 and 300 Hz."));
    }

    @Test
    void whatIsOnlyWideIsToldOfAMonoSpeaker() throws IOException {
        assertThat(told(new Piece(USUAL.overtones(), 0.97, 0, 0))).anySatisfy(s -> assertThat(s)
                .startsWith("Small mono speaker: presence −")
                .contains("It is mostly in the side signal."));
    }

    @Test
    void aQuietIntroIsToldOfTheCar() throws IOException {
        assertThat(told(new Piece(USUAL.overtones(), 0.3, -28, 5))).anySatisfy(s -> assertThat(s)
                .matches("Car at 100 km/h: noise covers [12]\\d.* % of the mix, at most 0.*"));
    }

    @Test
    void aProfileTellsTheSameAsTheTrackItWasMadeOf() throws IOException {
        TrackMeasurement track = measured(new Piece(USUAL.overtones(), 0.3, -28, 5), 40);
        TrackMeasurement kept =
                Measurements.of(track, track, Rhythm.NONE, new float[0]).compared();
        for (String id : List.of("car", "phone")) {
            PlaceEar ear = new PlaceEar(ShippedPlaces.all().get(id));
            Through one = ear.of(track);
            Through other = ear.of(kept);
            for (int r = 0; r < one.rangesLu().length; r++) {
                assertThat(other.rangesLu()[r]).as("%s, %d", id, r).isCloseTo(one.rangesLu()[r], within(0.2));
            }
            assertThat(other.coveredShare()).isCloseTo(one.coveredShare(), within(0.03));
        }
    }

    @Test
    void whatComesOutIsWhatTheFilterLeavesAtEqualLoudness() throws IOException {
        ListeningPlace dark = new ListeningPlace(
                "x",
                "x",
                List.of(),
                1,
                List.of(new PlaceFilter(PlaceFilter.Shape.HIGH_SHELF, 1000, -12, 0.7)),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                90);
        Comparison comparison = comparison(USUAL);
        AtPlace at = GettingThrough.at(comparison, "dark", "dark", new PlaceEar(dark))
                .orElseThrow();
        double low = at.mix().rangesLu()[0];
        double treble = at.mix().rangesLu()[6];
        assertThat(low - treble).as("two plateaus, 12 dB apart").isCloseTo(12, within(0.6));
        assertThat(low).as("and all as loud as before").isBetween(0.5, 11.5);
        assertThat(at.mix().coveredShare()).isZero();
    }
}
