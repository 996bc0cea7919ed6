package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import oakmirror.media.TestFiles;
import oakmirror.session.Session;
import oakmirror.session.TrackId;
import oakmirror.state.StateTest;
import org.junit.jupiter.api.Test;

/** What the window shows, without a window. */
class WorkspaceTest extends StateTest {

    @Test
    void theFirstFileIsTheMixAndTheRestReferencesUpToSixteen() {
        List<Path> many = IntStream.range(0, 20)
                .mapToObj(i -> folder.resolve("take " + i + ".wav"))
                .toList();
        does(() -> workspace.addFiles(many));
        Session session = now(workspace::session);
        assertThat(session.mix().orElseThrow().name()).isEqualTo("take 0");
        assertThat(session.references()).hasSize(Session.MOST_REFERENCES);
        assertThat(now(() -> workspace.messageProperty().get()))
                .isEqualTo("3 files were skipped: a session holds at most 16 references.");
        does(workspace::undo);
        assertThat(now(workspace::session).isBlank())
                .as("one step back undoes the drop")
                .isTrue();
    }

    @Test
    void referencesComeInAtTheRateOfTheMixAndFollowANewMix() throws Exception {
        Path slow = TestFiles.music(folder.resolve("slow.wav"), 44100, 2, 0.4);
        Path fast = TestFiles.music(folder.resolve("fast.wav"), 96000, 2, 0.2);
        does(() -> workspace.addFiles(List.of(slow, fast)));
        waitUntil(workspace::isReady);
        assertThat(now(() -> workspace
                        .tracks()
                        .all()
                        .get(1)
                        .imported()
                        .orElseThrow()
                        .audio()
                        .orElseThrow()
                        .sampleRate()))
                .isEqualTo(44100);
        does(() -> workspace.change("swap", s -> s.withReferences(List.of())
                .withMix(Optional.of(s.references().get(0)))
                .withReferences(List.of(s.mix().orElseThrow()))));
        waitUntil(() -> workspace.tracks().all().stream().allMatch(t -> t.imported()
                .filter(i -> i.audio().orElseThrow().sampleRate() == 96000)
                .isPresent()));
    }

    @Test
    void theSameSoundNeedsNoMoves() throws Exception {
        Path music = TestFiles.music(folder.resolve("x.wav"), 48000, 3, 0.2);
        does(() -> workspace.addFiles(List.of(music, music)));
        waitUntil(workspace::isReady);
        assertThat(now(() -> workspace.proposalProperty().get().bands())).isEmpty();
    }

    @Test
    void savingMakesItSavedAndADemoIsOpenedAsACopy() throws Exception {
        does(() -> workspace.change("name", s -> s.withName("Ferry Reels")));
        assertThat(now(() -> workspace.unsavedProperty().get())).isTrue();
        Path file = folder.resolve("a.oakmirror.json");
        save(file);
        assertThat(now(() -> workspace.unsavedProperty().get())).isFalse();
        does(() -> workspace.openCopy(file, sentence -> {}));
        waitUntil(() -> workspace.fileProperty().get().isEmpty());
        assertThat(now(workspace::session).name()).isEqualTo("Ferry Reels");
        assertThat(now(() -> workspace.canUndoProperty().get())).isFalse();
        Path broken = Files.writeString(folder.resolve("b.json"), "{");
        assertThat(open(broken)).isPresent();
        assertThat(now(workspace::session).name()).as("what was open stays").isEqualTo("Ferry Reels");
    }

    @Test
    void anIdOutlivesRenamingReorderingRelocatingAndUndo() throws Exception {
        Path one = TestFiles.music(folder.resolve("one.wav"), 48000, 2, 0.3);
        Path two = TestFiles.music(folder.resolve("two.wav"), 48000, 2, 0.2);
        does(() -> workspace.addFiles(List.of(one, one, two, one)));
        waitUntil(() -> workspace.isReady());
        List<TrackSlot> slots = now(() -> List.copyOf(workspace.tracks().all()));
        assertThat(now(() -> slots.stream().map(s -> s.track().id()).distinct().count()))
                .as("the same file may be there more than once")
                .isEqualTo(4);
        does(() -> new Passages(workspace).reorder(3, 1));
        assertThat(now(() -> List.copyOf(workspace.tracks().all())))
                .containsExactly(slots.get(0), slots.get(3), slots.get(1), slots.get(2));
        does(() -> workspace.changeTrack(1, "rename", t -> t.withName("other")));
        TrackId id = now(() -> slots.get(3).track().id());
        does(() -> workspace.relocate(1, two));
        waitUntil(() -> workspace.isReady());
        assertThat(now(() -> slots.get(3).track().id())).isEqualTo(id);
        assertThat(now(() -> slots.get(3).track().name())).isEqualTo("other");
        assertThat(now(() -> slots.get(3).imported().orElseThrow().file())).contains(two);
        does(workspace::undo);
        waitUntil(() -> workspace.isReady());
        assertThat(now(() -> slots.get(3).imported().orElseThrow().file())).contains(one);
        does(workspace::undo);
        does(workspace::undo);
        assertThat(now(() -> List.copyOf(workspace.tracks().all()))).isEqualTo(slots);
    }
}
