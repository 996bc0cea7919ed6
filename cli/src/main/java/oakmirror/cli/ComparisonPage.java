package oakmirror.cli;

import java.util.List;
import java.util.Locale;
import oakmirror.candidate.Candidate;
import oakmirror.compare.Comparison;
import oakmirror.compare.Comparison.Member;
import oakmirror.compare.ZoneComparison;
import oakmirror.findings.Finding;
import oakmirror.findings.PlaceWords;
import oakmirror.findings.WorthAListen;
import oakmirror.readings.Readings;

/** A comparison with its findings as a page of text. */
final class ComparisonPage {

    private static final int NAME_WIDTH = 32;

    private ComparisonPage() {}

    static String of(Comparison c, List<Finding> findings, WorthAListen places) {
        StringBuilder page = new StringBuilder();
        line(page, "   %-" + NAME_WIDTH + "s %13s %9s %9s %7s", "", "passage", "LUFS", "dBTP", "offset");
        c.members().forEach(m -> member(page, m));
        page.append('\n');
        if (!c.isKnown()) {
            return page.append("Nothing to compare: mix or references are silent, or shorter than 0.4 s.\n")
                    .toString();
        }
        line(page, "%-9s %7s %-9s %7s %9s %7s %7s", "zone", "gap", "corridor", "crest", "side/mid", "corr.", "mono");
        c.zones().forEach(z -> zone(page, z));
        page.append("gap: reference minus mix, in dB, level-matched; all other figures are the mix's\n\n");
        List<Finding> faults =
                findings.stream().filter(f -> !f.kind().isCaveat()).toList();
        page.append(
                !faults.isEmpty()
                        ? "Stands out:\n"
                        : places.offered().isEmpty() ? "Nothing stands out.\n" : "Nothing stands out for certain.\n");
        faults.forEach(f -> finding(page, f));
        if (!places.offered().isEmpty()) {
            page.append("\nWorth a listen (the ear decides; match --take NUMBER corrects one):\n");
        }
        for (Candidate place : places.offered()) {
            place(page, places.all().indexOf(place) + 1, place);
        }
        List<Finding> caveats =
                findings.stream().filter(f -> f.kind().isCaveat()).toList();
        if (!caveats.isEmpty()) {
            page.append("\nGood to know:\n");
        }
        caveats.forEach(f -> finding(page, f));
        return page.toString();
    }

    private static void member(StringBuilder page, Member m) {
        String passage = m.measured()
                .provenance()
                .origin()
                .passage()
                .map(p -> Readings.time(p.startSeconds()) + "–" + Readings.time(p.endSeconds()))
                .orElse("whole");
        String name = m.name().length() > NAME_WIDTH ? m.name().substring(0, NAME_WIDTH - 1) + "…" : m.name();
        line(
                page,
                "%-2s %-" + NAME_WIDTH + "s %13s %9s %9s %7s",
                m.subject().isMix() ? "M" : m.number(),
                name,
                passage,
                Readings.level(m.measured().heardLufs()),
                Readings.level(m.measured().heard().peaks().truePeakDbtp()),
                Readings.gain(m.offsetDb()));
    }

    private static void zone(StringBuilder page, ZoneComparison z) {
        line(
                page,
                "%-9s %7s %-9s %7s %9s %7s %7s",
                z.zone().label(),
                Readings.gain(z.gapDb()),
                z.inside() ? "inside" : "outside",
                Readings.level(z.mix().crestDb()),
                Readings.level(z.mix().sideToMidDb()),
                Readings.signed(z.mix().correlation()),
                Readings.level(z.mix().foldDownDb()));
    }

    private static void finding(StringBuilder page, Finding f) {
        page.append(f.kind().isCaveat() ? "· " : "▪ ")
                .append(f.title())
                .append(": ")
                .append(f.weighedEvidence())
                .append('\n');
        if (!f.inTheMix().isEmpty()) {
            page.append("    in the mix: ").append(f.inTheMix()).append('\n');
        }
        if (!f.onTheMaster().isEmpty()) {
            page.append("    on the master: ").append(f.onTheMaster()).append('\n');
        }
    }

    private static void place(StringBuilder page, int number, Candidate place) {
        page.append(number)
                .append("  ")
                .append(PlaceWords.title(place))
                .append("  ")
                .append(PlaceWords.seen(place))
                .append("; ")
                .append(PlaceWords.odds(place))
                .append("\n    try: ")
                .append(PlaceWords.trial(place, place.proposedDb()))
                .append('\n');
    }

    private static void line(StringBuilder page, String format, Object... values) {
        page.append(String.format(Locale.ROOT, format, values).stripTrailing()).append('\n');
    }
}
