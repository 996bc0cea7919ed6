package oakmirror.desk.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import oakmirror.desk.look.Theme;
import oakmirror.media.TestFiles;
import oakmirror.session.Session;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** What the window shows, without a window. */
class WorkspaceTest {

    @TempDir
    Path folder;

    private Workspace workspace;

    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    @BeforeEach
    void start() {
        System.setProperty("oakmirror.cache", folder.resolve("cache").toString());
        System.setProperty("oakmirror.config", folder.resolve("config").toString());
        workspace = onFx(() -> new Workspace(new Jobs()));
    }

    @AfterEach
    void end() {
        onFx(() -> {
            workspace.close();
            return true;
        });
    }

    private static <T> T onFx(Callable<T> work) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, work);
    }

    private void fx(Runnable work) {
        onFx(() -> {
            work.run();
            return true;
        });
    }

    private static void waitUntil(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, () -> onFx(condition));
    }

    @Test
    void theFirstFileIsTheMixAndTheRestReferencesUpToSixteen() {
        List<Path> many = IntStream.range(0, 20)
                .mapToObj(i -> folder.resolve("take " + i + ".wav"))
                .toList();
        fx(() -> workspace.addFiles(many));
        Session session = onFx(workspace::session);
        assertThat(session.mix().orElseThrow().name()).isEqualTo("take 0");
        assertThat(session.references()).hasSize(Session.MOST_REFERENCES);
        assertThat(onFx(() -> workspace.messageProperty().get()))
                .isEqualTo("3 files were left out: a session holds 16 references.");
        fx(workspace::undo);
        assertThat(onFx(workspace::session).isBlank())
                .as("one step back undoes the drop")
                .isTrue();
    }

    @Test
    void referencesComeInAtTheRateOfTheMixAndFollowANewMix() throws Exception {
        Path slow = TestFiles.music(folder.resolve("slow.wav"), 44100, 2, 0.4);
        Path fast = TestFiles.music(folder.resolve("fast.wav"), 96000, 2, 0.2);
        fx(() -> workspace.addFiles(List.of(slow, fast)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace
                        .tracks()
                        .all()
                        .get(1)
                        .imported()
                        .orElseThrow()
                        .audio()
                        .sampleRate()))
                .isEqualTo(44100);
        fx(() -> workspace.change(
                "swap", s -> s.withMix(java.util.Optional.of(s.references().get(0)))
                        .withReferences(List.of(s.mix().orElseThrow()))));
        waitUntil(() -> workspace.tracks().all().stream().allMatch(t -> t.imported()
                .filter(i -> i.audio().sampleRate() == 96000)
                .isPresent()));
    }

    @Test
    void levelsFollowTheTracksAndTheChoice() throws Exception {
        Path quiet = TestFiles.music(folder.resolve("quiet.wav"), 48000, 3, 0.1);
        Path loud = TestFiles.music(folder.resolve("loud.wav"), 48000, 3, 0.4);
        fx(() -> workspace.addFiles(List.of(quiet, loud)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace.levelsProperty().get().offsetDb(1))).isCloseTo(-12.04, within(0.01));
        fx(() -> workspace.change(
                "unmatch", s -> s.withLevels(s.comparing().levels().withMatched(false))));
        assertThat(onFx(() -> workspace.levelsProperty().get().offsetDb(1))).isZero();
    }

    @Test
    void theSameSoundNeedsNoMoves() throws Exception {
        Path music = TestFiles.music(folder.resolve("x.wav"), 48000, 3, 0.2);
        fx(() -> workspace.addFiles(List.of(music, music)));
        waitUntil(workspace::isReady);
        assertThat(onFx(() -> workspace.proposalProperty().get().bands())).isEmpty();
    }

    @Test
    void savingMakesItSavedAndADemoIsOpenedAsACopy() throws Exception {
        fx(() -> workspace.change("name", s -> s.withName("Ferry Reels")));
        assertThat(onFx(() -> workspace.unsavedProperty().get())).isTrue();
        Path file = folder.resolve("a.oakmirror.json");
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        assertThat(onFx(() -> workspace.unsavedProperty().get())).isFalse();
        onFx(() -> {
            workspace.openCopy(file);
            return true;
        });
        assertThat(onFx(() -> workspace.fileProperty().get())).isEmpty();
        assertThat(onFx(workspace::session).name()).isEqualTo("Ferry Reels");
        assertThat(onFx(() -> workspace.canUndoProperty().get())).isFalse();
        Path broken = Files.writeString(folder.resolve("b.json"), "{");
        assertThatThrownBy(() -> workspace.open(broken)).isInstanceOf(IOException.class);
        assertThat(onFx(workspace::session).name()).as("what was open stays").isEqualTo("Ferry Reels");
    }

    @Test
    void onlyTheNewestRequestIsWorkedOn() throws Exception {
        Latest<Integer> latest = new Latest<>("test");
        CountDownLatch firstRuns = new CountDownLatch(1);
        CountDownLatch letGo = new CountDownLatch(1);
        AtomicInteger worked = new AtomicInteger();
        List<Integer> results = new ArrayList<>();
        latest.submit(
                () -> {
                    firstRuns.countDown();
                    try {
                        letGo.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                    return worked.incrementAndGet();
                },
                results::add);
        assertThat(firstRuns.await(10, TimeUnit.SECONDS)).isTrue();
        for (int i = 0; i < 50; i++) {
            int number = i;
            latest.submit(
                    () -> {
                        worked.incrementAndGet();
                        return 100 + number;
                    },
                    results::add);
        }
        letGo.countDown();
        waitUntil(() -> results.contains(149));
        assertThat(worked.get()).as("the first and the newest").isEqualTo(2);
        assertThat(results).containsExactly(1, 149);
        latest.close();
    }

    @Test
    void settingsAreKeptAndBrokenOnesAreForgotten() throws IOException {
        Settings settings = new Settings();
        settings.keep("theme", Theme.LAMPLIGHT.name());
        settings.keep("window.width", 1111);
        settings.rememberFolder("audio", folder);
        settings.write();
        Settings again = new Settings();
        assertThat(again.text("theme", "")).isEqualTo("LAMPLIGHT");
        assertThat(again.number("window.width", 0)).isEqualTo(1111);
        assertThat(again.folder("audio")).contains(folder.toAbsolutePath());
        assertThat(again.folder("session")).isEmpty();
        Files.writeString(folder.resolve("config/settings.json"), "{{{");
        assertThat(new Settings().text("theme", "none")).isEqualTo("none");
    }
}
