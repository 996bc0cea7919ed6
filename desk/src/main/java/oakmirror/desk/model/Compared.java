package oakmirror.desk.model;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Gap;
import oakmirror.measure.TrackMeasurement;
import oakmirror.profile.Corridor;
import oakmirror.profile.CorridorSettings;
import oakmirror.profile.Span;
import oakmirror.session.Comparing.Scope;
import oakmirror.spectrum.TonePeak;
import oakmirror.spectrum.Zone;

/**
 * Mix and references as they are compared at one moment.
 *
 * @param members the tracks that are ready, the mix first where there is one
 * @param lufs the loudness all are shown at; NaN where there is none
 * @param what what the figures are of, in words
 * @param view how tone is looked at
 * @param kind from what the edges of spans are taken
 * @param corridor what the references leave for the mix, at that loudness
 * @param gap reference less mix, in the bands and the part that are looked at
 */
public record Compared(
        List<Member> members,
        double lufs,
        String what,
        ToneView view,
        CorridorSettings.Kind kind,
        Corridor corridor,
        Gap gap) {

    /** Nothing to compare yet. */
    public static Compared nothing(ToneView view) {
        return new Compared(
                List.of(),
                Double.NaN,
                "",
                view,
                CorridorSettings.DEFAULT.kind(),
                Corridor.of(List.of(), CorridorSettings.DEFAULT),
                Gap.none());
    }

    /**
     * A track that is ready.
     *
     * @param index its place among the tracks
     * @param number 0 for the mix, otherwise the reference's number
     * @param name what it is called
     * @param slot the track
     * @param measured what was measured of what is compared
     * @param offsetDb what brings it to the common loudness
     * @param levelsDb its tone at that loudness, in the bands and the part that are looked at
     * @param peaks the strongest peaks of its tone, the strongest first
     */
    public record Member(
            int index,
            int number,
            String name,
            TrackSlot slot,
            TrackMeasurement measured,
            double offsetDb,
            double[] levelsDb,
            List<TonePeak> peaks) {

        /** What of the track is compared, in its own seconds. */
        public TimeRange range(Scope scope) {
            return slot.rangeIn(scope).orElse(new TimeRange(0, slot.seconds()));
        }

        /** What was measured of all of it. */
        public TrackMeasurement whole() {
            return slot.imported().map(t -> t.measurement()).orElse(measured);
        }
    }

    /** The mix. */
    public Optional<Member> mix() {
        return members.stream().filter(m -> m.number() == 0).findFirst();
    }

    /** The references. */
    public List<Member> references() {
        return members.stream().filter(m -> m.number() > 0).toList();
    }

    /** A reference by its number, or the first one. */
    public Optional<Member> reference(int number) {
        List<Member> all = references();
        return all.stream().filter(m -> m.number() == number).findFirst().or(() -> all.stream()
                .findFirst());
    }

    /** What the references leave for a reading, at least so much to either side of its middle. */
    public Span span(ToDoubleFunction<Member> reading, double tolerance) {
        return Span.of(references().stream().mapToDouble(reading).toArray(), kind, tolerance);
    }

    /** The zones in which the mix lies inside the corridor. */
    public Set<Zone> zonesInside() {
        Set<Zone> inside = EnumSet.noneOf(Zone.class);
        mix().ifPresent(m -> Arrays.stream(Zone.values())
                .filter(z -> corridor.holds(m.levelsDb(), z))
                .forEach(inside::add));
        return inside;
    }

    /** Whether a mix faces a reference. */
    public boolean isKnown() {
        return gap.isKnown();
    }
}
