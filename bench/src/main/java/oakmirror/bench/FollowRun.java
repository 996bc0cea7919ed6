package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import oakmirror.media.file.AudioFileException;
import oakmirror.rhythm.ActivityAnalyser;
import oakmirror.rhythm.BarGrid;
import oakmirror.rhythm.Rhythm;
import oakmirror.rhythm.TempoFinder;
import oakmirror.spectrum.Key;
import oakmirror.spectrum.SpectrumAnalyser;

/**
 * Whether keys and tempos of recordings follow when they are played faster: the truth of a recording is not known, but how it has to change is. The
 * arguments are folders of recordings, of which a stretch from the middle is taken.
 */
public final class FollowRun {

    private static final double SEMITONE = Math.pow(2, 1 / 12.0);
    private static final double FASTER = 1.03;
    private static final double NEAR = 0.01;
    private static final int SECONDS = 40;
    private static final double SURE = 0.8;

    private int keys;
    private int keysFollow;
    private int tempos;
    private int temposFollow;
    private int sureTempos;
    private int sureTemposFollow;

    private FollowRun() {}

    /** Runs it. */
    public static void main(String[] args) throws IOException {
        FollowRun run = new FollowRun();
        for (String folder : args) {
            for (Path file : Recording.songs(Path.of(folder))) {
                try {
                    run.follow(Recording.read(file));
                } catch (AudioFileException e) {
                    System.err.println(file + " is not read");
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "figure follow.keys-a-semitone-up %.3f (%d of %d)%n"
                        + "figure follow.tempos-three-percent-faster %.3f (%d of %d; of %d told with over %.0f %% before and after %d)%n",
                run.keysFollow / (double) run.keys,
                run.keysFollow,
                run.keys,
                run.temposFollow / (double) run.tempos,
                run.temposFollow,
                run.tempos,
                run.sureTempos,
                100 * SURE,
                run.sureTemposFollow);
    }

    private void follow(float[][] sound) {
        int rate = (int) sound[2][0];
        if (sound[0].length < SECONDS * rate) {
            return;
        }
        int from = (sound[0].length - SECONDS * rate) / 2;
        float[] left = Arrays.copyOfRange(sound[0], from, from + SECONDS * rate);
        float[] right = Arrays.copyOfRange(sound[1], from, from + SECONDS * rate);
        List<Optional<Key>> key = new ArrayList<>();
        for (double by : new double[] {1, SEMITONE}) {
            SpectrumAnalyser analyser = new SpectrumAnalyser((int) Math.round(rate * by));
            analyser.add(left, right, left.length);
            key.add(Key.of(analyser.keys()));
        }
        if (key.get(0).isPresent() && key.get(1).isPresent()) {
            Key was = key.get(0).get();
            keys++;
            keysFollow += key.get(1).get().equals(new Key((was.tonic() + 1) % 12, was.major())) ? 1 : 0;
        }
        List<Rhythm> rhythm = new ArrayList<>();
        for (double by : new double[] {1, FASTER}) {
            ActivityAnalyser analyser = new ActivityAnalyser((int) Math.round(rate * by));
            analyser.add(left, right, left.length);
            rhythm.add(TempoFinder.find(analyser.finish()));
        }
        Optional<Double> was = rhythm.get(0).grid().map(BarGrid::bpm);
        Optional<Double> is = rhythm.get(1).grid().map(BarGrid::bpm);
        if (was.isPresent() || is.isPresent()) {
            boolean follows = was.isPresent() && is.isPresent() && Math.abs(is.get() / was.get() / FASTER - 1) < NEAR;
            boolean sure = rhythm.get(0).confidence() > SURE && rhythm.get(1).confidence() > SURE;
            tempos++;
            temposFollow += follows ? 1 : 0;
            sureTempos += sure ? 1 : 0;
            sureTemposFollow += sure && follows ? 1 : 0;
        }
    }
}
