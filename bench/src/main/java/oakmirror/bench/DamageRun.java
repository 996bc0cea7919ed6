package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import oakmirror.audio.Progress;
import oakmirror.measure.Levels;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.file.AudioFileException;
import org.bytedeco.javacpp.Loader;

/**
 * Brings damaged files in, all in one process: seeds in every form made by the bundled encoder from songs that are given, damaged in ways that
 * disks, cables and programs damage them. Arguments: a folder to work in, how many, the seed, songs.
 */
public final class DamageRun {

    private static final long HANG_SECONDS = 20;

    /** Endings and codecs, as the encoder is asked for them. */
    private static final List<String> FORMS = List.of(
            "wav pcm_u8",
            "wav pcm_s16le",
            "wav pcm_s24le",
            "wav pcm_s32le",
            "wav pcm_f32le",
            "wav pcm_f64le",
            "w64 pcm_s16le",
            "w64 pcm_f32le",
            "aiff pcm_s16be",
            "aiff pcm_s24be",
            "caf pcm_s16le",
            "caf pcm_f32le",
            "flac flac",
            "m4a aac",
            "aac aac",
            "ogg vorbis",
            "opus opus",
            "rf64 pcm_s16le");

    private enum Outcome {
        FINE,
        FINE_WITH_WARNING,
        SENTENCE,
        NOT_FINITE,
        EXCEPTION,
        OUT_OF_MEMORY,
        HANG
    }

    private final Path folder;
    private final Random random;
    private final ExecutorService measuring = WorkerThreads.forParts();
    private final ExecutorService importing = Executors.newSingleThreadExecutor();
    private final TrackImporter importer;

    private DamageRun(Path folder, long seed) {
        this.folder = folder;
        this.random = new Random(seed);
        importer = new TrackImporter(new AudioCache(folder.resolve("cache"), 64L << 20), measuring);
    }

    /** Runs it; ends with 1 when anything happened that must not. */
    public static void main(String[] args) throws Exception {
        DamageRun run = new DamageRun(Path.of(args[0]), Long.parseLong(args[2]));
        List<Path> songs = Arrays.stream(args).skip(3).map(Path::of).toList();
        boolean good = run.all(run.seeds(songs), Integer.parseInt(args[1]));
        System.exit(good ? 0 : 1);
    }

    private List<Path> seeds(List<Path> songs) throws IOException, InterruptedException {
        List<Path> seeds = new ArrayList<>();
        for (Path song : songs) {
            for (String form : FORMS) {
                String[] parts = form.split(" ");
                boolean rf64 = parts[0].equals("rf64");
                Path seed = folder.resolve("seed" + seeds.size() + "." + (rf64 ? "wav" : parts[0]));
                List<String> command = new ArrayList<>(List.of(
                        Loader.load(org.bytedeco.ffmpeg.ffmpeg.class),
                        "-v",
                        "error",
                        "-nostdin",
                        "-y",
                        "-ss",
                        "8",
                        "-t",
                        "4",
                        "-i",
                        song.toString(),
                        "-strict",
                        "-2",
                        "-c:a",
                        parts[1]));
                command.addAll(rf64 ? List.of("-rf64", "always") : List.of());
                command.addAll(random.nextInt(4) == 0 ? List.of("-ac", "1") : List.of());
                command.addAll(random.nextInt(6) == 0 ? List.of("-af", "aformat=channel_layouts=5.1") : List.of());
                command.add(seed.toString());
                if (new ProcessBuilder(command).inheritIO().start().waitFor() == 0) {
                    seeds.add(seed);
                }
            }
            if (song.toString().endsWith(".mp3")) {
                byte[] bytes = Files.readAllBytes(song);
                Path seed = folder.resolve("seed" + seeds.size() + ".mp3");
                seeds.add(Files.write(seed, Arrays.copyOf(bytes, Math.min(bytes.length, 200_000))));
            }
        }
        System.out.println(seeds.size() + " seeds");
        return seeds;
    }

