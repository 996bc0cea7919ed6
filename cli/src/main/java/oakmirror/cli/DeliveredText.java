package oakmirror.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import oakmirror.delivery.Verification;
import oakmirror.media.delivery.Delivered;
import oakmirror.media.delivery.ForLossy;
import oakmirror.media.delivery.Form;
import oakmirror.text.Texts;

/** What was written and found in it, as JSON and in a line. */
final class DeliveredText {

    private DeliveredText() {}

    static void fill(ObjectNode node, Delivered d, Form form) {
        Verification found = d.verification();
        node.put("file", d.file().toString());
        node.put("form", form.words(found.sampleRate()));
        node.put("bytes", d.bytes());
        node.put(
                "targetLufs",
                CommandSupport.rounded(d.master().plan().settings().targetLufs()));
        node.put(
                "integratedLufs",
                CommandSupport.rounded(found.levels().loudness().integratedLufs()));
        node.put("truePeakDbtp", CommandSupport.rounded(found.levels().peaks().truePeakDbtp()));
        node.put("rangeLu", CommandSupport.rounded(found.levels().loudness().rangeLu()));
        node.put("plrDb", CommandSupport.rounded(found.levels().peakToLoudness()));
        node.put("driveDb", CommandSupport.rounded(d.master().plan().driveDb()));
        node.put("mostReductionDb", CommandSupport.rounded(d.master().taken().most()));
        node.put("samples", found.frames());
        node.put("clips", found.clips());
        node.put("rounding", found.rounding().name().toLowerCase(Locale.ROOT));
        node.put("channels", found.channels().name().toLowerCase(Locale.ROOT));
        node.put("silentBeforeSeconds", CommandSupport.rounded(found.headSeconds()));
        node.put("silentBehindSeconds", CommandSupport.rounded(found.tailSeconds()));
        node.put("verified", found.isGood());
        found.faults().forEach(node.withArray("faults")::add);
        d.remarks().forEach(node.withArray("remarks")::add);
        d.forLossy().ifPresent(f -> coded(node, f));
        node.put("sha256", d.sha256());
    }

    /** What lossy coders make of a master. */
    static void coded(ObjectNode node, ForLossy lossy) {
        node.put(
                "limitedToDbtp",
                CommandSupport.rounded(lossy.master().plan().settings().ceilingDbtp()));
        lossy.coded().forEach(p -> node.withArray("coded")
                .addObject()
                .put("format", p.coder().name().toLowerCase(Locale.ROOT))
                .put("truePeakDbtp", CommandSupport.rounded(p.truePeakDbtp())));
    }

    static String sentence(Delivered d) {
        return Texts.of(
                d.verification().isGood() ? "cli.verified" : "cli.notVerified",
                CommandSupport.sentence(d.file(), d.master()).replaceFirst("\\.$", ""));
    }
}
