package oakmirror.media.library;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import oakmirror.profile.Profile;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.sqlite.SQLiteConfig;

/** The library is never lost, and never made smaller without a word, whatever has become of its file and of the copies. */
class LibrarySafetyTest {

    private static final List<Profile> PROFILES = Starter.profiles().subList(0, 5);
    private static final int IN_OLD_COPIES = 3;

    @TempDir
    Path folder;

    private int made;

    /** What may have become of a file. */
    enum State {
        WHOLE,
        EMPTY,
        TRUNCATED,
        DAMAGED,
        NEWER,
        MISSING,
        LOCKED,
        READ_ONLY;

        /** Whether a library can be read of it. */
        boolean isUseful() {
            return this == WHOLE || this == READ_ONLY;
        }
    }

    /** A library of five with a copy of five, and two older ones of three. */
    private Path library() throws Exception {
        Path first = folder.resolve("first");
        if (!Files.exists(first)) {
            try (Library library = Library.open(first)) {
                library.add(PROFILES.subList(0, IN_OLD_COPIES));
                assertThat(library.checkAndCopy()).isTrue();
                for (String name : List.of("library-copy-2.db", "library-copy-3.db")) {
                    Files.copy(first.resolve("library-copy.db"), first.resolve(name));
                }
                library.add(PROFILES.subList(IN_OLD_COPIES, PROFILES.size()));
                assertThat(library.checkAndCopy()).isTrue();
                assertThat(library.checkAndCopy()).as("nothing has changed").isFalse();
            }
        }
        Path at = Files.createDirectory(folder.resolve("library " + made++));
        for (String name : names(first)) {
            Files.copy(first.resolve(name), at.resolve(name));
        }
        return at;
    }

    private static void become(State state, Path file) throws Exception {
        switch (state) {
            case EMPTY -> Files.write(file, new byte[0]);
            case TRUNCATED -> {
                try (RandomAccessFile raw = new RandomAccessFile(file.toFile(), "rw")) {
                    raw.setLength(raw.length() / 2);
                }
            }
            case DAMAGED -> {
                try (RandomAccessFile raw = new RandomAccessFile(file.toFile(), "rw")) {
                    raw.write(new byte[100]);
                }
            }
            case NEWER -> {
                try (Handle handle = Jdbi.create("jdbc:sqlite:" + file).open()) {
                    handle.execute("PRAGMA user_version = 99");
                }
            }
            case MISSING -> Files.delete(file);
            case READ_ONLY -> assertThat(file.toFile().setReadOnly()).isTrue();
            default -> {
                // as it is; who locks it holds it meanwhile
            }
        }
    }

    /** Somebody who holds a file and lets nobody read or write. */
    private static Handle lock(State state, Path file) {
        if (state != State.LOCKED) {
            return null;
        }
        SQLiteConfig config = new SQLiteConfig();
        config.setLockingMode(SQLiteConfig.LockingMode.EXCLUSIVE);
        Handle handle =
                Jdbi.create("jdbc:sqlite:" + file, config.toProperties()).open();
        handle.execute("BEGIN EXCLUSIVE");
        return handle;
    }

