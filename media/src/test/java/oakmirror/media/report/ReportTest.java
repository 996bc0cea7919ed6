package oakmirror.media.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TestFiles;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Fact;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import oakmirror.session.Version;
import oakmirror.session.VersionNote;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneMoves;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Reports for the client and for the archive. */
class ReportTest {

    @TempDir
    Path folder;

    private final ExecutorService parts = WorkerThreads.forParts();
    private final ExecutorService abreast = WorkerThreads.forParts();

    @AfterEach
    void endsWork() {
        parts.shutdownNow();
        abreast.shutdownNow();
    }

    private Session session() throws IOException {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("ebb <tide> & co.wav"), 12);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("lights.wav"), 12);
        return Session.EMPTY
                .withName("Ferry Reels")
                .withMix(Optional.of(Track.of(mix, "Ebb Tide <3> 渡し")))
                .withReference(Track.of(reference, "Harbour Lights"));
    }

    private Report report(SessionDocument document) throws IOException {
        TrackImporter importer = new TrackImporter(new AudioCache(folder.resolve("cache"), Long.MAX_VALUE), parts);
        return Report.of(document, importer, parts, abreast, Progress.NONE);
    }

    private SessionDocument withVersions() throws IOException {
        Session s = session();
        Version version = new Version(
                "1",
                "loud",
                "2026-11-26T20:00:00",
                folder.resolve("loud.wav"),
                new Version.Figures(-9.3, -1, 5, 8.3, 5, 1),
                "00",
                s);
        SessionLog log = SessionLog.EMPTY
                .with(new Fact.VersionRendered(version))
                .with(new Fact.VersionNoted(
                        "1", VersionNote.of("loud").withRating(4).withNote("too bright in the car")));
        return new SessionDocument(s, log);
    }

    @Test
    void theHtmlIsValidAndNeedsNothingElse() throws IOException {
        Report report = report(withVersions());
        Path file = folder.resolve("report.html");
        report.write(file);

        Parser parser = Parser.htmlParser().setTrackErrors(100);
        Document html = Jsoup.parse(Files.readString(file), "", parser);

        assertThat(parser.getErrors()).isEmpty();
        assertThat(html.select("script, link, img, iframe"))
                .as("nothing is fetched, nothing runs")
                .isEmpty();
        assertThat(html.select("svg").size()).isEqualTo(7);
        assertThat(html.select("svg[aria-label]")).hasSize(7);
        assertThat(html.title()).isEqualTo("Ferry Reels");
        assertThat(html.select("h1").first().text()).isEqualTo("Ebb Tide <3> 渡し");
        assertThat(html.html()).doesNotContain(folder.toString()).contains("ebb &lt;tide&gt; &amp; co.wav");
        assertThat(html.select("li").eachText())
                .anyMatch(l -> l.contains("loud: −9.3 LUFS")
                        && l.contains("rated 4 of 5")
                        && l.contains("“too bright in the car”"));
    }

    @Test
    void allFiguresInItAreTheSessions() throws IOException {
        Report report = report(withVersions());
        Path file = folder.resolve("report.html");
        report.write(file);
        List<Element> rows = Jsoup.parse(Files.readString(file)).select("table tr");
        SongFacts facts = report.songs().get(0);

        assertThat(cells(rows.get(1)))
                .startsWith("mix", Numbers.level(facts.mix().heardLufs()));
        assertThat(cells(rows.get(2)))
                .startsWith(
                        "master",
                        Numbers.level(facts.master().integratedLufs()),
                        Numbers.level(facts.master().truePeakDbtp()));
        assertThat(facts.master().integratedLufs())
                .isCloseTo(facts.session().finish().targetLufs(), org.assertj.core.api.Assertions.within(0.05));
        assertThat(cells(rows.get(3)).get(0)).isEqualTo("1 Harbour Lights");
        assertThat(cells(rows.get(3)).get(1))
                .isEqualTo(Numbers.level(facts.references().get(0).whole().heardLufs()));
    }

    /** A quiet stem turned down, a zone made wider and one compressed: each stands among the moves with its figure. */
    @Test
    void whatIsDoneToStemsWidthAndDynamicsIsAmongTheMoves() throws IOException {
        Session demo =
                SessionFile.read(TestFiles.demo("ferry-reels.oakmirror.json")).session();
        Session tried = demo.withStems(set -> set.with(3, set.all().get(3).withGain(-2.5)))
                .withZones(z -> z.with(ZoneDecision.taken(ZoneAspect.WIDTH, Zone.AIR))
                        .with(ZoneDecision.taken(ZoneAspect.DYNAMICS, Zone.BASS)));
        TrackImporter importer = new TrackImporter(new AudioCache(TestFiles.sharedCache(), Long.MAX_VALUE), parts);
        MeasuredSession song = MeasuredSession.read(tried, importer, Progress.NONE);
        List<String> moves = SongFacts.of(song, List.of(), parts, Progress.NONE).moves();
        ZoneMoves proposed = song.zoneMoves();

        assertThat(moves).startsWith("in the mix: bass −2.5 dB");
        assertThat(moves)
                .anyMatch(m -> m.matches("Bass: compressed [1-4]\\.[0-9] : 1 above −[0-9.]+ dB, for its crest factor"));
        String wider = moves.get(moves.size() - 1);
        assertThat(wider).startsWith("Air: wider, side/mid +");
        assertThat(Double.parseDouble(wider.replaceAll("[^0-9.]", "")))
                .as("as the bands have it")
                .isCloseTo(proposed.width().get(Zone.AIR), org.assertj.core.api.Assertions.within(0.3));
    }

    private static List<String> cells(Element row) {
        return row.select("td").eachText();
    }

    @Test
    void thePdfHasAPageASongWhoseTextCanBeSelected() throws IOException {
        Report report = report(withVersions());
        Path file = folder.resolve("report.pdf");
        report.write(file);
        try (PDDocument pdf = Loader.loadPDF(file.toFile())) {
            String text = new PDFTextStripper().getText(pdf);
            assertThat(pdf.getNumberOfPages()).isEqualTo(1);
            assertThat(text)
                    .contains("Ebb Tide <3> ??") // no letters for that script in our fonts
                    .contains("ebb <tide> & co.wav")
                    .contains("1 Harbour Lights")
                    .contains("loud: −9.3 LUFS")
                    .contains(Numbers.level(report.songs().get(0).mix().heardLufs()))
                    .doesNotContain(folder.toString());
            var picture = new PDFRenderer(pdf).renderImageWithDPI(0, 40);
            long dark = 0;
            for (int y = 0; y < picture.getHeight(); y++) {
                for (int x = 0; x < picture.getWidth(); x++) {
                    dark += (picture.getRGB(x, y) & 0xFF) < 200 ? 1 : 0;
                }
            }
            assertThat((double) dark / picture.getWidth() / picture.getHeight()).isBetween(0.02, 0.4);
        }
    }

    @Test
    void aRecordComesBeforeItsSongs() throws IOException {
        Path first = TestFiles.music(folder.resolve("low.wav"), 44100, 9, 0.3);
        Path second = TestFiles.music(folder.resolve("slack.wav"), 48000, 9, 0.1);
        Album album = Album.NONE.withSongs(List.of(AlbumSong.of(first), AlbumSong.of(second)));
        Report report =
                report(new SessionDocument(Session.EMPTY.withName("Ferry Reels").withAlbum(album), SessionLog.EMPTY));
        Path file = folder.resolve("r.html");
        report.write(file);
        Document html = Jsoup.parse(Files.readString(file));
        assertThat(html.select("h1").eachText()).containsExactly("Ferry Reels", "low", "slack");
        assertThat(html.select("article").first().select("tr")).hasSize(3);
        assertThat(html.text()).contains("2 songs compared with “low”");
        Path pdf = folder.resolve("r.pdf");
        report.write(pdf);
        try (PDDocument pages = Loader.loadPDF(pdf.toFile())) {
            assertThat(pages.getNumberOfPages()).isEqualTo(3);
        }
    }

    @Test
    void aMixAloneHasAReportTooAndNothingHasNone() throws IOException {
        Session alone = session();
        Report report = report(new SessionDocument(alone.withReferences(List.of()), SessionLog.EMPTY));
        report.write(folder.resolve("alone.pdf"));
        report.write(folder.resolve("alone.html"));
        assertThat(Jsoup.parse(Files.readString(folder.resolve("alone.html"))).text())
                .contains("no correction");
        assertThatThrownBy(() -> report(SessionDocument.EMPTY))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("no mix and no songs");
        assertThatThrownBy(() -> report.write(folder.resolve("no/such/x.pdf")))
                .isInstanceOf(AudioFileException.class)
                .hasMessageContaining("does not exist. Choose another");
    }
}
