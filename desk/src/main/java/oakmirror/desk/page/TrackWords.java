package oakmirror.desk.page;

import oakmirror.desk.model.session.TrackSlot;
import oakmirror.measure.Levels;
import oakmirror.readings.Readings;
import oakmirror.session.ComparisonSettings.Scope;

/** What a row of the table of tracks says to those who cannot see it. */
final class TrackWords {

    private TrackWords() {}

    static String of(TrackSlot slot, int number, Scope scope, double offsetDb) {
        String name = (number == 0 ? "Mix, " : "Reference " + number + ", ")
                + slot.track().name();
        if (!slot.failureProperty().get().isEmpty()) {
            return name + ", " + slot.failureProperty().get();
        }
        return name
                + slot.measured(scope)
                        .map(m -> figures(m.heard()) + ", heard with " + Readings.gainDb(offsetDb))
                        .orElse(", being read");
    }

    private static String figures(Levels heard) {
        return ", " + Readings.level(heard.loudness().integratedLufs()) + " LUFS, range "
                + Readings.level(heard.loudness().rangeLu()) + " LU, true peak "
                + Readings.level(heard.peaks().truePeakDbtp()) + " dBTP";
    }
}
