package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import oakmirror.Signals;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Progress;
import oakmirror.bounces.Bounce;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.profile.About;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.rhythm.TempoFinder;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** A session that was worked on for long: many references, versions and bounces. */
class LargeSessionTest {

    private static final int RATE = 48000;
    private static final int VERSIONS = 200;
    private static final int BOUNCES = 100;
    private static final Path FILE = Path.of("/music/reels/ebb.oakmirror.json");

    private static Measurements figures;

    @BeforeAll
    static void measure() throws IOException {
        ExecutorService parts = Executors.newFixedThreadPool(2);
        float[] left = Signals.musicLike(RATE, 40, 0.3, 1);
        float[] right = Signals.musicLike(RATE, 40, 0.3, 2);
        TrackMeasurement m = new TrackMeasurer(parts, Extent.ALL)
                .measure(Signals.clip(RATE, ChannelLayout.stereo(), left, right).stream(), Progress.NONE);
        figures = Measurements.of(m, m, TempoFinder.find(m.activity()), new float[0]);
        parts.shutdown();
    }

    private static Track kept(int number) {
        Profile profile = Profile.of(About.of("Song " + number, "made for a test"), figures);
        return Track.of(new Source.Kept(profile), "Song " + number);
    }

    private static SessionDocument large() {
        Session session =
                Session.EMPTY.withName("Ferry Reels").withMix(Optional.of(Track.of(Path.of("/music/reels/ebb.wav"))));
        for (int i = 0; i < Session.MOST_REFERENCES; i++) {
            session = session.withReference(kept(i));
        }
        SessionLog log = SessionLog.EMPTY;
        for (int i = 0; i < VERSIONS; i++) {
            Session made = session.withCorrection(session.correction().withStrength(i / (double) VERSIONS));
            log = log.with(new Fact.VersionRendered(new Version(
                    "v" + i,
                    "version " + i,
                    "2026-11-26T19:30:05",
                    Path.of("/music/reels/out/v" + i + ".wav"),
                    new Version.Figures(-14, -1, 6, 13, 4.5, 0.7),
                    "00ff",
                    made)));
        }
        for (int i = 1; i <= BOUNCES; i++) {
            Path file = Path.of("/music/reels/ebb bounce " + i + ".wav");
            log = log.with(
                    new Fact.BounceTaken(new Bounce(i, "b" + i, file, "2026-11-26T19:30:05", figures, 0, List.of())));
        }
        return new SessionDocument(session, log);
    }

    @Test
    void itStaysSmallAndItsProfilesAreSharedWhenItIsReadAgain() throws IOException {
        SessionDocument document = large();
        byte[] bytes = SessionFile.bytes(document, FILE);
        assertThat(bytes.length).isLessThan(8_000_000);
        SessionDocument read = SessionFile.read(FILE, bytes);
        assertThat(read).isEqualTo(document);
        Profile own = profile(read.session(), 3);
        assertThat(read.log().versions())
                .hasSize(VERSIONS)
                .allSatisfy(v -> assertThat(profile(v.version().settings(), 3)).isSameAs(own));
        assertThat(SessionFile.bytes(read, FILE)).isEqualTo(bytes);
    }

    private static Profile profile(Session session, int reference) {
        return ((Source.Kept) session.references().get(reference).source()).profile();
    }

    @Test
    void aProfileThatStandsWhereItIsUsedIsReadAsItWas() throws IOException {
        SessionDocument document = new SessionDocument(Session.EMPTY.withReference(kept(1)), SessionLog.EMPTY);
        ObjectNode root = (ObjectNode) SessionJson.MAPPER.readTree(SessionFile.bytes(document, FILE));
        ObjectNode source = (ObjectNode) root.at("/session/references/0/source");
        String key = source.get("profile").asText();
        source.set("profile", root.get("profiles").get(key));
        root.remove("profiles");
        root.put("version", 2);
        assertThat(SessionFile.read(FILE, SessionJson.MAPPER.writeValueAsBytes(root)))
                .isEqualTo(document);
        source.put("profile", key); // and where it is said to stand elsewhere it has to
        assertThatThrownBy(() -> SessionFile.read(FILE, SessionJson.MAPPER.writeValueAsBytes(root)))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("a profile is missing");
    }
}
