package oakmirror.media.file;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.TreeMap;
import oakmirror.correction.EqBand;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.files.PlainFile;
import oakmirror.filter.AnalogueSection;
import oakmirror.text.Texts;

/**
 * Reads a correction back: a table of bands ({@code type,frequency_hz,gain_db,q,enabled}) as minimum phase, or of a curve ({@code frequency_hz} and
 * {@code correction_db} or {@code gain_db}) in linear phase, as {@link TableFiles} writes them.
 */
public final class CorrectionFile {

    private static final long MOST_BYTES = 4 << 20;
    private static final double MOST_DB = 40;

    private CorrectionFile() {}

    /**
     * Reads one.
     *
     * @throws AudioFileException when it cannot be read or holds no correction, in one sentence
     */
    public static ToneFilter read(Path file) throws AudioFileException {
        List<List<String>> rows = rows(file);
        List<String> titles = rows.isEmpty() ? List.of() : rows.get(0);
        int hz = titles.indexOf("frequency_hz");
        int gain = Math.max(titles.indexOf("correction_db"), titles.indexOf("gain_db"));
        if (hz < 0 || gain < 0 || rows.size() < 2) {
            throw none(file);
        }
        try {
            List<List<String>> lines = rows.subList(1, rows.size());
            return titles.contains("type") ? bands(titles, lines, hz, gain) : curve(lines, hz, gain);
        } catch (IllegalArgumentException | IndexOutOfBoundsException e) {
            throw none(file);
        }
    }

    private static AudioFileException none(Path file) {
        return new AudioFileException(Texts.of("audiofiles.holdsNoCorrectionIt", file.getFileName()));
    }

    private static List<List<String>> rows(Path file) throws AudioFileException {
        try {
            return new String(PlainFile.read(file, MOST_BYTES), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.isBlank())
                    .map(l -> Arrays.stream(l.split(",", -1)).map(String::strip).toList())
                    .toList();
        } catch (PlainFile.NoFileException | PlainFile.TooLargeException e) {
            throw new AudioFileException(e.getMessage(), e);
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("audiofiles.cannotBeReadChoose", file), e);
        }
    }

    private static ToneFilter bands(List<String> titles, List<List<String>> lines, int hz, int gain) {
        int type = titles.indexOf("type");
        int q = titles.indexOf("q");
        int enabled = titles.indexOf("enabled");
        List<AnalogueSection> sections = new ArrayList<>();
        for (List<String> line : lines) {
            if (enabled < 0 || !line.get(enabled).toLowerCase(Locale.ROOT).equals("false")) {
                EqBand.Type shape = Arrays.stream(EqBand.Type.values())
                        .filter(t -> t.id().equals(line.get(type)))
                        .findFirst()
                        .orElseThrow(IllegalArgumentException::new);
                sections.add(new EqBand(
                                shape,
                                number(line.get(hz), 1, 96000),
                                number(line.get(gain), -MOST_DB, MOST_DB),
                                number(line.get(q), 0.01, 100))
                        .section());
            }
        }
        return new ToneFilter(Phase.MINIMUM, sections, f -> 0);
    }

    /** Straight lines over the logarithm of the frequency, level beyond its ends. */
    private static ToneFilter curve(List<List<String>> lines, int hz, int gain) {
        TreeMap<Double, Double> points = new TreeMap<>();
        for (List<String> line : lines) {
            points.put(Math.log(number(line.get(hz), 1, 192000)), number(line.get(gain), -MOST_DB, MOST_DB));
        }
        return new ToneFilter(Phase.LINEAR, List.of(), f -> {
            double at = Math.log(Math.max(1, f));
            var below = points.floorEntry(at);
            var above = points.ceilingEntry(at);
            if (below == null || above == null) {
                return (below == null ? above : below).getValue();
            }
            double width = above.getKey() - below.getKey();
            double part = width == 0 ? 0 : (at - below.getKey()) / width;
            return below.getValue() + part * (above.getValue() - below.getValue());
        });
    }

    private static double number(String cell, double low, double high) {
        double value = Double.parseDouble(cell);
        if (!(value >= low && value <= high)) {
            throw new IllegalArgumentException(Texts.of("invalid.outOfRange"));
        }
        return value;
    }
}
