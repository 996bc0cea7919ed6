package oakmirror.state.catalogue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.files.DiskFullException;
import oakmirror.media.ImportedTrack;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.library.Entry;
import oakmirror.media.library.FolderIntake;
import oakmirror.media.library.ProfileMaker;
import oakmirror.profile.About;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** What comes into the library and goes out of it: tracks of the session, folders of music, files of profiles. */
public final class Intake {

    private final LibraryModel shelf;
    private final Workspace workspace;
    private final Tasks tasks;

    /** The intake of a shelf. */
    public Intake(LibraryModel shelf, Workspace workspace) {
        this.shelf = shelf;
        this.workspace = workspace;
        tasks = workspace.programTasks();
    }

    /** Keeps a track of the session, or its chosen passage, as a profile. */
    public void keep(TrackSlot slot) {
        Optional<ImportedTrack> track = slot.imported();
        if (track.isEmpty() || slot.audio().isEmpty()) {
            shelf.say(Texts.of("catalogue.onlyWhatHasSound", slot.track().name()));
            return;
        }
        var passage = slot.rangeIn(workspace.session().comparing().scope());
        String from =
                slot.track().file().map(f -> String.valueOf(f.getFileName())).orElse("");
        String name = slot.track().name();
        String part = passage.isPresent()
                ? slot.track().passage().map(p -> ", " + p.name()).orElse("")
                : "";
        List<String> tags = slot.track().tags();
        tasks.shown(Kind.IMPORT, Texts.of("catalogue.keeping", name))
                .run(
                        progress -> {
                            About said = slot.track()
                                    .file()
                                    .map(f -> ProfileMaker.about(f, ""))
                                    .orElse(About.of(name, from));
                            About about = new About(
                                    name,
                                    said.artist().isEmpty() || name.contains(said.artist()) ? "" : said.artist(),
                                    "",
                                    tags,
                                    "",
                                    0,
                                    0,
                                    from + part);
                            return Profile.of(
                                    ProfileMaker.noted(about, track.get().warnings()),
                                    workspace.tracks().importer().figures(track.get(), passage, progress));
                        },
                        profile -> shelf.whenOpen(() -> shelf.add(
                                List.of(profile), added -> shelf.say(Texts.of("catalogue.keptInTheLibrary", name)))),
                        shelf::failed);
    }

    /** Takes profiles of all audio files of a folder, in the background. */
    public void takeFolder(Path from) {
        shelf.library().ifPresent(l -> tasks.shown(
                        Kind.IMPORT, Texts.of("catalogue.takingProfilesOf", from.getFileName()))
                .run(
                        progress -> new FolderIntake(l, workspace.tracks().importer())
                                .take(from, progress, name -> tasks.background()
                                        .state()
                                        .execute(shelf::reload)),
                        taken -> {
                            shelf.say(taken.sentence());
                            shelf.reload();
                        },
                        shelf::failed));
    }

    /** Adds the profiles of files that were exported; those whose id is there already are left as they are. */
    public void merge(List<Path> files) {
        for (Path file : files) {
            tasks.task(Kind.DISK, Texts.of("catalogue.reading", file.getFileName()))
                    .run(
                            progress -> read(file),
                            read -> shelf.add(
                                    read,
                                    added -> shelf.say(Texts.of(
                                            "catalogue.ofProfilesOfCame",
                                            added.size(),
                                            read.size(),
                                            file.getFileName(),
                                            added.size() < read.size()
                                                    ? Texts.of("catalogue.theOthersAreThere")
                                                    : "."))),
                            shelf::failed);
        }
    }

    private static List<Profile> read(Path file) throws AudioFileException {
        try {
            return ProfileFile.read(file);
        } catch (IOException e) {
            throw new AudioFileException(
                    Files.isReadable(file) ? e.getMessage() : Texts.of("catalogue.mayNotBeRead", file.getFileName()),
                    e);
        }
    }

    private static Path write(List<Profile> profiles, Path file) throws AudioFileException {
        try {
            ProfileFile.write(profiles, file);
            return file;
        } catch (IOException e) {
            String full = Texts.of("catalogue.thereIsNoRoom", file.getFileName());
            String denied = Texts.of("catalogue.cannotBeWrittenThere", file.getFileName());
            throw new AudioFileException(e instanceof DiskFullException ? full : denied, e);
        }
    }

    /** Writes entries to a file of profiles. */
    public void export(List<Entry> which, Path file) {
        shelf.profiles(which, profiles -> tasks.task(Kind.DISK, Texts.of("catalogue.writing", file.getFileName()))
                .run(
                        progress -> write(profiles, file),
                        f -> shelf.say(
                                profiles.size() == 1
                                        ? Texts.of("catalogue.1ProfileIsIn", f.getFileName())
                                        : Texts.of("catalogue.profilesAreIn", profiles.size(), f.getFileName())),
                        shelf::failed));
    }
}
