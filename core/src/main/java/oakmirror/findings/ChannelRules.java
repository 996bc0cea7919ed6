package oakmirror.findings;

import java.util.ArrayList;
import java.util.List;
import oakmirror.audio.Decibels;
import oakmirror.compare.Subject;
import oakmirror.findings.Finding.Aspect;
import oakmirror.findings.Finding.Kind;
import oakmirror.findings.Finding.Place;
import oakmirror.readings.Readings;
import oakmirror.stereo.Width;

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
        double balance = Width.of(mix.compared().tone().spectrum(), 20, 20000).balanceDb();
        if (Math.abs(balance) > SILENT_BELOW_DB) {
            found.add(silent(balance));
        }
        if (dcDbfs(mix) > DC_DBFS && !references.stream().allMatch(r -> dcDbfs(r) > DC_DBFS)) {
            found.add(dc(dcDbfs(mix)));
        }
        return found;
    }

    private static double dcDbfs(Subject subject) {
        return Decibels.ofAmplitude(subject.whole().dcOffset());
    }

    private static Finding silent(double balanceDb) {
        boolean right = balanceDb < 0;
        String side = right ? "right" : "left";
        return new Finding(
                Kind.SILENT_SIDE,
                0,
                Certainty.CERTAIN,
                "The " + side + " side is silent",
                (Math.abs(balanceDb) >= -Width.MONO_DB ? "more than " : "") + Readings.level(Math.abs(balanceDb))
                        + " dB below the " + (right ? "left" : "right"),
                "A mono track that was exported to one side, or a bus or a cable that is off.",
                "Look for the side in the session, and export again.",
                "Put the side that is there on both, if the music is mono; else nothing.",
                SILENT_WEIGHT,
                Place.on(Aspect.WIDTH));
    }

    private static Finding dc(double dbfs) {
        return new Finding(
                Kind.DC_OFFSET,
                0,
                Certainty.CERTAIN,
                "The mix has a DC offset",
                "the wave swings about " + Readings.level(dbfs) + " dBFS instead of 0, by the whole track",
                "A converter, or a distortion that treats both halves of the wave unlike.",
                "A high-pass at 20 Hz on the track it comes from.",
                "A high-pass at 20 Hz.",
                DC_WEIGHT,
                Place.on(Aspect.LOUDNESS));
    }
}
