package oakmirror.desk.plot;

import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;

/** Which frequencies are in view, from 20 Hz to 20 kHz at the most. Several plots can share one. */
public final class FrequencyView {

    private static final double NARROWEST_OCTAVES = 0.75;

    private double lowHz = FrequencyScale.LOW_HZ;
    private double highHz = FrequencyScale.HIGH_HZ;
    private final ReadOnlyBooleanWrapper zoomed = new ReadOnlyBooleanWrapper();
    private Runnable changed = () -> {};

    /** Calls this as well whenever the view changes. */
    public void onChange(Runnable more) {
        Runnable before = changed;
        changed = () -> {
            before.run();
            more.run();
        };
    }

    /** Lowest frequency in view. */
    public double lowHz() {
        return lowHz;
    }

    /** Highest frequency in view. */
    public double highHz() {
        return highHz;
    }

    /** Whether less than everything is in view. */
    public ReadOnlyBooleanProperty zoomedProperty() {
        return zoomed.getReadOnlyProperty();
    }

    /** Shows the range times a factor, below 1 for less; a frequency stays where it is. */
    public void zoom(double factor, double aroundHz) {
        double octaves = Math.log(highHz / lowHz) / Math.log(2);
        double next = Math.max(NARROWEST_OCTAVES, octaves * factor);
        double part = Math.log(aroundHz / lowHz) / Math.log(highHz / lowHz);
        place(aroundHz * Math.pow(2, -part * next), next);
    }

    /** Shows a range with some room to either side. */
    public void showRange(double low, double high) {
        double octaves = Math.log(high / low) / Math.log(2) + 1;
        place(low / Math.sqrt(2), Math.max(2, octaves));
    }

    /** Moves by a part of what is in view. */
    public void pan(double part) {
        double octaves = Math.log(highHz / lowHz) / Math.log(2);
        place(lowHz * Math.pow(2, part * octaves), octaves);
    }

    /** Shows everything. */
    public void reset() {
        place(FrequencyScale.LOW_HZ, 100);
    }

    private void place(double low, double octaves) {
        double all = Math.log(FrequencyScale.HIGH_HZ / FrequencyScale.LOW_HZ) / Math.log(2);
        double width = Math.min(all, octaves);
        double first = Math.max(FrequencyScale.LOW_HZ, Math.min(FrequencyScale.HIGH_HZ / Math.pow(2, width), low));
        lowHz = first;
        highHz = Math.min(FrequencyScale.HIGH_HZ, first * Math.pow(2, width));
        zoomed.set(width < all - 1e-6);
        changed.run();
    }
}
