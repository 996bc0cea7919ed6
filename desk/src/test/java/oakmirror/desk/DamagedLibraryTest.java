package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import javafx.scene.control.Labeled;
import oakmirror.desk.library.LibraryPane;
import oakmirror.media.library.Library;
import oakmirror.media.library.Starter;
import oakmirror.state.catalogue.LibraryModel;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A window that starts with a library whose file is damaged. */
class DamagedLibraryTest extends WindowTest {

    private static final int KEPT = 12;

    private Path library() {
        return folder.resolve("config/data/library");
    }

    @BeforeEach
    @Override
    void start() throws Exception {
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        try (Library before = Library.open(library())) {
            before.add(Starter.profiles().subList(0, KEPT));
            before.checkAndCopy();
        }
        try (RandomAccessFile raw =
                new RandomAccessFile(library().resolve("library.db").toFile(), "rw")) {
            raw.write(new byte[64]);
        }
        super.start();
    }

    @Test
    void itIsRebuiltFromItsCopyAndThatIsSaid() throws Exception {
        LibraryModel shelf = app.window().shelf();
        interact(() ->
                lookup("#library").queryAs(LibraryPane.class).foldedProperty().set(false));
        waitUntil(() -> onFx(() -> shelf.shown().size() == KEPT));
        assertThat(onFx(() -> shelf.stateProperty().get()))
                .startsWith("The library file was damaged; it was kept as library-damaged-")
                .contains("rebuilt from its backup");
        waitUntil(() -> onFx(() -> lookup("#library .label").queryAllAs(Labeled.class).stream()
                .anyMatch(l -> l.getText() != null && l.getText().contains("was damaged"))));
        try (Stream<Path> files = Files.list(library())) {
            assertThat(files.map(f -> f.getFileName().toString()))
                    .anyMatch(n -> n.startsWith("library-damaged-"))
                    .contains("library.db", "library-copy.db");
        }
        interact(() -> shelf.typedProperty().set("slack"));
        waitUntil(() -> onFx(() -> shelf.shown().size() == 1));
    }
}
