package oakmirror.state.listening;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.media.place.ListeningPlaces;
import oakmirror.place.PlaceFile;
import oakmirror.place.ShippedPlaces;
import oakmirror.state.StateTest;
import org.junit.jupiter.api.Test;

/** Which listening places there are, and going from one to the next. */
class ElsewhereTest extends StateTest {

    private Elsewhere elsewhere() {
        return listening.elsewhere();
    }

    /** Hears everything at a place, once all that is needed for it is known. */
    private void go(String id) {
        does(() -> elsewhere().look(() -> elsewhere().chosenProperty().set(Optional.of(id))));
        waitUntil(() -> elsewhere().place().isPresent());
        settle();
    }

    private void settle() {
        waitUntil(() -> background.isIdle() && elsewhere().isSettled());
    }

    @Test
    void oneStepsFromHereThroughAllPlacesAndBack() {
        List<Optional<String>> been = new ArrayList<>();
        for (int i = 0; i < 9; i++) {
            does(() -> elsewhere().step(1));
            int count = i + 1;
            waitUntil(() -> elsewhere().knownProperty().get().size() == 8);
            waitUntil(() -> {
                Optional<String> now = elsewhere().chosenProperty().get();
                return count == 9 ? now.isEmpty() : now.isPresent();
            });
            been.add(elsewhere().chosenProperty().get());
        }
        assertThat(been.subList(0, 8)).doesNotHaveDuplicates().doesNotContain(Optional.empty());
        does(() -> elsewhere().step(-1));
        assertThat(elsewhere().chosenProperty().get()).isEqualTo(been.get(7));
    }

    @Test
    void theUsersOwnPlacesAreFoundAndABrokenOneIsSaid() throws IOException {
        Path mine = folder.resolve("Gran's kitchen" + PlaceFile.ENDING);
        ListeningPlaces.copy(ShippedPlaces.all().get("phone").named("Gran's kitchen", "A radio."), mine);
        Path kept = ListeningPlaces.add(mine);
        assertThat(kept.getParent()).isEqualTo(ListeningPlaces.folder());
        Files.writeString(ListeningPlaces.folder().resolve("bad" + PlaceFile.ENDING), "{}");
        go("Gran's kitchen");
        assertThat(elsewhere().place().orElseThrow().description()).isEqualTo("A radio.");
        assertThat(workspace.messageProperty().get())
                .isEqualTo("“bad.oakplace.json” is no listening place: it holds no listening place.");
        Files.delete(kept);
        does(() -> elsewhere().look(() -> {}));
        waitUntil(() -> elsewhere().chosenProperty().get().isEmpty());
    }
}
