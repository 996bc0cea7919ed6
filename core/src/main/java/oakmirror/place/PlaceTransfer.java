package oakmirror.place;

import java.util.Arrays;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.audio.Fft;
import oakmirror.dsp.StereoResponse;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * What a place lets through, on the average, in each band of the {@link BandGrid}: filters, width and room; a driver's limit and noise are not in it.
 *
 * @param mid power that comes out, both sides averaged, for what both sides have in common
 * @param side the same for what differs between them
 */
public record PlaceTransfer(double[] mid, double[] side) {

    private static final int LEAST_SIZE = 1 << 15;
    /** From the middle of a third octave to its lower edge. */
    private static final double SIXTH_DOWN = Math.pow(10, -0.05);

    /** The rate at which rooms are looked at here; any would do up to 20 kHz. */
    public static final int USUAL_RATE = 48_000;

    /** That of a place. */
    public static PlaceTransfer of(ListeningPlace place) {
        double[] mid = new double[BandGrid.SIZE];
        double[] side = new double[BandGrid.SIZE];
        Optional<StereoResponse> room = place.room().map(r -> RoomResponse.beginning(r, USUAL_RATE));
        Optional<double[]> ofMid = room.map(r -> bands(power(r, 1), USUAL_RATE));
        Optional<double[]> ofSide = room.map(r -> bands(power(r, -1), USUAL_RATE));
        Optional<double[]> ends = place.room().map(r -> Arrays.stream(RoomResponse.endEnergies(r, BandGrid.centresHz()))
                .map(e -> r.speakersM().size() * e)
                .toArray());
        for (int b = 0; b < mid.length; b++) {
            double hz = BandGrid.centreHz(b);
            double filters = Decibels.toPower(place.filtersDb(hz));
            double end = ends.isPresent() ? ends.get()[b] : 0;
            mid[b] = filters * (ofMid.isPresent() ? ofMid.get()[b] + end : 1);
            side[b] = filters * place.width() * place.width() * (ofSide.isPresent() ? ofSide.get()[b] + end : 1);
        }
        return new PlaceTransfer(mid, side);
    }

    /** The same with an impulse response at a rate instead of a room. */
    public static PlaceTransfer of(ListeningPlace place, StereoResponse response, int rate) {
        double[] mid = bands(power(response, 1), rate);
        double[] side = bands(power(response, -1), rate);
        for (int b = 0; b < mid.length; b++) {
            double filters = Decibels.toPower(place.filtersDb(BandGrid.centreHz(b)));
            mid[b] *= filters;
            side[b] *= filters * place.width() * place.width();
        }
        return new PlaceTransfer(mid, side);
    }

    /** Averaged over the third octave about each band; nothing beyond half the rate. */
    private static double[] bands(double[] power, int rate) {
        double[] bands = new double[BandGrid.SIZE];
        for (int b = 0; b < BandGrid.SIZE; b++) {
            double perHz = 2.0 * power.length / rate;
            int from = (int) Math.round(BandGrid.centreHz(b) * SIXTH_DOWN * perHz);
            int to = Math.max(from + 1, (int) Math.round(BandGrid.centreHz(b) / SIXTH_DOWN * perHz));
            for (int k = from; k < Math.min(to, power.length); k++) {
                bands[b] += power[k] / (to - from);
            }
        }
        return bands;
    }

    /** Power a room gives at each frequency for what is alike on both sides (1), or differs between them (−1): (|ll ± rl|² + |lr ± rr|²) / 2. */
    private static double[] power(StereoResponse r, int sign) {
        int size = 2 * Integer.highestOneBit(Math.max(LEAST_SIZE, 2 * r.taps() - 1));
        double[] both = new double[2 * size];
        for (int i = 0; i < r.taps(); i++) {
            both[2 * i] = at(r.ll(), i) + sign * at(r.rl(), i);
            both[2 * i + 1] = at(r.lr(), i) + sign * at(r.rr(), i);
        }
        Fft.precise(size).complexForward(both);
        double[] power = new double[size / 2];
        for (int k = 1; k < size / 2; k++) {
            int back = size - k;
            // of two real signals in one complex transform, |A|² + |B|² = (|Z(k)|² + |Z(N − k)|²) / 2
            power[k] = (both[2 * k] * both[2 * k]
                            + both[2 * k + 1] * both[2 * k + 1]
                            + both[2 * back] * both[2 * back]
                            + both[2 * back + 1] * both[2 * back + 1])
                    / 4;
        }
        return power;
    }

    private static double at(double[] taps, int i) {
        return i < taps.length ? taps[i] : 0;
    }

    /** Power of a spectrum behind the place, both sides averaged, in each band. */
    public double[] behind(StereoSpectrum spectrum) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            power[b] = mid[b] * spectrum.power(Part.MID, b) + side[b] * spectrum.power(Part.SIDE, b);
        }
        return power;
    }

    /** By how much a spectrum becomes louder, in LU, without the gate; NaN where nothing was heard or nothing comes out. */
    public double changeLu(StereoSpectrum spectrum) {
        double before = KWeightedSpectrum.power(spectrum.of(Part.STEREO).power());
        double after = KWeightedSpectrum.power(behind(spectrum));
        return before > 0 && after > 0 ? Decibels.ofPower(after / before) : Double.NaN;
    }
}
