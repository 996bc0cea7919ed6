package oakmirror.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import oakmirror.QuickRandom;
import oakmirror.compare.Gap;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.Material;
import oakmirror.evidence.Evidence;
import oakmirror.filter.AnalogueSection;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.BandSpectrum;
import oakmirror.spectrum.OctaveSmoothing;

/** Spectra as songs of one production have them: one slope, and what notes and players make different, from a twelfth of an octave to two. */
public final class MadeUpSongs {

    private static final double[] SCALES = {0.04, 0.1, 0.3, 1, 2.5};
    /** How much songs of one production differ at each, about as measured on some (bench/recordings). */
    private static final double[] SIZES_DB = {1.5, 0.8, 0.7, 0.7, 0.5};

    private MadeUpSongs() {}

    /** A spectrum of a song; {@code content} is 1 for songs of one production, larger for unlike ones. */
    public static BandSpectrum song(long seed, double content) {
        Random random = new QuickRandom(seed);
        boolean[] all = new boolean[BandGrid.SIZE];
        Arrays.fill(all, true);
        double[] db = new double[BandGrid.SIZE];
        for (int s = 0; s < SCALES.length; s++) {
            double octaves = SCALES[s];
            double[] noise = random.doubles(BandGrid.SIZE, -1, 1).toArray();
            double[] smooth = OctaveSmoothing.smooth(noise, all, octaves);
            double rms =
                    Math.sqrt(Arrays.stream(smooth).map(d -> d * d).average().orElseThrow());
            for (int b = 0; b < db.length; b++) {
                db[b] += content * SIZES_DB[s] * smooth[b] / rms;
            }
        }
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            double octave = Math.log(BandGrid.centreHz(b) / 100) / Math.log(2);
            power[b] = Math.pow(10, (db[b] - 40 - 3 * Math.max(0, octave) - 12 * Math.max(0, -1.2 - octave)) / 10);
        }
        return new BandSpectrum(power, BandGrid.SIZE, 100);
    }

    /** The same through a filter. */
    public static BandSpectrum through(BandSpectrum song, AnalogueSection filter) {
        double[] power = song.power().clone();
        for (int b = 0; b < power.length; b++) {
            power[b] *= filter.powerGain(BandGrid.centreHz(b));
        }
        return new BandSpectrum(power, song.usableBands(), song.analysedSeconds());
    }

    /** The gap between a mix and some songs, by seeds, at one loudness. */
    public static Gap gap(BandSpectrum mix, double content, int... references) {
        List<Gap.Reference> all = new ArrayList<>();
        for (int seed : references) {
            BandSpectrum song = song(seed, content);
            all.add(new Gap.Reference(song, loudness(song)));
        }
        return Gap.between(mix, loudness(mix), all);
    }

    /** The same as it is weighed. */
    public static Evidence weighed(BandSpectrum mix, double content, int... references) {
        return CorrectionSettings.DEFAULT.weigh(Material.of(gap(mix, content, references)));
    }

    private static double loudness(BandSpectrum song) {
        return 10 * Math.log10(KWeightedSpectrum.power(song.power()));
    }
}
