package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import oakmirror.cli.MeasureCommand.Measured;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer.Extent;

/** Measurements as JSON; apart from the command, so that the library is only loaded when it is wanted. */
final class MeasurementJson {

    private MeasurementJson() {}

    static String of(List<Measured> files) throws JsonProcessingException {
        ObjectMapper mapper = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);
        ObjectNode root = mapper.createObjectNode();
        ArrayNode list = root.putArray("files");
        files.forEach(f -> list.add(json(mapper, f.file(), f.measurement())));
        return mapper.writeValueAsString(root);
    }

    private static ObjectNode json(ObjectMapper mapper, Path file, TrackMeasurement m) {
        ObjectNode node = mapper.createObjectNode();
        node.put("file", file.toString());
        node.put("sampleRate", m.sampleRate());
        node.put("channels", m.channels());
        node.put("seconds", rounded(m.seconds(), 3));
        number(node, "integratedLufs", m.file().loudness().integratedLufs());
        number(node, "loudnessRangeLu", m.file().loudness().rangeLu());
        number(node, "maxMomentaryLufs", m.file().loudness().maxMomentaryLufs());
        number(node, "maxShortTermLufs", m.file().loudness().maxShortTermLufs());
        number(node, "truePeakDbtp", m.file().peaks().truePeakDbtp());
        number(node, "samplePeakDbfs", m.file().peaks().samplePeakDbfs());
        number(node, "rmsDbfs", m.file().rmsDbfs());
        if (m.provenance().extent() == Extent.ALL) {
            DefectsJson.add(node, m);
        }
        return node;
    }

    private static void number(ObjectNode node, String name, double value) {
        if (Double.isFinite(value)) {
            node.put(name, rounded(value, 2));
        } else {
            node.putNull(name);
        }
    }

    private static double rounded(double value, int digits) {
        double scale = Math.pow(10, digits);
        return Math.round(value * scale) / scale;
    }
}
