package oakmirror.findings;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import oakmirror.profile.CorridorSettings;

/** What stands out when a mix is held against its references. */
public final class Findings {

    private Findings() {}

    /**
     * All findings, those that matter most first, faults of the mix before caveats of equal weight. Nothing when there is no reference, or when
     * mix or references are silent.
     *
     * @param mix the mix
     * @param references the references it is held against
     * @param corridor what they leave for the mix
     */
    public static List<Finding> of(Subject mix, List<Subject> references, CorridorSettings corridor) {
        List<Subject> heard = references.stream().filter(Subject::isHeard).toList();
        if (heard.isEmpty() || !mix.isHeard()) {
            return List.of();
        }
        List<Finding> found = new ArrayList<>();
        found.addAll(ToneRules.find(mix, heard, corridor));
        found.addAll(WidthRules.find(mix, heard, corridor.kind()));
        found.addAll(LevelRules.find(mix, heard, corridor.kind()));
        found.addAll(CaveatRules.find(mix, heard));
        found.sort(Comparator.comparingDouble(Finding::weight).reversed());
        return List.copyOf(found);
    }
}
