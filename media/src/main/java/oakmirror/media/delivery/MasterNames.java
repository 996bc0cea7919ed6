package oakmirror.media.delivery;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import oakmirror.delivery.NamePattern.Place;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.media.file.OutputFormat;
import oakmirror.media.file.OutputNames;
import oakmirror.session.Session;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** How the masters of a session are named. */
public final class MasterNames {

    private MasterNames() {}

    /**
     * The name of a file, with its ending.
     *
     * @param tags what it says of itself
     * @param version which version it is; empty for the master as it stands
     * @param mixRate frames a second of its mix
     */
    public static String of(Session session, Tags tags, String version, int mixRate, LocalDate date) {
        OutputFormat format = Form.of(session.output()).format();
        Map<Place, String> values = new EnumMap<>(Place.class);
        values.put(Place.TITLE, tags.text(TagField.TITLE));
        values.put(Place.ARTIST, tags.text(TagField.ARTIST));
        values.put(Place.ALBUM, tags.text(TagField.ALBUM));
        values.put(Place.TRACK, track(tags.text(TagField.TRACK)));
        values.put(Place.VERSION, version);
        values.put(
                Place.LOUDNESS,
                Texts.forFile(() -> Numbers.level(session.finish().targetLufs()))
                                .replace('−', '-') + " LUFS");
        values.put(
                Place.RATE,
                Texts.forFile(() -> Numbers.rate(format.rateFor(session.output().rate(), mixRate))));
        values.put(Place.BITS, format.isLossy() ? "" : format.bits() + " bit");
        values.put(Place.DATE, date.toString());
        String name = session.delivery().name().name(values);
        boolean isNamed = version.isEmpty()
                || session.delivery()
                        .name()
                        .text()
                        .toLowerCase(java.util.Locale.ROOT)
                        .contains(Place.VERSION.written());
        return (isNamed ? name : name + ", " + safe(version)) + "." + format.ending();
    }

    private static String safe(String version) {
        return new oakmirror.delivery.NamePattern(Place.VERSION.written()).name(Map.of(Place.VERSION, version));
    }

    /** 3/12 is written 03, so that files stand in their order. */
    private static String track(String text) {
        String number = text.replaceFirst("/.*", "");
        return number.length() == 1 ? "0" + number : number;
    }

    /** Files in a folder for names, none of which is there yet, nor twice among them. */
    public static List<Path> free(Path folder, List<String> names) {
        Set<Path> taken = new HashSet<>();
        return names.stream()
                .map(name -> {
                    Path file = OutputNames.free(folder.resolve(name), taken);
                    taken.add(file);
                    return file;
                })
                .toList();
    }
}
