package oakmirror.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import oakmirror.files.Pipe;
import oakmirror.media.TestFiles;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Profiles from the command line. */
class ProfileCommandTest extends CommandTest {

    @Test
    void filesBecomeAFileOfProfilesAndWhatCannotBeReadIsSaid() throws Exception {
        Path song = TestFiles.music(folder.resolve("reed boat.wav"), 44100, 6, 0.3);
        Path broken = Files.write(folder.resolve("broken.wav"), new byte[] {1, 2});
        Path out = folder.resolve("out" + ProfileFile.ENDING);
        Result done =
                process("profile", song.toString(), broken.toString(), "--folder", "reels", "--out", out.toString());
        assertThat(done.code()).isEqualTo(Main.INPUT);
        assertThat(done.err()).contains("broken.wav");
        List<Profile> made = ProfileFile.read(out);
        assertThat(made).hasSize(1);
        assertThat(made.get(0).about().title()).isEqualTo("reed boat");
        assertThat(made.get(0).about().folder()).isEqualTo("reels");
        Result again = run("profile", song.toString(), "--out", out.toString());
        assertThat(again.code()).isEqualTo(Main.OUTPUT);
        assertThat(again.err()).contains("already exists").contains("--replace");
        Result part = run("profile", song.toString(), "--passage", "1-0:04", "--out", out.toString(), "--replace");
        assertThat(part.code()).isZero();
        Profile passage = ProfileFile.read(out).get(0);
        assertThat(passage.figures().isPassage()).isTrue();
        assertThat(passage.figures().seconds()).isCloseTo(3, within(0.01));
        assertThat(run("profile", song.toString(), "--passage", "4-1", "--out", out.toString(), "--replace")
                        .code())
                .isEqualTo(Main.USAGE);
    }

    /** A file that ends early is kept, and what was found wrong with it stands on screen and with what is kept. */
    @Test
    void whatIsWrongWithAFileStandsWithItsProfile() throws Exception {
        Path whole = TestFiles.music(folder.resolve("whole.wav"), 44100, 6, 0.3);
        byte[] bytes = Files.readAllBytes(whole);
        Path cut = Files.write(folder.resolve("cut.wav"), java.util.Arrays.copyOf(bytes, bytes.length / 2));
        Path out = folder.resolve("out" + ProfileFile.ENDING);
        Result r = run("profile", cut.toString(), whole.toString(), "--out", out.toString());
        assertThat(r.code()).isZero();
        assertThat(r.err()).startsWith("cut.wav: ").doesNotContain("whole.wav");
        List<Profile> made = ProfileFile.read(out);
        assertThat(r.err()).contains(made.get(0).about().notes());
        assertThat(made.get(0).about().notes()).isNotBlank();
        assertThat(made.get(1).about().notes()).isEmpty();
    }

    @Test
    @Timeout(60)
    void aPipeIsNotWaitedFor() throws Exception {
        Path pipe = Pipe.make(folder.resolve("pipe.wav"));
        Result r =
                run("profile", pipe.toString(), "--out", folder.resolve("out").toString());
        assertThat(r.code()).isEqualTo(Main.INPUT);
        assertThat(r.err()).isEqualTo("pipe.wav is a pipe or a device, not a file. Choose an audio file.\n");
    }

    @Test
    void aNameDoesNotSteerTheTerminal() throws Exception {
        Result r = run(
                "profile",
                "ebb\u001B[2J\u202Egnp.wav",
                "--out",
                folder.resolve("out").toString());
        assertThat(r.err()).contains("ebb\uFFFD[2J\uFFFDgnp.wav").doesNotContain("\u001B", "\u202E");
    }
}
