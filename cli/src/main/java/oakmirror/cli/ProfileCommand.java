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
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Keeps what is measured of files, without their audio, as a file of profiles. */
@Command(
        name = "profile",
        mixinStandardHelpOptions = true,
        description =
                "Writes profiles of audio files: all measurements of a reference without its audio, for the library and for sharing.",
        footer = {
            "",
            "Titles and artists come from the files' tags.",
            "",
            "Examples:",
            "  oakmirror profile reference.flac --out reference.oakprofile.json",
            "  oakmirror profile --folder reels *.flac --out reels.oakprofile.json"
        })
final class ProfileCommand implements Callable<Integer> {

    @Parameters(arity = "1..*", paramLabel = "FILE", description = "Audio files.")
    private List<Path> files;

    @Option(names = "--out", required = true, paramLabel = "FILE", description = "Profile file to write.")
    private Path out;

    @Option(
            names = "--folder",
            defaultValue = "",
            paramLabel = "NAME",
            description = "Library folder (genre) for them.")
    private String folder;

    @Option(
            names = "--passage",
            paramLabel = "FROM-TO",
            description = "Use only a passage of each, in seconds or minutes, e.g. 62-90 or 1:02-1:30.")
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
                progress.start("measuring " + file);
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
            spec.commandLine().getOut().println(made.size() + " in " + out);
            spec.commandLine().getOut().flush();
        }
        return code;
    }
}
