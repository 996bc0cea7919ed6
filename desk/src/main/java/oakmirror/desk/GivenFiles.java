package oakmirror.desk;

import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import oakmirror.desk.control.AddTracks;
import oakmirror.habits.HabitFile;
import oakmirror.profile.ProfileFile;

/** What becomes of files that are dropped on the window, or that the program is started with. */
final class GivenFiles {

    private final TrackSources sources;
    private final AddTracks adding;
    private final Consumer<Station> show;
    private final Runnable toLibrary;
    private final Consumer<Path> open;

    /**
     * None are given yet.
     *
     * @param show goes to a station
     * @param toLibrary goes to where the library can be open
     * @param open opens a session's file
     */
    GivenFiles(
            TrackSources sources, AddTracks adding, Consumer<Station> show, Runnable toLibrary, Consumer<Path> open) {
        this.sources = sources;
        this.adding = adding;
        this.show = show;
        this.toLibrary = toLibrary;
        this.open = open;
    }

    /** Takes them: profiles and habits are kept, a session is opened, anything else added. */
    void take(List<Path> files) {
        if (files.isEmpty()) {
            return;
        }
        Path first = files.get(0);
        boolean isOne = files.size() == 1;
        if (files.stream().allMatch(f -> f.toString().endsWith(ProfileFile.ENDING))) {
            toLibrary.run();
            sources.addProfiles(files);
        } else if (isOne && first.toString().endsWith(HabitFile.ENDING)) {
            show.accept(Station.HABITS);
            sources.habits().read(first);
        } else if (isOne && first.toString().endsWith(".json")) {
            open.accept(first);
        } else {
            show.accept(Station.GATHER);
            adding.addAll(files);
        }
    }
}