    private boolean all(List<Path> seeds, int count) throws IOException, InterruptedException {
        Map<Outcome, Integer> outcomes = new EnumMap<>(Outcome.class);
        double slowest = 0;
        for (int i = 0; i < count; i++) {
            Path seed = seeds.get(i % seeds.size());
            String name = seed.getFileName().toString();
            Path file = folder.resolve("damaged" + name.substring(name.lastIndexOf('.')));
            String damage = damage(seed, file);
            long start = System.nanoTime();
            Outcome outcome = bringIn(file);
            double seconds = (System.nanoTime() - start) * 1e-9;
            slowest = Math.max(slowest, seconds);
            outcomes.merge(outcome, 1, Integer::sum);
            if (outcome.ordinal() >= Outcome.NOT_FINITE.ordinal()) {
                Path kept = Path.of(
                        System.getProperty("java.io.tmpdir"), "oak-mirror-damage-" + i + "-" + file.getFileName());
                Files.copy(file, kept, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
                System.out.printf("%d: %s, %s: %s; kept as %s%n", i, seed.getFileName(), damage, outcome, kept);
            }
        }
        System.out.printf("%d damaged files: %s; the slowest took %.1f s%n", count, outcomes, slowest);
        return outcomes.keySet().stream().allMatch(o -> o.ordinal() < Outcome.NOT_FINITE.ordinal());
    }

    private Outcome bringIn(Path file) throws InterruptedException {
        Future<ImportedTrack> work =
                importing.submit(() -> importer.importTrack(file, Optional.of(48000), Progress.NONE));
        try {
            ImportedTrack track = work.get(HANG_SECONDS, TimeUnit.SECONDS);
            if (!isSane(track)) {
                return Outcome.NOT_FINITE;
            }
            return track.warnings().isEmpty() ? Outcome.FINE : Outcome.FINE_WITH_WARNING;
        } catch (TimeoutException e) {
            return Outcome.HANG;
        } catch (ExecutionException e) {
            if (e.getCause() instanceof AudioFileException sentence) {
                boolean one = sentence.getMessage().endsWith(".")
                        && !sentence.getMessage().contains("Exception");
                return one ? Outcome.SENTENCE : Outcome.EXCEPTION;
            }
            e.getCause().printStackTrace();
            return hasCause(e, OutOfMemoryError.class) ? Outcome.OUT_OF_MEMORY : Outcome.EXCEPTION;
        }
    }

    private static boolean hasCause(Throwable error, Class<? extends Throwable> type) {
        return error != null && (type.isInstance(error) || hasCause(error.getCause(), type));
    }

    /** Every figure is a number, or not defined as for silence. */
    private static boolean isSane(ImportedTrack track) {
        boolean sane = true;
        for (Levels levels :
                List.of(track.measurement().file(), track.measurement().heard())) {
            sane &= !Double.isInfinite(levels.loudness().integratedLufs());
            sane &= levels.peaks().truePeakDbtp() < 200 && levels.peaks().samplePeakDbfs() < 200;
            sane &= Double.isFinite(levels.peaks().meanSquare());
        }
        sane &= Arrays.stream(track.measurement().spectrum().power()).allMatch(Double::isFinite);
        for (float value : track.measurement().contour()) {
            sane &= !Float.isNaN(value) && value < 200;
        }
        return sane;
    }

    /** Damages a file in one way or two. */
    private String damage(Path seed, Path to) throws IOException {
        byte[] bytes = Files.readAllBytes(seed);
        StringBuilder what = new StringBuilder();
        for (int i = 0; i <= random.nextInt(2); i++) {
            bytes = damaged(bytes, what);
        }
        Files.write(to, bytes);
        return what.toString();
    }

    private byte[] damaged(byte[] bytes, StringBuilder what) {
        int kind = bytes.length < 16 ? 0 : random.nextInt(8);
        int at = random.nextInt(Math.max(1, bytes.length));
        int header = random.nextInt(Math.max(1, Math.min(bytes.length, 128)));
        switch (kind) {
            case 0 -> {
                what.append("cut off ");
                return Arrays.copyOf(bytes, at);
            }
            case 1 -> {
                what.append("a byte of the header ");
                bytes[header] = (byte) random.nextInt();
            }
            case 2 -> {
                what.append("extreme header ");
                byte[] extremes = {0, (byte) 0xFF, 0x7F, (byte) 0x80, 1};
                for (int i = 0; i < 4 && header + i < bytes.length; i++) {
                    bytes[header + i] = extremes[random.nextInt(extremes.length)];
                }
            }
            case 3 -> {
                what.append("bytes all over ");
                for (int i = 0; i < bytes.length / 500 + 1; i++) {
                    bytes[random.nextInt(bytes.length)] = (byte) random.nextInt();
                }
            }
            case 4 -> {
                what.append("zeros ");
                Arrays.fill(bytes, at, Math.min(bytes.length, at + random.nextInt(bytes.length)), (byte) 0);
            }
            case 5 -> {
                what.append("noise ");
                for (int i = at; i < Math.min(bytes.length, at + 4096); i++) {
                    bytes[i] = (byte) random.nextInt();
                }
            }
            case 6 -> {
                what.append("a part is missing ");
                return without(bytes, at, random.nextInt(Math.min(bytes.length, 5000)));
            }
            default -> {
                what.append("a part comes twice ");
                int length = Math.min(bytes.length - at, 3000);
                byte[] longer = Arrays.copyOf(bytes, bytes.length + length);
                System.arraycopy(bytes, at, longer, at + length, bytes.length - at);
                return longer;
            }
        }
        return bytes;
    }

    private static byte[] without(byte[] bytes, int at, int length) {
        byte[] shorter = new byte[bytes.length - Math.min(length, bytes.length - at)];
        System.arraycopy(bytes, 0, shorter, 0, at);
        System.arraycopy(bytes, bytes.length - (shorter.length - at), shorter, at, shorter.length - at);
        return shorter;
    }
}
