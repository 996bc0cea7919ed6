package oakmirror.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import oakmirror.defects.Defects;
import oakmirror.defects.Moments;
import oakmirror.measure.TrackMeasurement;

/** What is wrong with a recording whatever the music is, as JSON. What it has not is null or 0. */
final class DefectsJson {

    private DefectsJson() {}

    /** Adds it to a track's node. */
    static void add(ObjectNode track, TrackMeasurement m) {
        Defects d = m.defects();
        ObjectNode node = track.putObject("defects");
        d.hum()
                .ifPresentOrElse(
                        h -> node.putObject("hum")
                                .put("mainsHz", CommandSupport.rounded(h.mainsHz()))
                                .put("levelDbfs", CommandSupport.rounded(h.levelDbfs()))
                                .put("lines", h.lines()),
                        () -> node.putNull("hum"));
        moments(node.putObject("clicks"), d.clicks());
        moments(node.putObject("dropouts"), d.dropouts());
        node.putObject("flatTops")
                .put("count", d.flatTops().count())
                .put("levelDbfs", CommandSupport.rounded(d.flatTops().levelDbfs()));
        node.put("floorDbfs", CommandSupport.rounded(m.activity().floors().levelDbfs()));
        node.put("silenceInFrontSeconds", CommandSupport.rounded(d.leadSeconds()));
        node.put("silenceAtTheEndSeconds", CommandSupport.rounded(d.tailSeconds()));
        d.echo()
                .ifPresentOrElse(
                        e -> node.putObject("echo")
                                .put("delayMs", CommandSupport.rounded(1000 * e.delaySeconds()))
                                .put("depthDb", CommandSupport.rounded(e.depthDb()))
                                .put("inverted", e.inverted()),
                        () -> node.putNull("echo"));
        node.put("clips", m.clips()).put("dcOffset", m.dcOffset()).put("damagedSamples", m.damagedSamples());
    }

    private static void moments(ObjectNode node, Moments moments) {
        node.put("count", moments.count());
        var seconds = node.putArray("seconds");
        moments.seconds().forEach(s -> seconds.add(CommandSupport.rounded(s)));
    }
}
