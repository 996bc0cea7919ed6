package oakmirror.media.library;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import oakmirror.profile.About;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Backups of the library as they age, and profiles that lack a figure. */
class LibraryBackupsTest {

    private static final List<Profile> PROFILES = Starter.profiles().subList(0, 5);

    @TempDir
    Path folder;

    @Test
    void copiesAreOfNowOfADayAndOfAWeekBefore() throws Exception {
        Path at = folder.resolve("aging");
        List<Path> copies = Stream.of("", "-2", "-3")
                .map(n -> at.resolve("library-copy" + n + ".db"))
                .toList();
        Instant now = Instant.now();
        int days = 30;
        List<Profile> kept = new ArrayList<>();
        try (Library library = Library.open(at)) {
            for (int day = days; day >= 0; day--) {
                for (int i = 0; i < 3; i++) { // three times a day
                    Profile profile =
                            PROFILES.get(0).withId("day-" + day + "-" + i).with(About.of("of day " + day, "made up"));
                    kept.addAll(library.add(List.of(profile)).isEmpty() ? List.of() : List.of(profile));
                    for (Path copy : copies) { // a third of a day goes by
                        if (Files.exists(copy)) {
                            Instant before = Files.getLastModifiedTime(copy).toInstant();
                            Files.setLastModifiedTime(copy, FileTime.from(before.minus(Duration.ofHours(8))));
                        }
                    }
                    assertThat(library.checkAndCopy()).isTrue();
                }
            }
        }
        List<Duration> ages = new ArrayList<>();
        for (Path copy : copies) {
            ages.add(Duration.between(Files.getLastModifiedTime(copy).toInstant(), now));
        }
        assertThat(kept).hasSize(3 * (days + 1));
        assertThat(ages.get(0)).isLessThan(Duration.ofHours(1));
        assertThat(ages.get(1)).isBetween(Duration.ofHours(7), Duration.ofDays(2));
        assertThat(ages.get(2)).isBetween(Duration.ofDays(1), Duration.ofDays(10));
    }

    /** As others may write them: of a file whose peaks were not measured. */
    @Test
    void aProfileWithoutAPeakIsKept() throws Exception {
        Path file = folder.resolve("no-peak" + ProfileFile.ENDING);
        ProfileFile.write(PROFILES.subList(0, 1), file);
        ObjectMapper mapper = new ObjectMapper();
        JsonNode tree = mapper.readTree(file.toFile());
        for (JsonNode levels : tree.findValues("heard")) {
            ((ObjectNode) levels).putNull("truePeakDbtp");
        }
        mapper.writeValue(file.toFile(), tree);
        List<Profile> read = ProfileFile.read(file);
        assertThat(read.get(0).figures().peakToLoudness()).isNaN();
        try (Library library = Library.open(folder.resolve("odd"))) {
            assertThat(library.add(read)).hasSize(1);
            assertThat(library.entries().get(0).plrDb()).isNaN();
            assertThat(library.profile(read.get(0).id())).isPresent();
        }
    }
}
