package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.library.ProfileMaker;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Keeps what is measured of files, without their audio, as a file of profiles. */
@Command(name = "profile", mixinStandardHelpOptions = true)
final class ProfileCommand implements Callable<Integer> {

    @Parameters(arity = "1..*", paramLabel = "FILE", descriptionKey = "oakmirror.profile.files")
    private List<Path> files;

    @Option(names = "--out", required = true, paramLabel = "FILE")
    private Path out;

    @Option(names = "--folder", defaultValue = "", paramLabel = "NAME")
    private String folder;

    @Option(names = "--passage", paramLabel = "FROM-TO")
    private String passage;

    @Mixin
    private Replacing replacing;

    @Spec
    private CommandSpec spec;

    private Profile profile(Path file, Workshop shop, ProgressLine progress) throws AudioFileException {
        if (passage == null) {
            return ProfileMaker.of(file, folder, shop.importer(), progress);
        }
        ImportedTrack track = shop.importer().importTrack(file, Optional.empty(), progress);
        return Profile.of(
                ProfileMaker.noted(ProfileMaker.about(file, folder), track.warnings()),
                shop.importer().figures(track, Optional.of(PassageText.range(passage, spec.commandLine())), progress));
    }

    @Override
    public Integer call() throws IOException, OutputException {
        replacing.check(List.of(out), files);
        ProgressLine progress = new ProgressLine();
        List<Profile> made = new ArrayList<>();
        PrintWriter err = spec.commandLine().getErr();
        int code = Main.DONE;
        try (Workshop shop = new Workshop(progress)) {
            for (Path file : files) {
                progress.start(Texts.of("cli.measuring", file));
                try {
                    Profile profile = profile(file, shop, progress);
                    made.add(profile);
                    if (!profile.about().notes().isEmpty()) {
                        progress.clear();
                        err.println(file.getFileName() + ": " + profile.about().notes());
                        err.flush();
                    }
                } catch (AudioFileException e) {
                    progress.clear();
                    err.println(e.getMessage());
                    err.flush();
                    code = Main.INPUT;
                }
            }
        }
        if (!made.isEmpty()) {
            try {
                ProfileFile.write(made, out);
            } catch (IOException e) {
                throw new OutputException(e);
            }
            spec.commandLine().getOut().println(Texts.of("cli.profilesIn", made.size(), out));
            spec.commandLine().getOut().flush();
        }
        return code;
    }
}
