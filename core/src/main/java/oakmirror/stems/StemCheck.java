package oakmirror.stems;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * How well stems and their mix go together, in words.
 *
 * @param sentence what they sum to
 * @param zones what is left of the mix in each zone
 * @param warnings what is wrong, each in one sentence
 */
public record StemCheck(String sentence, String zones, List<String> warnings) {

    /** Of the mix, what may be left when stems through the bus are taken from it. */
    private static final double MOST_LEFT_DB = -20;

    private static final double LATE_SECONDS = 0.001;
    private static final double OTHER_LENGTH_SECONDS = 0.1;

    /**
     * A stem's file against the mix's.
     *
     * @param name what it is called
     * @param sampleRate of the file
     * @param seconds its length
     */
    public record Form(String name, int sampleRate, double seconds) {}

    /** Copies the list. */
    public StemCheck {
        warnings = List.copyOf(warnings);
    }

    /**
     * Checks stems.
     *
     * @param mix the mix's file
     * @param stems the stems' files
     */
    public static StemCheck of(Bus bus, StemPowers powers, Form mix, List<Form> stems) {
        double left = powers.residualDb();
        String sentence = Texts.of("stems.theStemsSumTo", Numbers.gainDb(bus.residualDb()), Numbers.gainDb(left));
        List<String> zones = new ArrayList<>();
        for (Zone zone : Zone.values()) {
            zones.add(zone.label() + " " + Numbers.gainDb(powers.residualDb(zone)));
        }
        List<String> warnings = new ArrayList<>();
        if (left > MOST_LEFT_DB) {
            warnings.add(Texts.of("stems.somethingOfTheMix", Numbers.gainDb(left)));
        }
        double late = (double) bus.delayFrames() / mix.sampleRate();
        if (Math.abs(late) > LATE_SECONDS) {
            warnings.add(Texts.of(
                    late > 0 ? "stems.theMixStartsLater" : "stems.theMixStartsEarlier",
                    Numbers.fixed(1000 * Math.abs(late), 0)));
        }
        Map<String, List<String>> same = new LinkedHashMap<>();
        for (Form stem : stems) {
            double longer = stem.seconds() - mix.seconds();
            if (Math.abs(longer) > OTHER_LENGTH_SECONDS) {
                String said =
                        Texts.of(longer > 0 ? "stems.longer" : "stems.shorter", Numbers.seconds(Math.abs(longer)));
                same.computeIfAbsent(said, k -> new ArrayList<>()).add(stem.name());
            }
            if (stem.sampleRate() != mix.sampleRate()) {
                String said = Texts.of(
                        "stems.theMixConverted", Numbers.rate(stem.sampleRate()), Numbers.rate(mix.sampleRate()));
                same.computeIfAbsent(said, k -> new ArrayList<>()).add(stem.name());
            }
        }
        same.forEach((said, names) -> warnings.add((names.size() > 1 && names.size() == stems.size()
                        ? Texts.of("stems.allStems")
                        : String.join(", ", names))
                + ": " + said));
        return new StemCheck(sentence, String.join(" · ", zones), warnings);
    }
}
