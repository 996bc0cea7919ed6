package oakmirror.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.channels.Channels;
import java.nio.channels.WritableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutorService;
import java.util.function.DoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.dsp.Chain;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ToneFilter;
import oakmirror.filter.AnalogueSection;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterRender;
import oakmirror.limiter.Limiter;
import oakmirror.limiter.LimiterSettings;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.file.OutputFormat;

/**
 * The limiter beside FFmpeg's {@code alimiter} at 192 kHz on the same music. Both are driven until as much of the peak-to-loudness ratio is gone; what differs from the music
 * then, at the gain that comes closest, is what they cost.
 */
public final class LimiterRun {

    private static final int RATE = 44100;
    private static final int SECONDS = 30;
    private static final int LONG_SECONDS = 300;
    private static final int MOST = 10;
    private static final double[] LOST = {3, 6};
    private static final double CEILING_DBTP = -1;

    private LimiterRun() {}

    /** Usage: the folder of generated songs, that of recordings. */
    public static void main(String[] arguments) throws IOException {
        for (String folder : arguments) {
            compare(Path.of(folder));
        }
        speed(pieces(Path.of(arguments[0])).get(0));
        finish(pieces(Path.of(arguments[0])).get(0));
    }

    private static void compare(Path folder) throws IOException {
        String group = folder.getFileName().toString();
        Path kept = folder.resolve("alimiter.tsv");
        List<String> known = Files.exists(kept) ? Files.readAllLines(kept) : List.of();
        List<Double> better = new ArrayList<>();
        for (Path file : pieces(folder)) {
            float[][] music = middle(file);
            if (music[0].length < SECONDS * RATE) {
                continue;
            }
            double before = peakToLoudness(music);
            for (double lost : LOST) {
                String name = folder.relativize(file) + "\t" + lost;
                double ours = cost(music, before - lost, drive -> ours(music, drive));
                double theirs = known.stream()
                        .filter(l -> l.startsWith(name + "\t"))
                        .mapToDouble(l -> Double.parseDouble(l.substring(l.lastIndexOf('\t') + 1)))
                        .findFirst()
                        .orElse(Double.NaN);
                if (Double.isNaN(theirs)) {
                    theirs = cost(music, before - lost, drive -> theirs(music, drive));
                    Files.writeString(
                            kept, name + "\t" + theirs + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
                }
                better.add(theirs - ours);
                System.out.printf(
                        Locale.ROOT,
                        "%s: PLR %.1f less %.0f dB, residual %.2f dB, alimiter %.2f%n",
                        folder.relativize(file),
                        before,
                        lost,
                        ours,
                        theirs);
            }
            if (better.size() == MOST * LOST.length) {
                break;
            }
        }
        double[] sorted = better.stream().mapToDouble(d -> d).sorted().toArray();
        System.out.printf(
                Locale.ROOT,
                "%s: %d cases, residual lower by %.2f dB on average, median %.2f, least %.2f%n",
                group,
                sorted.length,
                Arrays.stream(sorted).average().orElse(Double.NaN),
                sorted[sorted.length / 2],
                sorted[0]);
        System.out.printf(Locale.ROOT, "figure limiter.%s.residual-lower %.2f%n", group, sorted[sorted.length / 2]);
    }

    /** Not two of one album in a row, so that ten are of all. */
    private static List<Path> pieces(Path folder) throws IOException {
        try (Stream<Path> files = Recording.songs(folder).stream()) {
            List<Path> all = new ArrayList<>(files.toList());
            java.util.Collections.shuffle(all, new java.util.Random(7));
            return all;
        }
    }

    private static float[][] middle(Path file) throws IOException {
        float[][] whole = Recording.read(file);
        int rate = (int) whole[2][0];
        int from = Math.max(0, (whole[0].length - SECONDS * rate) / 2);
        float[] left = Arrays.copyOfRange(whole[0], from, Math.min(whole[0].length, from + SECONDS * rate));
        float[] right = Arrays.copyOfRange(whole[1], from, Math.min(whole[1].length, from + SECONDS * rate));
        return rate == RATE ? new float[][] {left, right} : filtered(new float[][] {left, right}, rate, "anull");
    }

    /** What is left of the difference between the music and what comes out, in dB below it, where the drive takes the ratio of peak to loudness to where it is wanted. */
    private static double cost(float[][] music, double wanted, DoubleFunction<float[][]> limiter) {
        double low = 0;
        double high = 30;
        while (high - low > 0.02) {
            double middle = (low + high) / 2;
            if (peakToLoudness(limiter.apply(middle)) > wanted) {
                low = middle;
            } else {
                high = middle;
            }
        }
        float[][] out = limiter.apply(high);
        double both = 0;
        double own = 0;
        double other = 0;
        for (int c = 0; c < 2; c++) {
            for (int i = 0; i < out[c].length; i++) {
                both += (double) music[c][i] * out[c][i];
                own += (double) music[c][i] * music[c][i];
                other += (double) out[c][i] * out[c][i];
            }
        }
        return Decibels.ofPower(1 - both * both / (own * other));
    }

    private static double peakToLoudness(float[][] sound) {
        LoudnessMeter loudness = new LoudnessMeter(RATE, ChannelLayout.stereo());
        loudness.add(sound, sound[0].length);
        List<Peaks> peaks = new ArrayList<>();
        for (int c = 0; c < 2; c++) {
            TruePeakMeter meter = new TruePeakMeter(RATE);
            meter.add(sound[c], sound[c].length);
            peaks.add(meter.finish());
        }
        return Peaks.join(peaks).truePeakDbtp() - loudness.result().integratedLufs();
    }

    private static float[][] ours(float[][] music, double driveDb) {
        double peak = 0;
        for (int c = 0; c < 2; c++) {
            for (float x : music[c]) {
                peak = Math.max(peak, Math.abs(x));
            }
        }
        float gain = (float) (Decibels.toAmplitude(driveDb + CEILING_DBTP) / peak);
        StereoProcessor limiter =
                new Limiter(CEILING_DBTP, LimiterSettings.DEFAULT).maker(RATE).get();
        int late = limiter.latencyFrames();
        int n = music[0].length;
        float[][] out = new float[2][n + late];
        for (int c = 0; c < 2; c++) {
            for (int i = 0; i < n; i++) {
                out[c][i] = music[c][i] * gain;
            }
        }
        limiter.process(out[0], out[1], 0, n + late);
        return new float[][] {Arrays.copyOfRange(out[0], late, n + late), Arrays.copyOfRange(out[1], late, n + late)};
    }

    private static float[][] theirs(float[][] music, double driveDb) {
        double peak = 0;
        for (int c = 0; c < 2; c++) {
            for (float x : music[c]) {
                peak = Math.max(peak, Math.abs(x));
            }
        }
        String filter = String.format(
                Locale.ROOT,
                "volume=%.4fdB,aresample=192000,alimiter=level=disabled:latency=1:attack=5:release=50:limit=%.6f,aresample=%d",
                driveDb + CEILING_DBTP - Decibels.ofAmplitude(peak),
                Decibels.toAmplitude(CEILING_DBTP),
                RATE);
        return filtered(music, RATE, filter);
    }

    private static float[][] filtered(float[][] sound, int rate, String filter) {
        try {
            String format = "f32le";
            Process ffmpeg = new ProcessBuilder(
                            "ffmpeg", "-v", "error", "-f", format, "-ar", "" + rate, "-ac", "2", "-i", "-", "-af",
                            filter, "-f", format, "-ar", "" + RATE, "-")
                    .redirectError(ProcessBuilder.Redirect.INHERIT)
                    .start();
            Thread feeder = new Thread(() -> feed(ffmpeg, sound));
            feeder.start();
            byte[] bytes = ffmpeg.getInputStream().readAllBytes();
            feeder.join();
            FloatBuffer floats =
                    ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer();
            int n = rate == RATE ? sound[0].length : floats.remaining() / 2;
            float[][] out = new float[2][n];
            for (int i = 0; i < n && floats.remaining() >= 2; i++) {
                out[0][i] = floats.get();
                out[1][i] = floats.get();
            }
            return out;
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException("interrupted", e);
        }
    }

    private static void feed(Process ffmpeg, float[][] sound) {
        ByteBuffer bytes = ByteBuffer.allocate(8 * sound[0].length).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < sound[0].length; i++) {
            bytes.putFloat(sound[0][i]).putFloat(sound[1][i]);
        }
        try (WritableByteChannel channel = Channels.newChannel(ffmpeg.getOutputStream())) {
            channel.write(bytes.flip());
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** How much faster than it is played a song is limited, driven by 6 dB. */
    private static void speed(Path song) throws IOException {
        float[][] music = middle(song);
        double best = 0;
        for (int round = 0; round < 8; round++) {
            long start = System.nanoTime();
            ours(music, 6);
            best = Math.max(best, SECONDS * 1e9 / (System.nanoTime() - start));
        }
        System.out.printf(Locale.ROOT, "figure limiter.times-real-time %.0f%n", best);
    }

    /** How much faster than it is played five minutes of it are corrected in twelve bands, brought to −11 LUFS and written. */
    private static void finish(Path song) throws IOException {
        float[][] whole = Recording.read(song);
        int rate = (int) whole[2][0];
        float[][] music = new float[2][LONG_SECONDS * rate];
        for (int c = 0; c < 2; c++) {
            for (int i = 0; i < music[c].length; i++) {
                music[c][i] = whole[c][i % whole[c].length];
            }
        }
        List<AnalogueSection> bands = IntStream.range(0, 12)
                .mapToObj(i -> AnalogueSection.bell(40 * Math.pow(1.7, i), i % 2 == 0 ? 2 : -2, 1))
                .toList();
        Chain chain = Chain.of(new ToneFilter(ToneFilter.Phase.MINIMUM, bands, hz -> 0));
        ExecutorService executor = WorkerThreads.forParts();
        Path folder = Files.createTempDirectory("oak-mirror-bench");
        Path file = folder.resolve("master.wav");
        double best = 0;
        try {
            for (int round = 0; round < 4; round++) {
                long start = System.nanoTime();
                MasterRender.Rendered master = new MasterRender(Clip.stereo(rate, music[0], music[1]), chain, executor)
                        .render(
                                FinishSettings.DEFAULT.withTarget(-11, CEILING_DBTP),
                                () -> OutputFormat.WAV_24.open(file, rate),
                                Progress.NONE);
                best = Math.max(best, LONG_SECONDS * 1e9 / (System.nanoTime() - start));
                System.out.printf(
                        Locale.ROOT,
                        "finished at %.3f LUFS, %.3f dBTP, at most %.1f dB taken%n",
                        master.integratedLufs(),
                        master.truePeakDbtp(),
                        master.taken().most());
            }
        } finally {
            executor.shutdown();
            Files.deleteIfExists(file);
            Files.deleteIfExists(folder);
        }
        System.out.printf(Locale.ROOT, "figure limiter.finish-times-real-time %.0f%n", best);
    }
}
