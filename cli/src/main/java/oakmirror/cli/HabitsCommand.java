package oakmirror.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import oakmirror.habits.Answers.Usual;
import oakmirror.habits.Aspect;
import oakmirror.habits.Estimate;
import oakmirror.habits.Habit;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.HabitWords;
import oakmirror.habits.Habits;
import oakmirror.habits.Mark;
import oakmirror.habits.Moment;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.HabitSongs;
import oakmirror.spectrum.NominalBands;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** What several sessions have in common. */
@Command(name = "habits", mixinStandardHelpOptions = true)
final class HabitsCommand implements Callable<Integer> {

    @Parameters(paramLabel = "SESSION", descriptionKey = "oakmirror.habits.files")
    private List<Path> files = List.of();

    @Option(names = "--folder", paramLabel = "DIR")
    private Path folder;

    @Option(names = "--since", paramLabel = "DAY")
    private java.time.LocalDate since;

    @Option(names = "--json")
    private boolean json;

    @Option(names = "--out", paramLabel = "FILE")
    private Path out;

    @Mixin
    private Replacing replacing;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        List<Path> sessions = new ArrayList<>(files);
        if (folder != null) {
            if (!Files.isDirectory(folder)) {
                throw new AudioFileException(Texts.of("cli.isNotAFolder", folder));
            }
            sessions.addAll(HabitSongs.sessions(folder));
        }
        if (sessions.isEmpty()) {
            throw CommandSupport.usage(spec, Texts.of("cli.noSessions"));
        }
        List<Path> unread = new ArrayList<>();
        if (out != null) {
            replacing.check(List.of(out), sessions);
        }
        HabitBook book = read(sessions, unread);
        Habits habits = Habits.of(book.songs());
        if (out != null) {
            write(book);
        }
        PrintWriter to = spec.commandLine().getOut();
        if (json) {
            to.println(CommandSupport.MAPPER.writeValueAsString(tree(habits)));
        } else {
            text(habits).forEach(to::println);
        }
        to.flush();
        return unread.isEmpty() ? Main.DONE : Main.INPUT;
    }

    private void write(HabitBook book) throws OutputException {
        try {
            HabitFile.write(book, out);
        } catch (IOException e) {
            throw new OutputException(new AudioFileException(e.getMessage(), e));
        }
    }

    /** The songs of sessions, a song that stands in several as the last has it; what cannot be read is said and left out. */
    private HabitBook read(List<Path> sessions, List<Path> unread) throws AudioFileException {
        Map<String, HabitSong> songs = new LinkedHashMap<>();
        ProgressLine progress = new ProgressLine();
        PrintWriter err = spec.commandLine().getErr();
        try (Workshop shop = new Workshop(progress)) {
            for (Path file : sessions) {
                progress.start(Texts.of("cli.reading", file));
                try {
                    HabitSongs.read(file, shop.importer(), progress)
                            .ifPresentOrElse(
                                    s -> songs.put(s.id(), s),
                                    () -> err.println(Texts.of("cli.nothingToHoldAgainst", file)));
                } catch (AudioFileException e) {
                    progress.clear();
                    err.println(file + ": " + e.getMessage());
                    unread.add(file);
                }
            }
        }
        err.flush();
        return new HabitBook(List.copyOf(songs.values()), List.of());
    }

    private List<String> text(Habits habits) {
        List<String> lines = new ArrayList<>();
        for (Moment moment : Moment.values()) {
            List<String> told = HabitWords.told(habits, moment);
            lines.addAll(told.isEmpty() ? List.of(HabitWords.nothing(habits, moment)) : told);
        }
        if (since != null) {
            lines.addAll(HabitWords.changed(habits, Moment.FIRST, new Mark(since.toString(), "")));
        }
        lines.addAll(HabitWords.usual(habits.usual()));
        HabitWords.taste(habits).ifPresent(lines::add);
        return lines.stream().distinct().toList();
    }

    private static ObjectNode tree(Habits habits) {
        ObjectNode root = CommandSupport.MAPPER
                .createObjectNode()
                .put("songs", habits.songs().size());
        for (Moment moment : Moment.values()) {
            ObjectNode at = root.putObject(moment.name().toLowerCase(Locale.ROOT));
            at.put("songs", habits.count(moment));
            for (Aspect aspect : Aspect.values()) {
                Habit habit = habits.at(moment, aspect);
                ArrayNode readings = at.putArray(aspect.name().toLowerCase(Locale.ROOT));
                for (int i = 0; i < habit.readings().size(); i++) {
                    ObjectNode reading = readings.addObject();
                    switch (aspect) {
                        case TONE -> reading.put("hz", NominalBands.nominalHz(i));
                        case LEVEL -> reading.put("what", i == Aspect.LOUDNESS ? "loudness" : "plr");
                        default -> reading.put("zone", Zone.values()[i].written());
                    }
                    fill(reading, habit.readings().get(i));
                }
                if (aspect == Aspect.TONE) {
                    ArrayNode zones = at.putArray("toneByZone");
                    habit.zones().forEach((zone, e) -> fill(zones.addObject().put("zone", zone.written()), e));
                }
            }
        }
        ArrayNode usual = root.putArray("answers");
        for (Usual u : habits.usual().usual()) {
            usual.addObject()
                    .put(
                            "aspect",
                            u.aspect()
                                    .map(a -> a.name().toLowerCase(Locale.ROOT))
                                    .orElse("tone"))
                    .put("zone", u.zone().written())
                    .put("direction", u.up() ? "up" : "down")
                    .put("share", CommandSupport.rounded(u.share()))
                    .put("deviation", CommandSupport.rounded(u.deviation()))
                    .put("proposals", u.proposals())
                    .put("refused", u.refused())
                    .put("songs", u.songs());
        }
        return root;
    }

    private static void fill(ObjectNode node, Estimate e) {
        node.put("meanDb", CommandSupport.rounded(e.songs() == 0 ? Double.NaN : e.meanDb()))
                .put("lowDb", CommandSupport.rounded(e.lowDb()))
                .put("highDb", CommandSupport.rounded(e.highDb()))
                .put("songs", e.songs())
                .put("told", e.isTold());
    }
}
