package oakmirror.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import oakmirror.media.file.AudioFileException;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Stem;
import oakmirror.session.StemSet;
import oakmirror.session.Track;
import oakmirror.text.Texts;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** What a command is about: a session, or a mix with its references and its stems. */
final class TrackOptions {

    @Option(names = "--session", paramLabel = "SESSION")
    private Path session;

    @Option(names = "--mix", paramLabel = "FILE")
    private Path mix;

    @Option(names = "--reference", paramLabel = "FILE")
    private List<Path> references = List.of();

    @Option(names = "--stem", paramLabel = "FILE[=DB]")
    private List<String> stems = List.of();

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    /** All files that are read. */
    List<Path> files(Session asked) {
        List<Path> files = new ArrayList<>(asked.files());
        files.addAll(references); // those of profiles, too
        Optional.ofNullable(session).ifPresent(files::add);
        return files;
    }

    /**
     * What is asked for, as a session.
     *
     * @throws AudioFileException when a session or a file of profiles cannot be read, in one sentence
     */
    Session session() throws AudioFileException {
        check();
        if (session != null) {
            return CommandSupport.session(session).session();
        }
        List<Track> read = new ArrayList<>();
        for (Path file : references) {
            read.addAll(reference(file));
        }
        try {
            Track track = Track.of(mix).withStems(stems());
            return Session.EMPTY.withMix(Optional.of(track)).withReferences(read);
        } catch (IllegalArgumentException e) {
            throw CommandSupport.usage(spec, e.getMessage());
        }
    }

    /** A session has all of it; otherwise there is a mix and something to hold it against. */
    private void check() {
        boolean alone = mix == null && references.isEmpty() && stems.isEmpty();
        if (session == null && (mix == null || references.isEmpty())) {
            throw CommandSupport.usage(spec, Texts.of("cli.sessionOrMix"));
        }
        if (session != null && !alone) {
            throw CommandSupport.usage(spec, Texts.of("cli.sessionHasTracks"));
        }
    }

    /** Reads what can stand as a reference: an audio file, or the profiles of a file of profiles. */
    static List<Track> reference(Path file) throws AudioFileException {
        if (!file.toString().toLowerCase(Locale.ROOT).endsWith(ProfileFile.ENDING)) {
            return List.of(Track.of(file));
        }
        try {
            List<Profile> profiles = ProfileFile.read(file);
            if (profiles.isEmpty()) {
                throw new AudioFileException(Texts.of("cli.noProfiles", file));
            }
            return profiles.stream()
                    .map(p -> Track.of(new Source.Kept(p), p.name()))
                    .toList();
        } catch (java.nio.file.NoSuchFileException e) {
            throw new AudioFileException(Texts.of("cli.doesNotExist", file), e);
        } catch (IOException e) {
            throw new AudioFileException(e.getMessage(), e);
        }
    }

    private StemSet stems() {
        Map<Path, Double> gains = new LinkedHashMap<>();
        for (String text : stems) {
            Optional<Double> gain = gain(text);
            gains.put(Path.of(gain.isEmpty() ? text : text.substring(0, text.lastIndexOf('='))), gain.orElse(0.0));
        }
        List<Stem> checked = new ArrayList<>(); // said, not left out or brought to what can be
        gains.forEach((file, db) -> checked.add(new Stem(Stem.of(file).source(), "", db)));
        StemSet all = new StemSet(checked, StemSet.NONE.limitDb());
        return StemSet.NONE.with(List.copyOf(gains.keySet())).withGains(all.gainsDb());
    }

    /** The gain at the end of what was typed, where there is one: a file's name may have an equals sign, too. */
    private static Optional<Double> gain(String text) {
        int at = text.lastIndexOf('=');
        try {
            return at > 0
                    ? Optional.of(Double.parseDouble(text.substring(at + 1).replace('−', '-')))
                    : Optional.empty();
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }
}
