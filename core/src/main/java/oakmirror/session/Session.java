package oakmirror.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.MoveDecisions;
import oakmirror.correction.WantedTone;
import oakmirror.delivery.TagEdits;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.files.Unseen;
import oakmirror.finish.FinishSettings;
import oakmirror.levelmatch.LevelSettings;
import oakmirror.session.Delivery.Output;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneDecisions;

/**
 * Everything the user has chosen, and nothing measured. Changed by making a new one.
 *
 * @param name what the session is called
 * @param mix the mix, when there is one
 * @param references the references, in the order they are numbered
 * @param comparing how tracks are compared
 * @param shaping how the mix is corrected
 * @param delivery what leaves the house
 * @param album the songs of the record it belongs to, where it holds them
 */
public record Session(
        String name,
        Optional<Track> mix,
        List<Track> references,
        ComparisonSettings comparing,
        Shaping shaping,
        Delivery delivery,
        Album album) {

    /** How many references can be open at once. */
    public static final int MOST_REFERENCES = 16;

    /** Nothing gathered yet. */
    public static final Session EMPTY = new Session(
            "Untitled",
            Optional.empty(),
            List.of(),
            ComparisonSettings.DEFAULT,
            Shaping.DEFAULT,
            Delivery.DEFAULT,
            Album.NONE);

    /** Its name for people: in their language while it has none of its own. */
    public String title() {
        return name.equals(EMPTY.name) ? Texts.of("sessions.untitled") : name;
    }

    /** Copies the list and checks that no two tracks have the same id. */
    public Session {
        name = Unseen.cut(name);
        references = List.copyOf(references);
        if (references.size() > MOST_REFERENCES) {
            throw new IllegalArgumentException(Texts.of("invalid.references", MOST_REFERENCES));
        }
        Set<TrackId> ids = new HashSet<>();
        for (Track track : tracks(mix, references)) {
            if (!ids.add(track.id())) {
                throw new IllegalArgumentException(
                        Texts.of("invalid.twice", track.id().value()));
            }
        }
    }

    /** Whether nothing is gathered. */
    public boolean isBlank() {
        return mix.isEmpty() && references.isEmpty() && album.isEmpty();
    }

    /**
     * Where the next song of a job begins: the same references with their passages, levels as they are matched, how it is to be corrected, and what leaves the house; without
     * a mix, and without anything that was decided about this one.
     */
    public Session forNextSong() {
        return new Session(
                EMPTY.name,
                Optional.empty(),
                references.stream().map(r -> r.withShift(0)).toList(),
                ComparisonSettings.DEFAULT
                        .withLevels(comparing.levels())
                        .withCorridor(comparing.corridor())
                        .withJump(comparing.jump()),
                Shaping.DEFAULT.withCorrection(shaping.correction()).withPhase(shaping.phase()),
                new Delivery(
                        delivery.finish(),
                        delivery.output(),
                        delivery.song(),
                        TagEdits.NONE,
                        delivery.name(),
                        delivery.checkSums()),
                Album.NONE);
    }

    /** The same under another name. */
    public Session withName(String value) {
        return new Session(value, mix, references, comparing, shaping, delivery, album);
    }

    /** The same with another mix. */
    public Session withMix(Optional<Track> value) {
        return new Session(name, value, references, comparing, shaping, delivery, album);
    }

    /** The same with other references. */
    public Session withReferences(List<Track> value) {
        return new Session(name, mix, value, comparing, shaping, delivery, album);
    }

    /** The same with a reference more. */
    public Session withReference(Track reference) {
        List<Track> more = new ArrayList<>(references);
        more.add(reference);
        return withReferences(more);
    }

    /** The same with a reference less. */
    public Session withoutReference(int index) {
        List<Track> fewer = new ArrayList<>(references);
        fewer.remove(index);
        return withReferences(fewer);
    }

    /** The same compared in another way. */
    public Session withComparing(ComparisonSettings value) {
        return new Session(name, mix, references, value, shaping, delivery, album);
    }

    /** The same with other settings of level matching. */
    public Session withLevels(LevelSettings value) {
        return withComparing(comparing.withLevels(value));
    }

    /** The mix, when there is one, then the references. */
    public List<Track> tracks() {
        return tracks(mix, references);
    }

    private static List<Track> tracks(Optional<Track> mix, List<Track> references) {
        List<Track> all = new ArrayList<>();
        mix.ifPresent(all::add);
        all.addAll(references);
        return all;
    }

    /** The stems of the mix. */
    public StemSet stems() {
        return mix.map(Track::stems).orElse(StemSet.NONE);
    }

    /** The same with other stems of the mix; unchanged where there is no mix. */
    public Session withStems(UnaryOperator<StemSet> how) {
        return withMix(mix.map(m -> m.withStems(how.apply(m.stems()))));
    }

    /** The files of all tracks and stems. */
    public List<Path> files() {
        return Stream.concat(tracks().stream(), album.songs().stream().map(AlbumSong::track))
                .flatMap(t -> Stream.concat(
                        Stream.of(t.source()), t.stems().all().stream().map(Stem::source)))
                .flatMap(s -> s instanceof Source.File f ? Stream.of(f.path()) : Stream.empty())
                .toList();
    }

    /** The same with a track changed, counted as in {@link #tracks}. */
    public Session withTrack(int index, UnaryOperator<Track> how) {
        if (mix.isPresent() && index == 0) {
            return withMix(mix.map(how));
        }
        List<Track> changed = new ArrayList<>(references);
        int reference = index - (mix.isPresent() ? 1 : 0);
        changed.set(reference, how.apply(changed.get(reference)));
        return withReferences(changed);
    }

    /** The same with a reference moved to another place among the references. */
    public Session withReferenceMoved(int from, int to) {
        List<Track> moved = new ArrayList<>(references);
        moved.add(to, moved.remove(from));
        return withReferences(moved);
    }

    /** How the correction is derived. */
    public CorrectionSettings correction() {
        return shaping.correction();
    }

    /** What was decided about the moves of a part of the signal. */
    public MoveDecisions moves(Part part) {
        return shaping.decided().of(part);
    }

    /** What was decided about width and dynamics. */
    public ZoneDecisions zones() {
        return shaping.zones();
    }

    /** How the correction is applied. */
    public Phase phase() {
        return shaping.phase();
    }

    /** What the master should reach. */
    public FinishSettings finish() {
        return delivery.finish();
    }

    /** The form of the master's file. */
    public Output output() {
        return delivery.output();
    }

    /** The same with another correction; what was decided about moves goes on to mean the moves it fits. */
    public Session withCorrection(CorrectionSettings value) {
        return withShaping(shaping.withCorrection(value));
    }

    /** The same with other decisions about the moves of a part of the signal. */
    public Session withMoves(Part part, MoveDecisions value) {
        return withShaping(shaping.withMoves(part, value));
    }

    /** The same with something else decided about width and dynamics. */
    public Session withZones(UnaryOperator<ZoneDecisions> how) {
        return withShaping(shaping.withZones(how.apply(shaping.zones())));
    }

    /** The same towards a wanted tone, or towards the references. */
    public Session withWanted(Optional<WantedTone> value) {
        return withShaping(shaping.withWanted(value));
    }

    /** The same with middle and side corrected apart, or alike. */
    public Session withApart(boolean value) {
        return withShaping(shaping.withApart(value));
    }

    /** The same with the correction applied in another way. */
    public Session withPhase(Phase value) {
        return withShaping(shaping.withPhase(value));
    }

    /** The same with another finish. */
    public Session withFinish(FinishSettings value) {
        return withDelivery(delivery.withFinish(value));
    }

    /** The same with another form of output. */
    public Session withOutput(Output value) {
        return withDelivery(delivery.withOutput(value));
    }

    Session withShaping(Shaping value) {
        return new Session(name, mix, references, comparing, value, delivery, album);
    }

    /** The same with another delivery. */
    public Session withDelivery(Delivery value) {
        return new Session(name, mix, references, comparing, shaping, value, album);
    }

    /** The same with other songs of the record. */
    public Session withAlbum(Album value) {
        return new Session(name, mix, references, comparing, shaping, delivery, value);
    }
}
