package oakmirror.rhythm;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A tempo from taps: a line is laid through the last taps, so that one late tap matters little. A pause of more than 2.5 s, or a tap off by
 * more than 40 %, starts over.
 */
public final class TapTempo {

    private static final double LONGEST_PAUSE_SECONDS = 2.5;
    private static final double MOST_OFF = 0.4;
    private static final int KEPT = 16;

    private final List<Double> taps = new ArrayList<>();

    /**
     * Takes a tap.
     *
     * @param seconds its moment on any steady clock
     * @return the tempo so far in beats a minute; empty before the second tap
     */
    public Optional<Double> tap(double seconds) {
        if (!taps.isEmpty()) {
            double gap = seconds - taps.get(taps.size() - 1);
            boolean off = taps.size() >= 3 && Math.abs(gap / beatSeconds() - 1) > MOST_OFF;
            if (gap > LONGEST_PAUSE_SECONDS || gap <= 0 || off) {
                taps.clear();
            }
        }
        taps.add(seconds);
        if (taps.size() > KEPT) {
            taps.remove(0);
        }
        return taps.size() < 2 ? Optional.empty() : Optional.of(60 / beatSeconds());
    }

    /** How many taps count at the moment. */
    public int count() {
        return taps.size();
    }

    private double beatSeconds() {
        int n = taps.size();
        double meanIndex = (n - 1) / 2.0;
        double top = 0;
        double bottom = 0;
        for (int i = 0; i < n; i++) {
            top += (i - meanIndex) * taps.get(i);
            bottom += (i - meanIndex) * (i - meanIndex);
        }
        return top / bottom;
    }
}
