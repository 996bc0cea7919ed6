package oakmirror.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import oakmirror.delivery.Verification;
import oakmirror.media.delivery.Delivered;
import oakmirror.media.delivery.Form;

/** What was written and found in it, as JSON and in a line. */
final class DeliveredText {

    private DeliveredText() {}

    static void fill(ObjectNode node, Delivered d, Form form) {
        Verification found = d.verification();
        node.put("file", d.file().toString());
        node.put("form", form.words(found.sampleRate()));
        node.put("bytes", d.bytes());
        node.put("targetLufs", Figures.rounded(d.master().plan().settings().targetLufs()));
        node.put("integratedLufs", Figures.rounded(found.levels().loudness().integratedLufs()));
        node.put("truePeakDbtp", Figures.rounded(found.levels().peaks().truePeakDbtp()));
        node.put("rangeLu", Figures.rounded(found.levels().loudness().rangeLu()));
        node.put("plrDb", Figures.rounded(found.levels().peakToLoudness()));
        node.put("driveDb", Figures.rounded(d.master().plan().driveDb()));
        node.put("mostReductionDb", Figures.rounded(d.master().taken().most()));
        node.put("samples", found.frames());
        node.put("clips", found.clips());
        node.put("rounding", found.rounding().name().toLowerCase(Locale.ROOT));
        node.put("channels", found.channels().name().toLowerCase(Locale.ROOT));
        node.put("silentBeforeSeconds", Figures.rounded(found.headSeconds()));
        node.put("silentBehindSeconds", Figures.rounded(found.tailSeconds()));
        node.put("verified", found.isGood());
        found.faults().forEach(node.withArray("faults")::add);
        found.remarks().forEach(node.withArray("remarks")::add);
        node.put("sha256", d.sha256());
    }

    static String sentence(Delivered d) {
        return Figures.sentence(d.file(), d.master()).replaceFirst("\\.$", "")
                + (d.verification().isGood() ? ", verified." : ", NOT verified.");
    }
}
