package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import oakmirror.spectrum.TonePeak;

/**
 * What a {@link TonePlot} shows. All levels are as they are drawn, tilt included.
 *
 * @param curves the tracks, the mix with the index 0
 * @param corridorDb lower and upper edge of the corridor; empty without one
 * @param meanDb the mean of the references, where it is wanted
 * @param heldDb a trace that was held
 * @param peaks peaks to name, with the index of the track they belong to
 * @param gapDb reference less mix, for the cursor
 * @param bars whether curves are drawn as third-octave bars
 * @param legend whether it says which track is which
 * @param corridorName what the corridor is called beside the tracks; empty where it needs no name
 */
public record ToneScene(
        List<ToneCurve> curves,
        Optional<double[][]> corridorDb,
        Optional<double[]> meanDb,
        Optional<double[]> heldDb,
        List<Peak> peaks,
        double[] gapDb,
        boolean bars,
        boolean legend,
        String corridorName) {

    /** Nothing to show. */
    public static final ToneScene EMPTY = new ToneScene(
            List.of(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            List.of(),
            new double[oakmirror.spectrum.BandGrid.SIZE],
            false,
            false,
            "");

    /** A peak of a track. */
    public record Peak(int index, TonePeak peak) {}

    /** Copies the lists. */
    public ToneScene {
        curves = List.copyOf(curves);
        peaks = List.copyOf(peaks);
    }

    Optional<ToneCurve> mix() {
        return curves.stream().filter(c -> c.index() == 0).findFirst();
    }
}
