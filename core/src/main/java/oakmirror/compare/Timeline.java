package oakmirror.compare;

import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.TimeRange;
import oakmirror.audio.Timing;
import oakmirror.rhythm.BarGrid;

/**
 * Where tracks lie against each other. By time, a unit is a frame of the common time axis. By bar, a unit is a bar counted from where a track's
 * chosen passage begins, or from its first bar; a track whose bars are not known counts in bars of the mix.
 *
 * @param jump what stays when another track is heard
 * @param sampleRate frames a second
 * @param mixBarSeconds length of the mix's bars; without them everything goes by time
 */
public record Timeline(Jump jump, int sampleRate, Optional<Double> mixBarSeconds) {

    /** A loop is at least this long. */
    public static final double SHORTEST_LOOP_SECONDS = 0.1;

    /**
     * A track's place.
     *
     * @param shiftSeconds how much later than the mix it begins on the common axis
     * @param bars its bars, in its own time
     * @param passage its chosen passage, in its own time
     * @param factor by how much it is heard stretched
     */
    public record Place(double shiftSeconds, Optional<BarGrid> bars, Optional<TimeRange> passage, double factor) {

        /** Where its bars are counted from. */
        double anchorSeconds() {
            return passage.map(TimeRange::startSeconds)
                    .orElseGet(() -> bars.map(b -> b.secondsAt(Math.ceil(b.barsAt(0) - 1e-6)))
                            .orElse(0.0));
        }
    }

    /** Where a track lies, for the mixer. */
    public Timing timing(Place place) {
        double anchor = place.anchorSeconds();
        if (jump == Jump.BAR && mixBarSeconds.isPresent()) {
            double bar = place.bars().map(BarGrid::barSeconds).orElse(mixBarSeconds.get());
            return new Timing(anchor * place.factor() * sampleRate, bar * place.factor() * sampleRate);
        }
        // Stretched about the anchor, so that passages that meet go on meeting.
        double origin = anchor * place.factor() - (anchor + place.shiftSeconds());
        return new Timing(origin * sampleRate, 1);
    }

    /** The loop of a track's passage, in the frames that are heard. */
    public Optional<FrameRange> loop(Place place) {
        return place.passage()
                .flatMap(p -> loop(
                        Math.round(p.startSeconds() * place.factor() * sampleRate),
                        Math.round(p.endSeconds() * place.factor() * sampleRate)));
    }

    /** The loop between two places that are common to all. */
    public Optional<FrameRange> loop(Place place, double fromUnits, double toUnits) {
        Timing timing = timing(place);
        return loop(Math.max(0, timing.frameAt(fromUnits)), timing.frameAt(toUnits));
    }

    private Optional<FrameRange> loop(long start, long end) {
        boolean longEnough = end - start >= SHORTEST_LOOP_SECONDS * sampleRate;
        return longEnough ? Optional.of(new FrameRange(start, end)) : Optional.empty();
    }

    /** Where a track is, in its own seconds. */
    public double secondsAt(Place place, double units) {
        Timing timing = timing(place);
        return (timing.originFrame() + units * timing.framesPerUnit()) / place.factor() / sampleRate;
    }

    /** The common place at which a track is at a moment of its own. */
    public double unitsAt(Place place, double seconds) {
        Timing timing = timing(place);
        return (seconds * place.factor() * sampleRate - timing.originFrame()) / timing.framesPerUnit();
    }
}
