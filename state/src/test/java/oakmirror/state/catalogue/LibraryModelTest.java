package oakmirror.state.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import oakmirror.files.StaleFiles;
import oakmirror.media.TestFiles;
import oakmirror.media.folders.NativeFolder;
import oakmirror.media.library.Entry;
import oakmirror.media.library.Starter;
import oakmirror.profile.Profile;
import oakmirror.state.StateTest;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The library as it stands open: listed, changed, and taken back, without a window. */
class LibraryModelTest extends StateTest {

    private LibraryModel shelf;

    @BeforeEach
    void open() {
        shelf = new LibraryModel(workspace);
        shelf.open();
        waitUntil(() -> shelf.entries().size() == 20);
    }

    @AfterEach
    void close() {
        shelf.close();
    }

    private List<String> titles() {
        return shelf.entries().stream().map(e -> e.about().title()).toList();
    }

    private Entry entry(String title) {
        return shelf.entries().stream()
                .filter(e -> e.about().title().equals(title))
                .findFirst()
                .orElseThrow();
    }

    /** As every test here does, whose own cache goes with it: the library could not be opened any more. */
    @Test
    void whatItNeedsIsUnpackedAgainWhereTheCacheHasBeenCleared() throws Exception {
        Path unpacked = Path.of(System.getProperty("org.sqlite.tmpdir"));
        Files.createDirectories(unpacked);
        StaleFiles.removeFolder(unpacked);
        assertThat(unpacked).doesNotExist();
        NativeFolder.use();
        assertThat(Path.of(System.getProperty("org.sqlite.tmpdir"))).isDirectory();
    }

    /** A profile that is in no library yet. */
    private static Profile called(String title) {
        Profile some = Starter.profiles().get(5);
        return Profile.of(some.about().withTitle(title), some.figures());
    }

    private void add(String title) {
        int before = shelf.entries().size();
        Profile profile = called(title);
        does(() -> shelf.add(List.of(profile), added -> {}));
        waitUntil(() -> shelf.entries().size() == before + 1);
    }

    private void undo(String title, boolean isThere) {
        does(shelf::undo);
        waitUntil(() -> titles().contains(title) == isThere);
    }

    @Test
    void whatIsTakenBackIsWhatWasDoneWhateverCameMeanwhile() {
        add("A");
        add("B");
        does(() -> shelf.remove(List.of(entry("A"))));
        waitUntil(() -> !titles().contains("A"));
        assertThat(shelf.undoableProperty().get()).isEqualTo("remove “A”");
        undo("A", true);
        undo("B", false);
        undo("A", false);
        assertThat(shelf.entries()).hasSize(20);
        assertThat(shelf.undoableProperty().get()).isEmpty();
    }

    @Test
    void whatIsChangedIsTakenBack() {
        Entry first = shelf.entries().get(0);
        String before = first.about().title();
        does(() -> shelf.edit("rename", List.of(first), about -> about.withTitle("Other")));
        waitUntil(() -> titles().contains("Other"));
        assertThat(shelf.entries().get(0).id()).isEqualTo(first.id());
        undo(before, true);
        assertThat(titles()).doesNotContain("Other");
        assertThat(shelf.stateProperty().get()).isEqualTo("Undone: rename.");
        does(() -> shelf.edit("rate", List.of(first), about -> about.withTitle("x".repeat(10_000))));
        assertThat(shelf.stateProperty().get()).startsWith("Not valid: ");
    }

    @Test
    void itIsSearchedSortedAndNarrowedToAFolder() {
        waitUntil(() -> shelf.shown().size() == 20);
        does(() -> shelf.typedProperty().set("kiln"));
        waitUntil(() -> shelf.shown().size() == 7);
        assertThat(shelf.totalProperty().get()).isEqualTo(20);
        does(() -> {
            shelf.typedProperty().set("");
            shelf.orderProperty().set(Order.TWICE);
        });
        waitUntil(() -> shelf.shown().isEmpty());
        does(() -> shelf.orderProperty().set(Order.LUFS));
        waitUntil(() -> shelf.shown().size() == 20);
        List<Double> lufs = shelf.shown().stream().map(s -> s.entry().lufs()).toList();
        assertThat(lufs).isSortedAccordingTo((a, b) -> Double.compare(b, a));
        String folder = shelf.folders().get(0);
        does(() -> shelf.folderProperty().set(folder));
        waitUntil(() -> !shelf.shown().isEmpty()
                && shelf.shown().stream()
                        .allMatch(s -> s.entry().about().folder().startsWith(folder)));
    }

