package oakmirror.media.library;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import oakmirror.audio.Progress;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Profile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Profiles kept for later. */
class LibraryTest {

    private static final List<Profile> STARTER = Starter.profiles();

    @TempDir
    Path folder;

    private Library filled() throws LibraryException {
        Library library = Library.open(folder);
        library.add(STARTER);
        return library;
    }

    private static List<String> titles(Library library, Set<String> numbers) throws LibraryException {
        return library.entries().stream()
                .filter(e -> numbers.contains(e.id()))
                .map(e -> e.about().title())
                .sorted()
                .toList();
    }

    @Test
    void twentyProfilesInThreeGenresShipAndSayWhatTheyAre() {
        assertThat(STARTER).hasSize(20);
        assertThat(STARTER.stream().map(p -> p.about().folder()).distinct()).hasSize(3);
        assertThat(STARTER).allMatch(p -> p.about().origin().equals("made up and rendered for Oak Mirror"));
        assertThat(STARTER).allMatch(p -> p.figures().bpm().isPresent());
    }

    @Test
    void whatIsAddedIsThereAfterwardsWithAllItsFigures() throws Exception {
        try (Library library = filled()) {
            assertThat(library.isNew()).isTrue();
            assertThat(library.entries()).hasSize(20);
            assertThat(library.add(STARTER)).as("they are there already").isEmpty();
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.isNew()).isFalse();
            Entry entry = library.entries().get(3);
            Profile profile = library.profile(entry.id()).orElseThrow();
            assertThat(profile.figures()).isEqualTo(STARTER.get(3).figures());
            assertThat(profile.about()).isEqualTo(STARTER.get(3).about());
            assertThat(entry.lufs()).isEqualTo(profile.figures().lufs());
            assertThat(entry.plrDb()).isCloseTo(profile.figures().peakToLoudness(), within(1e-9));
            Descriptor sketch = library.sketches(List.of(entry)).get(0);
            assertThat(sketch).isEqualTo(Descriptor.of(profile.figures()));
        }
    }

    @Test
    void wordsAreFoundAsTheyAreTypedAndNothingInThemIsAnOperator() throws Exception {
        try (Library library = filled()) {
            assertThat(titles(library, library.search("slow"))).containsExactly("Cooling Slow", "Slow Bell");
            assertThat(titles(library, library.search("SLO pip"))).containsExactly("Slow Bell");
            assertThat(library.search("  ")).hasSize(20);
            assertThat(library.search("kiln")).hasSize(7);
            assertThat(library.search("nothing of the kind")).isEmpty();
            for (String odd :
                    List.of("\"", "title:x OR", "a\" OR \"b", "*", "NEAR(", "^slow", "; DROP TABLE profile", "-slow")) {
                assertThat(library.search(odd)).as(odd).isNotNull();
            }
            Entry first = library.entries().get(0);
            library.edit(Map.of(
                    first.id(), first.about().withTitle("Façade à l’Aube").withTags(List.of("morning"))));
            assertThat(titles(library, library.search("facade aube"))).containsExactly("Façade à l’Aube");
            assertThat(library.search("morn")).containsExactly(first.id());
            assertThat(library.search("ninth wave")).as("its name before").isEmpty();
        }
    }

    @Test
    void whatIsRemovedCanBeAddedAgain() throws Exception {
        try (Library library = filled()) {
            List<String> two =
                    library.entries().stream().map(Entry::id).limit(2).toList();
            List<Profile> removed = library.remove(two);
            assertThat(removed).hasSize(2);
            assertThat(library.entries()).hasSize(18);
            assertThat(library.search("copper")).isEmpty();
            assertThat(library.add(removed)).hasSize(2);
            assertThat(library.entries()).hasSize(20);
            assertThat(library.search("copper")).hasSize(2);
        }
    }

    @Test
    void whatComesAfterSomethingThatWasRemovedHasItsOwnCurve() throws Exception {
        try (Library library = Library.open(folder)) {
            List<Entry> one = library.add(List.of(STARTER.get(0)));
            assertThat(library.sketches(one))
                    .containsExactly(Descriptor.of(STARTER.get(0).figures()));
            library.remove(List.of(one.get(0).id()));
            List<Entry> other = library.add(List.of(STARTER.get(1))); // in the same row
            assertThat(library.sketches(other))
                    .containsExactly(Descriptor.of(STARTER.get(1).figures()));
        }
    }

    @Test
    void twoWindowsSeeEachOthersChanges() throws Exception {
        try (Library one = filled();
                Library other = Library.open(folder)) {
            int before = other.foreignChanges();
            assertThat(other.foreignChanges()).isEqualTo(before);
            one.remove(List.of(one.entries().get(0).id()));
            assertThat(other.foreignChanges()).isNotEqualTo(before);
            assertThat(other.entries()).hasSize(19);
            other.add(List.of(STARTER.get(0)));
            assertThat(one.entries()).hasSize(20);
            Thread adding = new Thread(() -> addTwenty(one));
            adding.start();
            addTwenty(other);
            adding.join();
            assertThat(other.entries()).hasSize(60);
        }
    }

    private static void addTwenty(Library library) {
        try {
            for (Profile p : STARTER) {
                library.add(List.of(Profile.of(p.about(), p.figures())));
            }
        } catch (LibraryException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void anOlderFormIsCopiedAndBroughtUpToDate() throws Exception {
        Path file = folder.resolve("library.db");
        try (Database first = Database.open(file)) {
            first.change(h -> {
                for (String statement : script().split("--;")) {
                    h.execute(statement);
                }
                Rows.add(h, STARTER, 5);
                return h.execute("PRAGMA user_version = 1");
            });
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.entries()).hasSize(20);
            assertThat(library.search("saltglaze")).as("the index was made").hasSize(3);
            assertThat(folder.resolve("library-copy.db")).exists();
        }
        try (Database copy = Database.open(folder.resolve("library-copy.db"))) {
            assertThat(copy.isCurrent())
                    .as("the copy is of what was there before")
                    .isFalse();
        }
        try (Database newer = Database.open(file)) {
            newer.change(h -> h.execute("PRAGMA user_version = 99"));
        }
        assertThatThrownBy(() -> Library.open(folder)).hasMessageContaining("newer Oak Mirror");
    }

    private static String script() {
        try (var in = Library.class.getResourceAsStream("/oakmirror/media/library/1.sql")) {
            return new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void aDamagedLibraryIsPutAsideAndRebuiltFromItsCopyAndWhatCanBeRead() throws Exception {
        try (Library library = Library.open(folder)) {
            library.add(STARTER.subList(0, 15));
            assertThat(library.checkAndCopy()).isTrue();
            library.add(STARTER.subList(15, 20));
        }
        Path file = folder.resolve("library.db");
        try (RandomAccessFile raw = new RandomAccessFile(file.toFile(), "rw")) {
            raw.write(new byte[100]); // the head: nothing can be read of it any more
        }
        try (Library library = Library.open(folder)) {
            assertThat(library.entries()).hasSizeBetween(15, 20);
            assertThat(library.sentence().orElseThrow())
                    .startsWith("The library file was damaged; it was kept as library-damaged-")
                    .contains("rebuilt from its backup");
            assertThat(library.sentence()).as("is said once").isEmpty();
            assertThat(library.search("copper")).hasSize(2);
        }
        try (Stream<Path> files = Files.list(folder)) {
            assertThat(files.filter(f -> f.getFileName().toString().startsWith("library-damaged-")))
                    .isNotEmpty();
        }
    }

    @Test
    void damageThatIsMetWhileItIsOpenIsMendedToo() throws Exception {
        try (Library library = filled()) {
            library.checkAndCopy();
        }
        Path file = folder.resolve("library.db");
        long page = 4096;
        try (RandomAccessFile raw = new RandomAccessFile(file.toFile(), "rw")) {
            for (long at = 2 * page; at < raw.length(); at += page) {
                raw.seek(at);
                raw.write(new byte[256]);
            }
        }
        String told = "";
        try (Library library = Library.open(folder)) {
            told = library.sentence().orElse("");
            try {
                library.search("copper");
                library.entries();
                library.requireCheck();
            } catch (LibraryException e) {
                assertThat(e.isDamaged()).isTrue();
                told = e.getMessage();
            }
            assertThat(told).contains("damaged").contains("rebuilt");
            assertThat(library.entries()).hasSize(20);
            assertThat(library.search("copper")).hasSize(2);
        }
    }

    @Test
    void aFolderIsTakenAndGoneOnWithWhereItWasStopped() throws Exception {
        Path music = Files.createDirectories(folder.resolve("music"));
        Files.createDirectories(music.resolve("reels"));
        TestFiles.music(music.resolve("a.wav"), 48000, 2, 4);
        TestFiles.music(music.resolve("reels/b.wav"), 44100, 1, 4);
        TestFiles.music(music.resolve("reels/c.wav"), 22050, 2, 4);
        Files.write(music.resolve("broken.wav"), new byte[] {1, 2, 3});
        TrackImporter importer =
                new TrackImporter(new AudioCache(folder.resolve("cache"), 1 << 30), WorkerThreads.forParts());
        try (Library library = Library.open(folder.resolve("library"))) {
            FolderIntake intake = new FolderIntake(library, importer);
            List<String> seen = new ArrayList<>();
            FolderIntake.Taken stopped = intake.take(
                    music,
                    f -> {
                        if (f > 0.3 && !seen.isEmpty()) {
                            throw new CancellationException();
                        }
                        return true;
                    },
                    seen::add);
            assertThat(stopped.cancelled()).isTrue();
            assertThat(stopped.added()).isEqualTo(1);
            assertThat(stopped.sentence()).endsWith("stopped, import again to continue.");
            FolderIntake.Taken rest = intake.take(music, Progress.NONE, seen::add);
            assertThat(rest.added()).isEqualTo(2);
            assertThat(rest.known()).isEqualTo(1);
            assertThat(rest.failures()).hasSize(1);
            assertThat(rest.sentence()).startsWith("2 new profiles, 1 already there, 1 could not be read: broken.wav");
            assertThat(library.entries().stream().map(e -> e.about().folder()))
                    .containsExactlyInAnyOrder("music", "reels", "reels");
            assertThat(folder.resolve("cache/audio")).doesNotExist();
            assertThatThrownBy(() -> intake.take(folder.resolve("nowhere"), Progress.NONE, seen::add))
                    .isInstanceOf(AudioFileException.class);
        }
    }

    @Test
    void aFolderThatCannotBeWrittenToIsSaid() throws IOException {
        Path file = Files.createFile(folder.resolve("in-the-way"));
        assertThatThrownBy(() -> Library.open(file))
                .isInstanceOf(LibraryException.class)
                .hasMessageContaining("folder");
    }

    @Test
    void namesWithMarkupStayText() throws Exception {
        Profile odd = STARTER.get(0)
                .withId("odd")
                .with(About.of("<script>alert(1)</script>\u202Ecod.exe", "'; DROP TABLE profile; --"));
        try (Library library = Library.open(folder)) {
            library.add(List.of(odd));
            Entry entry = library.entries().get(0);
            assertThat(entry.about().title()).isEqualTo("<script>alert(1)</script> cod.exe");
            assertThat(library.search("script")).hasSize(1);
            assertThat(library.profile(entry.id()).map(Profile::id)).isEqualTo(Optional.of("odd"));
        }
    }

    @Test
    void figuresAreConditionsAndWhatOnlyLooksLikeOneIsAWord() throws Exception {
        try (Library library = filled()) {
            List<Entry> all = library.entries();
            Wanted wanted = Wanted.of("reel lufs>-12 bpm=100..130 plr<=20 nonsense>4 a=b");
            assertThat(wanted.words()).isEqualTo("reel nonsense>4 a=b");
            assertThat(wanted.conditions()).hasSize(3);
            List<Entry> held = all.stream().filter(Wanted.of("lufs>-12")::holds).toList();
            assertThat(held).isNotEmpty().hasSizeLessThan(20).allMatch(e -> e.lufs() > -12);
            assertThat(all.stream()
                            .filter(Wanted.of("lufs>−12 rating<1")::holds)
                            .toList())
                    .isEqualTo(held);
            assertThat(all.stream().filter(Wanted.of("edge>0")::holds)).allMatch(e -> e.edgeHz() > 0);
            double bpm = all.get(2).bpm();
            assertThat(all.stream().filter(Wanted.of("bpm=" + Math.round(bpm * 10) / 10.0)::holds))
                    .contains(all.get(2));
        }
    }

    @Test
    void whatIsThereTwiceIsFoundWhateverItIsCalled() throws Exception {
        try (Library library = filled()) {
            List<Entry> all = library.entries();
            assertThat(Duplicates.among(all, library.sketches(all))).isEmpty();
            library.add(List.of(STARTER.get(4).withId("again").with(About.of("Another name", "x"))));
            all = library.entries();
            Set<String> twice = Duplicates.among(all, library.sketches(all));
            assertThat(titles(library, twice)).containsExactly("Another name", "Kettle and Oar");
        }
    }

    /** Of bytes that differ and sound that does not: figures that are equal but for what they were made of. */
    @Test
    void aCopyInAnotherFormatIsThereTwiceToo() throws Exception {
        Path wav = TestFiles.music(folder.resolve("a.wav"), 44100, 8, 0.4);
        Path other = TestFiles.write(
                folder.resolve("b.wav"),
                oakmirror.media.file.OutputFormat.WAV_FLOAT,
                44100,
                TestFiles.read(wav)[0],
                TestFiles.read(wav)[1]);
        TrackImporter importer =
                new TrackImporter(new AudioCache(folder.resolve("cache"), 1 << 30), WorkerThreads.forParts());
        try (Library library = Library.open(folder.resolve("library"))) {
            library.add(List.of(
                    ProfileMaker.of(wav, "", importer, Progress.NONE),
                    ProfileMaker.of(other, "", importer, Progress.NONE)));
            List<Entry> all = library.entries();
            assertThat(all.get(0).content()).isNotEqualTo(all.get(1).content());
            assertThat(Duplicates.among(all, library.sketches(all))).hasSize(2);
        }
    }

    @Test
    void silenceIsNotKeptAndThatIsSaid() throws Exception {
        float[] nothing = new float[44100];
        Path file = TestFiles.write(
                folder.resolve("silent.wav"), oakmirror.media.file.OutputFormat.WAV_16, 44100, nothing, nothing);
        TrackImporter importer =
                new TrackImporter(new AudioCache(folder.resolve("cache"), 1 << 30), WorkerThreads.forParts());
        assertThatThrownBy(() -> ProfileMaker.of(file, "", importer, Progress.NONE))
                .hasMessage("silent.wav is silent; there is nothing to save.");
    }
}
