package oakmirror.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import oakmirror.StrangeDocuments.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Nothing but a document or a sentence comes of what a stranger has written, soon. */
class EveryDocumentTest {

    private static final int TIMES = 2000;

    @TempDir
    Path folder;

    @Test
    void isReadOrRefusedWithASentence() throws Exception {
        Map<String, Outcome> outcomes = EveryDocument.tried(TIMES, 7, folder);
        outcomes.forEach((kind, outcome) -> {
            assertThat(outcome.wrong()).as(kind).isEmpty();
            assertThat(outcome.read()).as(kind + " read").isPositive();
            assertThat(outcome.refused()).as(kind + " refused").isPositive();
        });
    }
}
