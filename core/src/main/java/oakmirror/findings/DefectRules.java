package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import oakmirror.compare.Subject;
import oakmirror.defects.Defects;
import oakmirror.defects.Moments;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.spectrum.Hum;
import oakmirror.spectrum.HumFinder;
import oakmirror.stereo.Comb;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Hum, clicks, dropouts, silence at the ends and echoes of the whole mix: told whatever the references are, unless all of them have the same. */
final class DefectRules {

    /** More silence than this before the first sound is told, in seconds. Common practice, no source. */
    private static final double LEAD_SECONDS = 2;

    /** More than this after the last: reverberation ends and players pause. Common practice, no source. */
    private static final double TAIL_SECONDS = 8;

    /** So many moments are named. */
    private static final int NAMED = 3;

    private static final double DROPOUT_WEIGHT = 11;
    private static final double CLICK_WEIGHT = 8;
    private static final double ECHO_WEIGHT = 9.5;
    private static final double HUM_WEIGHT = 7;

    /** Hum that is softer is not heard under music (no source). */
    private static final double FAINTEST_HUM_DBFS = -60;

    private static final double SILENCE_WEIGHT = 5;

    private DefectRules() {}

    static List<Finding> find(Subject mix, List<Subject> references) {
        Defects own = mix.whole().defects();
        List<Finding> found = new ArrayList<>();
        if (own.dropouts().count() > 0 && !all(references, d -> d.dropouts().count() > 0)) {
            found.add(dropouts(own.dropouts()));
        }
        if (own.clicks().count() > 0 && !all(references, d -> d.clicks().count() > 0)) {
            found.add(clicks(own.clicks()));
        }
        own.hum()
                .filter(h -> h.levelDbfs() >= FAINTEST_HUM_DBFS)
                .filter(h -> !all(references, d -> d.hum().isPresent()))
                .ifPresent(h -> found.add(hum(h)));
        own.echo().filter(e -> !all(references, d -> d.echo().isPresent())).ifPresent(e -> found.add(echo(e)));
        silence(own, references).ifPresent(found::add);
        return found;
    }

    private static boolean all(List<Subject> references, Predicate<Defects> has) {
        return !references.isEmpty()
                && references.stream().allMatch(r -> has.test(r.whole().defects()));
    }

    /** What is usually the cause, and what to try in the mix and on the master. */
    private record What(String cause, String inTheMix, String onTheMaster) {}

    private static Finding certain(Kind kind, String title, String evidence, What what, double weight, Place place) {
        return new Finding(
                kind,
                0,
                Certainty.CERTAIN,
                title,
                evidence,
                Texts.of(what.cause),
                Texts.of(what.inTheMix),
                Texts.of(what.onTheMaster),
                weight,
                place);
    }

    private static String times(Moments moments) {
        String named =
                moments.seconds().stream().limit(NAMED).map(Numbers::fineTime).collect(Collectors.joining(", "));
        return moments.count() > NAMED ? Texts.of("findings.atAndMore", named, moments.count() - NAMED) : named;
    }

    private static final What DROPOUTS =
            new What("findings.dropoutsCause", "findings.dropoutsInTheMix", "findings.dropoutsOnTheMaster");

    private static final What CLICKS =
            new What("findings.clicksCause", "findings.clicksInTheMix", "findings.clicksOnTheMaster");

    private static Finding dropouts(Moments moments) {
        String title = Texts.of("findings.dropouts", moments.count());
        String evidence = Texts.of("findings.dropoutsAt", times(moments));
        Place when = Place.when(Aspect.LOUDNESS, moments.seconds());
        return certain(Kind.DROPOUTS, title, evidence, DROPOUTS, DROPOUT_WEIGHT, when);
    }

    private static Finding clicks(Moments moments) {
        String title = Texts.of("findings.clicks", moments.count());
        String evidence = Texts.of("findings.clicksAt", times(moments));
        Place when = Place.when(Aspect.LOUDNESS, moments.seconds());
        return certain(Kind.CLICKS, title, evidence, CLICKS, CLICK_WEIGHT, when);
    }

    private static Finding hum(Hum hum) {
        double low = hum.mainsHz() * 0.9;
        return certain(
                Kind.HUM,
                Texts.of("findings.hum", Numbers.about(hum.nominalHz())),
                Texts.of(
                        "findings.humLines",
                        hum.lines(),
                        Numbers.fixed(hum.mainsHz(), 1),
                        Numbers.level(hum.levelDbfs())),
                new What("findings.humCause", "findings.humInTheMix", "findings.humOnTheMaster"),
                HUM_WEIGHT,
                Place.at(Aspect.TONE, low, hum.mainsHz() * HumFinder.HARMONICS));
    }

    private static Finding echo(Comb echo) {
        return certain(
                Kind.ECHO,
                Texts.of("findings.echo", Numbers.about(echo.spacingHz())),
                Texts.of(
                        "findings.echoLate",
                        Numbers.milliseconds(echo.delaySeconds()),
                        Numbers.about(echo.firstNotchHz()),
                        Numbers.level(echo.depthDb())),
                new What("findings.echoCause", "findings.echoInTheMix", "findings.echoOnTheMaster"),
                ECHO_WEIGHT,
                Place.on(Aspect.TONE));
    }

    private static Optional<Finding> silence(Defects own, List<Subject> references) {
        boolean leads = own.leadSeconds() > LEAD_SECONDS && !all(references, d -> d.leadSeconds() > LEAD_SECONDS);
        boolean trails = own.tailSeconds() > TAIL_SECONDS && !all(references, d -> d.tailSeconds() > TAIL_SECONDS);
        if (!leads && !trails) {
            return Optional.empty();
        }
        String title = Texts.of(
                leads ? "findings.silenceInFront" : "findings.silenceAtTheEnd",
                Numbers.level(leads ? own.leadSeconds() : own.tailSeconds()));
        String evidence =
                Texts.of("findings.silenceFigures", Numbers.level(own.leadSeconds()), Numbers.level(own.tailSeconds()));
        return Optional.of(certain(
                Kind.SILENT_END,
                title,
                evidence,
                new What("findings.silenceCause", "findings.silenceInTheMix", "findings.silenceOnTheMaster"),
                SILENCE_WEIGHT,
                Place.on(Aspect.LOUDNESS)));
    }
}
