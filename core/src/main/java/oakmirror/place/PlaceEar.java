package oakmirror.place;

import java.util.List;
import java.util.stream.IntStream;
import oakmirror.audio.Decibels;
import oakmirror.loudness.KWeightedSpectrum;
import oakmirror.measure.TrackMeasurement;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * Reads how much of tracks gets through at a place, from what was measured of them. A third octave is heard as far as its power lies above that of the noise and
 * of the threshold together: of a power S with N to cover it, the part 1 − N/S. Its level goes up and down as the track's short-term loudness does.
 */
public final class PlaceEar {

    /** What there is least of anything. */
    private static final double FLOOR_LU = -40;
    /** Less than this part of its loudness makes a moment covered. */
    private static final double COVERED = 0.1;

    private static final int SOFTEST_DB = -60;
    private static final int LOUDEST_DB = 15;
    /** Power of each of the levels between. */
    private static final double[] UP = IntStream.rangeClosed(SOFTEST_DB, LOUDEST_DB)
            .mapToDouble(Decibels::toPower)
            .toArray();
    /** Bands to either side of a third octave's middle. */
    private static final int HALF_THIRD = BandGrid.BANDS_PER_OCTAVE / 6;

    private final PlaceTransfer transfer;
    /** Power in the third octave about each band of what covers, where the programme's K-weighted power is 1. */
    private final double[] covering;

    /** One at a place without a response of its own. */
    public PlaceEar(ListeningPlace place) {
        this(place, PlaceTransfer.of(place));
    }

    /** One at a place of which it is known what it lets through. */
    public PlaceEar(ListeningPlace place, PlaceTransfer transfer) {
        this.transfer = transfer;
        covering = new double[BandGrid.SIZE];
        double[] noise = place.noise().map(PlaceEar::noise).orElse(new double[BandGrid.SIZE]);
        double[] thirds = thirds(noise);
        for (int b = 0; b < covering.length; b++) {
            double threshold = Hearing.thresholdDb(BandGrid.centreHz(b)) - place.playbackDb();
            covering[b] = thirds[b] + Decibels.toPower(threshold);
        }
    }

    private static double[] noise(Noise noise) {
        double[] power = new double[BandGrid.SIZE];
        for (int b = 0; b < power.length; b++) {
            double hz = BandGrid.centreHz(b);
            power[b] = Decibels.toPower(noise.densityDb(hz)) * hz;
        }
        double gain = Decibels.toPower(-noise.belowLu()) / KWeightedSpectrum.power(power);
        for (int b = 0; b < power.length; b++) {
            power[b] *= gain;
        }
        return power;
    }

    /** Power in the third octave about each band. */
    private static double[] thirds(double[] power) {
        double[] sums = new double[power.length];
        for (int b = 0; b < power.length; b++) {
            for (int k = -HALF_THIRD; k <= HALF_THIRD; k++) {
                int at = b + k;
                double weight = Math.abs(k) == HALF_THIRD ? 0.5 : 1;
                sums[b] += at >= 0 && at < power.length ? weight * power[at] : 0;
            }
        }
        return sums;
    }

    /** What it lets through on the average. */
    public PlaceTransfer transfer() {
        return transfer;
    }

