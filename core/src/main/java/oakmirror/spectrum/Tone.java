package oakmirror.spectrum;

import java.util.List;
import java.util.Optional;

/**
 * What is in a stretch of audio, by frequency.
 *
 * @param spectrum its averaged spectrum
 * @param peaks its strongest peaks, the strongest first
 * @param key the key it seems to be in
 */
public record Tone(StereoSpectrum spectrum, List<TonePeak> peaks, Optional<Key> key) {

    /** How many peaks are kept. */
    public static final int PEAKS = 24;

    /** Copies the list. */
    public Tone {
        peaks = List.copyOf(peaks);
    }

    /** Nothing heard. */
    public static Tone silent() {
        return new Tone(StereoSpectrum.silent(), List.of(), Optional.empty());
    }

    /** What a spectrum, its lines and its key tell. */
    public static Tone of(StereoSpectrum spectrum, LineSpectrum lines, Optional<Key> key) {
        return new Tone(spectrum, PeakFinder.strongest(lines, PEAKS), key);
    }

    /** The same with its spectrum changed by so many dB in each band of the {@link BandGrid}; peaks and key stay. */
    public Tone changed(double[] db) {
        return new Tone(spectrum.changed(db), peaks, key);
    }
}
