package oakmirror.correction;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import oakmirror.audio.Decibels;
import oakmirror.compare.Gap;
import oakmirror.compare.Subject;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.loudness.LoudnessScale;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;

/**
 * A tone that a mix should have whatever its references say: levels at some frequencies, as a spectrum in fractions of an octave shows them (pink noise is even), on
 * straight lines over the logarithm of frequency in between. Only their shape matters: it is brought to the mix's loudness by its K-weighted power. Outside
 * the frequencies that are given nothing is wanted.
 *
 * @param name what it is called
 * @param points frequencies from low to high, each once, with their levels
 */
public record WantedTone(String name, List<Point> points) {

    /**
     * A level.
     *
     * @param hz frequency
     * @param db level in dB, relative to anything
     */
    public record Point(double hz, double db) {}

    private static final int MOST_POINTS = 20_000;
    private static final double MOST_DB = 300;
    private static final double LOWEST_HZ = 1;
    private static final double HIGHEST_HZ = 400_000;
    private static final double ENOUGH_SECONDS = 1000;
    private static final Map<String, String> SHIPPED = new TreeMap<>(Map.of(
            "even", "correction.toneEven",
            "falling-1.5", "correction.toneFallingSlowly",
            "falling-3", "correction.toneFalling",
            "falling-4.5", "correction.toneFallingFast"));

    /** Checks the points. */
    public WantedTone {
        points = List.copyOf(points);
        if (points.size() < 2 || points.size() > MOST_POINTS) {
            throw new IllegalArgumentException(Texts.of("invalid.tonePoints", MOST_POINTS));
        }
        double last = 0;
        for (Point p : points) {
            boolean sane = p.hz() >= LOWEST_HZ && p.hz() <= HIGHEST_HZ && Math.abs(p.db()) <= MOST_DB;
            if (!sane || !(p.hz() > last)) {
                throw new IllegalArgumentException(Texts.of("invalid.toneValues"));
            }
            last = p.hz();
        }
    }

    /** Plain tilts to begin with; no source. */
    public static List<WantedTone> shipped() {
        return SHIPPED.entrySet().stream()
                .map(e -> shipped(e.getKey(), Texts.of(e.getValue())))
                .toList();
    }

    private static WantedTone shipped(String file, String name) {
        try (InputStream in = WantedTone.class.getResourceAsStream("tones/" + file + ".csv")) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return parse(name, text).orElseThrow();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * From a table of frequency and level, a line each, in any spacing and order. Cells are parted by commas, semicolons or tabs; with one of the latter two a comma may
     * be the decimal sign. Lines that do not begin with a number are passed over; a frequency that comes again counts by the mean of its levels.
     *
     * @return empty where it holds no such table
     */
    public static Optional<WantedTone> parse(String name, String text) {
        List<Point> read = new ArrayList<>();
        for (String line : text.split("\\R")) {
            point(line).ifPresent(read::add);
            if (read.size() > MOST_POINTS) {
                return Optional.empty();
            }
        }
        read.sort(Comparator.comparingDouble(Point::hz));
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < read.size(); ) {
            double hz = read.get(i).hz();
            double sum = 0;
            int from = i;
            while (i < read.size() && read.get(i).hz() == hz) {
                sum += read.get(i++).db();
            }
            points.add(new Point(hz, sum / (i - from)));
        }
        try {
            return Optional.of(new WantedTone(name, points));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    private static Optional<Point> point(String line) {
        String plain = line.strip().replace('−', '-').replace("\"", "");
        boolean isComma = !plain.contains(";") && !plain.contains("\t");
        String[] cells = plain.split(isComma ? "\\s*,\\s*" : "\\s*[;\t]\\s*");
        if (cells.length < 2) {
            return Optional.empty();
        }
        try {
            double hz = Double.parseDouble(isComma ? cells[0] : cells[0].replace(',', '.'));
            double db = Double.parseDouble(isComma ? cells[1] : cells[1].replace(',', '.'));
            return Double.isFinite(hz) && Double.isFinite(db) ? Optional.of(new Point(hz, db)) : Optional.empty();
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** Its level at a frequency; NaN outside what is given. */
    public double levelDb(double hz) {
        if (hz < points.get(0).hz() || hz > points.get(points.size() - 1).hz()) {
            return Double.NaN;
        }
        int above = 1;
        while (above < points.size() - 1 && points.get(above).hz() < hz) {
            above++;
        }
        Point low = points.get(above - 1);
        Point high = points.get(above);
        double part = Math.log(hz / low.hz()) / Math.log(high.hz() / low.hz());
        return low.db() + part * (high.db() - low.db());
    }

    /** What a part of the mix among some subjects lacks of it, in bands of so many octaves; nothing where there is no mix, and of the side. */
    public Gap gap(List<Subject> subjects, double octaves, Part part) {
        return Subject.mix(subjects)
                .filter(m -> part != Part.SIDE)
                .map(m -> gap(m.tone().spectrum().of(part), octaves))
                .orElse(Gap.none());
    }

    private Gap gap(BandSpectrum mix, double octaves) {
        double[] power = new double[BandGrid.SIZE];
        boolean[] given = new boolean[BandGrid.SIZE];
        double highest = points.stream().mapToDouble(Point::db).max().orElseThrow();
        for (int b = 0; b < power.length; b++) {
            double db = levelDb(BandGrid.centreHz(b));
            given[b] = Double.isFinite(db);
            power[b] = given[b] ? Decibels.toPower(db - highest) : 0;
        }
        // Only what both have is brought to one loudness: the mix keeps what lies outside.
        double[] own = mix.power().clone();
        Arrays.setAll(own, b -> given[b] ? own[b] : 0);
        BandSpectrum wanted = new BandSpectrum(power, BandGrid.SIZE, ENOUGH_SECONDS);
        double mixLufs = LoudnessScale.ofPower(KWeightedSpectrum.power(own));
        double wantedLufs = LoudnessScale.ofPower(KWeightedSpectrum.power(power));
        return Gap.between(mix, mixLufs, List.of(new Gap.Reference(wanted, wantedLufs)), octaves)
                .only(List.of(given));
    }
}
