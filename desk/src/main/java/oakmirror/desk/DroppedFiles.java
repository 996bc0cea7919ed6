package oakmirror.desk;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import oakmirror.desk.control.AddTracks;
import oakmirror.habits.HabitFile;
import oakmirror.profile.ProfileFile;

/** What becomes of files that are dropped on the window. */
final class DroppedFiles {

    private final TrackSources sources;
    private final AddTracks adding;
    private final Consumer<Station> show;
    private final Runnable toLibrary;
    private final Consumer<Path> open;

    /**
     * Nothing is dropped yet.
     *
     * @param show goes to a station
     * @param toLibrary goes to where the library can be open
     * @param open opens a session's file
     */
    DroppedFiles(
            TrackSources sources, AddTracks adding, Consumer<Station> show, Runnable toLibrary, Consumer<Path> open) {
        this.sources = sources;
        this.adding = adding;
        this.show = show;
        this.toLibrary = toLibrary;
        this.open = open;
    }

    /** Takes them: profiles and habits are kept, a session is opened, anything else added. */
    void take(List<File> files) {
        boolean isOne = files.size() == 1;
        String name = files.get(0).getName();
        if (files.stream().allMatch(f -> f.getName().endsWith(ProfileFile.ENDING))) {
            toLibrary.run();
            sources.addProfiles(files);
        } else if (isOne && name.endsWith(HabitFile.ENDING)) {
            show.accept(Station.HABITS);
            sources.habits().read(files.get(0).toPath());
        } else if (isOne && name.endsWith(".json")) {
            open.accept(files.get(0).toPath());
        } else {
            show.accept(Station.GATHER);
            adding.addAll(files.stream().map(File::toPath).toList());
        }
    }
}
