package oakmirror.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.spectrum.TonePeak;
import oakmirror.spectrum.Zone;

/**
 * Mix and references side by side at one loudness, whatever is done to levels for listening: what Compare shows and the commands print.
 *
 * @param members the tracks that are compared, the mix first where there is one
 * @param lufs the loudness all are brought to, that of the first; NaN where there is none
 * @param settings from what corridor and spans are taken
 * @param corridor what the references leave for the mix, at that loudness
 * @param gap reference less mix
 */
public record Comparison(List<Member> members, double lufs, CorridorSettings settings, Corridor corridor, Gap gap) {

    /**
     * A track among those that are compared.
     *
     * @param subject who it is
     * @param offsetDb what brings it to the common loudness
     * @param levelsDb its tone at that loudness, in the bands and the part of the signal that are looked at
     */
    public record Member(Subject subject, double offsetDb, double[] levelsDb) {

        /** 0 for the mix, otherwise the reference's number. */
        public int number() {
            return subject.number();
        }

        /** What it is called. */
        public String name() {
            return subject.name();
        }

        /** What was measured of what is compared. */
        public TrackMeasurement measured() {
            return subject.compared();
        }

        /** What was measured of all of it. */
        public TrackMeasurement whole() {
            return subject.whole();
        }

        /** The strongest peaks of its tone, the strongest first. */
        public List<TonePeak> peaks() {
            return subject.tone().peaks();
        }
    }

    /** Copies the list. */
    public Comparison {
        members = List.copyOf(members);
    }

    /** Nothing to compare yet. */
    public static final Comparison NOTHING = of(List.of(), CorridorSettings.DEFAULT, 1, Part.STEREO);

    /**
     * Compares some tracks.
     *
     * @param subjects the tracks, the mix first where there is one
     * @param settings from what corridor and spans are taken
     * @param octaves width of the bands that tone is read in
     * @param part what of the stereo signal
     */
    public static Comparison of(List<Subject> subjects, CorridorSettings settings, double octaves, Part part) {
        double lufs =
                subjects.isEmpty() ? Double.NaN : subjects.get(0).compared().heardLufs();
        List<Member> members = new ArrayList<>();
        List<double[]> curves = new ArrayList<>();
        for (Subject s : subjects) {
            double offset = s.offsetTo(lufs);
            double[] levels = MatchedTone.of(s.tone().spectrum(), offset, octaves, part);
            if (!s.isMix() && !s.isHeard()) { // without a loudness there is no level it could be compared at
                Arrays.fill(levels, Double.NaN);
            }
            members.add(new Member(s, offset, levels));
            if (s.folded().isEmpty() && !s.isMix()) {
                curves.add(MatchedTone.whereMeant(levels, s.compared().spectrum()));
            }
            for (TrackMeasurement m : s.folded()) {
                curves.add(MatchedTone.whereMeant(MatchedTone.of(m, lufs, octaves, part), m.spectrum()));
            }
        }
        return new Comparison(members, lufs, settings, Corridor.of(curves, settings), Gap.of(subjects, octaves, part));
    }

    /** The tracks that are compared. */
    public List<Subject> subjects() {
        return members.stream().map(Member::subject).toList();
    }

    /** The mix. */
    public Optional<Member> mix() {
        return members.stream().filter(m -> m.subject().isMix()).findFirst();
    }

    /** The references. */
    public List<Member> references() {
        return members.stream().filter(m -> !m.subject().isMix()).toList();
    }

    /** A reference by its number, or the first one. */
    public Optional<Member> reference(int number) {
        List<Member> all = references();
        return all.stream().filter(m -> m.number() == number).findFirst().or(() -> all.stream()
                .findFirst());
    }

    /** What the references leave for a reading, at least so much to either side of its middle. */
    public Span span(ToDoubleFunction<Member> reading, double tolerance) {
        double[] readings = references().stream()
                .flatMap(m -> m.subject().parts().stream()
                        .map(p -> p == m.subject() ? m : new Member(p, p.offsetTo(lufs), m.levelsDb())))
                .mapToDouble(reading)
                .toArray();
        return Span.of(readings, settings.kind(), tolerance);
    }

    /** The zones in which the mix lies inside the corridor. */
    public Set<Zone> zonesInside() {
        Set<Zone> inside = EnumSet.noneOf(Zone.class);
        mix().ifPresent(m -> Arrays.stream(Zone.values())
                .filter(z -> corridor.holds(m.levelsDb(), z))
                .forEach(inside::add));
        return inside;
    }

    /** Mix and references zone by zone, from low to high; nothing while there is no mix. */
    public List<ZoneComparison> zones() {
        return mix().map(m -> Arrays.stream(Zone.values())
                        .map(z -> ZoneComparison.of(z, this, m))
                        .toList())
                .orElse(List.of());
    }

    /** Whether a mix faces a reference. */
    public boolean isKnown() {
        return gap.isKnown();
    }
}
