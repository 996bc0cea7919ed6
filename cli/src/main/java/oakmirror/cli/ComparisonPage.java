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
import oakmirror.place.GettingThrough;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A comparison with its findings as a page of text. */
final class ComparisonPage {

    private static final int NAME_WIDTH = 32;

    private static final String ZONES = "%-10s %7s %-9s %7s %9s %7s %7s";

    private ComparisonPage() {}

    static String of(Comparison c, List<Finding> findings, WorthAListen places, GettingThrough through) {
        StringBuilder page = new StringBuilder();
        line(
                page,
                "   %-" + NAME_WIDTH + "s %13s %9s %9s %7s",
                "",
                Texts.of("cli.passage"),
                "LUFS",
                "dBTP",
                Texts.of("cli.offset"));
        c.members().forEach(m -> member(page, m));
        page.append('\n');
        if (!c.isKnown()) {
            return page.append(Texts.of("cli.nothingToCompare")).append('\n').toString();
        }
        line(
                page,
                ZONES,
                Texts.of("cli.zone"),
                Texts.of("cli.gap"),
                Texts.of("cli.corridor"),
                Texts.of("cli.crest"),
                Texts.of("cli.sideMid"),
                Texts.of("cli.correlation"),
                Texts.of("cli.mono"));
        c.zones().forEach(z -> zone(page, z));
        page.append(Texts.of("cli.whatGapIs")).append("\n\n");
        List<Finding> faults =
                findings.stream().filter(f -> !f.kind().isCaveat()).toList();
        page.append(Texts.of(
                        !faults.isEmpty()
                                ? "cli.standsOut"
                                : places.offered().isEmpty() ? "cli.nothingStandsOut" : "cli.nothingCertain"))
                .append('\n');
        faults.forEach(f -> finding(page, f));
        if (!places.offered().isEmpty()) {
            page.append('\n').append(Texts.of("cli.worthAListen")).append('\n');
        }
        for (Candidate place : places.offered()) {
            place(page, places.all().indexOf(place) + 1, place);
        }
        if (!through.sentences().isEmpty()) {
            page.append('\n').append(Texts.of("cli.elsewhere")).append('\n');
        }
        through.sentences().forEach(s -> page.append("▪ ").append(s).append('\n'));
        List<Finding> caveats =
                findings.stream().filter(f -> f.kind().isCaveat()).toList();
        if (!caveats.isEmpty()) {
            page.append('\n').append(Texts.of("cli.goodToKnow")).append('\n');
        }
        caveats.forEach(f -> finding(page, f));
        return page.toString();
    }

    private static void member(StringBuilder page, Member m) {
        String passage = m.measured()
                .provenance()
                .origin()
                .passage()
                .map(p -> Numbers.time(p.startSeconds()) + "–" + Numbers.time(p.endSeconds()))
                .orElse(Texts.of("cli.whole"));
        String name = m.name().length() > NAME_WIDTH ? m.name().substring(0, NAME_WIDTH - 1) + "…" : m.name();
        line(
                page,
                "%-2s %-" + NAME_WIDTH + "s %13s %9s %9s %7s",
                m.subject().isMix() ? "M" : m.number(),
                name,
                passage,
                Numbers.level(m.measured().heardLufs()),
                Numbers.level(m.measured().heard().peaks().truePeakDbtp()),
                Numbers.gain(m.offsetDb()));
    }

    private static void zone(StringBuilder page, ZoneComparison z) {
        line(
                page,
                ZONES,
                z.zone().label(),
                Numbers.gain(z.gapDb()),
                Texts.of(z.inside() ? "cli.inside" : "cli.outside"),
                Numbers.level(z.mix().crestDb()),
                Numbers.level(z.mix().sideToMidDb()),
                Numbers.signed(z.mix().correlation()),
                Numbers.level(z.mix().foldDownDb()));
    }

    private static void finding(StringBuilder page, Finding f) {
        page.append(f.kind().isCaveat() ? "· " : "▪ ")
                .append(f.title())
                .append(": ")
                .append(f.weighedEvidence())
                .append('\n');
        if (!f.inTheMix().isEmpty()) {
            page.append("    ").append(Texts.of("cli.inTheMix", f.inTheMix())).append('\n');
        }
        if (!f.onTheMaster().isEmpty()) {
            page.append("    ")
                    .append(Texts.of("cli.onTheMaster", f.onTheMaster()))
                    .append('\n');
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
                .append("\n    ")
                .append(Texts.of("cli.try", PlaceWords.trial(place, place.proposedDb())))
                .append('\n');
    }

    private static void line(StringBuilder page, String format, Object... values) {
        page.append(String.format(Locale.ROOT, format, values).stripTrailing()).append('\n');
    }
}
