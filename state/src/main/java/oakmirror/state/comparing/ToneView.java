package oakmirror.state.comparing;

import java.util.HashSet;
import java.util.Set;
import java.util.function.Consumer;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;

/**
 * How tone is looked at. Nothing of it changes a figure that is kept.
 *
 * @param octaves width of the bands that are drawn
 * @param bars whether they are drawn as bars on the nominal third-octave centres
 * @param tilt what the picture is raised by, in dB an octave
 * @param part what of the stereo signal
 * @param averaging over what while
 * @param blockSeconds length of an analysis block
 * @param mean whether the mean of the references is drawn
 * @param peaks whether the strongest peaks are named
 * @param asExcess whether the gap is read as what the mix has too much of
 * @param legend whether lines are named by their tracks
 * @param all whether each reference is drawn also where there are many
 * @param hidden numbers of the references that are not drawn
 */
public record ToneView(
        double octaves,
        boolean bars,
        double tilt,
        Part part,
        Averaging averaging,
        double blockSeconds,
        boolean mean,
        boolean peaks,
        boolean asExcess,
        boolean legend,
        boolean all,
        Set<Integer> hidden) {

    /** Over what while a spectrum is averaged. */
    public enum Averaging {
        WHOLE("comparing.average", 0),
        TEN_SECONDS("comparing.moving10S", 10),
        THREE_SECONDS("comparing.moving3S", 3),
        ONE_SECOND("comparing.moving1S", 1),
        SHORT("comparing.moving04S", 0.4);

        private final String label;
        private final double seconds;

        Averaging(String label, double seconds) {
            this.label = label;
            this.seconds = seconds;
        }

        /** Its name on screen. */
        public String label() {
            return Texts.of(label);
        }

        /** How long; 0 for all that is compared. */
        public double seconds() {
            return seconds;
        }

        /** Whether the picture moves with the playback. */
        public boolean moves() {
            return seconds > 0;
        }
    }

    /** Copies the set. */
    public ToneView {
        hidden = Set.copyOf(hidden);
    }

    /** A copy on its way to being another view. */
    private static final class Draft {
        private double octaves;
        private boolean bars;
        private double tilt;
        private Part part;
        private Averaging averaging;
        private double blockSeconds;
        private boolean mean;
        private boolean peaks;
        private boolean asExcess;
        private boolean legend;
        private boolean all;
        private Set<Integer> hidden;
    }

    private ToneView with(Consumer<Draft> change) {
        Draft d = new Draft();
        d.octaves = octaves;
        d.bars = bars;
        d.tilt = tilt;
        d.part = part;
        d.averaging = averaging;
        d.blockSeconds = blockSeconds;
        d.mean = mean;
        d.peaks = peaks;
        d.asExcess = asExcess;
        d.legend = legend;
        d.all = all;
        d.hidden = hidden;
        change.accept(d);
        return new ToneView(
                d.octaves,
                d.bars,
                d.tilt,
                d.part,
                d.averaging,
                d.blockSeconds,
                d.mean,
                d.peaks,
                d.asExcess,
                d.legend,
                d.all,
                d.hidden);
    }

    /** The same in bands of another width. */
    public ToneView withResolution(double width, boolean asBars) {
        return with(d -> {
            d.octaves = width;
            d.bars = asBars;
        });
    }

    /** The same with another tilt. */
    public ToneView withTilt(double value) {
        return with(d -> d.tilt = value);
    }

    /** The same of another part. */
    public ToneView withPart(Part value) {
        return with(d -> d.part = value);
    }

    /** The same over another while. */
    public ToneView withAveraging(Averaging value) {
        return with(d -> d.averaging = value);
    }

    /** The same with other blocks. */
    public ToneView withBlock(double seconds) {
        return with(d -> d.blockSeconds = seconds);
    }

    /** The same with or without the mean. */
    public ToneView withMean(boolean value) {
        return with(d -> d.mean = value);
    }

    /** The same with or without names of peaks. */
    public ToneView withPeaks(boolean value) {
        return with(d -> d.peaks = value);
    }

    /** The same with the gap read one way or the other. */
    public ToneView withAsExcess(boolean value) {
        return with(d -> d.asExcess = value);
    }

    /** The same with or without the names of the tracks. */
    public ToneView withLegend(boolean value) {
        return with(d -> d.legend = value);
    }

    /** The same with each reference drawn, or only one where there are many. */
    public ToneView withAll(boolean value) {
        return with(d -> d.all = value);
    }

    /** The same with a reference drawn or not. */
    public ToneView showing(int number, boolean shown) {
        Set<Integer> next = new HashSet<>(hidden);
        if (shown) {
            next.remove(number);
        } else {
            next.add(number);
        }
        return with(d -> d.hidden = next);
    }
}
