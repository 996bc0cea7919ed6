package oakmirror.place;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import oakmirror.text.Texts;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Places as files. */
class PlaceFileTest {

    @TempDir
    private Path folder;

    @AfterEach
    void english() {
        Texts.speak(Locale.ENGLISH);
    }

    @Test
    void eightPlacesComeWithTheProgramInTheLanguageThatIsSpoken() {
        assertThat(ShippedPlaces.all()).hasSize(8);
        assertThat(ShippedPlaces.all().get("car").name()).isEqualTo("Car at 100 km/h");
        Texts.speak(Locale.GERMAN);
        assertThat(ShippedPlaces.all().get("car").name()).isEqualTo("Auto bei 100 km/h");
        assertThat(ShippedPlaces.all().values()).allSatisfy(p -> {
            assertThat(p.sources()).isNotEmpty();
            assertThat(p.description()).doesNotContain("places.");
        });
    }

    @Test
    void aPlaceComesBackAsItWasWritten() throws IOException {
        for (ListeningPlace place : ShippedPlaces.all().values()) {
            Path file = PlaceFile.writeNew(folder.resolve("Mine" + PlaceFile.ENDING), place);
            assertThat(PlaceFile.read(file)).isEqualTo(place);
        }
        try (var files = Files.list(folder)) {
            assertThat(files).as("none took another's place").hasSize(8);
        }
    }

    @Test
    void whatIsNoPlaceIsRefusedInAPhrase() throws IOException {
        Path file = folder.resolve("x" + PlaceFile.ENDING);
        String whole =
                Files.readString(PlaceFile.writeNew(file, ShippedPlaces.all().get("living-room")));
        refused(file, "", "no listening place");
        refused(file, "[1", "not JSON");
        refused(file, "{}", "no listening place");
        refused(file, whole.replace("\"version\" : 1", "\"version\" : 2"), "version");
        refused(
                file,
                whole.replace("\"directivity\" : 4.0", "\"directivity\" : -4"),
                "“directivity” goes from 1 to 30");
        refused(file, whole.replace("\"width\" : 1.0", "\"width\" : \"far\""), "wrong kind");
        refused(file, whole.replace("\"BELL\"", "\"GONG\""), "wrong kind");
        refused(file, whole.replace("\"hz\" : 1500.0", "\"hz\" : 1e9"), "“hz”");
        refused(file, whole.replace("0.6, 0.55", "60, 0.55"), "“reverberationSeconds”");
        refused(file, whole.replace("\"listenerM\" : [ 3.4", "\"listenerM\" : [ 30.4"), "“listenerM”");
        refused(file, whole.replace("\"name\" : \"Living room\"", "\"name\" : null"), "“name”");
    }

    private static void refused(Path file, String json, String why) throws IOException {
        Files.writeString(file, json);
        assertThatThrownBy(() -> PlaceFile.read(file))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(why);
    }
}
