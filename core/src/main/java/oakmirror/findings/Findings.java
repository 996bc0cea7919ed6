package oakmirror.findings;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding.Kind;
import oakmirror.measure.TrackMeasurement;
import oakmirror.zones.Content;

/** What stands out when a mix is held against its references. */
public final class Findings {

    private Findings() {}

    /** All findings of a comparison; nothing while no mix faces a reference. */
    public static List<Finding> of(Comparison comparison) {
        List<Subject> subjects = comparison.subjects();
        return Subject.mix(subjects)
                .map(m -> of(m, Subject.references(subjects), comparison.settings()))
                .orElse(List.of());
    }

    /** What a track tells by itself, the weightiest first: nothing that is a matter of taste. */
    public static List<Finding> of(TrackMeasurement track) {
        Subject itself = new Subject(0, "", track, track, Optional.empty());
        List<Finding> found = new ArrayList<>(DefectRules.find(itself, List.of()));
        if (itself.isHeard()) {
            found.addAll(LevelRules.clipped(itself, List.of()));
            found.addAll(ChannelRules.find(itself, List.of()));
        }
        found.sort(Comparator.comparingDouble(Finding::weight).reversed());
        return found;
    }

    /** Those of some findings that are told: not dismissed, and of the weightiest at most {@link Thresholds#MOST_FINDINGS}. */
    public static List<Finding> told(List<Finding> all, Collection<String> dismissed) {
        return all.stream()
                .filter(f -> !dismissed.contains(f.key()))
                .limit(Thresholds.MOST_FINDINGS)
                .toList();
    }

    /**
     * All findings: first what is certain without any reference, then those that matter most, caveats last. Nothing when there is no reference, or when
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
        Content content = Content.between(mix, heard);
        List<Finding> found = new ArrayList<>(ChannelRules.find(mix, heard));
        if (found.stream().noneMatch(f -> f.kind() == Kind.SILENT_SIDE)) { // which is all there is to say of its width
            found.addAll(WidthRules.find(mix, heard, content));
        }
        found.addAll(ToneRules.find(mix, heard, content, isOfWidth(found)));
        if (found.stream().noneMatch(f -> f.kind() == Kind.SILENT_SIDE)) {
            found.addAll(BalanceRules.find(mix, heard, content));
        }
        boolean toneTold = found.stream().anyMatch(f -> f.kind() == Kind.TOO_MUCH || f.kind() == Kind.TOO_LITTLE);
        found.addAll(LevelRules.find(mix, heard, content, corridor.kind(), toneTold));
        found.addAll(DefectRules.find(mix, heard));
        found.addAll(CopyRules.find(mix, heard));
        Causes.merge(found, mix);
        if (!content.isSameRecording()) {
            found = ofAnotherSong(found, content.isOtherMusic());
        }
        found.addAll(CaveatRules.find(mix, heard, content));
        found.sort(Comparator.comparing((Finding f) -> f.kind().isCaveat())
                .thenComparing(f -> !f.kind().isAbsolute() && f.kind() != Kind.OTHER_SPEED)
                .thenComparing(Comparator.comparingDouble(Finding::weight).reversed()));
        return List.copyOf(found);
    }

    private static boolean isOfWidth(List<Finding> found) {
        return found.stream().anyMatch(f -> f.place().aspect() == Finding.Aspect.WIDTH);
    }

    /**
     * What can be told against other songs: between two songs nothing that is relative is certain. Against other music only what the mix alone tells, and
     * loudness and balance where they are far off.
     */
    private static List<Finding> ofAnotherSong(List<Finding> found, boolean otherMusic) {
        List<Finding> told = new ArrayList<>();
        for (Finding f : found) {
            boolean certain = f.certainty() == Certainty.CERTAIN;
            if (f.kind().isAbsolute() || f.kind().isOfACopy()) {
                told.add(f);
            } else if (!otherMusic || hardlyMusic(f.kind()) && certain) {
                told.add(certain ? f.with(Certainty.LIKELY) : f);
            }
        }
        return told;
    }

    /** Whether it is hardly a matter of what is played. */
    private static boolean hardlyMusic(Kind kind) {
        return kind.isLoudness() || kind == Kind.LOPSIDED;
    }
}
