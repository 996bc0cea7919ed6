package oakmirror.desk.model.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.media.TestFiles;
import oakmirror.session.Session;
import oakmirror.session.TrackId;
import org.junit.jupiter.api.Test;

/** What the window shows, without a window. */
class WorkspaceTest extends ModelTest {

    @Test
    void theFirstFileIsTheMixAndTheRestReferencesUpToSixteen() {
        List<Path> many = IntStream.range(0, 20)
                .mapToObj(i -> folder.resolve("take " + i + ".wav"))
                .toList();
        fx(() -> workspace.addFiles(many));
        Session session = onFx(workspace::session);
        assertThat(session.mix().orElseThrow().name()).isEqualTo("take 0");
        assertThat(session.references()).hasSize(Session.MOST_REFERENCES);
        assertThat(onFx(() -> workspace.messageProperty().get()))
                .isEqualTo("3 files were left out: a session holds 16 references.");
        fx(workspace::undo);
        assertThat(onFx(workspace::session).isBlank())
                .as("one step back undoes the drop")
                .isTrue();
    }

    @Test
    void referencesComeInAtTheRateOfTheMixAndFollowANewMix() throws Exception {
        Path slow = TestFiles.music(folder.resolve("slow.wav"), 44100, 2, 0.4);
        Path fast = TestFiles.music(folder.resolve("fast.wav"), 96000, 2, 0.2);
        fx(() -> workspace.addFiles(List.of(slow, fast)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace
                        .tracks()
                        .all()
                        .get(1)
                        .imported()
                        .orElseThrow()
                        .audio()
                        .orElseThrow()
                        .sampleRate()))
                .isEqualTo(44100);
        fx(() -> workspace.change("swap", s -> s.withReferences(List.of())
                .withMix(Optional.of(s.references().get(0)))
                .withReferences(List.of(s.mix().orElseThrow()))));
        waitUntil(() -> workspace.tracks().all().stream().allMatch(t -> t.imported()
                .filter(i -> i.audio().orElseThrow().sampleRate() == 96000)
                .isPresent()));
    }

    @Test
    void levelsFollowTheTracksAndTheChoice() throws Exception {
        Path quiet = TestFiles.music(folder.resolve("quiet.wav"), 48000, 3, 0.1);
        Path loud = TestFiles.music(folder.resolve("loud.wav"), 48000, 3, 0.4);
        fx(() -> workspace.addFiles(List.of(quiet, loud)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace.levelsProperty().get().offsetDb(1))).isCloseTo(-12.04, within(0.01));
        fx(() -> workspace.change(
                "unmatch", s -> s.withLevels(s.comparing().levels().withMatched(false))));
        assertThat(onFx(() -> workspace.levelsProperty().get().offsetDb(1))).isZero();
    }

    @Test
    void theSameSoundNeedsNoMoves() throws Exception {
        Path music = TestFiles.music(folder.resolve("x.wav"), 48000, 3, 0.2);
        fx(() -> workspace.addFiles(List.of(music, music)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace.proposalProperty().get().bands())).isEmpty();
    }

    @Test
    void savingMakesItSavedAndADemoIsOpenedAsACopy() throws Exception {
        fx(() -> workspace.change("name", s -> s.withName("Ferry Reels")));
        assertThat(onFx(() -> workspace.unsavedProperty().get())).isTrue();
        Path file = folder.resolve("a.oakmirror.json");
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        assertThat(onFx(() -> workspace.unsavedProperty().get())).isFalse();
        onFx(() -> {
            workspace.openCopy(file);
            return true;
        });
        assertThat(onFx(() -> workspace.fileProperty().get())).isEmpty();
        assertThat(onFx(workspace::session).name()).isEqualTo("Ferry Reels");
        assertThat(onFx(() -> workspace.canUndoProperty().get())).isFalse();
        Path broken = Files.writeString(folder.resolve("b.json"), "{");
        assertThatThrownBy(() -> workspace.open(broken)).isInstanceOf(IOException.class);
        assertThat(onFx(workspace::session).name()).as("what was open stays").isEqualTo("Ferry Reels");
    }

    @Test
    void anIdOutlivesRenamingReorderingRelocatingAndUndo() throws Exception {
        Path one = TestFiles.music(folder.resolve("one.wav"), 48000, 2, 0.3);
        Path two = TestFiles.music(folder.resolve("two.wav"), 48000, 2, 0.2);
        fx(() -> workspace.addFiles(List.of(one, one, two, one)));
        waitUntil(() -> workspace.isReady());
        List<TrackSlot> slots = onFx(() -> List.copyOf(workspace.tracks().all()));
        assertThat(onFx(() -> slots.stream().map(s -> s.track().id()).distinct().count()))
                .as("the same file may be there more than once")
                .isEqualTo(4);
        fx(() -> new Passages(workspace).reorder(3, 1));
        assertThat(onFx(() -> List.copyOf(workspace.tracks().all())))
                .containsExactly(slots.get(0), slots.get(3), slots.get(1), slots.get(2));
        fx(() -> workspace.changeTrack(1, "rename", t -> t.withName("other")));
        TrackId id = onFx(() -> slots.get(3).track().id());
        fx(() -> workspace.relocate(1, two));
        waitUntil(() -> workspace.isReady());
        assertThat(onFx(() -> slots.get(3).track().id())).isEqualTo(id);
        assertThat(onFx(() -> slots.get(3).track().name())).isEqualTo("other");
        assertThat(onFx(() -> slots.get(3).imported().orElseThrow().file())).contains(two);
        fx(workspace::undo);
        waitUntil(() -> workspace.isReady());
        assertThat(onFx(() -> slots.get(3).imported().orElseThrow().file())).contains(one);
        fx(workspace::undo);
        fx(workspace::undo);
        assertThat(onFx(() -> List.copyOf(workspace.tracks().all()))).isEqualTo(slots);
    }
}
