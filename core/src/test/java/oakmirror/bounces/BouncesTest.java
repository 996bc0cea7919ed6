package oakmirror.bounces;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Move;
import oakmirror.correction.Proposal;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.profile.Measurements;
import oakmirror.rhythm.ActivityAnalyser;
import oakmirror.rhythm.Rhythm;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.spectrum.Zone;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Bounces of a mix: where one is in the next, whether they come closer, and which moves were made. */
class BouncesTest {

    private static final int RATE = 44100;
    private static final ExecutorService EXECUTOR = Executors.newFixedThreadPool(2);

    @TempDir
    Path folder;

    @AfterAll
    static void end() {
        EXECUTOR.shutdown();
    }

    /** Bars that all differ, as music's do: what is played over the drums is drawn anew. */
    private static float[] song(double seconds) {
        float[] music = Signals.musicLike(RATE, seconds, 0.1, 11);
        float[] out = new float[music.length];
        java.util.Random random = new java.util.Random(4);
        double at = 0;
        while (at < seconds - 1) {
            int from = (int) (at * RATE);
            double hz = 110 * Math.pow(2, random.nextInt(30) / 12.0);
            for (int i = 0; i < RATE / 2 && from + i < out.length; i++) {
                out[from + i] += (float) (0.3 * Math.exp(-8.0 * i / RATE) * Math.sin(2 * Math.PI * hz * i / RATE));
            }
            at += 0.12 + 0.4 * random.nextDouble();
        }
        for (int i = 0; i < out.length; i++) {
            out[i] += 0.3f * music[i];
        }
        return out;
    }

    private static StereoSource source(float[] both) {
        return new Clip(RATE, ChannelLayout.stereo(), new float[][] {both, both});
    }

    private static TrackMeasurement measured(float[] both) throws IOException {
        return new TrackMeasurer(EXECUTOR, Extent.ALL)
                .measure(Signals.clip(RATE, ChannelLayout.stereo(), both, both).stream(), Progress.NONE);
    }

    private static float[] onsets(float[] both) {
        ActivityAnalyser analyser = new ActivityAnalyser(RATE);
        analyser.add(both, both, both.length);
        return analyser.finish().onsets();
    }

    private static Alignment aligned(float[] before, float[] after) throws IOException {
        return Alignment.of(
                onsets(before), onsets(after), Optional.of(source(before)), Optional.of(source(after)), Progress.NONE);
    }

    private static float[] delayed(float[] song, int frames) {
        float[] later = new float[song.length + Math.max(0, frames)];
        for (int i = 0; i < later.length; i++) {
            int from = i - frames;
            later[i] = from >= 0 && from < song.length ? song[from] : 0;
        }
        return later;
    }

    private static float[] equalised(float[] song, AnalogueSection... sections) {
        float[] left = song.clone();
        float[] right = song.clone();
        Chain.of(new ToneFilter(Phase.MINIMUM, List.of(sections), hz -> 0))
                .create(RATE)
                .process(left, right, 0, left.length);
        return left;
    }

    @Test
    void aBounceThatBeginsElsewhereIsFoundToTheMillisecondWhateverWasDoneToItsTone() throws IOException {
        float[] song = song(60);
        for (double seconds : new double[] {0, 2.3451, -1.7003, 17.25}) {
            float[] after = equalised(
                    delayed(song, (int) Math.round(seconds * RATE)),
                    AnalogueSection.bell(140, -5, 1),
                    AnalogueSection.bell(6000, 6, 0.7));
            Alignment alignment = aligned(song, after);
            assertThat(alignment.main().orElseThrow().shiftSeconds()).isCloseTo(seconds, within(0.001));
            TimeRange passage = new TimeRange(20, 36);
            Alignment.Carried carried = alignment.carried(passage).orElseThrow();
            assertThat(carried.range().startSeconds()).isCloseTo(20 + seconds, within(0.001));
            assertThat(carried.range().endSeconds()).isCloseTo(36 + seconds, within(0.001));
            assertThat(carried.insertedSeconds()).isZero();
        }
    }

