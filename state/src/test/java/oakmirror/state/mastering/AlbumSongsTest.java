package oakmirror.state.mastering;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.media.FfmpegTool;
import oakmirror.media.TestFiles;
import oakmirror.session.SessionFile;
import oakmirror.session.Track;
import oakmirror.spectrum.Zone;
import oakmirror.state.StateTest;
import oakmirror.state.task.Task;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The songs of a record: read, heard against each other, rendered together. */
class AlbumSongsTest extends StateTest {

    private static final double SECONDS = 10;

    private AlbumSongs songs;
    private final List<String> told = new ArrayList<>();

    @BeforeEach
    void open() throws Exception {
        Path mix = TestFiles.excerpt(TestFiles.demoMix(), folder.resolve("Ebb Tide.wav"), SECONDS);
        Path reference = TestFiles.excerpt(TestFiles.demoReference(), folder.resolve("Low Water.wav"), SECONDS);
        does(() -> workspace.addFiles(List.of(mix, reference)));
        waitUntil(() -> workspace.isReady());
        songs = new AlbumSongs(workspace, new Sending(workspace));
        does(songs::want);
    }

    @Test
    void theSongsOfARecordAreReadHeardAndRenderedToOneLoudness() throws Exception {
        AlbumHeard heard = new AlbumHeard(workspace, listening);
        Path slack = TestFiles.music(folder.resolve("Slack.wav"), 48000, 9, 0.05);
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"), slack)));
        assertThat(background.shown()).isNotEmpty();
        waitUntil(() -> songs.standingProperty().get().isPresent());
        does(() -> songs.anchor(songs.album().songs().get(1).track().id()));
        waitUntil(() -> background.shown().isEmpty());
        var standing = songs.standingProperty().get().orElseThrow();
        assertThat(standing.movesBy(1)).isCloseTo(0, within(0.01));
        does(() -> heard.against(standing, 0, Optional.of(Zone.LOW_MID)));
        waitUntil(() -> listening.auditioning().isOn());
        does(() -> heard.acrossJoins(standing));
        waitUntil(() -> listening
                .auditioning()
                .heardProperty()
                .get()
                .filter(a -> a.tracks().get(0).name().equals("1 into 2"))
                .isPresent());
        does(() -> listening.auditioning().end());
        Path out = Files.createDirectory(folder.resolve("masters"));
        does(() -> songs.render(out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told).containsExactly("");
        assertThat(out.toFile().list()).hasSize(3); // and their check-sums
        mastersAreThereThoughTheirCheckSumsAreNot();
    }

    private void mastersAreThereThoughTheirCheckSumsAreNot() throws Exception {
        Path out = Files.createDirectory(folder.resolve("others"));
        Files.createDirectory(out.resolve("check-sums.sha256")); // somebody's folder is called so
        told.clear();
        does(() -> songs.render(out, told::add));
        waitUntil(() -> !told.isEmpty());
        assertThat(told.get(0)).startsWith("The masters were written, but check-sums.sha256 can’t be updated.");
        assertThat(out.toFile().list()).hasSize(3);
    }

    @Test
    void aSongIsGivenASessionOfItsOwn() throws Exception {
        Path slack = TestFiles.music(folder.resolve("Slack.wav"), 48000, 9, 0.05);
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"), slack)));
        waitUntil(() -> songs.standingProperty().get().isPresent());
        List<Path> given = new ArrayList<>();
        does(() -> songs.ownSession(0, folder, given::add));
        waitUntil(() -> !given.isEmpty());
        assertThat(given.get(0)).hasFileName("Low Water" + SessionFile.ENDING);
        assertThat(SessionFile.read(given.get(0)).session().references())
                .extracting(Track::name)
                .as("the other songs stand as its references")
                .containsExactly("Slack");
    }

    @Test
    void aSongThatIsLeftAsItIsIsRenderedWithoutCorrection() throws Exception {
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"), folder.resolve("Ebb Tide.wav"))));
        waitUntil(() -> songs.standingProperty().get().isPresent());
        does(() -> songs.change("don’t correct it", a -> a.withSong(1, song -> song.withCorrected(false))));
        waitUntil(() ->
                songs.standingProperty().get().isPresent() && background.shown().isEmpty());
        Path out = Files.createDirectory(folder.resolve("masters"));
        does(() -> songs.render(out, told::add));
        waitUntil(() -> !told.isEmpty());
        double[] before = levels(folder.resolve("Ebb Tide.wav"));
        double[] after = levels(out.resolve("02 Ebb Tide master.wav"));
        assertThat(after[0] - before[0])
                .as("low and high by the same gain")
                .isCloseTo(after[1] - before[1], within(0.5));
    }

    /** Level below 300 Hz and above 3 kHz, by FFmpeg. */
    private static double[] levels(Path file) throws Exception {
        double[] levels = new double[2];
        String[] filters = {"lowpass=f=300", "highpass=f=3000"};
        for (int i = 0; i < 2; i++) {
            String out = FfmpegTool.run("-i", file, "-af", filters[i] + ",volumedetect", "-f", "null", "-");
            levels[i] = Double.parseDouble(out.replaceAll("(?s).*mean_volume: (\\S+) dB.*", "$1"));
        }
        return levels;
    }

    @Test
    void readingARecordThatIsCancelledIsSaidAndLeavesNothingInTheStrip() throws Exception {
        does(() -> songs.add(List.of(folder.resolve("Low Water.wav"))));
        does(() -> List.copyOf(background.shown()).forEach(Task::cancel));
        waitUntil(() -> !songs.failureProperty().get().isEmpty()
                || songs.standingProperty().get().isPresent());
        assertThat(background.shown()).isEmpty();
        does(songs::readAgain);
        waitUntil(() -> songs.standingProperty().get().isPresent());
        Path broken = Files.writeString(folder.resolve("broken.wav"), "no sound at all");
        does(() -> songs.add(List.of(broken)));
        waitUntil(() -> songs.failureProperty().get().startsWith("broken.wav"));
        does(() -> songs.render(folder, told::add));
        assertThat(told.get(0)).startsWith("The songs are still loading");
    }
}
