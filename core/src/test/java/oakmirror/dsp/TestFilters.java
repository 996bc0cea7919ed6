package oakmirror.dsp;

import java.util.List;
import oakmirror.filter.AnalogueSection;

/** Filters that tests are made with. */
public final class TestFilters {

    private TestFilters() {}

    public static final ToneFilter BRIGHT = new ToneFilter(
            ToneFilter.Phase.MINIMUM,
            List.of(AnalogueSection.bell(200, -4, 1), AnalogueSection.highShelf(6000, 5, 0.7)),
            hz -> AnalogueSection.bell(200, -4, 1).gainDb(hz)
                    + AnalogueSection.highShelf(6000, 5, 0.7).gainDb(hz));

    public static ToneFilter bright(ToneFilter.Phase phase) {
        return new ToneFilter(phase, BRIGHT.sections(), BRIGHT.curve());
    }
}