    private static Set<String> names(Path at) throws Exception {
        try (Stream<Path> files = Files.list(at)) {
            return new HashSet<>(files.map(f -> f.getFileName().toString()).toList());
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = State.class,
            mode = EnumSource.Mode.EXCLUDE,
            names = {"LOCKED"})
    void whateverBecomesOfTheLibraryAndItsCopiesNothingIsLostThatIsStillThere(State ofLibrary) throws Exception {
        for (State ofCopy : State.values()) {
            for (State ofOlder : List.of(State.WHOLE, State.DAMAGED, State.MISSING)) {
                boolean isCopyEnough = ofLibrary.isUseful() || ofCopy.isUseful() || ofCopy == State.LOCKED;
                if (isCopyEnough && ofOlder != State.WHOLE) {
                    continue; // nobody looks at them
                }
                String what = ofLibrary + ", copy " + ofCopy + ", older " + ofOlder;
                Path at = library();
                become(ofLibrary, at.resolve("library.db"));
                become(ofCopy, at.resolve("library-copy.db"));
                become(ofOlder, at.resolve("library-copy-2.db"));
                become(ofOlder, at.resolve("library-copy-3.db"));
                Handle lock = lock(ofCopy, at.resolve("library-copy.db"));
                int expected = isCopyEnough ? PROFILES.size() : ofOlder == State.WHOLE ? IN_OLD_COPIES : 0;
                try {
                    boolean onlyNewer = ofCopy == State.NEWER && !ofLibrary.isUseful() && ofOlder != State.WHOLE;
                    if (ofLibrary == State.NEWER || onlyNewer) {
                        assertThatThrownBy(() -> Library.open(at).close())
                                .as(what)
                                .hasMessageContaining("newer Oak Mirror");
                        continue;
                    }
                    boolean nothing = !Database.hasContent(at.resolve("library.db"))
                            && ofCopy == State.MISSING
                            && ofOlder == State.MISSING;
                    try (Library library = Library.open(at)) {
                        assertThat(library.entries()).as(what).hasSizeGreaterThanOrEqualTo(expected);
                        assertThat(library.sentence().isPresent())
                                .as(what + " is said")
                                .isEqualTo(!ofLibrary.isUseful() && !nothing);
                        assertThat(library.isNew()).as(what).isEqualTo(nothing);
                        assertThat(library.search("")).hasSameSizeAs(library.entries());
                    }
                    if (!ofLibrary.isUseful()) {
                        assertThat(Files.getPosixFilePermissions(at.resolve("library.db")))
                                .as("can be written to: " + what)
                                .contains(PosixFilePermission.OWNER_WRITE);
                    }
                    Set<String> after = names(at);
                    try (Library again = Library.open(at)) {
                        assertThat(again.sentence()).as("said once: " + what).isEmpty();
                        assertThat(again.entries()).as(what).hasSizeGreaterThanOrEqualTo(expected);
                    }
                    assertThat(names(at))
                            .as("nothing is put aside again: " + what)
                            .isSubsetOf(after);
                    if (ofLibrary == State.DAMAGED || ofLibrary == State.TRUNCATED) {
                        assertThat(after).as(what).anyMatch(n -> n.startsWith("library-damaged-"));
                    }
                } finally {
                    if (lock != null) {
                        lock.close();
                    }
                }
            }
        }
    }

    @Test
    void aCopyThatIsDamagedOrNewerIsNotWrittenOver() throws Exception {
        for (State state : List.of(State.NEWER, State.DAMAGED)) {
            Path at = library();
            become(state, at.resolve("library-copy.db"));
            try (Library library = Library.open(at)) {
                library.add(Starter.profiles().subList(5, 6));
                assertThat(library.checkAndCopy()).isTrue();
            }
            assertThat(names(at))
                    .as(state.toString())
                    .anyMatch(n -> n.startsWith("library-copy-" + state.name().toLowerCase(java.util.Locale.ROOT)));
        }
    }

    @Test
    void anEarlierStateOfItIsSaidAndTheLaterOneUsed() throws Exception {
        Path at = library();
        Files.copy(
                at.resolve("library-copy-3.db"),
                at.resolve("library.db"),
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size());
            assertThat(library.sentence().orElseThrow())
                    .contains("an older version of itself")
                    .contains("library-older-");
        }
    }

    @Test
    void anotherLibraryInItsPlaceIsAddedToWhatWasThere() throws Exception {
        Path at = library();
        Path other = folder.resolve("other");
        try (Library library = Library.open(other)) {
            library.add(Starter.profiles().subList(4, 8));
        }
        Files.move(
                other.resolve("library.db"),
                at.resolve("library.db"),
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(8);
            assertThat(library.sentence().orElseThrow())
                    .contains("a different library")
                    .contains("its 3 profiles were added");
        }
    }

