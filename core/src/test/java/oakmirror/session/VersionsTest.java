package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.delivery.NamePattern;
import oakmirror.delivery.TagEdits;
import oakmirror.delivery.TagField;
import oakmirror.finish.FinishSettings;
import oakmirror.session.VersionNote.Status;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Versions: what is wanted at once, what was rendered, and what is said about it. */
class VersionsTest {

    @TempDir
    Path folder;

    private final Track mix = Track.of(Path.of("/music/reels/ebb.wav"), "Ebb Tide");
    private final Track first = Track.of(Path.of("/music/refs/a.wav"), "Harbour Lights");
    private final Track second = Track.of(Path.of("/music/refs/b.wav"), "The Long Field");
    private final Session session =
            Session.EMPTY.withName("Ferry Reels").withMix(Optional.of(mix)).withReferences(List.of(first, second));

    private Version version(String id, String name) {
        return new Version(
                id,
                name,
                "2026-11-26T19:30:05",
                folder.resolve("out").resolve(name + ".wav"),
                new Version.Figures(-14, -1, Double.NaN, 13, 4.5, 0.7),
                "00ff",
                session);
    }

    @Test
    void everyChoiceIsMadeWithEveryOther() {
        Variants variants = new Variants(
                List.of(List.of(first.id()), List.of(first.id(), second.id())),
                List.of(0.5, 1.0),
                List.of(session.correction().caution()),
                List.of(session.finish().withTarget(-14, -1), session.finish().withTarget(-9, -1)));

        List<Variants.Variant> all = variants.of(session);

        assertThat(variants.count()).isEqualTo(8);
        assertThat(all)
                .extracting(Variants.Variant::name)
                .startsWith("Harbour Lights, 50 %, −14.0 LUFS", "Harbour Lights, 50 %, −9.0 LUFS")
                .endsWith("all references, 100 %, −9.0 LUFS")
                .doesNotHaveDuplicates();
        Session one = all.get(1).settings();
        assertThat(one.references()).containsExactly(first);
        assertThat(one.correction().strength()).isEqualTo(0.5);
        assertThat(one.finish().targetLufs()).isEqualTo(-9);
        assertThat(one.mix()).contains(mix);
    }

    @Test
    void asItStandsIsTheSessionItself() {
        List<Variants.Variant> all = Variants.asItStands(session).of(session);
        assertThat(all).singleElement().satisfies(v -> {
            assertThat(v.settings()).isEqualTo(session);
            assertThat(v.name()).isEqualTo("−14.0 LUFS");
        });
    }

    @Test
    void whatWouldBeCalledAlikeIsToldApart() {
        FinishSettings finish = session.finish();
        Variants variants = new Variants(
                List.of(List.of(first.id())),
                List.of(1.0),
                List.of(0.5),
                List.of(finish.withTarget(-14, -1), finish.withTarget(-14, -2)));
        assertThat(variants.of(session))
                .extracting(Variants.Variant::name)
                .containsExactly("−14.0 LUFS", "−14.0 LUFS (2)");
    }

    @Test
    void whatIsSaidLastHolds() {
        SessionLog log = SessionLog.EMPTY
                .with(new Fact.VersionRendered(version("1", "loud")))
                .with(new Fact.VersionRendered(version("2", "soft")))
                .with(new Fact.VersionNoted(
                        "1", VersionNote.of("loud").withRating(4).withNote("too bright in the car")))
                .with(new Fact.VersionNoted("2", VersionNote.of("soft").withStanding(Status.DISCARDED)))
                .with(new Fact.VersionNoted("3", VersionNote.of("of nothing")))
                .with(new Fact.VersionRendered(version("1", "loud").withFile(folder.resolve("again.wav"))));

        List<NotedVersion> all = log.versions();

        assertThat(all).hasSize(2);
        assertThat(all.get(0).note().note()).isEqualTo("too bright in the car");
        assertThat(all.get(0).note().rating()).isEqualTo(4);
        assertThat(all.get(0).version().file()).isEqualTo(folder.resolve("again.wav"));
        assertThat(all.get(1).isDiscarded()).isTrue();
    }

    /** With the folder everything that lies in it moves, the files of versions and what made them among it. */
    @Test
    void theyAreKeptWithTheSessionAndMoveWithIt() throws IOException {
        Path here = folder.resolve("here");
        Track inside = Track.of(here.resolve("audio/ebb.wav"), "Ebb Tide");
        Session own = Session.EMPTY
                .withMix(Optional.of(inside))
                .withDelivery(Delivery.DEFAULT
                        .withTags(TagEdits.NONE
                                .with(TagField.ISRC, "QZABC2600001")
                                .withPicture(here.resolve("cover.png")))
                        .withName(new NamePattern("{track} {title}"))
                        .withCheckSums(false));
        Version made = new Version(
                "1",
                "loud",
                "2026-11-26T19:30:05",
                here.resolve("out/loud.wav"),
                new Version.Figures(-14, -1, Double.NaN, 13, 4.5, 0.7),
                "00ff",
                own);
        Sent sent = new Sent(
                "2026-11-26T20:00",
                here.resolve("out/m.wav"),
                "WAV, 24 bit",
                List.of("−14.0 LUFS"),
                List.of("Short."),
                "ff");
        SessionLog log = SessionLog.EMPTY
                .with(new Fact.VersionRendered(made))
                .with(new Fact.VersionNoted("1", VersionNote.of("loud").withRating(5)))
                .with(new Fact.MasterSent(sent));
        SessionDocument document = new SessionDocument(own, log);

        byte[] bytes = SessionFile.bytes(document, here.resolve("s" + SessionFile.ENDING));

        assertThat(SessionFile.read(here.resolve("s.json"), bytes)).isEqualTo(document);
        Path there = folder.resolve("there");
        SessionDocument moved = SessionFile.read(there.resolve("s.json"), bytes);
        NotedVersion version = moved.log().versions().get(0);
        assertThat(version.version().file()).isEqualTo(there.resolve("out/loud.wav"));
        assertThat(version.version().settings().files()).containsExactly(there.resolve("audio/ebb.wav"));
        assertThat(version.version().settings().delivery().tags().picture()).contains(there.resolve("cover.png"));
        assertThat(moved.session().delivery().tags().picture()).contains(there.resolve("cover.png"));
        assertThat(moved.log().sent().get(0).file()).isEqualTo(there.resolve("out/m.wav"));
        assertThat(moved.log().sent().get(0).isGood()).isFalse();
    }

    @Test
    void ratingsHaveFiveSteps() {
        assertThatThrownBy(() -> VersionNote.of("x").withRating(6)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> VersionNote.of(" ")).isInstanceOf(IllegalArgumentException.class);
    }
}
