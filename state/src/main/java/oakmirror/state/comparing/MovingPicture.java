package oakmirror.state.comparing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.MatchedTone;
import oakmirror.spectrum.MovingSpectrum;
import oakmirror.state.listening.Listening;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.text.Texts;

/**
 * The tone of all tracks over the last while before where they are now, each at its own place, whichever is heard. Worked out in the
 * background; to be asked with every frame of the window, and answers with the newest picture there is.
 */
public final class MovingPicture {

    /** A member that moves, or stays where it is because only figures of it are kept. */
    private record Wanted(Optional<MovingSpectrum> moving, long frame, Member member) {

        double[] levels(ToneView view) {
            return moving.map(m -> MatchedTone.of(
                            m.before(frame, view.averaging().seconds()),
                            member.offsetDb(),
                            view.octaves(),
                            view.part()))
                    .orElse(member.levelsDb());
        }

        Object step() {
            return moving.<Object>map(m -> Math.floorDiv(frame, (long) m.stepFrames()))
                    .orElse(member);
        }
    }

    private final Listening listening;
    private final Latest<List<double[]>> worker;
    private final Map<StereoSource, MovingSpectrum> spectra = new HashMap<>();
    private double blockSeconds;
    private boolean busy;
    private List<double[]> newest = List.of();
    private List<Object> newestFor = List.of();
    private List<Object> askedFor = List.of();

    /** Follows what is played. */
    public MovingPicture(Tasks tasks, Listening listening) {
        this.listening = listening;
        worker = tasks.latest(Kind.QUICK, Texts.of("comparing.drawingCurvesThatMove"));
    }

    /** Levels of each member, in their order; empty where there is no picture of just these yet. */
    public Optional<List<double[]>> levels(Sheet sheet) {
        ToneView view = sheet.view();
        if (blockSeconds != view.blockSeconds()) {
            blockSeconds = view.blockSeconds();
            spectra.clear();
        }
        List<Wanted> wanted = new ArrayList<>();
        List<Object> state =
                new ArrayList<>(List.<Object>of(view.octaves(), view.part(), view.averaging(), view.blockSeconds()));
        if (sheet.slots().stream()
                .anyMatch(s -> s.isLive() || s.hasFile() && s.audio().isEmpty())) {
            return Optional.empty(); // what plays outside moves by itself
        }
        for (Member m : sheet.comparison().members()) {
            TrackSlot slot = sheet.slot(m);
            wanted.add(
                    slot.audio().map(audio -> moving(audio, view, m, slot)).orElse(new Wanted(Optional.empty(), 0, m)));
            state.add(slot.audio().<Object>map(a -> a).orElse(slot));
        }
        List<Object> members = List.copyOf(state);
        wanted.forEach(w -> state.add(w.step()));
        if (!busy && !state.equals(askedFor)) {
            busy = true;
            askedFor = state;
            spectra.keySet()
                    .retainAll(sheet.slots().stream()
                            .flatMap(s -> s.audio().stream())
                            .toList());
            worker.submit(
                    progress -> wanted.stream().map(w -> w.levels(view)).toList(),
                    made -> {
                        busy = false;
                        newest = made;
                        newestFor = members;
                    },
                    failure -> busy = false);
        }
        return newestFor.equals(members) ? Optional.of(newest) : Optional.empty();
    }

    private Wanted moving(StereoSource audio, ToneView view, Member m, TrackSlot slot) {
        MovingSpectrum spectrum = spectra.computeIfAbsent(
                audio, a -> new MovingSpectrum(a, view.blockSeconds(), ToneView.Averaging.TEN_SECONDS.seconds()));
        return new Wanted(Optional.of(spectrum), Math.round(listening.secondsOf(slot) * audio.sampleRate()), m);
    }
}
