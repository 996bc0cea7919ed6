package oakmirror.bench;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jdk8.Jdk8Module;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.function.UnaryOperator;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Subject;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.media.PlantedFaults;
import oakmirror.media.PlantedFaults.Sides;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.AudioWriter;
import oakmirror.media.file.OutputFormat;
import oakmirror.spectrum.Zone;

/**
 * A stretch of a piece of music as it is, with a fault planted, and copied through codecs, all measured.
 *
 * @param group where it comes from, songs of one production or one collection
 * @param name of the file
 * @param variants measurements by the name of what was done; {@link #CLEAN} is nothing
 */
record Planted(String group, String name, Map<String, TrackMeasurement> variants) {

    static final String CLEAN = "clean";
    private static final int SECONDS = 24;
    private static final int MOST_OF_A_GROUP = 8;
    private static final double ROOM_DB = -6;

    private static final JsonMapper JSON = JsonMapper.builder()
            .addModule(new Jdk8Module())
            .visibility(PropertyAccessor.ALL, Visibility.NONE)
            .visibility(PropertyAccessor.FIELD, Visibility.ANY)
            .visibility(PropertyAccessor.CREATOR, Visibility.ANY)
            .build();

    /** Copies through codecs, by what FFmpeg is told. */
    private static final Map<String, List<String>> CODECS = Map.of(
            "mp3 96", List.of("mp3", "-b:a", "96k"),
            "mp3 128", List.of("mp3", "-b:a", "128k"),
            "mp3 192", List.of("mp3", "-b:a", "192k"),
            "aac 96", List.of("m4a", "-b:a", "96k"),
            "mp3 320", List.of("mp3", "-b:a", "320k"),
            "aac 128", List.of("m4a", "-b:a", "128k"),
            "opus 96", List.of("opus", "-b:a", "96k"),
            "vorbis 3", List.of("ogg", "-c:a", "libvorbis", "-q:a", "3"));

    /** It as what findings are derived from; 0 is the mix. */
    Subject subject(int number, String variant) {
        TrackMeasurement m = variants.get(variant);
        return new Subject(number, name, m, m, Optional.empty());
    }

    /** Every piece in the folders of a folder; what this version has measured before is read from {@code planted} there. */
    static List<Planted> of(Path folder, ExecutorService executor) throws IOException {
        Path kept = Files.createDirectories(folder.resolve("planted").resolve("version-" + TrackMeasurer.VERSION));
        List<Planted> all = new ArrayList<>();
        for (Path file : some(folder)) {
            Path relative = folder.relativize(file);
            String name = relative.toString().replace('/', '_');
            Path cached = kept.resolve(name + ".json.gz");
            if (!Files.exists(cached)) {
                System.err.println(relative);
                Map<String, TrackMeasurement> variants = measure(file, executor);
                try (var out = new GZIPOutputStream(Files.newOutputStream(cached))) {
                    JSON.writeValue(out, variants);
                }
            }
            try (var in = new GZIPInputStream(Files.newInputStream(cached))) {
                Map<String, TrackMeasurement> variants =
                        JSON.readValue(in, new TypeReference<LinkedHashMap<String, TrackMeasurement>>() {});
                if (!variants.isEmpty()) {
                    all.add(new Planted(relative.getName(0).toString(), name, variants));
                }
            }
        }
        return all;
    }

    /** Of each group so many, from all over it: measuring all would take an hour. */
    private static List<Path> some(Path folder) throws IOException {
        Map<Path, List<Path>> groups = new LinkedHashMap<>();
        for (Path file : Recording.songs(folder)) {
            groups.computeIfAbsent(folder.relativize(file).getName(0), g -> new ArrayList<>())
                    .add(file);
        }
        List<Path> some = new ArrayList<>();
        for (List<Path> group : groups.values()) {
            int count = Math.min(MOST_OF_A_GROUP, group.size());
            for (int i = 0; i < count; i++) {
                some.add(group.get(i * group.size() / count));
            }
        }
        return some;
    }

    private static Map<String, TrackMeasurement> measure(Path file, ExecutorService executor) throws IOException {
        float[][] sound;
        try {
            sound = Recording.read(file);
        } catch (AudioFileException e) {
            return Map.of(); // damaged on purpose
        }
        int rate = (int) sound[2][0];
        if (sound[0].length < Recording.SHORTEST_SECONDS * rate) {
            return Map.of();
        }
        int from = (sound[0].length - SECONDS * rate) / 2;
        Sides clean = PlantedFaults.gain(
                new Sides(
                        Arrays.copyOfRange(sound[0], from, from + SECONDS * rate),
                        Arrays.copyOfRange(sound[1], from, from + SECONDS * rate)),
                ROOM_DB);
        Map<String, TrackMeasurement> variants = new LinkedHashMap<>();
        for (Map.Entry<String, UnaryOperator<Sides>> fault : faults(rate).entrySet()) {
            variants.put(fault.getKey(), measure(fault.getValue().apply(clean), rate, executor));
        }
        for (Map.Entry<String, List<String>> codec : CODECS.entrySet()) {
            float[][] copy = coded(clean, rate, codec.getValue());
            variants.put(codec.getKey(), measure(new Sides(copy[0], copy[1]), (int) copy[2][0], executor));
        }
        return variants;
    }

