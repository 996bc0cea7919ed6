package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.compare.Gap;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.DecodedStream;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * What corrections are judged on of a piece of music: its averaged spectra.
 *
 * @param group where it comes from, songs of one production or one collection
 * @param name of the file, within its group
 * @param whole its spectrum
 * @param first that of its first half
 * @param second that of its second half
 */
record Recording(String group, String name, BandSpectrum whole, BandSpectrum first, BandSpectrum second) {

    /** Shorter pieces are jingles. */
    static final int SHORTEST_SECONDS = 45;

    /** Files below this are single sounds, some of them damaged. */
    private static final int SMALLEST_BYTES = 400_000;

    /** Longer ones are read so far. */
    private static final int LONGEST_SECONDS = 600;

    private static final int BLOCK = 65536;

    /** Every recording in the folders of a folder, each folder a group; what was measured before is read from {@code spectra.tsv} there. */
    static List<Recording> of(Path folder) throws IOException {
        Path kept = folder.resolve("spectra.tsv");
        if (Files.exists(kept)) {
            try (Stream<String> lines = Files.lines(kept)) {
                return lines.map(Recording::parse).toList();
            }
        }
        List<Recording> all = new ArrayList<>();
        for (Path file : songs(folder)) {
            Path relative = folder.relativize(file);
            String name =
                    relative.subpath(1, relative.getNameCount()).toString().replace('\t', ' ');
            System.err.println(relative);
            float[][] sound;
            try {
                sound = read(file);
            } catch (AudioFileException e) {
                System.err.println("left out: " + e.getMessage());
                continue;
            }
            int rate = (int) sound[2][0];
            int frames = sound[0].length;
            if (frames >= SHORTEST_SECONDS * rate) {
                all.add(new Recording(
                        relative.getName(0).toString(),
                        name,
                        spectrum(sound, rate, 0, frames),
                        spectrum(sound, rate, 0, frames / 2),
                        spectrum(sound, rate, frames / 2, frames)));
            }
        }
        Files.write(kept, all.stream().map(Recording::line).toList());
        return all;
    }

    /** Of some recordings those whose tone is nearest to this one's, in bands of a third of an octave. */
    List<Recording> mostLike(List<Recording> all, int count) {
        return all.stream()
                .filter(r -> r != this)
                .sorted(Comparator.comparingDouble(
                        r -> Judge.rms(Gap.between(whole, 0, List.of(new Gap.Reference(r.whole, 0)), 1.0 / 3)
                                .gapDb())))
                .limit(count)
                .toList();
    }

    /** The mixes; the other tracks of a song that comes in tracks are added to its first. */
    static List<Path> songs(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(f -> f.toString().endsWith(".ogg"))
                    .filter(f -> !f.endsWith("guitar.ogg") && f.toFile().length() > SMALLEST_BYTES)
                    .sorted()
                    .toList();
        }
    }

    static float[][] read(Path file) throws IOException {
        float[][] sound = decode(file);
        Path other = file.resolveSibling("guitar.ogg");
        if (Files.exists(other)) {
            float[][] more = decode(other);
            for (int c = 0; c < 2; c++) {
                for (int i = 0; i < Math.min(sound[c].length, more[c].length); i++) {
                    sound[c][i] += more[c][i];
                }
            }
        }
        return sound;
    }

    /** Left, right, and the rate. */
    static float[][] decode(Path file) throws IOException {
        try (DecodedStream stream = AudioFile.open(file)) {
            int rate = stream.sampleRate();
            float[] left = new float[LONGEST_SECONDS * rate];
            float[] right = new float[left.length];
            float[][] block = new float[stream.layout().channels()][BLOCK];
            float[] l = new float[BLOCK];
            float[] r = new float[BLOCK];
            int at = 0;
            for (int n = stream.read(block, BLOCK); n > 0 && at < left.length; n = stream.read(block, BLOCK)) {
                int part = Math.min(n, left.length - at);
                stream.layout().foldToStereo(block, part, l, r);
                System.arraycopy(l, 0, left, at, part);
                System.arraycopy(r, 0, right, at, part);
                at += part;
            }
            return new float[][] {Arrays.copyOf(left, at), Arrays.copyOf(right, at), {rate}};
        }
    }

    private static BandSpectrum spectrum(float[][] sound, int rate, int from, int to) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(rate);
        for (int at = from; at < to; at += BLOCK) {
            int end = Math.min(to, at + BLOCK);
            analyser.add(Arrays.copyOfRange(sound[0], at, end), Arrays.copyOfRange(sound[1], at, end), end - at);
        }
        return analyser.finish().of(Part.STEREO);
    }

    private String line() {
        return Stream.of(whole, first, second)
                .map(s -> s.usableBands() + "\t"
                        + Arrays.stream(s.power()).mapToObj(Double::toString).collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\t", group + "\t" + name + "\t", ""));
    }

    private static Recording parse(String line) {
        String[] cells = line.split("\t");
        BandSpectrum[] spectra = new BandSpectrum[3];
        for (int s = 0; s < spectra.length; s++) {
            int at = 2 + s * (1 + BandGrid.SIZE);
            double[] power = Arrays.stream(cells, at + 1, at + 1 + BandGrid.SIZE)
                    .mapToDouble(Double::parseDouble)
                    .toArray();
            spectra[s] = new BandSpectrum(power, Integer.parseInt(cells[at]), 1);
        }
        return new Recording(cells[0], cells[1], spectra[0], spectra[1], spectra[2]);
    }
}
