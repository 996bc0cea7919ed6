package oakmirror.state.mastering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.media.TestFiles;
import oakmirror.session.NotedVersion;
import oakmirror.session.Source;
import oakmirror.session.Variants;
import oakmirror.session.VersionNote.Status;
import oakmirror.state.StateTest;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.listening.VersionsHeard;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** One rendered outcome: noted, heard, gone back to, lost and rendered again. */
class VersionsTest extends StateTest {

    private Versions versions;
    private VersionsHeard heard;
    private Path out;
    private final List<String> told = new ArrayList<>();

    @BeforeEach
    void render() throws Exception {
        versions = new Versions(workspace, new Sending(workspace));
        heard = new VersionsHeard(workspace, listening);
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), 8);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), 8);
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
        out = Files.createDirectory(folder.resolve("versions"));
        does(() -> versions.render(Variants.asItStands(workspace.session()).of(workspace.session()), out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        told.clear();
    }

    private NotedVersion first() {
        return versions.allProperty().get().get(0);
    }

    private HeardVersion inTheMixsPlace() {
        return listening.monitor().versionProperty().get().orElseThrow();
    }

    @Test
    void whatIsSaidAboutItIsKept() {
        does(() -> versions.note(first(), n -> n.withName("loud one").withRating(4)));
        assertThat(first().name()).isEqualTo("loud one");
        does(() -> versions.note(first(), n -> n.withStanding(Status.DISCARDED)));
        assertThat(first().isDiscarded()).isTrue();
        assertThat(first().note().rating()).isEqualTo(4);
    }

    @Test
    void itIsHeardInTheMixsPlaceAsLoudAsItOrAsItIs() {
        does(() -> heard.toggle(first().version()));
        waitUntil(() -> heard.heard().equals(Optional.of(first().version().id())));
        double mix = slot(0).imported().orElseThrow().measurement().heardLufs();
        double version = first().version().figures().integratedLufs();
        assertThat(inTheMixsPlace().gainDb()).isCloseTo(mix - version, within(0.05));
        does(() -> heard.hearAsTheyAre(true));
        assertThat(inTheMixsPlace().gainDb()).isZero();
        does(() -> heard.toggle(first().version()));
        assertThat(heard.heard()).isEmpty();
    }

    /** It was rendered at 48 kHz; the mix comes at another rate from now on. */
    @Test
    void itIsHeardAtWhateverRateTheMixHasAndNeverIsTheMixHeardInItsPlace() throws Exception {
        does(() -> heard.toggle(first().version()));
        waitUntil(() -> heard.heard().isPresent());
        Path other = TestFiles.music(folder.resolve("other.wav"), 44100, 6, 0.2);
        does(() -> workspace.changeTrack(0, "replace", t -> t.withSource(new Source.File(other))));
        waitUntil(() -> slot(0).audio().filter(a -> a.sampleRate() == 44100).isPresent());
        waitUntil(() -> workspace.isReady());
        assertThat(listening
                        .monitor()
                        .versionProperty()
                        .get()
                        .filter(v -> v.audio().sampleRate() != 44100))
                .as("ended, or read anew")
                .isEmpty();
        does(() -> heard.endHearing());
        does(() -> heard.toggle(first().version()));
        waitUntil(() -> heard.heard().isPresent());
        assertThat(inTheMixsPlace().audio().sampleRate()).isEqualTo(44100);
    }

    @Test
    void anotherWayOfHearingTheMixEndsIt() {
        does(() -> heard.toggle(first().version()));
        waitUntil(() -> heard.heard().isPresent());
        does(() -> listening.correctedProperty().set(true));
        assertThat(heard.heard()).isEmpty();
    }

    @Test
    void theSessionGoesBackToItAndThatIsUndone() {
        does(() -> workspace.change(
                "softer", s -> s.withFinish(s.finish().withTarget(-20, -1)).withReferences(List.of())));
        does(() -> versions.takeBack(first()));
        assertThat(workspace.session().finish())
                .isEqualTo(first().version().settings().finish());
        assertThat(workspace.session().references()).hasSize(1);
        assertThat(workspace.messageProperty().get()).contains("Undo brings back");
        does(workspace::undo);
        assertThat(workspace.session().finish().targetLufs()).isEqualTo(-20);
        assertThat(workspace.session().references()).isEmpty();
    }

    private void lose() throws Exception {
        Files.delete(first().version().file());
        does(versions::look);
        waitUntil(() ->
                versions.missingProperty().get().contains(first().version().id()));
    }

    @Test
    void oneThatIsLostIsRenderedAgainBitForBit() throws Exception {
        byte[] before = Files.readAllBytes(first().version().file());
        lose();
        does(() -> versions.renderAgain(first(), out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told.get(0)).endsWith("was rendered again, bit for bit identical.");
        assertThat(Files.readAllBytes(first().version().file())).isEqualTo(before);
        waitUntil(() -> versions.missingProperty().get().isEmpty());
    }

    @Test
    void oneGoesWhereItWasOnlyBelowTheSessionsFolder() throws Exception {
        Path chosen = Files.createDirectory(folder.resolve("chosen"));
        Path below = folder.resolve("x.oakmirror.json");
        save(below);
        lose();
        does(() -> versions.renderAgain(first(), chosen, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(first().version().file()).exists().hasParent(out);
        told.clear();
        Path elsewhere = Files.createDirectory(folder.resolve("sessions")).resolve("x.oakmirror.json");
        save(elsewhere);
        lose();
        does(() -> versions.renderAgain(first(), chosen, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(first().version().file()).exists().hasParent(chosen);
    }

    @Test
    void oneMadeWithTracksThatAreGoneIsNotRenderedAgainAndThatIsSaid() throws Exception {
        lose();
        does(() -> workspace.change("take a reference out", s -> s.withoutReference(0)));
        waitUntil(() -> workspace.settledProperty().get());
        does(() -> versions.renderAgain(first(), out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told.get(0)).contains("uses tracks that are no longer in the session");
        assertThat(first().version().file()).doesNotExist();
    }
}
