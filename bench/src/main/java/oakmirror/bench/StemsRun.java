package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Clip;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.dsp.ProcessedStream;
import oakmirror.dsp.ToneFilter;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.filter.AnalogueSection;
import oakmirror.measure.TrackMeasurement;
import oakmirror.measure.TrackMeasurer;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.spectrum.BandGrid;
import oakmirror.stems.Bus;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalancing;
import oakmirror.stems.Remix;
import oakmirror.stems.StemPowers;

/**
 * How well wrong levels of stems are found: in mixes of the demo's generator with one or two of five stems 1 to 3 dB off, against the right mix
 * and against other songs of the production; in mixes with nothing wrong; in recordings that come in two tracks. The arguments are the folders
 * that {@code bench/stems.py} made, and of recordings.
 */
public final class StemsRun {

    private static final double RIGHT_WITHIN_DB = 0.3;
    private static final List<String> STEMS = List.of("bass", "concertina", "drums", "dulcimer", "fiddle");
    private static final int BLOCK = 65536;
    private static final float WIDTH = 0.7f;

    private final ExecutorService executor = Executors.newFixedThreadPool(2);

    /** What one set of cases came to. */
    private static final class Tally {
        private final String name;
        private int cases;
        private int rightStems;
        private int right;
        private final List<Double> off = new ArrayList<>();
        private final List<Double> resum = new ArrayList<>();
        private final List<Double> residual = new ArrayList<>();

        Tally(String name) {
            this.name = name;
        }

        void take(double[] wanted, double[] found) {
            cases++;
            boolean stems = true;
            boolean gains = true;
            for (int i = 0; i < wanted.length; i++) {
                stems &= (Math.abs(wanted[i]) > 0) == (Math.abs(found[i]) > RIGHT_WITHIN_DB);
                double miss = Math.abs(found[i] - wanted[i]);
                gains &= miss <= RIGHT_WITHIN_DB + 1e-9;
                off.add(miss);
            }
            rightStems += stems ? 1 : 0;
            right += gains ? 1 : 0;
        }

        @Override
        public String toString() {
            return String.format(
                    Locale.ROOT,
                    "%-44s %3d cases: the right stems %.3f, all gains within 0.3 dB %.3f; off %.2f dB in 95 %%, %.2f at most%s%s",
                    name,
                    cases,
                    (double) rightStems / cases,
                    (double) right / cases,
                    part(off, 0.95),
                    part(off, 1),
                    resum.isEmpty()
                            ? ""
                            : String.format(Locale.ROOT, "; re-sum %.3f dB RMS off at most", part(resum, 1)),
                    residual.isEmpty()
                            ? ""
                            : String.format(
                                    Locale.ROOT,
                                    "; unexplained %.1f to %.1f dB",
                                    part(residual, 0),
                                    part(residual, 1)));
        }
    }

    private static double part(List<Double> values, double part) {
        double[] sorted = values.stream().mapToDouble(v -> v).sorted().toArray();
        return sorted[(int) Math.min(sorted.length - 1, Math.floor(part * sorted.length))];
    }