    @Test
    void profilesAreFiledAndAFolderIsRenamedWithWhatIsWithinIt() {
        Folders folders = new Folders(shelf);
        List<Entry> two = shelf.entries().subList(0, 2);
        does(() -> folders.file(two, "sea/far"));
        waitUntil(() -> folders.count("sea") == 2);
        assertThat(folders.count("")).isEqualTo(20);
        does(() -> folders.file(List.of(shelf.entries().get(2)), "Sea"));
        waitUntil(() -> folders.count("sea") == 3);
        does(() -> shelf.folderProperty().set("Sea"));
        does(() -> folders.rename("Sea", "ocean"));
        waitUntil(() -> folders.count("ocean") == 3);
        assertThat(folders.count("ocean/far")).isEqualTo(2);
        assertThat(folders.count("sea")).isZero();
        assertThat(shelf.folderProperty().get()).as("it is still shown").isEqualTo("ocean");
        does(shelf::undo);
        waitUntil(() -> folders.count("sea/far") == 2 && folders.count("sea") == 3);
        String undoable = shelf.undoableProperty().get();
        does(() -> folders.file(List.of(shelf.entries().get(2)), "Sea"));
        assertThat(shelf.undoableProperty().get()).as("it is there already").isEqualTo(undoable);
    }

    @Test
    void howFarFromTheMixEachIsIsKnownHoweverTheyAreSorted() throws Exception {
        does(() -> shelf.orderProperty().set(Order.TITLE));
        waitUntil(() -> shelf.shown().size() == 20);
        assertThat(shelf.shown()).as("there is no mix").allMatch(s -> Double.isNaN(s.gapDb()));
        Path song = TestFiles.music(folder.resolve("Reed Boat.wav"), 48000, 12, 0.3);
        does(() -> workspace.addFiles(List.of(song)));
        waitUntil(() -> shelf.shown().stream().allMatch(s -> s.gapDb() > 0));
        Map<String, Double> byTitle =
                shelf.shown().stream().collect(Collectors.toMap(s -> s.entry().id(), Shown::gapDb));
        assertThat(shelf.shown().stream().map(s -> s.entry().about().title()).toList())
                .isSortedAccordingTo(String.CASE_INSENSITIVE_ORDER);
        does(() -> shelf.orderProperty().set(Order.TONE));
        waitUntil(() -> shelf.shown().stream().allMatch(s -> s.distance() == s.gapDb()));
        assertThat(shelf.shown())
                .allMatch(s -> s.gapDb() == byTitle.get(s.entry().id()));
    }

    @Test
    void aTrackOfTheSessionIsKeptWhateverIsOpenedMeanwhile() throws Exception {
        Intake intake = new Intake(shelf, workspace);
        Path song = TestFiles.music(folder.resolve("Reed Boat.wav"), 48000, 12, 0.3);
        does(() -> workspace.addFiles(List.of(song)));
        waitUntil(() -> slot(0).imported().isPresent());
        does(() -> intake.keep(slot(0)));
        does(workspace::reset); // it is the library's by now
        waitUntil(() -> titles().contains("Reed Boat"));
        assertThat(shelf.stateProperty().get()).isEqualTo("Saved “Reed Boat” to the library.");
        Path file = folder.resolve("kept.profiles.json");
        does(() -> intake.export(List.of(entry("Reed Boat")), file));
        waitUntil(() -> Files.exists(file));
        waitUntil(() -> shelf.stateProperty().get().equals("Exported 1 profile to kept.profiles.json."));
        does(() -> intake.merge(List.of(file)));
        waitUntil(() -> shelf.stateProperty().get().endsWith("the others were already there."));
        does(() -> intake.merge(List.of(song)));
        waitUntil(() -> !shelf.stateProperty().get().contains("the others"));
        assertThat(shelf.stateProperty().get()).isNotEmpty();
    }

    @Test
    void aFolderOfMusicIsTakenIn() throws Exception {
        Path music = Files.createDirectory(folder.resolve("music"));
        TestFiles.music(music.resolve("one.wav"), 48000, 12, 0.3);
        TestFiles.music(music.resolve("two.wav"), 44100, 12, 0.2);
        Files.writeString(music.resolve("broken.wav"), "no sound");
        does(() -> new Intake(shelf, workspace).takeFolder(music));
        waitUntil(() -> shelf.entries().size() == 22);
        waitUntil(() -> background.shown().isEmpty());
        assertThat(titles()).contains("one", "two");
    }
}
