package oakmirror.media.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import oakmirror.dsp.StereoResponse;
import oakmirror.media.TestFiles;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.OutputFormat;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceFile;
import oakmirror.place.PlaceSound;
import oakmirror.place.ShippedPlaces;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The user's own listening places in their folder. */
class ListeningPlacesTest {

    @TempDir
    private Path folder;

    @BeforeEach
    void ownFolder() {
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
    }

    @AfterEach
    void usualFolder() {
        System.clearProperty("oakmirror.config");
    }

    private Path response(String name) throws IOException {
        float[] left = new float[2000];
        float[] right = new float[2000];
        left[200] = 0.8f;
        left[900] = 0.2f;
        right[201] = 0.7f;
        return TestFiles.write(folder.resolve(name), OutputFormat.WAV_FLOAT, 48000, left, right);
    }

    private static ListeningPlace place(String id) {
        return ListeningPlaces.read().byId().get(id);
    }

    @Test
    void anImpulseResponseBecomesAPlace() throws IOException {
        Path file = ListeningPlaces.add(response("Gran's kitchen.wav"));
        assertThat(ListeningPlaces.idOf(file)).isEqualTo("Gran's kitchen");
        ListeningPlace kitchen = place("Gran's kitchen");
        assertThat(kitchen.response()).contains("Gran's kitchen.wav");
        Files.delete(folder.resolve("Gran's kitchen.wav")); // the folder has its own
        StereoResponse response = ListeningPlaces.response(kitchen, 48000).orElseThrow();
        PlaceSound sound = new PlaceSound(kitchen, 48000, ListeningPlaces.response(kitchen, 48000));
        float[] left = new float[1000];
        float[] right = new float[1000];
        left[0] = 1;
        sound.processor(-20).process(left, right, 0, 1000);
        assertThat(left[8]).isEqualTo(0.8f);
        assertThat(left[708]).isBetween(0.1999f, 0.2001f);
        assertThat(right).containsOnly(0f);
        assertThat(response.rr()[9]).isBetween(0.699, 0.701);
        assertThat(ListeningPlaces.ear(kitchen).transfer().mid()[100]).isPositive();
    }

    @Test
    void aPlaceBringsItsResponseAlongAndTakesNoOthersName() throws IOException {
        response("room.wav");
        Path shared = PlaceFile.writeNew(
                folder.resolve("Attic" + PlaceFile.ENDING), ListeningPlace.ofResponse("Attic", "Mine.", "room.wav"));
        ListeningPlaces.add(shared);
        ListeningPlaces.add(shared);
        Map<String, ListeningPlace> all = ListeningPlaces.read().byId();
        assertThat(all).hasSize(10);
        assertThat(all.values().stream().flatMap(p -> p.response().stream()))
                .containsExactlyInAnyOrder("room.wav", "room 2.wav");
    }

    @Test
    void aCopyHasAllThatIsNeededToBeAddedElsewhere() throws IOException {
        ListeningPlaces.add(response("Hall.wav"));
        Path away = Files.createDirectory(folder.resolve("away"));
        Path copy = ListeningPlaces.copy(place("Hall"), away.resolve("Hall" + PlaceFile.ENDING));
        System.setProperty("oakmirror.config", folder.resolve("another").toString());
        ListeningPlaces.add(copy);
        assertThat(ListeningPlaces.response(place("Hall"), 44100)).isPresent();
    }

    @Test
    void aPlaceThatIsCalledLikeOneOfTheProgramsStandsBesideIt() throws IOException {
        Path own = PlaceFile.writeNew(
                folder.resolve("car" + PlaceFile.ENDING),
                ShippedPlaces.all().get("car").named("My car", "With a rattle."));
        ListeningPlaces.add(own);
        assertThat(place("car").name()).isEqualTo("Car at 100 km/h");
        assertThat(place("car 2").name()).isEqualTo("My car");
    }

    @Test
    void whatIsNoneIsSaidAndNothingIsKept() throws IOException {
        Path text = Files.writeString(folder.resolve("x.json"), "{}");
        assertThatThrownBy(() -> ListeningPlaces.add(text))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("“x.json” is no listening place: it holds no listening place.");
        Path song = TestFiles.music(folder.resolve("song.wav"), 48000, 3, 0.5);
        assertThatThrownBy(() -> ListeningPlaces.add(song)).hasMessageContaining("longer than 1.5 s");
        String whole = Files.readString(PlaceFile.writeNew(
                folder.resolve("y" + PlaceFile.ENDING), ListeningPlace.ofResponse("y", "y", "room.wav")));
        for (String name : new String[] {"../room.wav", "/etc/passwd", "a\\\\b.wav", ".hidden", " x"}) {
            Path away = Files.writeString(folder.resolve("away.json"), whole.replace("room.wav", name));
            assertThatThrownBy(() -> ListeningPlaces.add(away))
                    .as(name)
                    .hasMessageContaining("“response” is the name of a file in the same folder");
        }
        assertThatThrownBy(() -> ListeningPlaces.add(folder.resolve("y" + PlaceFile.ENDING)))
                .as("its response is not there")
                .isInstanceOf(AudioFileException.class);
        assertThat(ListeningPlaces.read().byId()).hasSize(8);
    }
}