    private static Map<String, UnaryOperator<Sides>> faults(int rate) {
        Map<String, UnaryOperator<Sides>> faults = new LinkedHashMap<>();
        faults.put(CLEAN, s -> s);
        for (Zone zone : Zone.values()) {
            for (int db : new int[] {3, -3}) {
                faults.put(zone + " " + db, s -> PlantedFaults.zone(s, rate, zone, db));
            }
        }
        faults.put("width", s -> PlantedFaults.width(s, 0.5));
        faults.put("polarity", s -> PlantedFaults.turnedOverBelow(s, rate, 120));
        faults.put("comb", s -> PlantedFaults.late(s, rate / 1000));
        faults.put("clipped", s -> PlantedFaults.clipped(s, 3));
        faults.put("limited 3", s -> PlantedFaults.limited(s, rate, 3));
        faults.put("limited 6", s -> PlantedFaults.limited(s, rate, 6));
        faults.put("low-pass", s -> PlantedFaults.lowPass(s, rate, 16000));
        faults.put("gain 6", s -> PlantedFaults.gain(s, 6));
        defects(faults, rate);
        faults.put("gain -4", s -> PlantedFaults.gain(s, -4));
        faults.put("ripple", s -> PlantedFaults.ripple(s, rate, 0.5));
        return faults;
    }

    /** What goes wrong beside tone, at three strengths each, the weakest first. */
    private static void defects(Map<String, UnaryOperator<Sides>> faults, int rate) {
        for (int level : new int[] {-50, -40, -30}) {
            faults.put("hum " + level, s -> PlantedFaults.hum(s, rate, level == -40 ? 59.95 : 50.04, level));
        }
        for (double amplitude : new double[] {0.25, 0.5, 1}) {
            faults.put("clicks " + amplitude, s -> PlantedFaults.clicks(s, rate, 3, amplitude));
        }
        for (int ms : new int[] {5, 20, 50}) {
            faults.put("dropouts " + ms, s -> PlantedFaults.dropouts(s, rate, 2, ms / 1000.0));
        }
        for (int over : new int[] {2, 4, 8}) {
            faults.put("cut-off " + over, s -> PlantedFaults.gain(PlantedFaults.clipped(s, over), -3));
        }
        for (int seconds : new int[] {3, 8, 20}) {
            faults.put("silence " + seconds, s -> PlantedFaults.silenceInFront(s, rate, seconds));
        }
        for (double gain : new double[] {0.3, 0.5, 0.9}) {
            faults.put("echo " + gain, s -> PlantedFaults.echo(s, rate, 0.008, gain));
        }
        for (int level : new int[] {-50, -42, -35}) {
            faults.put("noise " + level, s -> PlantedFaults.noise(s, level));
        }
        for (double percent : new double[] {0.5, 2, 5}) {
            faults.put("speed " + percent, s -> PlantedFaults.speed(s, 1 + percent / 100));
        }
        for (int ratio : new int[] {2, 3, 5}) {
            faults.put("compressed " + ratio, s -> PlantedFaults.compressed(s, rate, ratio, 4 + ratio));
        }
        for (double db : new double[] {-1.5, -3, -6}) {
            faults.put("leaning " + db, s -> PlantedFaults.leaning(s, db));
        }
        faults.put("swapped", PlantedFaults::swapped);
    }

    private static TrackMeasurement measure(Sides sides, int rate, ExecutorService executor) throws IOException {
        Clip clip = sides.clip(rate);
        return new TrackMeasurer(executor, TrackMeasurer.Extent.ALL)
                .measure(new RangeStream(clip, new TimeRange(0, clip.seconds())), Progress.NONE);
    }

    /** Left, right and rate of a copy: some codecs have a rate of their own. */
    private static float[][] coded(Sides sides, int rate, List<String> codec) throws IOException {
        Path folder = Files.createTempDirectory("planted");
        Path plain = folder.resolve("plain.wav");
        Path coded = folder.resolve("coded." + codec.get(0));
        try (AudioWriter writer = OutputFormat.WAV_FLOAT.open(plain, rate)) {
            writer.write(sides.left(), sides.right(), sides.left().length);
            writer.commit();
        }
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-v", "error", "-i", plain.toString()));
        command.addAll(codec.subList(1, codec.size()));
        command.add(coded.toString());
        try {
            if (new ProcessBuilder(command).inheritIO().start().waitFor() != 0) {
                throw new IOException("FFmpeg could not write " + coded);
            }
            return Recording.decode(coded);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        } finally {
            Files.deleteIfExists(plain);
            Files.deleteIfExists(coded);
            Files.deleteIfExists(folder);
        }
    }
}
