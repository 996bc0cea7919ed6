package oakmirror.state.workspace;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.SimpleIntegerProperty;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.FullestPassage;
import oakmirror.rhythm.TapTempo;
import oakmirror.rhythm.TempoFinder;
import oakmirror.session.Passage;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/** Marking passages, moving them, having them suggested, and where tracks meet. Each change is a step that can be undone. */
public final class Passages {

    /** A nudge where no bars are known, in seconds. */
    public static final double NUDGE_SECONDS = 0.5;

    /** Where no bars are known, a slide on the common axis, in seconds. */
    public static final double SLIDE_SECONDS = 0.1;

    private static final double SHORTEST_SECONDS = 0.5;
    private static final double SLOWEST_TAP_BPM = 30;
    private static final double FASTEST_TAP_BPM = 300;
    private static final String MARK_GESTURE = "mark-passage";

    private final Workspace workspace;
    private final IntegerProperty selected = new SimpleIntegerProperty(0);
    private TapTempo tapping = new TapTempo();
    private int tapped = -1;

    /** Passages of a workspace. */
    public Passages(Workspace workspace) {
        this.workspace = workspace;
    }

    /** Index of the track whose passages are worked on; the mix is 0. */
    public IntegerProperty selectedProperty() {
        return selected;
    }

    private List<TrackSlot> slots() {
        return workspace.tracks().all();
    }

    private Optional<TrackSlot> slot(int index) {
        return index >= 0 && index < slots().size() ? Optional.of(slots().get(index)) : Optional.empty();
    }

    /** A range of a track on its bars, where they are known, and within it. */
    public TimeRange snapped(int index, TimeRange range) {
        TrackSlot slot = slots().get(index);
        TimeRange within = new TimeRange(
                Math.min(range.startSeconds(), slot.seconds()), Math.min(range.endSeconds(), slot.seconds()));
        return slot.bars().map(b -> b.snapped(within, slot.seconds())).orElse(within);
    }

    /** Begins a new passage, which is chosen; to be followed by {@link #shape} and {@link #endShaping}. */
    public void begin(int index, TimeRange range) {
        workspace.endGesture();
        int number = slots().get(index).track().passages().size() + 1;
        Passage passage = new Passage(Texts.of("workspace.passage", number), range);
        workspace.change(
                Texts.of("workspace.markAPassage"), MARK_GESTURE, s -> s.withTrack(index, t -> t.withPassage(passage)));
    }

    /** Gives the chosen passage another range, within one step of undo. */
    public void shape(int index, TimeRange range) {
        if (range.seconds() >= SHORTEST_SECONDS / 10) {
            workspace.change(
                    Texts.of("workspace.markAPassage"),
                    MARK_GESTURE,
                    s -> s.withTrack(index, t -> t.withChosenRange(range)));
        }
    }

    /** Ends shaping: the next change is a step of its own. */
    public void endShaping() {
        workspace.endGesture();
    }

    /** Chooses a passage, −1 for the whole track. */
    public void choose(int index, int passage) {
        workspace.changeTrack(index, Texts.of("workspace.chooseAPassage"), t -> t.withChosen(passage));
    }

    /** Goes on to the next passage of a track (step 1) or back (−1); one of the steps is the whole track. */
    public void step(int index, int step) {
        slot(index).ifPresent(s -> {
            int count = s.track().passages().size() + 1;
            choose(index, Math.floorMod(s.track().chosen() + 1 + step, count) - 1);
        });
    }

    /** Takes a passage away. */
    public void remove(int index, int passage) {
        workspace.changeTrack(index, Texts.of("workspace.removeAPassage"), t -> t.withoutPassage(passage));
    }

    /** Calls a passage something else. */
    public void rename(int index, int passage, String name) {
        workspace.changeTrack(
                index,
                Texts.of("workspace.renameAPassage"),
                t -> t.withPassageAt(
                        passage, new Passage(name, t.passages().get(passage).range())));
    }

