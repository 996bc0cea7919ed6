package oakmirror.state.listening;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.session.Version;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Hears versions in the mix's place, from their files: as loud as the mix, or as they are. Lives on the window's thread. */
public final class VersionsHeard {

    private final Workspace workspace;
    private final Listening listening;
    private final Map<String, Read> read = new HashMap<>();
    private boolean asTheyAre;
    private Optional<String> wanted = Optional.empty();

    /** What was read of a version's file. */
    private record Read(Version version, ImportedTrack track) {}

    /** Versions of a workspace. */
    public VersionsHeard(Workspace workspace, Listening listening) {
        this.workspace = workspace;
        this.listening = listening;
        listening.monitor().endingProperty().subscribe(e -> endHearing());
        listening.correctedProperty().subscribe(c -> endHearing());
        workspace
                .logProperty()
                .subscribe(l ->
                        keepOnly(l.versions().stream().map(v -> v.version()).toList()));
    }

    /** Hears the mix itself again, as where another way of hearing it was chosen. */
    public void endHearing() {
        wanted = Optional.empty();
        listening.monitor().versionProperty().set(Optional.empty());
    }

    private void keepOnly(List<Version> known) {
        read.values().removeIf(r -> !known.contains(r.version()));
        if (wanted.isPresent() && known.stream().noneMatch(v -> wanted.equals(Optional.of(v.id())))) {
            endHearing();
        }
    }

    /** Which version is heard. */
    public Optional<String> heard() {
        return listening.monitor().versionProperty().get().map(HeardVersion::id);
    }

    /** Whether versions are heard as they are; otherwise as loud as the mix. */
    public boolean isAsTheyAre() {
        return asTheyAre;
    }

    /** Hears them as they are, or as loud as the mix. */
    public void hearAsTheyAre(boolean value) {
        asTheyAre = value;
        heard().map(read::get).ifPresent(this::hear);
    }

    /** Hears a version from where the mix is; again, the mix. */
    public void toggle(Version version) {
        if (heard().equals(Optional.of(version.id()))) {
            endHearing();
        } else {
            hear(version);
        }
    }

    /** Hears a version, once its file is read. */
    public void hear(Version version) {
        wanted = Optional.of(version.id());
        Read known = read.get(version.id());
        if (known != null && isAtRate(known)) {
            hear(known);
            return;
        }
        prepare(List.of(version), () -> Optional.ofNullable(read.get(version.id()))
                .filter(r -> wanted.equals(Optional.of(version.id())))
                .ifPresent(this::hear));
    }

    /** Reads the files of versions, and then does something; what cannot be read is said. */
    public void prepare(List<Version> versions, Runnable then) {
        Optional<Version> next = versions.stream().filter(v -> !isReady(v)).findFirst();
        if (next.isEmpty()) {
            then.run();
            return;
        }
        Version version = next.get();
        workspace
                .sessionTasks()
                .shown(Kind.IMPORT, Texts.of("listening.reading", version.name()))
                .run(
                        progress -> workspace
                                .tracks()
                                .importer()
                                .importTrack(version.file(), workspace.tracks().rate(), Extent.LEVELS, progress),
                        track -> {
                            read.put(version.id(), new Read(version, track));
                            prepare(versions, then);
                        });
    }

    /** Whether a version can be heard at once. */
    public boolean isReady(Version version) {
        return Optional.ofNullable(read.get(version.id()))
                .filter(this::isAtRate)
                .isPresent();
    }

    /** Whether it was read at the rate that everything is heard at now. */
    private boolean isAtRate(Read version) {
        return version.track()
                .audio()
                .map(StereoSource::sampleRate)
                .equals(workspace.tracks().rate());
    }

    private void hear(Read version) {
        double lufs = version.track().measurement().heardLufs();
        double mix = workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .map(m -> m.measurement().heardLufs())
                .orElse(Double.NaN);
        double gain = asTheyAre || !Double.isFinite(mix - lufs) ? 0 : mix - lufs;
        StereoSource audio = version.track().audio().orElseThrow();
        listening.monitor().endingProperty().set(MonitorControls.Ending.NONE);
        listening.correctedProperty().set(false);
        wanted = Optional.of(version.version().id());
        listening.hear(0);
        listening
                .monitor()
                .versionProperty()
                .set(Optional.of(
                        new HeardVersion(version.version().id(), nameOf(version.version()), audio, gain, asTheyAre)));
    }

    private String nameOf(Version version) {
        return workspace.logProperty().get().versions().stream()
                .filter(v -> v.version().id().equals(version.id()))
                .map(v -> v.name())
                .findFirst()
                .orElse(version.name());
    }
}
