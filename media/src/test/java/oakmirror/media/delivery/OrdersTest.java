package oakmirror.media.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.MasterNote;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.session.Variants;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Several masters of one mix at once. */
class OrdersTest {

    private static final LocalDateTime MADE = LocalDateTime.of(2026, 11, 26, 20, 0);

    @TempDir
    Path folder;

    private final ExecutorService parts = WorkerThreads.forParts();
    private final ExecutorService abreast = WorkerThreads.forParts();
    private TrackImporter importer;
    private Orders orders;
    private Session session;

    @BeforeEach
    void aMixAndTwoReferences() throws IOException {
        importer = new TrackImporter(new AudioCache(folder.resolve("cache"), Long.MAX_VALUE), parts);
        orders = new Orders(importer, parts, abreast);
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("mix.wav"), 12);
        Path one = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("one.wav"), 12);
        Path two = TestFiles.music(folder.resolve("two.wav"), 44100, 8, 0.3);
        session = Session.EMPTY
                .withMix(Optional.of(Track.of(mix)))
                .withReference(Track.of(one))
                .withReference(Track.of(two));
    }

    @AfterEach
    void endsWork() {
        parts.shutdownNow();
        abreast.shutdownNow();
    }

    private Order order(String name, Session settings) throws IOException {
        Files.createDirectories(folder.resolve("out"));
        return new Order(
                settings,
                Tags.NONE.with(TagField.TITLE, name),
                MADE,
                folder.resolve("out").resolve(name));
    }

    private List<Orders.Ended> deliver(List<Order> all) throws AudioFileException {
        return orders.deliver(
                MeasuredSession.read(session, importer, Progress.NONE), all, Progress.NONE, (e, count) -> {});
    }

    private List<Order> grid() throws IOException {
        Variants variants = new Variants(
                List.of(
                        List.of(session.references().get(0).id()),
                        session.references().stream().map(Track::id).toList()),
                List.of(1.0),
                List.of(0.5),
                List.of(session.finish().withTarget(-16, -1), session.finish().withTarget(-12, -1)));
        List<Order> all = new ArrayList<>();
        for (Variants.Variant v : variants.of(session)) {
            all.add(order("v" + all.size() + ".wav", v.settings()));
        }
        return all;
    }

    @Test
    void togetherTheyComeOutAsEachWouldAlone() throws Exception {
        List<Orders.Ended> together = deliver(grid());

        assertThat(together).hasSize(4).allMatch(e -> e.delivered().isPresent());
        List<String> sums =
                together.stream().map(e -> e.delivered().get().sha256()).toList();
        assertThat(sums).doesNotHaveDuplicates();
        for (int i = 0; i < together.size(); i++) {
            Order order = together.get(i).order();
            Delivered alone = deliver(List.of(order)).get(0).delivered().orElseThrow();
            assertThat(alone.sha256()).as(order.file().getFileName().toString()).isEqualTo(sums.get(i));
            assertThat(alone.verification().faults()).isEmpty();
            assertThat(FfmpegTool.measure(order.file()).integrated())
                    .isCloseTo(order.settings().finish().targetLufs(), within(0.06));
            assertThat(MasterNote.read(order.file()))
                    .as("says what it was corrected by")
                    .isPresent();
        }
    }

    @Test
    void anotherRateIsMadeBeforeTheLimiterSoThatTheCeilingHolds() throws Exception {
        Session slow = session.withOutput(
                        session.output().withRate(Optional.of(96000)).withFormat("wav", 16))
                .withFinish(session.finish().withTarget(-10, -1));
        Delivered d =
                deliver(List.of(order("slow.wav", slow))).get(0).delivered().orElseThrow();
        assertThat(d.verification().faults()).isEmpty();
        assertThat(d.verification().sampleRate()).isEqualTo(96000);
        assertThat(FfmpegTool.measure(d.file()).truePeak()).isLessThanOrEqualTo(-0.95);
    }

    @Test
    void oneThatCannotBeWrittenKeepsTheOthersFromNothing() throws IOException {
        List<Order> all = new ArrayList<>(grid());
        all.set(1, new Order(all.get(1).settings(), Tags.NONE, MADE, folder.resolve("no such folder/x.wav")));
        List<Integer> counted = Collections.synchronizedList(new ArrayList<>());
        List<Orders.Ended> ended = orders.deliver(
                MeasuredSession.read(session, importer, Progress.NONE), all, Progress.NONE, (e, n) -> counted.add(n));
        assertThat(ended.get(1).delivered()).isEmpty();
        assertThat(ended.get(1).sentence()).startsWith("The folder ").endsWith("Choose another.");
        assertThat(ended).filteredOn(e -> e.delivered().isPresent()).hasSize(3);
        assertThat(counted).containsExactly(1, 2, 3, 4);
    }

    @Test
    void cancelledItEndsAndLeavesNothingHalfDone() throws IOException {
        MeasuredSession measured = MeasuredSession.read(session, importer, Progress.NONE);
        List<Order> all = grid();
        assertThatThrownBy(() -> orders.deliver(measured, all, done -> done < 0.5, (e, n) -> {}))
                .isInstanceOf(CancellationException.class);
        try (var files = Files.list(folder.resolve("out"))) {
            assertThat(files).allMatch(f -> f.toString().endsWith(".wav"));
        }
    }

    @Test
    void aSessionWithoutAMixSaysSo() {
        assertThatThrownBy(() -> MeasuredSession.read(Session.EMPTY, importer, Progress.NONE))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("no mix");
        assertThatThrownBy(() -> MeasuredSession.read(session, importer, Progress.NONE)
                        .with(session.withMix(Optional.of(Track.of(folder.resolve("other.wav"))))))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
