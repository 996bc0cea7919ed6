package oakmirror.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import oakmirror.compare.Comparison;
import oakmirror.findings.Finding;
import oakmirror.findings.Findings;
import oakmirror.findings.WorthAListen;
import oakmirror.media.place.PlaceEars;
import oakmirror.media.session.MeasuredSession;
import oakmirror.place.GettingThrough;
import oakmirror.session.Session;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Holds a mix against references and prints what Compare's sheet shows. */
@Command(name = "compare", mixinStandardHelpOptions = true)
final class CompareCommand implements Callable<Integer> {

    /** Bands of a third of an octave, as on the sheet. */
    private static final double OCTAVES = 1.0 / 3;

    @Mixin
    private TrackOptions tracks;

    @Mixin
    private PassageOptions passages;

    @Option(names = "--part", paramLabel = "stereo|mid|side")
    private String part = "stereo";

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    /** A comparison of a part of the signal, as the session has it. */
    static Comparison comparison(MeasuredSession measured, Part part) {
        return Comparison.of(measured.subjects(), measured.session().comparing().corridor(), OCTAVES, part);
    }

    @Override
    public Integer call() throws IOException {
        Part shown = part();
        Session session = passages.on(tracks.session());
        ProgressLine progress = new ProgressLine();
        try (Inputs inputs = new Inputs(session, passages.isFullest(), progress)) {
            MeasuredSession measured = inputs.measured();
            Comparison stereo = comparison(measured, Part.STEREO);
            List<Finding> told =
                    Findings.told(Findings.of(stereo), session.comparing().dismissed());
            WorthAListen places = WorthAListen.of(stereo, Findings.told(Findings.of(stereo), List.of()));
            GettingThrough through = new PlaceEars().of(stereo);
            Comparison sheet = shown == Part.STEREO ? stereo : comparison(measured, shown);
            progress.clear();
            inputs.warn(spec.commandLine().getErr());
            PrintWriter out = spec.commandLine().getOut();
            out.print(
                    json
                            ? new ComparisonJson(measured, inputs::rhythm, sheet, shown).of(told, places, through)
                                    + "\n"
                            : ComparisonPage.of(sheet, told, places, through));
            out.flush();
        }
        return Main.DONE;
    }

    private Part part() {
        for (Part p : Part.values()) {
            if (p.name().toLowerCase(Locale.ROOT).equals(part)) {
                return p;
            }
        }
        throw CommandSupport.usage(spec, Texts.of("cli.whichPart"));
    }
}