    /** Moves the chosen passage by bars, or by half seconds where none are known. */
    public void move(int index, int steps) {
        slot(index).ifPresent(s -> s.chosenRange().ifPresent(r -> {
            double by = steps * s.bars().map(BarGrid::barSeconds).orElse(NUDGE_SECONDS);
            if (r.startSeconds() + by >= -1e-6 && r.endSeconds() + by <= s.seconds() + 1e-6) {
                setRange(index, Math.max(0, r.startSeconds() + by), r.endSeconds() + by);
            }
        }));
    }

    /** Makes the chosen passage longer by bars, or by half seconds; shorter when negative. */
    public void lengthen(int index, int steps) {
        slot(index).ifPresent(s -> s.chosenRange().ifPresent(r -> {
            double by = steps * s.bars().map(BarGrid::barSeconds).orElse(NUDGE_SECONDS);
            double end = r.endSeconds() + by;
            if (end - r.startSeconds() >= SHORTEST_SECONDS && end <= s.seconds() + 1e-6) {
                setRange(index, r.startSeconds(), end);
            }
        }));
    }

    private void setRange(int index, double start, double end) {
        TimeRange range = new TimeRange(start, end);
        workspace.change(
                Texts.of("workspace.moveAPassage"),
                "move-passage-" + index,
                s -> s.withTrack(index, t -> t.withChosenRange(range)));
    }

    /** Marks the fullest passage of a track, of so many bars or of the length that suits it. */
    public void suggest(int index, OptionalInt bars) {
        Optional<TimeRange> found = slot(index).flatMap(s -> fullest(s, bars));
        if (found.isEmpty()) {
            workspace.messageProperty().set(Texts.of("workspace.theTrackIsToo"));
            return;
        }
        workspace.changeTrack(index, Texts.of("workspace.suggestAPassage"), t -> withFullest(t, found.get()));
    }

    /** Marks the fullest passage of every track that has none, and has them meet. */
    public void suggestForAll() {
        workspace.change(Texts.of("workspace.suggestPassages"), s -> {
            var next = s;
            for (int i = 0; i < slots().size(); i++) {
                Optional<TimeRange> found = fullest(slots().get(i), OptionalInt.empty());
                if (found.isPresent() && slots().get(i).track().passages().isEmpty()) {
                    next = next.withTrack(i, t -> withFullest(t, found.get()));
                }
            }
            for (int i = 1; i < next.tracks().size(); i++) {
                next = meeting(next, i);
            }
            return next;
        });
    }

    private static Track withFullest(Track track, TimeRange range) {
        for (int i = 0; i < track.passages().size(); i++) {
            if (track.passages().get(i).range().equals(range)) {
                return track.withChosen(i);
            }
        }
        return track.withPassage(new Passage(Texts.of("workspace.fullest"), range));
    }

    private static Optional<TimeRange> fullest(TrackSlot slot, OptionalInt bars) {
        Optional<FullestPassage> fullest = slot.fullest();
        return bars.isPresent() && slot.bars().isPresent()
                ? fullest.flatMap(f -> f.ofBars(slot.bars().get(), bars.getAsInt()))
                : fullest.flatMap(f -> f.suggest(slot.bars()));
    }

    /** Slides a reference so that its chosen passage begins where the mix's does; so do their whole tracks where none is chosen. */
    public void meet(int index) {
        workspace.change(Texts.of("workspace.meetAtThePassage"), s -> meeting(s, index));
    }

    private static oakmirror.session.Session meeting(oakmirror.session.Session session, int index) {
        Track mix = session.tracks().get(0);
        Track track = session.tracks().get(index);
        double shift = mix.shiftSeconds() + start(mix) - start(track);
        return session.withTrack(index, t -> t.withShift(shift));
    }

    private static double start(Track track) {
        return track.passage().map(p -> p.range().startSeconds()).orElse(0.0);
    }

    /** Slides a track on the common axis; every slide of one drag is one step. */
    public void slideTo(int index, double shiftSeconds) {
        workspace.change(
                Texts.of("workspace.slideATrack"),
                "slide " + index,
                s -> s.withTrack(index, t -> t.withShift(shiftSeconds)));
    }

    /** Slides a track by beats, or by tenths of a second where none are known. */
    public void slide(int index, int steps) {
        slot(index).ifPresent(s -> {
            double by = steps * s.bars().map(BarGrid::beatSeconds).orElse(SLIDE_SECONDS);
            slideTo(index, s.track().shiftSeconds() + by);
        });
    }

