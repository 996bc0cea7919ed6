package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.findings.Findings;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.spectrum.Spectrogram;
import oakmirror.stereo.PhaseScope;

/**
 * Everything Compare shows of 17 tracks of five minutes, or loudness and true peak of them alone, so that one can be held against the other
 * as whole processes. The first argument says what: {@code prepare FOLDER SONG…} makes the tracks by repeating songs; {@code levels FOLDER}
 * measures loudness and true peak; {@code sheet FOLDER} all that is compared, with spectrogram and phase scope of the mix and the reference
 * that faces it, as the sheet shows them; {@code all FOLDER} the same with these pictures of every track.
 */
public final class AnalysisRun {

    private static final int RATE = 48000;
    private static final int TRACKS = 17;
    private static final int SECONDS = 300;
    private static final int BLOCK = 65536;
    private static final int SPECTROGRAM_COLUMNS = 480;

    private AnalysisRun() {}

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        AudioCache cache = new AudioCache(Path.of(args[1]), Long.MAX_VALUE);
        ExecutorService executor = WorkerThreads.forParts();
        switch (args[0]) {
            case "prepare" -> prepare(cache, executor, List.of(args).subList(2, args.length));
            case "levels" -> measure(cache, executor, TrackMeasurer.Extent.LEVELS);
            case "sheet" -> everything(cache, executor, 2);
            case "all" -> everything(cache, executor, TRACKS);
            default -> throw new IllegalArgumentException(args[0]);
        }
    }

    private static void prepare(AudioCache cache, ExecutorService executor, List<String> songs) throws IOException {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int t = 0; t < TRACKS; t++) {
            Path song = Path.of(songs.get(t % songs.size()));
            StereoSource source = new TrackImporter(cache, executor)
                    .importTrack(song, Optional.of(RATE), Progress.NONE)
                    .audio()
                    .orElseThrow();
            long first = t * 1000L; // no two alike
            cache.store(key(t), RATE, sink -> {
                for (long at = 0; at < (long) SECONDS * RATE; at += BLOCK) {
                    int count = (int) Math.min(BLOCK, (long) SECONDS * RATE - at);
                    for (int done = 0; done < count; ) { // on past the song's end with its start
                        long from = (first + at + done) % source.frames();
                        int part = (int) Math.min(count - done, source.frames() - from);
                        source.read(from, left, right, done, part);
                        done += part;
                    }
                    sink.write(left, right, count);
                }
            });
        }
    }

    private static String key(int track) {
        return "five-minutes-" + track;
    }

    private static StereoSource open(AudioCache cache, int track) {
        return cache.audio(key(track), RATE, (long) SECONDS * RATE).orElseThrow();
    }

    private static List<TrackMeasurement> measure(
            AudioCache cache, ExecutorService executor, TrackMeasurer.Extent extent) throws IOException {
        List<TrackMeasurement> measured = new ArrayList<>();
        for (int t = 0; t < TRACKS; t++) {
            StereoSource source = open(cache, t);
            try (RangeStream stream = new RangeStream(source, new TimeRange(0, SECONDS))) {
                measured.add(new TrackMeasurer(executor, extent).measure(stream, Progress.NONE));
            }
        }
        double mean = measured.stream()
                .mapToDouble(TrackMeasurement::heardLufs)
                .average()
                .orElseThrow();
        System.out.printf("%s: %d tracks, %.2f LUFS on average%n", extent, TRACKS, mean);
        return measured;
    }

    private static void everything(AudioCache cache, ExecutorService executor, int pictured) throws Exception {
        List<TrackMeasurement> measured = measure(cache, executor, TrackMeasurer.Extent.COMPARED);
        TimeRange all = new TimeRange(0, SECONDS);
        List<Future<?>> pictures = new ArrayList<>();
        for (int t = 0; t < pictured; t++) {
            StereoSource source = open(cache, t);
            pictures.add(executor.submit(() -> Spectrogram.of(source, all, SPECTROGRAM_COLUMNS, Progress.NONE)));
            pictures.add(executor.submit(() -> PhaseScope.of(source, all)));
        }
        for (Future<?> picture : pictures) {
            picture.get();
        }
        List<Subject> subjects = new ArrayList<>();
        for (int t = 0; t < TRACKS; t++) {
            subjects.add(new Subject(t, "track", measured.get(t), measured.get(t), Optional.empty()));
        }
        int found = Findings.of(subjects.get(0), subjects.subList(1, TRACKS), CorridorSettings.DEFAULT)
                .size();
        System.out.printf("%d pictures, %d findings%n", pictures.size(), found);
    }
}
