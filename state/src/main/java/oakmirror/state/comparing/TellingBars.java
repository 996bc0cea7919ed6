package oakmirror.state.comparing;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.candidate.Candidate;
import oakmirror.candidate.PowerOverTime;
import oakmirror.rhythm.BarGrid;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/**
 * The bars of each place in which mix and references have most of its range. They are looked for from when somebody first looks at the places; a track that was
 * asked is not asked again while only the places change.
 */
final class TellingBars {

    /** References that are asked in which bars they have most: more would take longer than they add. */
    private static final int MOST_ASKED = 3;

    /** A track that was asked, and its answer. */
    private record Asked(StereoSource source, PowerOverTime answer) {}

    /** What was found, of what. */
    private record Found(List<Asked> asked, Map<Candidate, TimeRange> parts) {}

    private final Comparing comparing;
    private final Runnable told;
    private final Latest<Found> finder;
    private List<Asked> asked = List.of();
    private Map<Candidate, TimeRange> parts = Map.of();
    private boolean isLookedAt;

    /** For what is compared; tells when they are known. */
    TellingBars(Workspace workspace, Comparing comparing, Runnable told) {
        this.comparing = comparing;
        this.told = told;
        finder = workspace.sessionTasks().latest(Kind.PREVIEW, Texts.of("comparing.findingTheBarsThat"));
    }

    /** Somebody looks at the places. */
    void lookAt() {
        if (!isLookedAt) {
            isLookedAt = true;
            find();
        }
    }

    /** There are other places. */
    void begin() {
        parts = Map.of();
        if (isLookedAt) {
            find();
        }
    }

    /** Those of a place, once they are known. */
    Optional<TimeRange> of(Candidate place) {
        return Optional.ofNullable(parts.get(place));
    }

    private void find() {
        List<Candidate> all = comparing.placesProperty().get().all();
        List<TrackSlot> slots = comparing.sheet().slots();
        if (all.isEmpty() || slots.size() <= 1 || slots.get(0).audio().isEmpty()) {
            return;
        }
        Optional<BarGrid> bars = slots.get(0).bars();
        List<StereoSource> sources = new ArrayList<>();
        List<TimeRange> ranges = new ArrayList<>();
        for (TrackSlot slot : slots) {
            slot.audio().filter(a -> sources.size() <= MOST_ASKED).ifPresent(a -> {
                sources.add(a);
                ranges.add(slot.comparedRange(comparing.scope()));
            });
        }
        List<Asked> before = asked;
        finder.submit(
                progress -> {
                    List<Asked> now = new ArrayList<>();
                    for (int i = 0; i < sources.size(); i++) {
                        now.add(ask(sources.get(i), ranges.get(i), before, progress));
                    }
                    return new Found(now, parts(now, all, bars));
                },
                found -> {
                    asked = found.asked();
                    parts = found.parts();
                    told.run();
                });
    }

    private static Asked ask(StereoSource source, TimeRange range, List<Asked> before, Progress progress) {
        return before.stream()
                .filter(a -> a.source() == source && a.answer().range().equals(range))
                .findFirst()
                .orElseGet(() -> new Asked(source, PowerOverTime.of(source, range, progress)));
    }

    private static Map<Candidate, TimeRange> parts(List<Asked> asked, List<Candidate> all, Optional<BarGrid> bars) {
        List<PowerOverTime> powers = asked.stream().map(Asked::answer).toList();
        Map<Candidate, TimeRange> parts = new HashMap<>();
        for (Candidate c : all) {
            parts.put(c, powers.get(0).telling(powers.subList(1, powers.size()), bars, c.lowHz(), c.highHz()));
        }
        return parts;
    }
}
