package oakmirror.spectrum;

import java.util.List;
import java.util.Optional;

/**
 * What is in a stretch of audio, by frequency.
 *
 * @param spectrum its averaged spectrum
 * @param peaks its strongest peaks, the strongest first
 * @param keys the keys it is most like, the likeliest first
 */
public record Tone(StereoSpectrum spectrum, List<TonePeak> peaks, List<Key.Likeness> keys) {

    /** How many peaks are kept. */
    public static final int PEAKS = 24;

    /** Copies the lists. */
    public Tone {
        peaks = List.copyOf(peaks);
        keys = List.copyOf(keys);
    }

    /** Nothing heard. */
    public static Tone silent() {
        return new Tone(StereoSpectrum.silent(), List.of(), List.of());
    }

    /** What a spectrum, its lines and its likeliest keys tell. */
    public static Tone of(StereoSpectrum spectrum, LineSpectrum lines, List<Key.Likeness> keys) {
        return new Tone(spectrum, PeakFinder.strongest(lines, PEAKS), keys);
    }

    /** The key it seems to be in, if one stands out. */
    public Optional<Key> key() {
        return Key.of(keys);
    }

    /** The same with its spectrum changed by so many dB in each band of the {@link BandGrid}; peaks and keys stay. */
    public Tone changed(double[] db) {
        return new Tone(spectrum.changed(db), peaks, keys);
    }
}
