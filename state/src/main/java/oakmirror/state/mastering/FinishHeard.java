package oakmirror.state.mastering;

import java.util.Optional;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.FinishPlan;
import oakmirror.finish.NormalisedPlayback;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.state.listening.Listening;
import oakmirror.state.listening.MonitorControls;
import oakmirror.state.listening.MonitorControls.Ended;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.listening.MonitorControls.Playback;
import oakmirror.state.mastering.Finishing.Outcome;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Makes the master, or what its limiter takes away, heard as loud as the mix, whatever becomes of the plan meanwhile. */
public final class FinishHeard {

    private final Workspace workspace;
    private final Finishing finishing;
    private final Listening listening;
    private final MonitorControls monitor;
    private final Latest<Double> taken;
    /** What was measured last of what is taken away. */
    private Optional<FinishPlan> measuredOf = Optional.empty();

    private double takenLufs = Double.NaN;

    /** Follows what is to be heard. */
    public FinishHeard(Workspace workspace, Finishing finishing, Listening listening) {
        this.workspace = workspace;
        this.finishing = finishing;
        this.listening = listening;
        monitor = listening.monitor();
        taken = workspace.sessionTasks().latest(Kind.PREVIEW, Texts.of("mastering.measuringWhatTheLimiter"));
        finishing.heardProperty().bind(monitor.endingProperty().map(e -> e != Ending.NONE));
        finishing.outcomeProperty().subscribe(o -> refresh());
        monitor.endingProperty().subscribe(e -> {
            if (e != Ending.FINISHED) {
                monitor.playbackProperty().set(Optional.empty());
            }
            refresh();
        });
        listening.correctedProperty().subscribe(c -> {
            if (!c) {
                monitor.endingProperty().set(Ending.NONE);
            }
        });
    }

    /** Hears the mix with something at the end of its correction. */
    public void hear(Ending what) {
        if (what != Ending.NONE) {
            listening.correctedProperty().set(true);
        }
        monitor.endingProperty().set(what);
        listening.hear(0);
    }

    /** Hears the master and the references at the levels a player that normalises gives them. */
    public void hearAs(DeliveryTarget level, Up up) {
        playAs(level, up);
        hear(Ending.FINISHED);
        refresh();
    }

    /** What a player's own limiter would hold down is not: all is taken down together instead, so that nothing clips and all stand as they would. */
    private void playAs(DeliveryTarget level, Up up) {
        finishing.outcomeProperty().get().ifPresent(o -> {
            double master = o.playbackDb(level, up);
            double highest = o.truePeakDbtp() + master;
            for (TrackSlot reference : workspace.tracks().references()) {
                highest = Math.max(
                        highest,
                        reference
                                .imported()
                                .map(t -> t.measurement().heard())
                                .map(h -> h.peaks().truePeakDbtp() + NormalisedPlayback.gainDb(h, level, up))
                                .orElse(Double.NEGATIVE_INFINITY));
            }
            double softer = up == Up.WITH_A_LIMITER ? Math.min(0, -highest) : 0;
            monitor.playbackProperty().set(Optional.of(new Playback(level, up, master, softer)));
        });
    }

    /** Hears everything matched again. */
    public void hearMatched() {
        monitor.playbackProperty().set(Optional.empty());
        refresh();
    }

    private void refresh() {
        Ending what = monitor.endingProperty().get();
        Optional<Outcome> outcome = finishing.outcomeProperty().get();
        double mix = workspace
                .tracks()
                .mix()
                .flatMap(TrackSlot::imported)
                .map(t -> t.measurement().heardLufs())
                .orElse(Double.NaN);
        if (what == Ending.NONE || outcome.isEmpty() || !Double.isFinite(mix)) {
            monitor.endedProperty().set(Optional.empty());
            monitor.playbackProperty().set(Optional.empty());
            return;
        }
        FinishPlan plan = outcome.get().plan();
        if (what == Ending.FINISHED) {
            Optional<Playback> player = monitor.playbackProperty().get();
            double louder = player.isPresent() ? 0 : outcome.get().integratedLufs() - mix;
            player.ifPresent(p -> playAs(p.level(), p.up()));
            monitor.endedProperty().set(Optional.of(new Ended(what, plan, louder)));
            return;
        }
        boolean isMeasured = measuredOf.equals(Optional.of(plan));
        double loud = isMeasured && Double.isFinite(takenLufs) ? takenLufs : plan.expectedLufs();
        monitor.endedProperty().set(Optional.of(new Ended(what, plan, loud - mix)));
        if (!isMeasured) {
            finishing
                    .takenAwayLufs()
                    .ifPresent(work -> taken.submit(work, lufs -> {
                        measuredOf = Optional.of(plan);
                        takenLufs = lufs;
                        refresh();
                    }));
        }
    }
}
