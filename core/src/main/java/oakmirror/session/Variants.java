package oakmirror.session;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import oakmirror.finish.FinishSettings;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * Several outcomes of one session that are wanted at once: every choice of references with every strength, every caution and every target.
 *
 * @param references choices of references; an empty one is none, so that only the finish is left
 * @param strengths how much of the correction
 * @param cautions how much evidence is asked for
 * @param finishes targets
 */
public record Variants(
        List<List<TrackId>> references, List<Double> strengths, List<Double> cautions, List<FinishSettings> finishes) {

    /** No more are made at once. */
    public static final int MOST = 48;

    /** Copies the lists. */
    public Variants {
        references = List.copyOf(references);
        strengths = List.copyOf(strengths);
        cautions = List.copyOf(cautions);
        finishes = List.copyOf(finishes);
    }

    /**
     * One of them.
     *
     * @param name what sets it apart from the others
     * @param settings the session it follows from
     */
    public record Variant(String name, Session settings) {}

    /** The session as it stands, and nothing else. */
    public static Variants asItStands(Session s) {
        return new Variants(
                List.of(s.references().stream().map(Track::id).toList()),
                List.of(s.correction().strength()),
                List.of(s.correction().caution()),
                List.of(s.finish()));
    }

    /** How many there are. */
    public int count() {
        return references.size() * strengths.size() * cautions.size() * finishes.size();
    }

    /** All of them, in the order of the lists, at most {@link #MOST}. */
    public List<Variant> of(Session base) {
        List<Variant> all = new ArrayList<>();
        for (List<TrackId> chosen : references) {
            for (double strength : strengths) {
                for (double caution : cautions) {
                    for (FinishSettings finish : finishes) {
                        if (all.size() < MOST) {
                            all.add(variant(base, chosen, strength, caution, finish));
                        }
                    }
                }
            }
        }
        return apart(all);
    }

    private Variant variant(
            Session base, List<TrackId> chosen, double strength, double caution, FinishSettings finish) {
        Session settings = base.withReferences(base.references().stream()
                        .filter(r -> chosen.contains(r.id()))
                        .toList())
                .withCorrection(base.correction().withStrength(strength).withCaution(caution))
                .withFinish(finish);
        List<String> parts = new ArrayList<>();
        if (references.size() > 1) {
            parts.add(towards(base, settings));
        }
        if (strengths.size() > 1) {
            parts.add(Math.round(100 * strength) + " %");
        }
        if (cautions.size() > 1) {
            parts.add(Texts.of("sessions.caution", Math.round(100 * caution)));
        }
        if (finishes.size() > 1 || parts.isEmpty()) {
            parts.add(Numbers.level(finish.targetLufs()) + " LUFS");
        }
        return new Variant(String.join(", ", parts), settings);
    }

    private static String towards(Session base, Session settings) {
        List<Track> all = settings.references();
        if (all.isEmpty()) {
            return Texts.of("sessions.noReference");
        }
        return all.size() > 1 && all.size() == base.references().size()
                ? Texts.of("sessions.allReferences")
                : all.stream().map(Track::name).collect(Collectors.joining(" + "));
    }

    /** Two that are called alike, as for targets under different ceilings, are told apart by a number. */
    private static List<Variant> apart(List<Variant> all) {
        Map<String, Integer> seen = new LinkedHashMap<>();
        return all.stream()
                .map(v -> {
                    int before = seen.merge(v.name(), 1, Integer::sum);
                    return before == 1 ? v : new Variant(v.name() + " (" + before + ")", v.settings());
                })
                .toList();
    }
}