    @Test
    void barsThatWerePutInAreToldAndWhatComesAfterThemMoves() throws IOException {
        float[] song = song(60);
        int cut = 25 * RATE;
        float[] bars = equalised(song(90), AnalogueSection.bell(800, 4, 1));
        float[] inserted = Arrays.copyOfRange(bars, 70 * RATE, 78 * RATE);
        float[] after = Signals.join(Arrays.copyOf(song, cut), inserted, Arrays.copyOfRange(song, cut, song.length));
        Alignment alignment = aligned(song, after);
        assertThat(alignment.shiftAt(10).orElseThrow()).isCloseTo(0, within(0.001));
        assertThat(alignment.shiftAt(45).orElseThrow()).isCloseTo(8, within(0.001));
        assertThat(alignment
                        .carried(new TimeRange(30, 46))
                        .orElseThrow()
                        .range()
                        .startSeconds())
                .isCloseTo(38, within(0.001));
        Alignment.Carried across = alignment.carried(new TimeRange(12, 40)).orElseThrow();
        assertThat(across.insertedSeconds()).isCloseTo(8, within(0.002));
        Alignment back = aligned(after, song);
        assertThat(back.carried(new TimeRange(12, 48)).orElseThrow().insertedSeconds())
                .isCloseTo(-8, within(0.002));
    }

    @Test
    void anotherSongIsNotTakenForABounce() throws IOException {
        float[] other = Signals.drums(RATE, 97, 60, 0.1, 3);
        Alignment alignment = aligned(song(60), other);
        assertThat(alignment.carried(new TimeRange(20, 36))).isEmpty();
        assertThat(Alignment.of(new float[0], new float[5], Optional.empty(), Optional.empty(), Progress.NONE)
                        .isKnown())
                .isFalse();
    }

    private static Measurements figures(float[] both) throws IOException {
        TrackMeasurement m = measured(both);
        return Measurements.of(m, m, Rhythm.NONE, new float[0]);
    }

    @Test
    void aMixThatComesCloserIsToldSoZoneByZone() throws IOException {
        float[] song = song(30);
        Measurements reference = figures(song);
        List<Subject> references =
                List.of(new Subject(1, "r", reference.compared(), reference.wholeFile(), Optional.empty()));
        BounceAssessment boomy = BounceAssessment.of(
                figures(equalised(song, AnalogueSection.bell(3000, 9, 0.9))), references, CorridorSettings.DEFAULT);
        BounceAssessment less = BounceAssessment.of(
                figures(equalised(song, AnalogueSection.bell(3000, 3, 0.9), AnalogueSection.highShelf(9000, 9, 0.9))),
                references,
                CorridorSettings.DEFAULT);
        assertThat(boomy.outsideDb().get(Zone.PRESENCE)).isGreaterThan(1.5);
        assertThat(less.outsideDb().get(Zone.PRESENCE)).isLessThan(1);
        BounceAssessment.Change change = less.since(boomy);
        assertThat(change.closer().zones()).contains(Zone.PRESENCE);
        assertThat(change.further().zones()).contains(Zone.AIR);
        assertThat(change.words("bounce 1")).startsWith("closer in ").contains(" since bounce 1, further in ");
        assertThat(less.since(less).words("bounce 2")).isEqualTo("no closer than bounce 2");
    }

    @Test
    void whatIsCloserAndFurtherIsToldInWords() {
        BounceAssessment before = standing(3, 2, 0);
        assertThat(standing(1, 2, 0).since(before).words("bounce 1")).isEqualTo("closer in all zones since bounce 1");
        assertThat(standing(3, 0, 1).since(before).words("bounce 1"))
                .isEqualTo("closer in PLR since bounce 1, further in width");
        assertThat(standing(4, 0.5, 0).since(before).words("bounce 1"))
                .isEqualTo("closer in PLR since bounce 1, further in all zones");
        Map<Zone, Double> some = new EnumMap<>(before.outsideDb());
        some.put(Zone.SUB, 0.0);
        some.put(Zone.AIR, Double.NaN);
        assertThat(new BounceAssessment(some, -18, 12, 1, -9, 2).since(before).words("bounce 1"))
                .as("what is not known is not told")
                .isEqualTo("closer in Sub and PLR since bounce 1, further in width");
    }

    /** As far outside in every zone, and so far in PLR and width. */
    private static BounceAssessment standing(double zones, double plr, double width) {
        Map<Zone, Double> outside = new EnumMap<>(Zone.class);
        for (Zone zone : Zone.values()) {
            outside.put(zone, zones);
        }
        return new BounceAssessment(outside, -18, 12, plr, -9, width);
    }

