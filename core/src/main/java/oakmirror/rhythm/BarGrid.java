package oakmirror.rhythm;

import oakmirror.audio.TimeRange;
import oakmirror.text.Texts;

/**
 * Bars of a steady tempo.
 *
 * @param bpm beats a minute
 * @param downbeatSeconds a moment at which a bar begins; may lie before the start
 * @param beatsPerBar beats in a bar
 */
public record BarGrid(double bpm, double downbeatSeconds, int beatsPerBar) {

    /** Slowest tempo that is found or taken. */
    public static final double SLOWEST_BPM = 55;

    /** Fastest tempo that is found or taken. */
    public static final double FASTEST_BPM = 215;

    /** Checks that it can be. */
    public BarGrid {
        if (!(bpm >= 20 && bpm <= 400)) {
            throw new IllegalArgumentException(Texts.of("invalid.tempo", bpm));
        }
        if (beatsPerBar < 1 || beatsPerBar > 16) {
            throw new IllegalArgumentException(Texts.of("invalid.bar", beatsPerBar));
        }
        if (!(Math.abs(downbeatSeconds) <= 86_400)) {
            throw new IllegalArgumentException(Texts.of("invalid.moment", downbeatSeconds));
        }
    }

    /** Length of a beat in seconds. */
    public double beatSeconds() {
        return 60 / bpm;
    }

    /** Length of a bar in seconds. */
    public double barSeconds() {
        return beatsPerBar * beatSeconds();
    }

    /** How many bars lie between the downbeat and a moment; fractional, negative before it. */
    public double barsAt(double seconds) {
        return (seconds - downbeatSeconds) / barSeconds();
    }

    /** When a bar begins, counted from the downbeat. */
    public double secondsAt(double bars) {
        return downbeatSeconds + bars * barSeconds();
    }

    /** The bar line nearest to a moment. */
    public double nearestBar(double seconds) {
        return secondsAt(Math.round(barsAt(seconds)));
    }

    /** The beat nearest to a moment. */
    public double nearestBeat(double seconds) {
        return downbeatSeconds + Math.round((seconds - downbeatSeconds) / beatSeconds()) * beatSeconds();
    }

    /** A range with its ends on the nearest bar lines that lie within a length, at least one bar long where that fits. */
    public TimeRange snapped(TimeRange range, double lengthSeconds) {
        double first = Math.round(barsAt(range.startSeconds()));
        double last = Math.max(first + 1, Math.round(barsAt(range.endSeconds())));
        if (secondsAt(first) < -1e-6) {
            first = Math.ceil(barsAt(0));
            last = Math.max(first + 1, last);
        }
        if (secondsAt(last) > lengthSeconds + 1e-6) {
            last = Math.floor(barsAt(lengthSeconds));
        }
        return last <= first ? range : new TimeRange(Math.max(0, secondsAt(first)), secondsAt(last));
    }

    /** The same tempo with a bar beginning at another moment. */
    public BarGrid withDownbeat(double seconds) {
        return new BarGrid(bpm, seconds, beatsPerBar);
    }

    /** The same tempo with bars of another length. */
    public BarGrid withBeatsPerBar(int beats) {
        return new BarGrid(bpm, downbeatSeconds, beats);
    }
}
