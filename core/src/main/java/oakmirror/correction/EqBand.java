package oakmirror.correction;

import java.util.List;
import oakmirror.filter.AnalogueSection;
import oakmirror.text.Texts;

/**
 * One bell or shelf, in the form any equaliser takes.
 *
 * @param type which shape
 * @param frequencyHz centre of a bell, half-gain frequency of a shelf
 * @param gainDb gain at the centre, or on the shelf
 * @param q width: centre over bandwidth for a bell; slope for a shelf, 0.707 being the steepest without overshoot
 */
public record EqBand(Type type, double frequencyHz, double gainDb, double q) {

    /** The shapes. */
    public enum Type {
        BELL("bell", "correction.bell"),
        LOW_SHELF("low-shelf", "correction.lowShelf"),
        HIGH_SHELF("high-shelf", "correction.highShelf");

        private final String id;
        private final String label;

        Type(String id, String label) {
            this.id = id;
            this.label = label;
        }

        /** Its name in the language of the user. */
        public String label() {
            return Texts.of(label);
        }

        /** The name used in files. */
        public String id() {
            return id;
        }
    }

    /** Its analogue shape. */
    public AnalogueSection section() {
        return switch (type) {
            case BELL -> AnalogueSection.bell(frequencyHz, gainDb, q);
            case LOW_SHELF -> AnalogueSection.lowShelf(frequencyHz, gainDb, q);
            case HIGH_SHELF -> AnalogueSection.highShelf(frequencyHz, gainDb, q);
        };
    }

    /** Gain in dB of all bands together at some frequencies. */
    public static double[] responseDb(List<EqBand> bands, double[] frequenciesHz) {
        double[] sum = new double[frequenciesHz.length];
        for (EqBand band : bands) {
            AnalogueSection section = band.section();
            for (int i = 0; i < sum.length; i++) {
                sum[i] += section.gainDb(frequenciesHz[i]);
            }
        }
        return sum;
    }
}
