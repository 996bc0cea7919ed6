package oakmirror.state.trouble;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.media.file.AudioFile;
import oakmirror.media.folders.UserFolders;
import oakmirror.session.Session;
import oakmirror.session.SessionFile;
import oakmirror.session.Track;
import oakmirror.text.Product;
import oakmirror.text.Texts;

/**
 * A report of what went wrong, for whoever mends the program: what it was, where, on which system, and the end of the log. No audio and no readings; folders are left out,
 * and so are the names of songs and files, unless they are asked for. It goes nowhere by itself.
 */
public final class TroubleReport {

    private static final int LOG_BYTES = 40_000;
    /** Shorter names would take parts of words with them. */
    private static final int SHORTEST_NAME = 3;

    private static final String NAME = "‹name›";
    /** A file with its folders, up to an ending; blanks are of the name. Not after a letter, a digit or a dot: there a slash means something else. */
    private static final Pattern FILE = Pattern.compile(
            "(?<![\\w.@])(?:[A-Za-z]:\\\\|/|~/)[^\\n:\"<>|]*?([^/\\\\\\n:\"<>|]*)(\\.[A-Za-z0-9]{2,5})(?![\\w.])");
    /** Folders of a path. */
    private static final Pattern FOLDERS =
            Pattern.compile("(?<![\\w.@])(?:[A-Za-z]:\\\\|/|~/)(?:[^\\s/\\\\:]+[/\\\\])+");

    /** What sentences name: in quotes, at their beginning up to a file's ending, or a word with one. */
    private static final Pattern NAMED;

    static {
        String endings = Stream.concat(AudioFile.patterns().stream(), Stream.of("*.json"))
                .map(e -> e.substring(2))
                .collect(Collectors.joining("|", "(\\.(?:", "))\\b"));
        NAMED = Pattern.compile("“[^”\n]*(”)|(?<=: )[^:\n…“]*?" + endings + "|[^\\s/…‹›“]+" + endings);
    }

    private TroubleReport() {}

    /**
     * Writes one.
     *
     * @param troubles what went wrong, the first first
     * @param session what is open
     * @param file where it is kept
     * @param withNames whether the names of songs and files stay
     */
    public static String of(List<Trouble> troubles, Session session, Optional<Path> file, boolean withNames) {
        StringBuilder text = new StringBuilder();
        text.append(Texts.of("trouble.head", Product.NAME, Product.version())).append("\n\n");
        for (Trouble trouble : troubles) {
            text.append(Texts.of("trouble.when", Texts.moment(trouble.when()), trouble.where()))
                    .append('\n')
                    .append(trouble.trace())
                    .append('\n');
        }
        text.append(system()).append('\n').append(open(session)).append("\n\n");
        text.append(Texts.of("trouble.log")).append('\n').append(LogEnd.of(UserFolders.log(), LOG_BYTES));
        String shortened = withoutFolders(text.toString(), withNames);
        return withNames ? shortened : withoutNames(shortened, session, file);
    }

    private static String system() {
        Runtime machine = Runtime.getRuntime();
        return Texts.of(
                "trouble.system",
                System.getProperty("os.name") + " " + System.getProperty("os.version") + " "
                        + System.getProperty("os.arch"),
                System.getProperty("java.runtime.version") + ", " + System.getProperty("java.vendor"),
                System.getProperty("javafx.runtime.version", "–"),
                String.valueOf(machine.availableProcessors()),
                String.valueOf((machine.totalMemory() - machine.freeMemory()) >> 20),
                String.valueOf(machine.maxMemory() >> 20),
                Texts.spoken().getLanguage());
    }

    private static String open(Session session) {
        return Texts.of(
                "trouble.open",
                String.valueOf(session.mix().isPresent() ? 1 : 0),
                String.valueOf(session.references().size()),
                String.valueOf(session.mix().map(m -> m.stems().all().size()).orElse(0)),
                String.valueOf(session.album().songs().size()));
    }

    /** Paths without their folders, and where names are not to stay, without their files' names. */
    static String withoutFolders(String text, boolean withNames) {
        String files = FILE.matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement("…/" + (withNames ? m.group(1) : NAME) + m.group(2)));
        return FOLDERS.matcher(files).replaceAll("…/");
    }

    private static String withoutNames(String text, Session session, Optional<Path> file) {
        List<String> names = new ArrayList<>();
        if (!session.name().equals(Session.EMPTY.name())) {
            names.add(session.name());
        }
        file.ifPresent(f -> names.add(SessionFile.nameOf(f)));
        Stream.concat(session.mix().stream(), session.references().stream())
                .map(Track::name)
                .forEach(names::add);
        session.mix().ifPresent(m -> m.stems().all().forEach(s -> names.add(s.name())));
        session.album().songs().forEach(s -> names.add(s.track().name()));
        names.removeIf(n -> n.length() < SHORTEST_NAME);
        names.sort(Comparator.comparing(String::length).reversed()); // one may be part of another
        String without = NAMED.matcher(text)
                .replaceAll(m -> Matcher.quoteReplacement(
                        m.group(1) != null ? "“" + NAME + "”" : NAME + (m.group(2) != null ? m.group(2) : m.group(3))));
        for (String name : names) {
            without = without.replace(name, NAME);
        }
        return without;
    }
}