    @Test
    void aBounceOfALowRateIsNotJudgedWhereItHasNothingToSay() throws IOException {
        Measurements reference = figures(song(20));
        List<Subject> references =
                List.of(new Subject(1, "r", reference.compared(), reference.wholeFile(), Optional.empty()));
        float[] low = Signals.musicLike(16000, 20, 0.2, 3);
        TrackMeasurement m = new TrackMeasurer(EXECUTOR, Extent.ALL)
                .measure(Signals.clip(16000, ChannelLayout.stereo(), low, low).stream(), Progress.NONE);
        BounceAssessment standing = BounceAssessment.of(
                Measurements.of(m, m, Rhythm.NONE, new float[0]), references, CorridorSettings.DEFAULT);
        assertThat(standing.outsideDb().get(Zone.AIR)).isNaN();
        assertThat(standing.outsideDb().get(Zone.MID)).isNotNaN();
        BounceAssessment whole = BounceAssessment.of(reference, references, CorridorSettings.DEFAULT);
        assertThat(whole.since(standing).closer().zones()).doesNotContain(Zone.AIR);
        assertThat(standing.since(whole).further().zones()).doesNotContain(Zone.AIR);
    }

    @Test
    void movesThatWereMadeInTheMixAreKnownAgain() throws IOException {
        float[] song = song(30);
        Measurements reference = figures(song);
        Measurements dull = figures(equalised(song, AnalogueSection.bell(5000, -6, 1)));
        Measurements better = figures(equalised(song, AnalogueSection.bell(5000, -1, 1)));
        Measurements duller = figures(equalised(song, AnalogueSection.bell(5000, -12, 1)));
        Gap gap = Gap.between(
                dull.compared().spectrum(),
                dull.lufs(),
                List.of(new Gap.Reference(reference.compared().spectrum(), reference.lufs())));
        Proposal proposal = Proposal.derive(gap, CorrectionSettings.DEFAULT, RATE);
        List<Move> moves = proposal.correction().moves();
        TakenUp treble = ofTreble(TakenUp.of(moves, dull, better));
        assertThat(treble.words()).isEqualTo("applied");
        assertThat(treble.share()).isCloseTo(0.85, within(0.25));
        assertThat(ofTreble(TakenUp.of(moves, dull, dull)).words()).isEqualTo("left");
        assertThat(new TakenUp(1000, 4, 1.5).isDone()).as("in part is not done").isFalse();
        assertThat(new TakenUp(1000, 4, 1.5).words()).isEqualTo("partly applied");
        assertThat(new TakenUp(1000, 4, 4).isDone()).isTrue();
        assertThat(new TakenUp(1000, -4, -9).isDone()).as("and more").isTrue();
        assertThat(ofTreble(TakenUp.of(moves, dull, duller)).words()).isEqualTo("opposite direction");
    }

    private static TakenUp ofTreble(List<TakenUp> all) {
        return all.stream().filter(t -> t.centreHz() > 3000).findFirst().orElseThrow();
    }

    @Test
    void bouncesAreKeptWithTheSession() throws IOException {
        Measurements figures = figures(song(6));
        Bounce bounce = new Bounce(
                1,
                "abc",
                folder.resolve("mix 1.wav"),
                "2026-11-26T20:15",
                figures,
                0.25,
                List.of(new TakenUp(140, -3, -2)));
        SessionLog log = SessionLog.EMPTY
                .with(new Fact.BounceTaken(bounce))
                .with(new Fact.BounceNoted("abc", "fiddle up"))
                .with(new Fact.BounceNoted("abc", "fiddle up, boom tomorrow"));
        Path file = folder.resolve("s" + SessionFile.ENDING);
        SessionFile.write(new SessionDocument(Session.EMPTY, log), file);
        assertThat(Files.readString(file)).contains("\"mix 1.wav\"").doesNotContain(folder.toString());
        SessionLog read = SessionFile.read(file).log();
        assertThat(read.bounces()).hasSize(1);
        assertThat(read.bounces().get(0).figures()).isEqualTo(figures);
        assertThat(read.bounces().get(0).takenUp()).containsExactly(new TakenUp(140, -3, -2));
        assertThat(read.noteOf(read.bounces().get(0))).isEqualTo("fiddle up, boom tomorrow");
    }

    @Test
    void theDifferenceOfABounceAndItselfIsSilenceAndOfTwoRatesThereIsNone() {
        float[] song = song(2);
        float[] louder = song.clone();
        for (int i = 0; i < louder.length; i++) {
            louder[i] *= 2;
        }
        Difference none = new Difference(source(louder), source(song), 2);
        float[] left = new float[1000];
        float[] right = new float[1000];
        none.read(RATE / 2, left, right, 0, 1000);
        assertThat(left).containsOnly(0);
        assertThat(right).containsOnly(0);
        assertThat(none.frames()).isEqualTo(song.length);
        assertThat(none.sampleRate()).isEqualTo(RATE);
        StereoSource other = new Clip(48000, ChannelLayout.stereo(), new float[][] {song, song});
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> new Difference(source(song), other, 1))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
