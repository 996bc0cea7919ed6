package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.stereo.Width;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A side that is silent, and DC: of the mix alone, whatever the references are. */
final class ChannelRules {

    /** A side that lies so far below the other carries no music. Ours. */
    private static final double SILENT_BELOW_DB = 50;

    /** DC above this takes room and clicks at cuts: 1 % of full scale. Released recordings have up to −45 dBFS; bench/findings. */
    private static final double DC_DBFS = -40;

    private static final double SILENT_WEIGHT = 12;
    private static final double DC_WEIGHT = 4;

    private ChannelRules() {}

    static List<Finding> find(Subject mix, List<Subject> references) {
        List<Finding> found = new ArrayList<>();
        double balance = BalanceRules.balanceDb(mix);
        if (Math.abs(balance) > SILENT_BELOW_DB) {
            found.add(silent(balance));
        }
        boolean common = !references.isEmpty() && references.stream().allMatch(r -> dcDbfs(r) > DC_DBFS);
        if (dcDbfs(mix) > DC_DBFS && !common) {
            found.add(dc(dcDbfs(mix)));
        }
        return found;
    }

    private static double dcDbfs(Subject subject) {
        return Decibels.ofAmplitude(subject.whole().dcOffset());
    }

    private static Finding silent(double balanceDb) {
        boolean right = balanceDb < 0;
        String apart = Numbers.level(Math.abs(balanceDb));
        String by = Math.abs(balanceDb) >= -Width.MONO_DB ? Texts.of("findings.moreThan", apart) : apart;
        return new Finding(
                Kind.SILENT_SIDE,
                0,
                Certainty.CERTAIN,
                Texts.of(right ? "findings.rightIsSilent" : "findings.leftIsSilent"),
                Texts.of(right ? "findings.belowTheLeft" : "findings.belowTheRight", by),
                Texts.of("findings.aMonoTrackThat"),
                Texts.of("findings.lookForTheSide"),
                Texts.of("findings.putTheSideThat"),
                SILENT_WEIGHT,
                Place.on(Aspect.WIDTH));
    }

    private static Finding dc(double dbfs) {
        return new Finding(
                Kind.DC_OFFSET,
                0,
                Certainty.CERTAIN,
                Texts.of("findings.theMixHasA"),
                Texts.of("findings.theWaveSwingsAbout", Numbers.level(dbfs)),
                Texts.of("findings.aConverterOrA"),
                Texts.of("findings.aHighPassAt"),
                Texts.of("findings.aHighPassAt2"),
                DC_WEIGHT,
                Place.on(Aspect.LOUDNESS));
    }
}
