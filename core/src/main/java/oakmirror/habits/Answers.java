package oakmirror.habits;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import oakmirror.correction.Tempering;
import oakmirror.spectrum.Zone;
import oakmirror.zones.ZoneAspect;

/**
 * What somebody does with what is proposed. How much is taken of a rise or a dip in a zone is taken for normal about what they usually take there, that for normal about what they
 * take of anything, and that about all of it:
 *
 * <p>y ~ N(μ_zone, s²), &nbsp; μ_zone ~ N(m, ω²), &nbsp; m ~ N(1, ω₀²).
 *
 * <p>What was refused counts as nothing taken. s is found from the answers themselves, drawn towards what is usual; the rest are ours, no source.
 */
public final class Answers {

    private static final double ZONE = 0.35;
    private static final double ALL = 0.3;
    private static final double USUAL_SPREAD = 0.3;
    /** As if so many answers of that spread had been seen before. */
    private static final double SEEN_BEFORE = 4;

    private static final double NINETY = 1.645;
    /** Less is as good as what is proposed. No source. */
    private static final double LEAST = 0.1;

    /** Something proposals have in common. */
    private record Like(int aspect, Zone zone, boolean up) implements Comparable<Like> {

        static Like of(Answer a) {
            return new Like(a.aspect().map(x -> 1 + x.ordinal()).orElse(0), a.zone(), a.isUp());
        }

        Optional<ZoneAspect> what() {
            return aspect == 0 ? Optional.empty() : Optional.of(ZoneAspect.values()[aspect - 1]);
        }

        @Override
        public int compareTo(Like other) {
            int first = Integer.compare(aspect, other.aspect);
            int then = first != 0 ? first : zone.compareTo(other.zone);
            return then != 0 ? then : Boolean.compare(up, other.up);
        }
    }

    /**
     * What is usually done about proposals of one kind.
     *
     * @param aspect of width or dynamics; empty for tone
     * @param zone where they lie
     * @param up whether they rise
     * @param share how much of them is taken
     * @param deviation how far that may be off
     * @param proposals how many there were
     * @param refused how many of them were refused
     * @param songs in how many songs
     */
    public record Usual(
            Optional<ZoneAspect> aspect,
            Zone zone,
            boolean up,
            double share,
            double deviation,
            int proposals,
            int refused,
            int songs) {

        /** Whether none of them was ever wanted. */
        public boolean isNever() {
            return songs >= Estimate.ENOUGH_SONGS && refused == proposals;
        }

        /** Whether it is certain that less, or more, is taken than what is proposed. */
        public boolean isTold() {
            return songs >= Estimate.ENOUGH_SONGS && Math.abs(share - 1) > Math.max(LEAST, NINETY * deviation);
        }

        /** Half of the interval that nine of ten lie in. */
        public double half() {
            return NINETY * deviation;
        }
    }

    private final List<Usual> usual = new ArrayList<>();

    /** Of songs. */
    public Answers(List<HabitSong> songs) {
        Map<Like, List<Answer>> all = new TreeMap<>();
        Map<Like, Set<String>> where = new TreeMap<>();
        for (HabitSong song : songs) {
            for (Answer a : song.answers()) {
                all.computeIfAbsent(Like.of(a), l -> new ArrayList<>()).add(a);
                where.computeIfAbsent(Like.of(a), l -> new HashSet<>()).add(song.id());
            }
        }
        for (int aspect = 0; aspect <= ZoneAspect.values().length; aspect++) {
            int one = aspect;
            Map<Like, List<Answer>> its = new TreeMap<>(all);
            its.keySet().removeIf(l -> l.aspect() != one);
            weigh(its, where);
        }
    }

    private void weigh(Map<Like, List<Answer>> all, Map<Like, Set<String>> where) {
        double spread2 = spread2(all);
        double usual2 = 1 / (ALL * ALL);
        double sum = usual2;
        for (List<Answer> each : all.values()) {
            double w = 1 / (spread2 / each.size() + ZONE * ZONE);
            usual2 += w;
            sum += w * mean(each);
        }
        double weight = usual2;
        double of = sum / weight;
        all.forEach((like, each) -> {
            double known = each.size() / spread2;
            double before = 1 / (ZONE * ZONE);
            // what all have in common is not quite known either
            double pull = before / (before + known);
            usual.add(new Usual(
                    like.what(),
                    like.zone(),
                    like.up(),
                    Math.max(0, (known * mean(each) + before * of) / (known + before)),
                    Math.sqrt(1 / (known + before) + pull * pull / weight),
                    each.size(),
                    (int) each.stream().filter(Answer::refused).count(),
                    where.get(like).size()));
        });
    }

    /** How far answers of one kind lie apart, pooled over kinds. */
    private static double spread2(Map<Like, List<Answer>> all) {
        double squares = SEEN_BEFORE * USUAL_SPREAD * USUAL_SPREAD;
        double freedom = SEEN_BEFORE;
        for (List<Answer> each : all.values()) {
            double mean = mean(each);
            squares += each.stream()
                    .mapToDouble(a -> (a.share() - mean) * (a.share() - mean))
                    .sum();
            freedom += each.size() - 1;
        }
        return squares / freedom;
    }

    private static double mean(List<Answer> all) {
        return all.stream().mapToDouble(Answer::share).average().orElse(1);
    }

    /** What is usually done, tone first, from low to high. */
    public List<Usual> usual() {
        return List.copyOf(usual);
    }

    /** What a correction is tempered by that is made as they would; without answers it leaves everything as it is. */
    public Tempering tempering() {
        return new Tempering(usual.stream()
                .filter(u -> u.aspect().isEmpty())
                .map(u -> new Tempering.Part(u.zone(), u.up(), Math.min(3, u.share()), u.deviation(), u.songs()))
                .toList());
    }
}
