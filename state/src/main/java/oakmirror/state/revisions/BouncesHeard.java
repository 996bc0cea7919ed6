package oakmirror.state.revisions;

import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.Slice;
import oakmirror.audio.StereoSource;
import oakmirror.bounces.Alignment;
import oakmirror.bounces.Bounce;
import oakmirror.bounces.Difference;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.HeardVersion;
import oakmirror.state.task.Kind;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Hears an earlier bounce in the mix's place, in time with it and as loud; or what was changed since, the difference alone. */
public final class BouncesHeard {

    private final Workspace workspace;
    private final BounceKeys keys;
    private final Listening listening;

    /** The bounces of what is listened to. */
    public BouncesHeard(Workspace workspace, Bounces bounces, Listening listening) {
        this.workspace = workspace;
        keys = bounces.keys();
        this.listening = listening;
    }

    /** What is heard of bounces: “bounce” or “change” and what stands for its bytes, or nothing. */
    public Optional<String> heard() {
        return listening
                .monitor()
                .versionProperty()
                .get()
                .map(HeardVersion::id)
                .filter(id -> id.startsWith("bounce ") || id.startsWith("change "));
    }

    /** Hears a bounce from where the mix is; again, the mix. */
    public void toggle(Bounce bounce) {
        toggle(bounce, "bounce ");
    }

    /** Hears what was changed since a bounce; again, the mix. */
    public void toggleChange(Bounce bounce) {
        toggle(bounce, "change ");
    }

    private void toggle(Bounce bounce, String kind) {
        if (heard().equals(Optional.of(kind + bounce.content()))) {
            end();
        } else {
            hear(bounce, kind);
        }
    }

    /** Hears the mix again. */
    public void end() {
        if (heard().isPresent()) {
            listening.monitor().versionProperty().set(Optional.empty());
        }
    }

    private record Placed(StereoSource audio, double lufs) {}

    private void hear(Bounce bounce, String kind) {
        Optional<ImportedTrack> mix = workspace.tracks().mix().flatMap(TrackSlot::imported);
        if (mix.isEmpty()) {
            return;
        }
        workspace
                .sessionTasks()
                .shown(Kind.IMPORT, Texts.of("revisions.reading", bounce.name()))
                .run(progress -> placed(bounce, mix.get(), progress), placed -> hear(bounce, kind, mix.get(), placed));
    }

    private Placed placed(Bounce bounce, ImportedTrack mix, Progress progress) throws java.io.IOException {
        StereoSource now = mix.audio().orElseThrow();
        TrackImporter importer = workspace.tracks().importer();
        Optional<Integer> rate = Optional.of(now.sampleRate());
        Optional<ImportedTrack> known = importer.known(
                bounce.file(), bounce.figures().provenance().origin().content(), rate);
        ImportedTrack read =
                known.isPresent() ? known.get() : importer.importTrack(bounce.file(), rate, progress.part(0, 0.6));
        if (known.isEmpty() && !keys.of(read).equals(bounce.content())) {
            throw new AudioFileException(Texts.of("revisions.theFileOfWas", bounce.name()));
        }
        Alignment alignment = Alignment.of(
                read.measurement().activity().onsets(),
                mix.measurement().activity().onsets(),
                read.audio(),
                mix.audio(),
                progress.part(0.6, 1));
        double shift = alignment.main().map(Alignment.Piece::shiftSeconds).orElse(0.0);
        StereoSource audio = new Slice(read.audio().orElseThrow(), -Math.round(shift * now.sampleRate()), now.frames());
        return new Placed(audio, read.measurement().heardLufs());
    }

    private void hear(Bounce bounce, String kind, ImportedTrack mix, Placed placed) {
        double gain = mix.measurement().heardLufs() - placed.lufs();
        double gainDb = Double.isFinite(gain) ? gain : 0;
        boolean isChange = kind.equals("change ");
        StereoSource audio = isChange
                ? new Difference(mix.audio().orElseThrow(), placed.audio(), (float) Decibels.toAmplitude(gainDb))
                : placed.audio();
        listening.monitor().endingProperty().set(MonitorControls.Ending.NONE);
        listening.correctedProperty().set(false);
        listening.hear(0);
        listening
                .monitor()
                .versionProperty()
                .set(Optional.of(new HeardVersion(
                        kind + bounce.content(),
                        isChange ? Texts.of("revisions.changedSince", bounce.name()) : bounce.name(),
                        audio,
                        isChange ? 0 : gainDb,
                        false)));
    }
}
