package oakmirror.desk.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import oakmirror.Signals;
import oakmirror.audio.Progress;
import oakmirror.audio.TimeRange;
import oakmirror.blind.BlindResult;
import oakmirror.correction.Proposal;
import oakmirror.desk.look.Theme;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.Workers;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.OutputFormat;
import oakmirror.processing.ToneFilter.Phase;
import oakmirror.session.Comparing.Scope;
import oakmirror.session.Fact;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.FractionalOctave;
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
                        .orElseThrow()
                        .sampleRate()))
                .isEqualTo(44100);
        fx(() -> workspace.change("swap", s -> s.withReferences(List.of())
                .withMix(Optional.of(s.references().get(0)))
                .withReferences(List.of(s.mix().orElseThrow()))));
        waitUntil(() -> workspace.tracks().all().stream().allMatch(t -> t.imported()
                .filter(i -> i.audio().orElseThrow().sampleRate() == 96000)
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
        settings.close();
        Settings again = new Settings();
        assertThat(again.text("theme", "")).isEqualTo("LAMPLIGHT");
        assertThat(again.number("window.width", 0)).isEqualTo(1111);
        assertThat(again.folder("audio")).contains(folder.toAbsolutePath());
        assertThat(again.folder("session")).isEmpty();
        Files.writeString(folder.resolve("config/settings.json"), "{{{");
        assertThat(new Settings().text("theme", "none")).isEqualTo("none");
    }

    private TrackSlot slot(int index) {
        return onFx(() -> workspace.tracks().all().get(index));
    }

    private double passageLufs(int index) {
        return onFx(() -> workspace
                .tracks()
                .all()
                .get(index)
                .measured(Scope.PASSAGES)
                .orElseThrow()
                .heardLufs());
    }

    private void choose(int index, double from, double to) {
        fx(() -> workspace.changeTrack(index, "mark", t -> t.withPassage(new Passage("p", new TimeRange(from, to)))));
    }

    @Test // a passage was looked up by the path: after another bounce its figures belonged to the audio before
    void figuresOfAPassageBelongToTheAudioThatIsOpenAndANewBounceIsNoticed() throws Exception {
        Path file = TestFiles.music(folder.resolve("mix.wav"), 48000, 4, 0.5);
        fx(() -> workspace.addFiles(List.of(file)));
        waitUntil(() -> slot(0).isSettled());
        double loud = onFx(() -> slot(0).imported().orElseThrow().measurement().heardLufs());
        TrackId id = onFx(() -> slot(0).track().id());
        TestFiles.music(file, 48000, 4, 0.05);
        choose(0, 1, 3);
        waitUntil(() -> slot(0).imported().orElseThrow().measurement().heardLufs() < loud - 15 && slot(0).isSettled());
        assertThat(passageLufs(0)).isCloseTo(loud - 20, within(1.0));
        assertThat(onFx(() -> workspace.messageProperty().get())).contains("has changed on disk and is read again");
        assertThat(onFx(() -> slot(0).track().id())).isEqualTo(id);
        Session kept = onFx(workspace::session);
        fx(workspace::close);
        workspace = onFx(() -> new Workspace(new Jobs())); // a restart
        fx(() -> workspace.change("as it was", s -> kept));
        waitUntil(() -> slot(0).isSettled());
        assertThat(passageLufs(0)).isCloseTo(loud - 20, within(1.0));
    }

    @Test
    void whileAPassageIsMeasuredNothingOfTheOneBeforeIsShown() throws Exception {
        Path quietFirst = folder.resolve("x.wav");
        float[] music = Signals.musicLike(48000, 8, 0.5, 1);
        for (int i = 0; i < music.length / 2; i++) {
            music[i] *= 0.1f;
        }
        TestFiles.write(quietFirst, OutputFormat.WAV_FLOAT, 48000, music, music);
        fx(() -> workspace.addFiles(List.of(quietFirst, quietFirst)));
        choose(0, 0, 3);
        waitUntil(() -> workspace.isReady());
        double before = passageLufs(0);
        Proposal proposal = onFx(() -> workspace.proposalProperty().get());
        fx(() -> {
            workspace.changeTrack(0, "mark", t -> t.withChosenRange(new TimeRange(5, 8)));
            assertThat(slot(0).isMeasuring()).isTrue();
            assertThat(slot(0).measured(Scope.PASSAGES)).as("absent, not old").isEmpty();
            assertThat(workspace.settledProperty().get()).isFalse();
            assertThat(workspace.levelsProperty().get().offsetDb(1))
                    .as("gains hold meanwhile, so that nothing jumps")
                    .isLessThan(-10);
        });
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(passageLufs(0)).isGreaterThan(before + 15);
        assertThat(onFx(() -> workspace.proposalProperty().get())).isNotEqualTo(proposal);
        assertThat(onFx(() -> workspace.levelsProperty().get().offsetDb(1))).isGreaterThan(-5);
        fx(workspace::undo);
        waitUntil(() -> workspace.settledProperty().get());
        assertThat(passageLufs(0)).isEqualTo(before);
    }

    @Test
    void aRenderWaitsForTheProposalOfTheSession() throws Exception {
        Path mix = TestFiles.music(folder.resolve("mix.wav"), 48000, 4, 0.3);
        Path dull = folder.resolve("dull.wav");
        float[] low = Signals.sine(48000, 150, -10, 4, 0);
        TestFiles.write(dull, OutputFormat.WAV_FLOAT, 48000, low, low);
        Finishing finishing = onFx(() -> new Finishing(workspace));
        fx(() -> workspace.addFiles(List.of(mix, dull)));
        List<String> told = new ArrayList<>();
        List<Finishing.Written> written = new ArrayList<>();
        Path out = folder.resolve("master.wav");
        fx(
                () -> { // asked for while nothing has even been read
                    assertThat(workspace.settledProperty().get()).isFalse();
                    finishing.renderTo(out, OutputFormat.WAV_24, (w, sentence) -> {
                        w.ifPresent(written::add);
                        told.add(sentence);
                    });
                });
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        Proposal proposal = onFx(() -> workspace.proposalProperty().get());
        assertThat(proposal.bands()).as("there is something to correct").isNotEmpty();
        ImportedTrack master = new TrackImporter(
                        new AudioCache(folder.resolve("other"), 1 << 30), Workers.perProcessor("test"))
                .importTrack(out, Optional.empty(), Progress.NONE);
        double[] change = FractionalOctave.levelsDb(master.measurement().spectrum(), 1);
        double[] before = FractionalOctave.levelsDb(
                onFx(() -> slot(0).imported().orElseThrow().measurement().spectrum()), 1);
        double[] applied = proposal.appliedDb(Phase.MINIMUM);
        double gain = written.get(0).outcome().plan().gainDb();
        for (double hz : new double[] {100, 1000, 5000}) {
            int band = BandGrid.bandOf(hz);
            assertThat(change[band] - before[band] - gain).as("%.0f Hz", hz).isCloseTo(applied[band], within(1.0));
        }
        // A finished master is never replaced: the next one is called otherwise.
        byte[] first = Files.readAllBytes(out);
        fx(() -> finishing.renderTo(out, OutputFormat.WAV_24, (w, sentence) -> w.ifPresent(written::add)));
        waitUntil(() -> written.size() == 2);
        assertThat(written.get(1).file()).hasFileName("master 2.wav").exists();
        assertThat(Files.readAllBytes(out)).isEqualTo(first);
        fx(() -> finishing.renderTo(mix, OutputFormat.WAV_24, (w, sentence) -> told.add(sentence)));
        waitUntil(() -> told.size() == 2);
        assertThat(told.get(1)).isEqualTo("mix.wav is one of the tracks; choose another name.");
        fx(finishing::close);
    }

    @Test
    void anIdOutlivesRenamingReorderingRelocatingAndUndo() throws Exception {
        Path one = TestFiles.music(folder.resolve("one.wav"), 48000, 2, 0.3);
        Path two = TestFiles.music(folder.resolve("two.wav"), 48000, 2, 0.2);
        fx(() -> workspace.addFiles(List.of(one, one, two, one)));
        waitUntil(() -> workspace.isReady());
        List<TrackSlot> slots = onFx(() -> List.copyOf(workspace.tracks().all()));
        assertThat(onFx(() -> slots.stream().map(s -> s.track().id()).distinct().count()))
                .as("the same file may be there more than once")
                .isEqualTo(4);
        fx(() -> new Passages(workspace).reorder(3, 1));
        assertThat(onFx(() -> List.copyOf(workspace.tracks().all())))
                .containsExactly(slots.get(0), slots.get(3), slots.get(1), slots.get(2));
        fx(() -> workspace.changeTrack(1, "rename", t -> t.withName("other")));
        TrackId id = onFx(() -> slots.get(3).track().id());
        fx(() -> workspace.relocate(1, two));
        waitUntil(() -> workspace.isReady());
        assertThat(onFx(() -> slots.get(3).track().id())).isEqualTo(id);
        assertThat(onFx(() -> slots.get(3).track().name())).isEqualTo("other");
        assertThat(onFx(() -> slots.get(3).imported().orElseThrow().path())).isEqualTo(two);
        fx(workspace::undo);
        waitUntil(() -> workspace.isReady());
        assertThat(onFx(() -> slots.get(3).imported().orElseThrow().path())).isEqualTo(one);
        fx(workspace::undo);
        fx(workspace::undo);
        assertThat(onFx(() -> List.copyOf(workspace.tracks().all()))).isEqualTo(slots);
    }

    @Test
    void factsStayWhateverIsUndone() throws Exception {
        fx(() -> workspace.change("name", s -> s.withName("x")));
        Path file = folder.resolve("a.oakmirror.json");
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        Fact fact = new Fact.BlindComparison(new BlindResult.Abx("now", "a", "b", 1, List.of(true)));
        fx(() -> workspace.note(fact));
        assertThat(onFx(() -> workspace.unsavedProperty().get())).isTrue();
        fx(workspace::undo);
        assertThat(onFx(() -> workspace.logProperty().get().facts())).containsExactly(fact);
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        assertThat(SessionFile.read(file).log().facts()).containsExactly(fact);
    }

    @Test
    void aSessionThatAnotherWindowHasSavedIsNoticed() throws Exception {
        Path file = folder.resolve("a.oakmirror.json");
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        assertThat(onFx(() -> workspace.isChangedOnDisk(file))).isFalse();
        SessionFile.write(new SessionDocument(Session.EMPTY.withName("by another"), SessionLog.EMPTY), file);
        assertThat(onFx(() -> workspace.isChangedOnDisk(file))).isTrue();
        assertThat(onFx(() -> workspace.isChangedOnDisk(folder.resolve("other.json"))))
                .isFalse();
        onFx(() -> {
            workspace.save(file);
            return true;
        });
        assertThat(onFx(() -> workspace.isChangedOnDisk(file)))
                .as("it is ours now")
                .isFalse();
    }

    @Test
    void whatWasNotSavedIsKeptAndOfferedAgain() throws Exception {
        Path recovery = folder.resolve("config/state/recovery");
        Recovery first = onFx(() -> new Recovery(workspace));
        fx(() -> workspace.change("name", s -> s.withName("Ferry Reels")));
        fx(() -> workspace.addFiles(List.of(folder.resolve("x.wav"))));
        waitUntil(() -> filesIn(recovery).size() == 1);
        assertThat(first.left()).as("one's own is not offered").isEmpty();
        // As a process leaves it that was killed: under the number of one that runs no more.
        Process ended = new ProcessBuilder("true").start();
        ended.waitFor();
        Path own = filesIn(recovery).get(0);
        Path left = Files.copy(own, recovery.resolve("open-" + ended.pid() + "-1.json"));
        Files.writeString(recovery.resolve("open-" + ended.pid() + "-2.json"), "{ damaged");
        List<Recovery.Left> found = first.left();
        assertThat(found).hasSize(1);
        assertThat(found.get(0).document().session().name()).isEqualTo("Ferry Reels");
        fx(workspace::reset);
        waitUntil(() -> !Files.exists(own));
        fx(() -> first.open(found.get(0)));
        assertThat(onFx(() -> workspace.session().mix().orElseThrow().name())).isEqualTo("x");
        assertThat(onFx(() -> workspace.unsavedProperty().get()))
                .as("it is still to be saved")
                .isTrue();
        waitUntil(() -> !Files.exists(left) && Files.exists(own));
        fx(first::close);
        assertThat(own).as("a window that is closed leaves nothing").doesNotExist();
    }

    private static List<Path> filesIn(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (var files = Files.list(folder)) {
            return files.toList();
        }
    }

    @Test
    void settingsAreWrittenWithoutBeingAskedTo() throws Exception {
        Settings settings = new Settings();
        settings.keep("theme", "LAMPLIGHT");
        waitUntil(() -> Files.exists(folder.resolve("config/settings.json")));
        assertThat(new Settings().text("theme", "")).isEqualTo("LAMPLIGHT");
        settings.close();
    }

    @Test
    void workThatFailsIsToldAndTheNextIsDone() throws Exception {
        Latest<Integer> latest = new Latest<>("test");
        List<String> happened = new ArrayList<>();
        latest.submit(
                progress -> {
                    throw new IllegalStateException("on purpose");
                },
                n -> happened.add("done"),
                () -> happened.add("failed"));
        waitUntil(() -> happened.contains("failed"));
        CountDownLatch running = new CountDownLatch(1);
        latest.submit(
                progress -> {
                    running.countDown();
                    while (true) {
                        progress.check(0);
                        Thread.onSpinWait();
                    }
                },
                n -> happened.add("never"),
                () -> happened.add("never"));
        assertThat(running.await(10, TimeUnit.SECONDS)).isTrue();
        latest.submit(() -> 1, n -> happened.add("next"));
        waitUntil(() -> happened.contains("next"));
        assertThat(happened).containsExactly("failed", "next");
        latest.close();
    }

    @Test
    void aPassageThatCannotBeMeasuredIsSaidAndDoesNotHoldUpTheRest() throws Exception {
        Path file = TestFiles.music(folder.resolve("x.wav"), 48000, 2, 0.3);
        ImportedTrack whole = new TrackImporter(
                        new AudioCache(folder.resolve("other"), 1 << 30), Workers.perProcessor("test"))
                .importTrack(file, Optional.empty(), Progress.NONE);
        ImportedTrack silent = new ImportedTrack(
                whole.path(), whole.content(), whole.measurement(), Optional.empty(), whole.rhythm(), List.of());
        TrackSlot slot = new TrackSlot(Track.of(file).withPassage(new Passage("p", new TimeRange(0, 1))));
        List<String> said = new ArrayList<>();
        PassageReadings readings =
                new PassageReadings(onFx(() -> workspace.tracks().importer()), () -> {}, said::add);
        fx(() -> {
            slot.finish(Optional.of(silent), "");
            readings.follow(slot);
            assertThat(slot.isMeasuring()).isTrue();
        });
        waitUntil(() -> !slot.isMeasuring());
        assertThat(said).containsExactly("The passage of x could not be measured; the log says why.");
        assertThat(onFx(() -> slot.measured(Scope.PASSAGES))).isEmpty();
        assertThat(onFx(slot::isSettled)).isTrue();
        readings.close();
    }
}