    /** Takes a tempo for a track and fits its bars to the beats; also half, double, two thirds and so on of what was found. */
    public void setTempo(int index, double bpm) {
        slot(index).flatMap(TrackSlot::imported).ifPresent(t -> {
            int beats = slots().get(index).bars().map(BarGrid::beatsPerBar).orElse(4);
            TempoFinder.fit(t.measurement().activity(), bpm, beats)
                    .ifPresent(b -> setBars(index, Texts.of("workspace.setTheTempo"), Optional.of(b)));
        });
    }

    /** Has a bar begin at a moment of a track. */
    public void setDownbeat(int index, double seconds) {
        slot(index)
                .flatMap(TrackSlot::bars)
                .ifPresent(b ->
                        setBars(index, Texts.of("workspace.setTheFirstBeat"), Optional.of(b.withDownbeat(seconds))));
    }

    /** Has bars of so many beats. */
    public void setBeatsPerBar(int index, int beats) {
        slot(index)
                .flatMap(TrackSlot::bars)
                .ifPresent(
                        b -> setBars(index, Texts.of("workspace.setBeatsInA"), Optional.of(b.withBeatsPerBar(beats))));
    }

    /** Goes back to the bars that were found. */
    public void forgetBars(int index) {
        setBars(index, Texts.of("workspace.findTheTempo"), Optional.empty());
    }

    private void setBars(int index, String action, Optional<BarGrid> bars) {
        workspace.change(action, "bars " + action + index, s -> s.withTrack(index, t -> t.withBars(bars)));
    }

    /**
     * Takes a tap to the beat of a track; from the fourth on its tempo follows the taps.
     *
     * @param nanoTime when it came, on the clock of {@link System#nanoTime}
     */
    public void tap(int index, long nanoTime) {
        if (tapped != index) {
            tapped = index;
            tapping = new TapTempo();
        }
        Optional<Double> bpm = tapping.tap(nanoTime * 1e-9);
        if (bpm.isPresent() && tapping.count() >= 4) {
            setTempo(index, Math.max(SLOWEST_TAP_BPM, Math.min(FASTEST_TAP_BPM, bpm.get())));
        }
    }

    /** Gain by hand on top of the match, in dB. */
    public void trim(int index, double db) {
        workspace.change(
                Texts.of("workspace.trimALevel"), "trim " + index, s -> s.withTrack(index, t -> t.withTrim(db)));
    }

    /** Whether a track takes part in level matching. */
    public void setLevelled(int index, boolean levelled) {
        workspace.changeTrack(
                index,
                levelled ? Texts.of("workspace.matchALevel") : Texts.of("workspace.leaveALevel"),
                t -> t.withLevelled(levelled));
    }

    /** How much a reference counts against the others. */
    public void setWeight(int index, double weight) {
        workspace.changeTrack(index, Texts.of("workspace.weighAReference"), t -> t.withWeight(weight));
    }

    /** Words a track is found by: separated by commas, each once. */
    public void setTags(int index, String text) {
        List<String> tags = new ArrayList<>();
        for (String tag : text.split(",")) {
            if (!tag.isBlank() && !tags.contains(tag.strip())) {
                tags.add(tag.strip());
            }
        }
        workspace.changeTrack(index, Texts.of("workspace.tagATrack"), t -> t.withTags(tags));
    }

    /** Calls a track something else; an empty name changes nothing. */
    public void renameTrack(int index, String name) {
        if (!name.isBlank()) {
            workspace.changeTrack(index, Texts.of("workspace.renameATrack"), t -> t.withName(name.strip()));
        }
    }

    /** Moves a reference among the references, by its place in the list of all tracks; the mix stays first. */
    public void reorder(int from, int to) {
        int first = workspace.session().mix().isPresent() ? 1 : 0;
        int last = slots().size() - 1;
        int target = Math.max(first, Math.min(last, to));
        if (from >= first && from <= last && target != from) {
            workspace.change(
                    Texts.of("workspace.reorderTracks"), s -> s.withReferenceMoved(from - first, target - first));
        }
    }
}