    /** A mix with its stems, ready to be solved. */
    private record Ready(TrackMeasurement mix, StemPowers powers, StereoSource audio, List<StereoSource> stems) {}

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        StemsRun run = new StemsRun();
        try {
            run.generated(Path.of(args[0]));
            if (args.length > 1) {
                run.recorded(Path.of(args[1]));
            }
        } finally {
            run.executor.shutdown();
        }
    }

    private void generated(Path folder) throws Exception {
        List<Path> songs;
        try (Stream<Path> files = Files.list(folder)) {
            songs = files.filter(f -> Files.exists(f.resolve("wrong.tsv")))
                    .sorted()
                    .toList();
        }
        List<TrackMeasurement> rights = new ArrayList<>();
        for (Path song : songs) {
            rights.add(measured(clip(song.resolve("right.flac"))));
        }
        Tally linear = new Tally("wrong, bus of filters, against the right mix");
        Tally same = new Tally("wrong, bus with compressor, against the right");
        Tally others = new Tally("wrong, against three others");
        Tally sound = new Tally("nothing wrong, against itself");
        Tally soundOthers = new Tally("nothing wrong, against three others");
        Random random = new Random(5);
        for (int s = 0; s < songs.size(); s++) {
            List<Clip> stems = new ArrayList<>();
            for (String stem : STEMS) {
                stems.add(clip(songs.get(s).resolve(stem + ".flac")));
            }
            List<TrackMeasurement> three = three(rights, s, random);
            TrackMeasurement right = measured(bussed(sum(stems)));
            Ready sane = ready(clip(songs.get(s).resolve("right.flac")), stems);
            sound.take(
                    new double[STEMS.size()],
                    solve(sane, List.of(rights.get(s))).gainsDb());
            soundOthers.take(new double[STEMS.size()], solve(sane, three).gainsDb());
            double[][] errors = errors(songs.get(s).resolve("wrong.tsv"));
            for (int c = 0; c < errors.length; c++) {
                double[] error = errors[c];
                List<Clip> wrong = new ArrayList<>();
                for (int i = 0; i < error.length; i++) {
                    wrong.add(scaled(stems.get(i), error[i]));
                }
                double[] wanted = Arrays.stream(error).map(e -> 0 - e).toArray();
                take(linear, wanted, ready(bussed(sum(wrong)), wrong), right);
                Ready ready = ready(clip(songs.get(s).resolve("wrong-" + c + ".flac")), wrong);
                take(same, wanted, ready, rights.get(s));
                others.take(wanted, solve(ready, three).gainsDb());
            }
        }
        for (Tally tally : List.of(linear, same, sound, others, soundOthers)) {
            System.out.println(tally);
        }
    }

    private void take(Tally tally, double[] wanted, Ready ready, TrackMeasurement right) throws IOException {
        Rebalance found = solve(ready, List.of(right));
        tally.take(wanted, found.gainsDb());
        tally.residual.add(ready.powers().residualDb());
        tally.resum.add(resumMiss(ready, found));
        System.err.println(
                tally.name + ": wanted " + Arrays.toString(wanted) + " found " + Arrays.toString(found.gainsDb()));
    }

    /** Through filters, and narrower. */
    private static Clip bussed(Clip sum) throws IOException {
        ToneFilter tone = new ToneFilter(
                Phase.MINIMUM,
                List.of(
                        AnalogueSection.lowShelf(75, 1, 0.7),
                        AnalogueSection.bell(420, -1, 0.8),
                        AnalogueSection.bell(3200, 2.5, 0.9),
                        AnalogueSection.highShelf(7000, 2, 0.6)),
                hz -> 0);
        Clip made = read(new ProcessedStream(sum, tone.maker(sum.sampleRate()).get()), (int) sum.frames());
        for (int i = 0; i < made.frames(); i++) {
            float l = made.channels()[0][i];
            float r = made.channels()[1][i];
            made.channels()[0][i] = (1 + WIDTH) / 2 * l + (1 - WIDTH) / 2 * r;
            made.channels()[1][i] = (1 - WIDTH) / 2 * l + (1 + WIDTH) / 2 * r;
        }
        return made;
    }

    private static List<TrackMeasurement> three(List<TrackMeasurement> all, int but, Random random) {
        List<TrackMeasurement> others = new ArrayList<>(all);
        others.remove(but);
        java.util.Collections.shuffle(others, random);
        return others.subList(0, 3);
    }

    private static double[][] errors(Path file) throws IOException {
        double[][] errors = new double[5][STEMS.size()];
        for (String line : Files.readAllLines(file)) {
            String[] cells = line.split("\t");
            errors[Integer.parseInt(cells[0])][STEMS.indexOf(cells[1])] = Double.parseDouble(cells[2]);
        }
        return errors;
    }

    /** Recordings of a song and a guitar: the guitar 1 to 3 dB off. */
    private void recorded(Path folder) throws Exception {
        Tally tally = new Tally("recordings in two tracks, one of them wrong");
        Tally sound = new Tally("the same with nothing wrong");
        Random random = new Random(6);
        for (Path song : Recording.songs(folder)) {
            Path guitar = song.resolveSibling("guitar.ogg");
            if (!Files.exists(guitar)) {
                continue;
            }
            List<Clip> stems = List.of(clip(song), clip(guitar));
            TrackMeasurement right = measured(sum(stems));
            Ready sane = ready(sum(stems), stems);
            sound.take(new double[2], solve(sane, List.of(right)).gainsDb());
            for (double size : new double[] {-3, -2, -1, 1, 2, 3}) {
                List<Clip> wrong = new ArrayList<>(stems);
                int which = random.nextInt(2);
                wrong.set(which, scaled(stems.get(which), size));
                Ready ready = ready(sum(wrong), wrong);
                double[] wanted = new double[2];
                wanted[which] = -size;
                Rebalance found = solve(ready, List.of(right));
                // Of two, one a decibel up is the other one down.
                double level = found.gainsDb()[1 - which];
                tally.take(
                        wanted,
                        level == 0
                                ? found.gainsDb()
                                : new double[] {found.gainsDb()[0] - level, found.gainsDb()[1] - level});
                tally.resum.add(resumMiss(ready, found));
                tally.residual.add(ready.powers().residualDb());
            }
        }
        System.out.println(tally);
        System.out.println(sound);
    }

    private Ready ready(Clip mix, List<Clip> stems) throws IOException {
        Bus bus = Bus.find(mix, List.copyOf(stems), Progress.NONE);
        List<StereoSource> treated = new ArrayList<>();
        for (Clip stem : stems) {
            treated.add(read(bus.through(stem, mix), (int) mix.frames()));
        }
        StemPowers powers = StemPowers.measure(mix, treated, compared(mix), Progress.NONE);
        return new Ready(measured(mix), powers, mix, treated);
    }

    private static Rebalance solve(Ready ready, List<TrackMeasurement> references) {
        return Rebalancing.solve(
                ready.powers(),
                CorrectionSettings.DEFAULT,
                Material.of(gap(ready.mix(), references)),
                Rebalancing.USUAL_LIMIT_DB);
    }

    private static Gap gap(TrackMeasurement mix, List<TrackMeasurement> references) {
        return Gap.between(
                mix.spectrum(),
                mix.heardLufs(),
                references.stream()
                        .map(r -> new Gap.Reference(r.spectrum(), r.heardLufs()))
                        .toList());
    }

    /** How far the spectrum of the re-sum lies off what was predicted, in dB RMS from 40 Hz to 14 kHz. */
    private double resumMiss(Ready ready, Rebalance found) throws IOException {
        List<Double> gains = Arrays.stream(found.gainsDb()).boxed().toList();
        Remix resum = new Remix(ready.audio(), ready.stems(), gains);
        TrackMeasurement after = measured(resum);
        double level = after.heardLufs() - ready.mix().heardLufs();
        double sum = 0;
        int count = 0;
        for (int b = BandGrid.bandOf(40); b <= BandGrid.bandOf(14000); b++) {
            double change = Decibels.ofPower(
                            after.spectrum().power()[b] / ready.mix().spectrum().power()[b])
                    - level;
            sum += Math.pow(change - found.changeDb()[b], 2);
            count++;
        }
        return Math.sqrt(sum / count);
    }

    private TrackMeasurement measured(StereoSource audio) throws IOException {
        return new TrackMeasurer(executor, Extent.COMPARED)
                .measure(new RangeStream(audio, compared(audio)), Progress.NONE);
    }

    /** Half a minute before the end, where everybody plays: as passages are chosen. */
    private static TimeRange compared(StereoSource audio) {
        return new TimeRange(Math.max(0, audio.seconds() - 40), audio.seconds() - 8);
    }

    private static Clip read(AudioStream stream, int frames) throws IOException {
        float[][] all = new float[2][frames];
        float[][] block = new float[2][BLOCK];
        int at = 0;
        for (int n = stream.read(block, BLOCK); n > 0; n = stream.read(block, BLOCK)) {
            System.arraycopy(block[0], 0, all[0], at, n);
            System.arraycopy(block[1], 0, all[1], at, n);
            at += n;
        }
        return Clip.stereo(stream.sampleRate(), all[0], all[1]);
    }

    private static Clip clip(Path file) throws IOException {
        float[][] sound = Recording.decode(file);
        return Clip.stereo((int) sound[2][0], sound[0], sound[1]);
    }

    private static Clip scaled(Clip clip, double db) {
        float gain = (float) Decibels.toAmplitude(db);
        float[][] scaled = new float[2][(int) clip.frames()];
        for (int c = 0; c < 2; c++) {
            for (int i = 0; i < scaled[c].length; i++) {
                scaled[c][i] = gain * clip.channels()[c][i];
            }
        }
        return Clip.stereo(clip.sampleRate(), scaled[0], scaled[1]);
    }

    private static Clip sum(List<Clip> stems) {
        int frames = (int) stems.stream().mapToLong(Clip::frames).min().orElseThrow();
        float[][] sum = new float[2][frames];
        for (Clip stem : stems) {
            for (int c = 0; c < 2; c++) {
                for (int i = 0; i < frames; i++) {
                    sum[c][i] += stem.channels()[c][i];
                }
            }
        }
        return Clip.stereo(stems.get(0).sampleRate(), sum[0], sum[1]);
    }
}
