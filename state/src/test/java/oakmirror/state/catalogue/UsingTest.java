package oakmirror.state.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.media.library.Entry;
import oakmirror.profile.Profile;
import oakmirror.session.FoldRule;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.state.DemoStateTest;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Profiles of the library as references of the session: used, folded, followed, tried. */
class UsingTest extends DemoStateTest {

    private LibraryModel shelf;
    private Using using;

    @BeforeEach
    void open() throws Exception {
        shelf = new LibraryModel(workspace);
        using = new Using(shelf, workspace);
        shelf.open();
        waitUntil(() -> shelf.entries().size() == 20);
        openDemo();
    }

    @AfterEach
    void close() {
        shelf.close();
    }

    private Source.Folded folded(int reference) {
        return (Source.Folded) workspace.session().references().get(reference).source();
    }

    @Test
    void profilesAreUsedAsFarAsThereIsRoom() {
        does(() -> using.asReferences(shelf.entries().subList(0, 2)));
        waitUntil(() -> workspace.session().references().size() == 5);
        waitUntil(() -> workspace.isReady());
        does(() -> using.asReferences(shelf.entries()));
        waitUntil(() -> workspace.session().references().size() == Session.MOST_REFERENCES);
        assertThat(shelf.stateProperty().get()).isEqualTo("9 were skipped: a session holds at most 16 references.");
        does(() -> using.fold("all", shelf.entries()));
        assertThat(shelf.stateProperty().get()).isEqualTo("A session holds at most 16 references; remove one first.");
        does(workspace::undo);
        assertThat(workspace.session().references()).hasSize(5);
    }

    @Test
    void aFoldFollowsTheLibraryAndUndoDoesNotBringBackWhatIsGone() {
        does(() -> using.fold(new FoldRule(FoldRule.Kind.SEARCH, "kiln")));
        waitUntil(() -> workspace.session().references().size() == 4);
        assertThat(folded(3).members()).hasSize(7);
        waitUntil(() -> workspace.isReady());
        Entry one = shelf.entries().stream()
                .filter(e -> e.id().equals(folded(3).members().get(0).id()))
                .findFirst()
                .orElseThrow();
        does(() -> shelf.remove(List.of(one)));
        waitUntil(() -> folded(3).members().size() == 6);
        does(workspace::undo);
        does(workspace::redo);
        assertThat(folded(3).members()).hasSize(6);
        does(shelf::undo);
        waitUntil(() -> folded(3).members().size() == 7);
    }

    @Test
    void aFoldOfASessionThatIsOpenedFollowsTheLibraryAsItIsNow() {
        does(() -> using.fold(new FoldRule(FoldRule.Kind.SEARCH, "kiln")));
        waitUntil(() -> workspace.session().references().size() == 4);
        List<String> kiln = folded(3).members().stream().map(Profile::id).toList();
        Path file = folder.resolve("a.oakmirror.json");
        save(file);
        does(workspace::reset);
        Entry one = shelf.entries().stream()
                .filter(e -> kiln.contains(e.id()))
                .findFirst()
                .orElseThrow();
        does(() -> shelf.remove(List.of(one)));
        waitUntil(() -> !shelf.entries().contains(one));
        for (int i = 0; i < 2; i++) { // and when the same is opened once more
            open(file);
            assertThat(folded(3).members()).as("as it was kept").hasSize(7);
            waitUntil(() -> folded(3).members().size() == 6);
        }
    }

    @Test
    void theMixIsHeldAgainstAProfileForTheTimeBeing() {
        Trying trying = new Trying(shelf, workspace);
        double[] before = workspace.proposalProperty().get().gap().gapDb();
        does(() -> trying.step(shelf.entries().get(4)));
        waitUntil(() -> trying.triedProperty().get().isPresent()
                && workspace.settledProperty().get());
        assertThat(workspace.proposalProperty().get().gap().gapDb()).isNotEqualTo(before);
        assertThat(workspace.derivation().measured())
                .as("what is only tried is never rendered")
                .isEmpty();
        does(trying::end);
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(workspace.proposalProperty().get().gap().gapDb()).isEqualTo(before);
        assertThat(trying.triedProperty().get()).isEqualTo(Optional.empty());
    }
}
