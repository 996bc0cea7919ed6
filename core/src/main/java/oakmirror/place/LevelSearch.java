package oakmirror.place;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Clip;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ProcessedStream;
import oakmirror.dsp.Series;
import oakmirror.dsp.StereoProcessor;
import oakmirror.loudness.LoudnessMeter;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;

/**
 * Looks for a {@link PlaceLevel}. Behind a linear place the gain follows from one time through it. A driver gives less the more it is asked for: the gain is looked for on seconds out of
 * the whole track first, and then corrected by what the whole track comes to, as often as that is more than a little.
 */
final class LevelSearch {

    /** The programme's loudness while it is measured; any would do, as drivers are given theirs from it. */
    private static final double WORKING_LUFS = -23;

    /** So far off the loudness wanted the seconds out of it may be; the whole then tells the rest. */
    private static final double CLOSE_LU = 0.1;

    /** What the whole is off by may be made up for without going through it again: within so much the loss is as good as straight. */
    private static final double STRAIGHT_LU = 0.3;

    /** Of half a second, out of the track. */
    private static final int MOST_PIECES = 32;

    private static final int MOST_TRIES = 5;
    private static final int MOST_ROUNDS = 3;
    private static final double LEAST_SLOPE = 0.2;
    private static final int BLOCK = 16_384;

    private final StereoSource source;
    private final Optional<Chain> chain;
    private final PlaceSound place;
    private double slope = 1;

    LevelSearch(StereoSource source, Optional<Chain> chain, PlaceSound place) {
        this.source = source;
        this.chain = chain;
        this.place = place;
    }

    /** Takes what goes by. */
    @FunctionalInterface
    private interface Blocks {
        void add(float[][] block, int count);
    }

    PlaceLevel run(Progress progress) throws IOException {
        Excerpt excerpt = new Excerpt(source.sampleRate());
        boolean isLinear = place.place().isLinear();
        Blocks taken = isLinear ? (block, count) -> {} : excerpt::add;
        double lufs = loudness(asItIs(), taken, progress.part(0, 0.2));
        if (!Double.isFinite(lufs)) {
            return PlaceLevel.NONE;
        }
        double asLoud = WORKING_LUFS - lufs;
        double extra = isLinear ? 0 : tried(excerpt.all(), asLoud, progress.part(0.2, 0.4));
        for (int round = 1; ; round++) {
            List<TruePeakMeter> peaks =
                    List.of(new TruePeakMeter(source.sampleRate()), new TruePeakMeter(source.sampleRate()));
            Blocks metered = (block, count) -> {
                peaks.get(0).add(block[0], count);
                peaks.get(1).add(block[1], count);
            };
            double missing = WORKING_LUFS - loudness(behind(asLoud + extra), metered, progress.part(0.4, 1));
            if (!Double.isFinite(missing)) {
                return PlaceLevel.NONE;
            }
            extra += missing / slope;
            if (isLinear || Math.abs(missing) < STRAIGHT_LU || round == MOST_ROUNDS) {
                double peak = Peaks.join(
                                peaks.stream().map(TruePeakMeter::finish).toList())
                        .truePeakDbtp();
                return new PlaceLevel(lufs, extra, peak + missing - WORKING_LUFS);
            }
        }
    }

    private AudioStream asItIs() {
        return chain.isPresent() ? new ProcessedStream(source, chain.get().create(source.sampleRate())) : whole(source);
    }

    private static AudioStream whole(StereoSource sound) {
        return new RangeStream(sound, new TimeRange(0, sound.seconds()));
    }

    private AudioStream behind(double gainDb) {
        StereoProcessor there = place.lateProcessor(WORKING_LUFS, gainDb);
        return new ProcessedStream(
                source, chain.isPresent() ? new Series(chain.get().create(source.sampleRate()), there) : there);
    }

    private static double loudness(AudioStream sound, Blocks taken, Progress progress) throws IOException {
        try (AudioStream stream = sound) {
            LoudnessMeter meter = new LoudnessMeter(stream.sampleRate(), stream.layout());
            float[][] block = new float[2][BLOCK];
            long done = 0;
            for (int n; (n = stream.read(block, BLOCK)) > 0; ) {
                meter.add(block, n);
                taken.add(block, n);
                done += n;
                progress.check((double) done / Math.max(1, stream.expectedFrames()));
            }
            return meter.result().integratedLufs();
        }
    }

    /** The gain on top that an excerpt wants; and by how much a decibel more then makes it louder. */
    private double tried(Clip excerpt, double asLoud, Progress progress) throws IOException {
        double wanted = loudness(whole(excerpt), (block, count) -> {}, progress.part(0, 0)) + asLoud;
        double extra = 0;
        double lastExtra = Double.NaN;
        double lastLufs = Double.NaN;
        for (int i = 0; i < MOST_TRIES; i++) {
            AudioStream there = new ProcessedStream(excerpt, place.lateProcessor(WORKING_LUFS, asLoud + extra));
            double part = (double) i / MOST_TRIES;
            double lufs = loudness(there, (block, count) -> {}, progress.part(part, part + 1.0 / MOST_TRIES));
            double missing = wanted - lufs;
            if (!Double.isFinite(missing)) {
                return 0; // nothing of it is heard in these seconds
            }
            if (i > 0) {
                slope = Math.max(LEAST_SLOPE, Math.min(1, (lufs - lastLufs) / (extra - lastExtra)));
            }
            if (Math.abs(missing) < CLOSE_LU) {
                return extra;
            }
            lastExtra = extra;
            lastLufs = lufs;
            extra += missing / slope;
        }
        return extra;
    }

    /** Pieces of half a second, evenly spread over a track whose length is not known before: every second one is let go of when there are many. */
    private static final class Excerpt {

        private final int sampleRate;
        private final int piece;
        private final List<float[][]> pieces = new ArrayList<>();
        private int apart = 1;
        private long frames;
        private float[][] open = {};

        Excerpt(int sampleRate) {
            this.sampleRate = sampleRate;
            piece = sampleRate / 2;
        }

        void add(float[][] block, int count) {
            for (int done = 0; done < count; ) {
                int at = (int) (frames % piece);
                int n = Math.min(count - done, piece - at);
                boolean isWanted = frames / piece % apart == 0;
                if (isWanted) {
                    if (at == 0) {
                        open = new float[2][piece];
                        pieces.add(open);
                    }
                    System.arraycopy(block[0], done, open[0], at, n);
                    System.arraycopy(block[1], done, open[1], at, n);
                }
                done += n;
                frames += n;
                if (isWanted && at + n == piece && pieces.size() == MOST_PIECES) {
                    thin();
                }
            }
        }

        private void thin() {
            for (int i = pieces.size() - 1; i > 0; i -= 2) {
                pieces.remove(i);
            }
            apart *= 2;
        }

        /** One after the other. */
        Clip all() {
            float[][] all = new float[2][pieces.size() * piece];
            for (int p = 0; p < pieces.size(); p++) {
                System.arraycopy(pieces.get(p)[0], 0, all[0], p * piece, piece);
                System.arraycopy(pieces.get(p)[1], 0, all[1], p * piece, piece);
            }
            return Clip.stereo(sampleRate, all[0], all[1]);
        }
    }
}
