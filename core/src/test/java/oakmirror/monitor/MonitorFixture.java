package oakmirror.monitor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.Signals;
import oakmirror.audio.FrameRange;
import oakmirror.audio.StereoSource;

/** Two sines to hear through a mixer, what came out, and its largest step. */
abstract class MonitorFixture {

    static final int RATE = 48000;
    static final int BLOCK = 512;

    final StereoSource mix = Signals.both(RATE, Signals.sine(RATE, 220, -12, 10, 0));
    final StereoSource reference = Signals.both(RATE, Signals.sine(RATE, 311, -6, 10, 40));
    final MonitorMixer mixer = new MonitorMixer(RATE, BLOCK);
    final List<float[]> recorded = new ArrayList<>();

    MonitorScene scene(int heard, boolean corrected, Optional<ProcessorPool> pool, Optional<FrameRange> loop) {
        List<MonitorScene.Track> tracks =
                List.of(new MonitorScene.Track(mix, 1), new MonitorScene.Track(reference, 0.5f));
        return scene(tracks, heard, corrected, pool, loop, MonitorPath.STRAIGHT);
    }

    static MonitorScene scene(
            List<MonitorScene.Track> tracks,
            int heard,
            boolean corrected,
            Optional<ProcessorPool> pool,
            Optional<FrameRange> loop,
            MonitorPath path) {
        List<MonitorScene.Track> looped = tracks.stream()
                .map(t -> new MonitorScene.Track(
                        t.source(), t.gain(), t.timing(), loop, t == tracks.get(0) ? pool : Optional.empty()))
                .toList();
        return new MonitorScene(looped, heard, Optional.empty(), corrected, 1, loop.isPresent(), path);
    }

    MonitorScene through(MonitorPath path) {
        return scene(hearing(0).tracks(), 0, false, Optional.empty(), Optional.empty(), path);
    }

    MonitorScene blending(float share) {
        return new MonitorScene(
                hearing(0).tracks(),
                0,
                Optional.of(new MonitorScene.Blend(1, share)),
                false,
                1,
                false,
                MonitorPath.STRAIGHT);
    }

    MonitorScene hearing(int track) {
        return scene(track, false, Optional.empty(), Optional.empty());
    }

    float[] render(int blocks) {
        float[] out = new float[blocks * BLOCK];
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int b = 0; b < blocks; b++) {
            mixer.render(left, right, BLOCK);
            recorded.add(left.clone());
            System.arraycopy(left, 0, out, b * BLOCK, BLOCK);
        }
        return out;
    }

    /** Largest step from sample to sample in all that was recorded. */
    double largestStep() {
        double largest = 0;
        float last = 0;
        for (float[] block : recorded) {
            for (float x : block) {
                largest = Math.max(largest, Math.abs(x - last));
                last = x;
            }
        }
        return largest;
    }

    /** Largest step of a sine of that peak, and what a fade between two of them adds at most. */
    static double ownStep(double hz, double amplitude) {
        return amplitude * (2 * Math.PI * hz / RATE + Math.PI / 2 / (MonitorMixer.FADE_SECONDS * RATE));
    }

    static double allowed() {
        return ownStep(220, 0.251) + ownStep(311, 0.251) + 1e-4;
    }

    static double rms(float[] x, int from) {
        double sum = 0;
        for (int i = from; i < x.length; i++) {
            sum += x[i] * x[i];
        }
        return Math.sqrt(sum / (x.length - from));
    }
}