    /** Reads a track. */
    public Through of(TrackMeasurement track) {
        StereoSpectrum spectrum = track.tone().spectrum();
        double[] here = spectrum.of(Part.STEREO).power();
        double[] there = transfer.behind(spectrum);
        double[] withoutSide = new PlaceTransfer(transfer.mid(), new double[BandGrid.SIZE]).behind(spectrum);
        double hereAll = KWeightedSpectrum.power(here);
        double thereAll = KWeightedSpectrum.power(there);
        double[] moments = moments(track);
        double[] heard = heard(there, thereAll, moments);
        List<Range> ranges = Range.all();
        double[] lu = new double[ranges.size()];
        double[] shares = new double[ranges.size()];
        double[] side = new double[ranges.size()];
        for (int r = 0; r < lu.length; r++) {
            Range range = ranges.get(r);
            double before = power(here, range.lowHz(), range.highHz()) / hereAll;
            double after = power(heard, range.lowHz(), range.highHz()) / thereAll;
            lu[r] = before > 0 ? Math.max(FLOOR_LU, Decibels.ofPower(after / before)) : Double.NaN;
            shares[r] = Decibels.ofPower(before);
            side[r] = sideLoss(spectrum, there, withoutSide, range);
        }
        double overtones = Decibels.ofPower(
                power(here, Range.OVERTONES_FROM_HZ, ranges.get(0).highHz())
                        / power(here, ranges.get(0).lowHz(), ranges.get(0).highHz()));
        return new Through(lu, shares, overtones, side, covered(there, thereAll, moments));
    }

    /** By how much the share of what is wide has become smaller in a range, as a loss of all of it. */
    private static double sideLoss(StereoSpectrum spectrum, double[] there, double[] withoutSide, Range range) {
        double whole = power(spectrum.of(Part.STEREO).power(), range.lowHz(), range.highHz());
        double mid = power(spectrum.of(Part.MID).power(), range.lowHz(), range.highHz());
        double wholeThere = power(there, range.lowHz(), range.highHz());
        double midThere = power(withoutSide, range.lowHz(), range.highHz());
        double share = mid / whole;
        double shareThere = midThere / wholeThere;
        return share > 0 && shareThere > 0 ? Decibels.ofPower(share / shareThere) : 0;
    }

    /** How often the track is how much louder or softer than on the whole, from {@value #SOFTEST_DB} dB on; adds up to 1. */
    private static double[] moments(TrackMeasurement track) {
        double[] often = new double[LOUDEST_DB - SOFTEST_DB + 1];
        double lufs = track.heardLufs();
        int count = 0;
        for (float value : track.shortTerm()) {
            if (Float.isFinite(value)) {
                long step = Math.round(value - lufs) - SOFTEST_DB;
                often[(int) Math.max(0, Math.min(often.length - 1, step))]++;
                count++;
            }
        }
        if (count == 0) {
            often[-SOFTEST_DB] = 1;
            count = 1;
        }
        for (int i = 0; i < often.length; i++) {
            often[i] /= count;
        }
        return often;
    }

    /** Power in each band that lies above what covers it, over all moments. */
    private double[] heard(double[] there, double all, double[] moments) {
        double[] thirds = thirds(there);
        double[] heard = new double[there.length];
        double total = 0;
        for (int m = 0; m < moments.length; m++) {
            total += moments[m] * UP[m];
        }
        for (int b = 0; b < there.length; b++) {
            double covered = covering[b] * all / Math.max(thirds[b], Double.MIN_NORMAL);
            double sum = 0;
            for (int m = 0; m < moments.length; m++) {
                sum += moments[m] * Math.max(0, UP[m] - covered);
            }
            heard[b] = there[b] * sum / total;
        }
        return heard;
    }

    private double covered(double[] there, double all, double[] moments) {
        double[] thirds = thirds(there);
        double covered = 0;
        for (int m = 0; m < moments.length; m++) {
            double heard = 0;
            for (int b = 0; b < there.length; b++) {
                double part = 1 - covering[b] * all / Math.max(thirds[b] * UP[m], Double.MIN_NORMAL);
                heard += KWeightedSpectrum.weight(b) * there[b] * Math.max(0, part);
            }
            covered += heard < COVERED * all ? moments[m] : 0;
        }
        return covered;
    }

    /** K-weighted power between two frequencies. */
    private static double power(double[] bands, double lowHz, double highHz) {
        double sum = 0;
        for (int b = 0; b < bands.length; b++) {
            double hz = BandGrid.centreHz(b);
            sum += hz >= lowHz && hz < highHz ? KWeightedSpectrum.weight(b) * bands[b] : 0;
        }
        return sum;
    }
}
