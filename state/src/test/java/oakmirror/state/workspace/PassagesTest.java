package oakmirror.state.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.OptionalInt;
import oakmirror.audio.TimeRange;
import oakmirror.levelmatch.LevelMatch;
import oakmirror.session.Track;
import oakmirror.state.DemoStateTest;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Passages, bars and levels of the demo's tracks, each change a step of undo. */
class PassagesTest extends DemoStateTest {

    private Passages passages;

    @BeforeEach
    void open() throws Exception {
        passages = new Passages(workspace);
        openDemo();
    }

    private Track track(int index) {
        return workspace.session().tracks().get(index);
    }

    private TimeRange chosen(int index) {
        return slot(index).chosenRange().orElseThrow();
    }

    @Test
    void aPassageIsMarkedShapedMovedAndTakenAwayWithOneStepOfUndoEach() {
        int before = track(0).passages().size();
        double bar = slot(0).bars().orElseThrow().barSeconds();
        does(() -> {
            passages.begin(0, passages.snapped(0, new TimeRange(20.3, 28.9)));
            passages.shape(0, new TimeRange(20, 30));
            passages.shape(0, new TimeRange(20, 36));
            passages.endShaping();
        });
        assertThat(chosen(0)).isEqualTo(new TimeRange(20, 36));
        does(() -> passages.move(0, 1));
        assertThat(chosen(0).startSeconds()).isCloseTo(20 + bar, within(1e-6));
        does(() -> passages.lengthen(0, -1));
        assertThat(chosen(0).seconds()).isCloseTo(16 - bar, within(1e-6));
        does(() -> passages.move(0, -1000)); // nowhere to go
        assertThat(chosen(0).startSeconds()).isCloseTo(20 + bar, within(1e-6));
        does(() -> passages.rename(0, before, "chorus"));
        assertThat(track(0).passage().orElseThrow().name()).isEqualTo("chorus");
        does(() -> passages.step(0, 1));
        assertThat(track(0).chosen()).as("after the last the whole track").isEqualTo(-1);
        does(() -> passages.choose(0, before));
        does(() -> passages.remove(0, before));
        assertThat(track(0).passages()).hasSize(before);
        for (int i = 0; i < 6; i++) { // removed, chosen, stepped, renamed, moved with its length, marked
            does(workspace::undo);
        }
        assertThat(track(0).passages()).hasSize(before);
    }

    @Test
    void theFullestPassageIsSuggestedAndTracksMeetThere() {
        does(() -> workspace.change("no passages", s -> {
            var next = s;
            for (int i = 0; i < 4; i++) {
                next = next.withTrack(i, t -> t.withoutPassage(0));
            }
            return next;
        }));
        does(() -> passages.suggest(0, OptionalInt.of(8)));
        double bar = slot(0).bars().orElseThrow().barSeconds();
        assertThat(chosen(0).seconds()).isCloseTo(8 * bar, within(0.01));
        does(() -> passages.suggest(0, OptionalInt.of(4000)));
        assertThat(workspace.messageProperty().get()).startsWith("The track is too short");
        does(passages::suggestForAll);
        for (int i = 1; i < 4; i++) {
            assertThat(track(i).shiftSeconds() + chosen(i).startSeconds())
                    .as("meets the mix")
                    .isCloseTo(track(0).shiftSeconds() + chosen(0).startSeconds(), within(1e-6));
        }
        does(() -> passages.slide(1, 2));
        double shift = track(1).shiftSeconds();
        does(() -> passages.meet(1));
        assertThat(track(1).shiftSeconds()).isNotEqualTo(shift);
    }

    @Test
    void tempoBarsAndTapsAreTheUsersAndGoBackToWhatWasFound() {
        double found = slot(0).bars().orElseThrow().bpm();
        does(() -> passages.setTempo(0, found / 2));
        assertThat(slot(0).bars().orElseThrow().bpm()).isCloseTo(found / 2, within(1.0));
        does(() -> passages.setBeatsPerBar(0, 3));
        assertThat(slot(0).bars().orElseThrow().beatsPerBar()).isEqualTo(3);
        does(() -> passages.setDownbeat(0, 10.25));
        double bar = slot(0).bars().orElseThrow().barSeconds();
        TimeRange snapped = passages.snapped(0, new TimeRange(10.2, 10.2 + bar));
        assertThat(snapped.startSeconds()).isCloseTo(10.25, within(1e-6));
        does(() -> passages.forgetBars(0));
        assertThat(slot(0).bars().orElseThrow().bpm()).isEqualTo(found);
        long beat = Math.round(60e9 / found);
        for (int i = 0; i < 6; i++) {
            int tap = i;
            does(() -> passages.tap(0, tap * beat));
        }
        assertThat(track(0).bars().orElseThrow().bpm()).isCloseTo(found, within(1.0));
    }

    /** Against the mix: all are lowered together as soon as it is known that one of them would clip. */
    private double offsetToTheMixDb(int index) {
        LevelMatch levels = listening.levelsProperty().get();
        return levels.offsetDb(index) - levels.offsetDb(0);
    }

    @Test
    void levelsWeightsTagsNamesAndOrderAreKept() {
        double offset = offsetToTheMixDb(1);
        does(() -> passages.trim(1, 1.5));
        assertThat(offsetToTheMixDb(1)).isCloseTo(offset + 1.5, within(0.01));
        does(() -> passages.setLevelled(2, false));
        assertThat(track(2).levelled()).isFalse();
        does(() -> passages.setWeight(1, 0.5));
        assertThat(track(1).weight()).isEqualTo(0.5);
        does(() -> passages.setTags(1, " loud, dark,, loud "));
        assertThat(track(1).tags()).isEqualTo(List.of("loud", "dark"));
        does(() -> passages.renameTrack(1, "  "));
        does(() -> passages.renameTrack(1, " Other name "));
        assertThat(track(1).name()).isEqualTo("Other name");
        does(() -> passages.reorder(1, 9));
        assertThat(track(3).name()).isEqualTo("Other name");
        does(() -> passages.reorder(0, 2)); // the mix stays first
        assertThat(track(3).name()).isEqualTo("Other name");
    }
}
