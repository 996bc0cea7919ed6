package oakmirror.place;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import oakmirror.audio.AudioStream;
import oakmirror.audio.ChannelLayout;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
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

    private final PlaceLevel.Opening track;
    private final PlaceSound place;
    private final Excerpt excerpt;
    private double slope = 1;

    LevelSearch(PlaceLevel.Opening track, PlaceSound place) {
        this.track = track;
        this.place = place;
        excerpt = new Excerpt(place.sampleRate());
    }

    PlaceLevel run(Progress progress) throws IOException {
        double lufs = integrated(progress.part(0, 0.2));
        if (!Double.isFinite(lufs)) {
            return PlaceLevel.NONE;
        }
        double asItIs = WORKING_LUFS - lufs;
        double extra = place.place().isLinear() ? 0 : tried(asItIs, progress);
        for (int round = 1; ; round++) {
            Measured behind = behind(asItIs + extra, progress.part(0.4, 1));
            if (!Double.isFinite(behind.lufs())) {
                return PlaceLevel.NONE;
            }
            double missing = WORKING_LUFS - behind.lufs();
            extra += missing / slope;
            if (place.place().isLinear() || Math.abs(missing) < STRAIGHT_LU || round == MOST_ROUNDS) {
                return new PlaceLevel(lufs, extra, behind.peakDbtp() + missing - WORKING_LUFS);
            }
        }
    }

    private double integrated(Progress progress) throws IOException {
        try (AudioStream stream = track.open()) {
            LoudnessMeter meter = new LoudnessMeter(stream.sampleRate(), stream.layout());
            float[][] block = new float[2][BLOCK];
            long done = 0;
            for (int n; (n = stream.read(block, BLOCK)) > 0; ) {
                meter.add(block, n);
                if (!place.place().isLinear()) {
                    excerpt.add(block, n);
                }
                done += n;
                progress.check((double) done / Math.max(1, stream.expectedFrames()));
            }
            return meter.result().integratedLufs();
        }
    }

    /** The gain on top that the excerpt wants; and by how much a decibel more then makes it louder. */
    private double tried(double asItIs, Progress progress) {
        float[][] before = excerpt.all();
        double wanted = loudness(before) + asItIs;
        double extra = 0;
        double lastExtra = Double.NaN;
        double lastLufs = Double.NaN;
        for (int i = 0; i < MOST_TRIES; i++) {
            progress.check(0.2 + 0.2 * i / MOST_TRIES);
            double lufs = loudness(behind(before, asItIs + extra));
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

    /** So much sound, turned, behind the place. */
    private float[][] behind(float[][] sound, double gainDb) {
        StereoProcessor processor = place.lateProcessor(WORKING_LUFS);
        int late = processor.latencyFrames();
        int frames = sound[0].length;
        float[][] all = {Arrays.copyOf(sound[0], frames + late), Arrays.copyOf(sound[1], frames + late)};
        turn(all, frames, gainDb);
        processor.process(all[0], all[1], 0, frames + late);
        return new float[][] {
            Arrays.copyOfRange(all[0], late, frames + late), Arrays.copyOfRange(all[1], late, frames + late)
        };
    }

    private double loudness(float[][] sound) {
        LoudnessMeter meter = new LoudnessMeter(place.sampleRate(), ChannelLayout.stereo());
        meter.add(sound, sound[0].length);
        return meter.result().integratedLufs();
    }

    private static void turn(float[][] sound, int frames, double gainDb) {
        float gain = (float) Decibels.toAmplitude(gainDb);
        for (float[] side : sound) {
            for (int i = 0; i < frames; i++) {
                side[i] *= gain;
            }
        }
    }

    private record Measured(double lufs, double peakDbtp) {}

    /** All of it behind the place. */
    private Measured behind(double gainDb, Progress progress) throws IOException {
        try (AudioStream stream = track.open()) {
            int rate = stream.sampleRate();
            LoudnessMeter meter = new LoudnessMeter(rate, stream.layout());
            List<TruePeakMeter> peaks = List.of(new TruePeakMeter(rate), new TruePeakMeter(rate));
            StereoProcessor processor = place.lateProcessor(WORKING_LUFS);
            int late = processor.latencyFrames();
            float[][] block = new float[2][BLOCK];
            long in = 0;
            long out = -late;
            while (true) {
                int n = stream.read(block, BLOCK);
                boolean isOver = n <= 0;
                n = isOver ? (int) Math.min(BLOCK, in - out) : n;
                if (n == 0) {
                    break;
                }
                if (isOver) {
                    Arrays.fill(block[0], 0f);
                    Arrays.fill(block[1], 0f);
                } else {
                    turn(block, n, gainDb);
                    in += n;
                }
                processor.process(block[0], block[1], 0, n);
                int early = (int) Math.max(0, Math.min(n, -out));
                out += n;
                if (early > 0) {
                    System.arraycopy(block[0], early, block[0], 0, n - early);
                    System.arraycopy(block[1], early, block[1], 0, n - early);
                }
                meter.add(block, n - early);
                peaks.get(0).add(block[0], n - early);
                peaks.get(1).add(block[1], n - early);
                progress.check((double) in / Math.max(1, stream.expectedFrames()));
            }
            Peaks both = Peaks.join(peaks.stream().map(TruePeakMeter::finish).toList());
            return new Measured(meter.result().integratedLufs(), both.truePeakDbtp());
        }
    }

    /** Pieces of half a second, evenly spread over a track whose length is not known before: every second one is let go of when there are many. */
    private static final class Excerpt {

        private final int piece;
        private final List<float[][]> pieces = new ArrayList<>();
        private int apart = 1;
        private long frames;
        private float[][] open = {};

        Excerpt(int sampleRate) {
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
        float[][] all() {
            float[][] all = new float[2][pieces.size() * piece];
            for (int p = 0; p < pieces.size(); p++) {
                System.arraycopy(pieces.get(p)[0], 0, all[0], p * piece, piece);
                System.arraycopy(pieces.get(p)[1], 0, all[1], p * piece, piece);
            }
            return all;
        }
    }
}
