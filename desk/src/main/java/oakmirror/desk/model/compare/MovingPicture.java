package oakmirror.desk.model.compare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.StereoSource;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.MatchedTone;
import oakmirror.desk.model.listen.Listening;
import oakmirror.media.work.Background;
import oakmirror.media.work.Kind;
import oakmirror.media.work.Newest;
import oakmirror.spectrum.MovingSpectrum;

/**
 * The tone of all tracks over the last while before where they are now, each at its own place, whichever is heard. Worked out in the
 * background; to be asked with every frame of the window, and answers with the newest picture there is.
 */
public final class MovingPicture {

    private record Wanted(MovingSpectrum moving, long frame, double offsetDb) {}

    private final Listening listening;
    private final Newest<List<double[]>> worker;
    private final Map<StereoSource, MovingSpectrum> spectra = new HashMap<>();
    private int block;
    private boolean busy;
    private List<double[]> newest = List.of();
    private List<Object> newestFor = List.of();
    private List<Object> askedFor = List.of();

    /** Follows what is played. */
    public MovingPicture(Background background, Listening listening) {
        this.listening = listening;
        worker = background.newest(Kind.QUICK, "Drawing curves that move");
    }

    /** Levels of each member, in their order; empty where there is no picture of just these yet. */
    public Optional<List<double[]>> levels(Sheet sheet) {
        ToneView view = sheet.view();
        if (block != view.block()) {
            block = view.block();
            spectra.clear();
        }
        List<Wanted> wanted = new ArrayList<>();
        List<Object> state = new ArrayList<>(List.of(view.octaves(), view.part(), view.averaging(), view.block()));
        if (sheet.slots().stream().anyMatch(s -> s.audio().isEmpty())) {
            return Optional.empty(); // figures alone do not move
        }
        for (Member m : sheet.comparison().members()) {
            StereoSource audio = sheet.slot(m).audio().orElseThrow();
            MovingSpectrum moving = spectra.computeIfAbsent(
                    audio, a -> new MovingSpectrum(a, view.block(), ToneView.Averaging.TEN_SECONDS.seconds()));
            long frame = Math.round(listening.secondsOf(sheet.slot(m)) * audio.sampleRate());
            wanted.add(new Wanted(moving, frame, m.offsetDb()));
            state.add(audio);
        }
        List<Object> members = List.copyOf(state);
        wanted.forEach(w -> state.add(Math.floorDiv(w.frame(), (long) w.moving().stepFrames())));
        if (!busy && !state.equals(askedFor)) {
            busy = true;
            askedFor = state;
            spectra.keySet()
                    .retainAll(sheet.slots().stream()
                            .flatMap(s -> s.audio().stream())
                            .toList());
            worker.submit(
                    progress -> wanted.stream()
                            .map(w -> MatchedTone.of(
                                    w.moving()
                                            .before(w.frame(), view.averaging().seconds()),
                                    w.offsetDb(),
                                    view.octaves(),
                                    view.part()))
                            .toList(),
                    made -> {
                        busy = false;
                        newest = made;
                        newestFor = members;
                    },
                    failure -> busy = false);
        }
        return newestFor.equals(members) ? Optional.of(newest) : Optional.empty();
    }

    /** Ends all work. */
    public void close() {
        worker.close();
    }
}
