package oakmirror.media.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.Progress;
import oakmirror.compare.Subject;
import oakmirror.correction.ToneProposal;
import oakmirror.measure.TrackMeasurer.Extent;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.session.Session;
import oakmirror.session.Source;
import oakmirror.session.Stem;
import oakmirror.session.StemSet;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.stems.Rebalance;
import oakmirror.stems.Rebalancing;
import oakmirror.stems.Remix;
import oakmirror.stems.StemCheck;
import oakmirror.stems.StemPowers;
import oakmirror.text.Texts;

/**
 * The stems of a session's mix: read, found in the mix, and measured over what of it is compared.
 *
 * @param plain the session with its mix as it is, nothing tried with the stems
 * @param files the stems as they were read, in the session's order
 * @param found the stems in the mix
 * @param powers what they are in what of the mix is compared
 */
public record MeasuredStems(MeasuredSession plain, List<ImportedTrack> files, StemsInMix found, StemPowers powers) {

    /** Copies the list. */
    public MeasuredStems {
        files = List.copyOf(files);
    }

    /**
     * Reads and measures them.
     *
     * @param plain the session with its mix as it is
     * @throws AudioFileException when one cannot be read, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static MeasuredStems of(MeasuredSession plain, TrackImporter importer, Progress progress)
            throws AudioFileException {
        List<Stem> all = plain.session().stems().all();
        Optional<Integer> rate = Optional.of(plain.audio().sampleRate());
        List<ImportedTrack> files = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            Progress part = progress.part(0.3 * i / all.size(), 0.3 * (i + 1) / all.size());
            files.add(importer.importTrack(fileOf(all.get(i)), rate, Extent.LEVELS, part));
        }
        StemsInMix found = StemsInMix.find(
                importer, StemsInMix.Key.of(plain.mix(), files), plain.audio(), files, progress.part(0.3, 0.7));
        StemPowers powers = importer.derived()
                .stemPowers(
                        found.key().inOrder(),
                        plain.audio(),
                        found.stems(),
                        plain.comparedSeconds(),
                        progress.part(0.7, 1));
        return new MeasuredStems(plain, files, found, powers);
    }

    private static Path fileOf(Stem stem) throws AudioFileException {
        if (stem.source() instanceof Source.File file) {
            return file.path();
        }
        throw new AudioFileException(Texts.of("songs.hasNoFileTo", stem.name()));
    }

    /** The session with its stems at other levels in the mix. */
    public MeasuredSession tried(StemSet set) {
        double[] change = powers.changeDb(set.gainsDb());
        List<Subject> tried = plain.subjects().stream()
                .map(s -> s.isMix() ? s.withTone(s.tone().changed(change)) : s)
                .toList();
        List<Double> gainsDb = set.all().stream().map(Stem::gainDb).toList();
        return new MeasuredSession(
                plain.session().withStems(s -> set),
                plain.mix(),
                new Remix(plain.audio(), found.stems(), gainsDb),
                found.key().ofSum(gainsDb),
                tried,
                Optional.empty());
    }

    /** Which of them to turn up or down, of the mix as it is. */
    public Rebalance proposed() {
        Session s = plain.session();
        return Rebalancing.solve(
                powers,
                s.shaping().asked().settings(),
                ToneProposal.material(
                        plain.subjects(),
                        Part.STEREO,
                        plain.applied(),
                        s.shaping().wanted()),
                s.stems().limitDb());
    }

    /** How well they and the mix go together. */
    public StemCheck check() {
        List<String> names =
                plain.session().stems().all().stream().map(Stem::name).toList();
        return found.check(powers, plain.mix(), names, files);
    }
}
