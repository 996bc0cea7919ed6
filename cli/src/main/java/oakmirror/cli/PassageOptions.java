package oakmirror.cli;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.audio.TimeRange;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.session.Passage;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.text.Texts;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What of each track is compared. */
final class PassageOptions {

    @ArgGroup
    private Chosen chosen;

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    /** One of them. */
    private static final class Chosen {
        @Option(names = "--passage", paramLabel = "FROM-TO|NAME")
        private String passage;

        @Option(names = "--suggest")
        private boolean suggest;
    }

    /** Whether the fullest passage of each track is meant. */
    boolean isFullest() {
        return chosen != null && chosen.suggest;
    }

    /** A session with the passage that is asked for, of each of its tracks. */
    Session on(Session session) {
        if (chosen == null || chosen.passage == null) {
            return session;
        }
        Optional<TimeRange> range = PassageText.read(chosen.passage);
        if (range.isPresent()) {
            return with(session, t -> only(t, range.get()));
        }
        List<String> names = session.mix().stream()
                .flatMap(m -> m.passages().stream())
                .map(Passage::name)
                .filter(n -> !n.isEmpty())
                .toList();
        if (names.isEmpty()) {
            throw PassageText.noPassage(chosen.passage, spec.commandLine());
        }
        if (names.stream().noneMatch(n -> n.equalsIgnoreCase(chosen.passage))) {
            throw CommandSupport.usage(
                    spec,
                    Texts.of(
                            "cli.noPassageNamed",
                            chosen.passage,
                            names.stream().distinct().collect(Collectors.joining(", "))));
        }
        return with(session, this::named);
    }

    /** A session with other passages, which are what is compared. */
    static Session with(Session session, UnaryOperator<Track> how) {
        Session changed = session.withComparing(session.comparing().withScope(Scope.PASSAGES));
        for (int i = 0; i < session.tracks().size(); i++) {
            changed = changed.withTrack(i, how);
        }
        return changed;
    }

    /** A track of which a passage is compared. */
    static Track only(Track track, TimeRange range) {
        return track.withPassages(List.of(new Passage("", range)), 0);
    }

    /** A track of which its passage of that name is compared; all of it, where it has none. */
    private Track named(Track track) {
        int at = Stream.iterate(0, i -> i + 1)
                .limit(track.passages().size())
                .filter(i -> track.passages().get(i).name().equalsIgnoreCase(chosen.passage))
                .findFirst()
                .orElse(-1);
        return track.withChosen(at);
    }
}
