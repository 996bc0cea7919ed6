package oakmirror.state.mastering;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Sequence;
import oakmirror.audio.Slice;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.media.ImportedTrack;
import oakmirror.spectrum.Zone;
import oakmirror.state.listening.Audition;
import oakmirror.state.listening.Audition.Heard;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls.Band;
import oakmirror.state.mastering.AlbumSongs.Assessed;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Hears the songs of the record: where one is fullest against where the anchor is, equally loud; or across the joins between them, as loud as they will come out. */
public final class AlbumHeard {

    private static final double PASSAGE_SECONDS = 16;
    private static final double JOIN_SECONDS = 7;

    private final Workspace workspace;
    private final Listening listening;
    private final Latest<Audition> reader;

    /** Songs of a workspace. */
    public AlbumHeard(Workspace workspace, Listening listening) {
        this.workspace = workspace;
        this.listening = listening;
        reader = workspace.sessionTasks().latest(Kind.PREVIEW, Texts.of("mastering.readingSongsToBe"));
    }

    /** Hears a song against the anchor, of both a zone alone where one is given; the softer of both as it is, the other turned down to it. */
    public void against(Assessed standing, int song, Optional<Zone> zone) {
        ImportedTrack own = standing.album().songs().get(song);
        int anchorIndex = standing.album().record().album().anchorIndex();
        ImportedTrack anchor = standing.album()
                .outside()
                .orElseGet(() -> standing.album().songs().get(anchorIndex));
        String name = standing.record().songs().get(song).name();
        String anchorName = anchorIndex < 0
                ? Texts.of("mastering.theAnchor")
                : standing.record().songs().get(anchorIndex).name();
        double ownLufs = own.measurement().heardLufs();
        double anchorLufs = anchor.measurement().heardLufs();
        double quieter = Math.min(ownLufs, anchorLufs);
        int rate = own.audio().orElseThrow().sampleRate();
        listening.monitor().bandProperty().set(zone.map(Band::of));
        hear(progress -> {
            List<Heard> both = new ArrayList<>();
            both.add(new Heard(name, fullest(own, rate), finite(quieter - ownLufs)));
            if (anchor != own) {
                both.add(new Heard(anchorName, fullest(anchor, rate), finite(quieter - anchorLufs)));
            }
            return new Audition(both, 0);
        });
    }

    /** Hears the end of each song and the beginning of the next, with the gap between, as loud as they will come out. */
    public void acrossJoins(Assessed standing) {
        List<ImportedTrack> songs = standing.album().songs();
        int rate = songs.get(0).audio().orElseThrow().sampleRate();
        double gap = standing.album().record().album().gapSeconds();
        List<Double> gains = new ArrayList<>();
        for (int i = 0; i < songs.size(); i++) {
            gains.add(finite(standing.movesBy(i)));
        }
        double down =
                -Math.max(0, gains.stream().mapToDouble(g -> g).max().orElse(0)); // nothing is raised into clipping
        listening.monitor().bandProperty().set(Optional.empty());
        hear(progress -> {
            List<Heard> joins = new ArrayList<>();
            for (int i = 0; i + 1 < songs.size(); i++) {
                StereoSource first = at(songs.get(i), rate);
                StereoSource second = at(songs.get(i + 1), rate);
                Sequence join = Sequence.of(
                        List.of(
                                Slice.of(
                                        first,
                                        new TimeRange(Math.max(0, first.seconds() - JOIN_SECONDS), first.seconds())),
                                Slice.of(second, new TimeRange(0, Math.min(second.seconds(), JOIN_SECONDS)))),
                        List.of(gains.get(i), gains.get(i + 1)),
                        gap);
                joins.add(new Heard(Texts.of("mastering.into", i + 1, i + 2), join, down));
            }
            return new Audition(joins, 0);
        });
    }

    private void hear(oakmirror.state.task.Work<Audition> making) {
        reader.submit(making, listening.auditioning()::hear, workspace.background()::tell);
    }

    private static double finite(double db) {
        return Double.isFinite(db) ? db : 0;
    }

    private StereoSource fullest(ImportedTrack track, int rate) throws java.io.IOException {
        TimeRange range = track.fullest()
                .ofSeconds(PASSAGE_SECONDS)
                .orElse(new TimeRange(0, Math.min(track.seconds(), PASSAGE_SECONDS)));
        return Slice.of(at(track, rate), range);
    }

    private StereoSource at(ImportedTrack track, int rate) throws java.io.IOException {
        StereoSource audio = track.audio().orElseThrow();
        return audio.sampleRate() == rate
                ? audio
                : workspace
                        .tracks()
                        .importer()
                        .derived()
                        .converted(audio, track.content().value(), rate, done -> true);
    }
}