    @Test
    void aLibraryThatIsRemovedOrReplacedWhileItIsOpenIsPutBackWhole() throws Exception {
        Path at = library();
        Profile more = Starter.profiles().get(9);
        try (Library library = Library.open(at)) {
            library.add(List.of(Starter.profiles().get(8)));
            Files.delete(at.resolve("library.db"));
            library.add(List.of(more));
            assertThat(library.sentence().orElseThrow()).contains("removed while in use");
            assertThat(library.entries()).hasSize(PROFILES.size() + 2);
            Files.move(at.resolve("library.db"), folder.resolve("elsewhere.db"));
            Files.write(at.resolve("library.db"), "something else".getBytes(java.nio.charset.StandardCharsets.UTF_8));
            assertThat(library.remove(List.of(more.id()))).hasSize(1);
            assertThat(library.sentence().orElseThrow()).contains("replaced while in use");
        }
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size() + 1);
            assertThat(library.sentence()).isEmpty();
        }
        assertThat(names(at)).anyMatch(n -> n.startsWith("library-replaced-"));
    }

    /** One window rebuilds; the other has the damaged file open under its new name. */
    @Test
    void aWindowGoesOnWithWhatAnotherOneHasRebuilt() throws Exception {
        Path at = library();
        try (Library one = Library.open(at);
                Library other = Library.open(at)) {
            assertThat(other.entries()).hasSize(PROFILES.size());
            try (RandomAccessFile raw =
                    new RandomAccessFile(at.resolve("library.db").toFile(), "rw")) {
                for (long page = 4096; page < raw.length(); page += 4096) {
                    raw.seek(page);
                    raw.write(new byte[512]);
                }
            }
            assertThatThrownBy(one::requireCheck).hasMessageContaining("rebuilt");
            assertThat(one.entries()).hasSize(PROFILES.size());
            other.add(List.of(Starter.profiles().get(9)));
            assertThat(other.entries()).hasSize(PROFILES.size() + 1);
            assertThat(one.entries()).as("both have the same one").hasSize(PROFILES.size() + 1);
        }
    }

    @Test
    void aLogThatWasLeftBesideAMissingLibraryIsNotTakenForItsOwn() throws Exception {
        Path at = library();
        byte[] log;
        try (Library library = Library.open(at)) {
            library.add(List.of(Starter.profiles().get(8)));
            log = Files.readAllBytes(at.resolve("library.db-wal"));
        }
        Files.delete(at.resolve("library.db"));
        Files.write(at.resolve("library.db-wal"), log);
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size());
            library.requireCheck();
        }
    }

    @Test
    void anotherProgramsFileIsPutAsideUntouched() throws Exception {
        Path at = library();
        Path file = at.resolve("library.db");
        Files.delete(file);
        try (Handle handle = Jdbi.create("jdbc:sqlite:" + file).open()) {
            handle.execute("CREATE TABLE recipe (name TEXT)");
        }
        byte[] before = Files.readAllBytes(file);
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size());
        }
        try (Stream<Path> files = Files.list(at)) {
            Path aside = files.filter(f -> f.getFileName().toString().matches("library-damaged-.*\\.db"))
                    .findFirst()
                    .orElseThrow();
            try (Handle handle = Jdbi.create("jdbc:sqlite:" + aside).open()) {
                assertThat(handle.createQuery("SELECT name FROM sqlite_schema")
                                .mapTo(String.class)
                                .list())
                        .containsExactly("recipe");
            }
            assertThat(Files.size(aside)).isEqualTo(before.length);
        }
    }

    /** As where a disk has gone: what cannot be looked at is neither replaced nor removed, and a link to what is away is kept. */
    @Test
    void aFileThatCannotBeLookedAtIsNotTakenForLost() throws Exception {
        Path at = library();
        Path file = at.resolve("library.db");
        Files.delete(file);
        Files.createSymbolicLink(file, file); // to itself: nobody can follow it
        assertThatThrownBy(() -> Library.open(at).close()).hasMessageContaining("Check the disk");
        assertThat(Files.isSymbolicLink(file)).isTrue();
        Files.delete(file);
        Path away = folder.resolve("away/library.db");
        Files.createSymbolicLink(file, away);
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size());
        }
        try (Stream<Path> files = Files.list(at)) {
            assertThat(files.filter(Files::isSymbolicLink).map(LibrarySafetyTest::target))
                    .containsExactly(away);
        }
    }

    private static Path target(Path link) {
        try {
            return Files.readSymbolicLink(link);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void anOddFormIsDamageAndNotACrash() throws Exception {
        Path at = library();
        try (Handle handle =
                Jdbi.create("jdbc:sqlite:" + at.resolve("library.db")).open()) {
            handle.execute("PRAGMA user_version = -5");
        }
        try (Library library = Library.open(at)) {
            assertThat(library.entries()).hasSize(PROFILES.size());
            assertThat(library.sentence().orElseThrow()).contains("damaged");
        }
    }
}
