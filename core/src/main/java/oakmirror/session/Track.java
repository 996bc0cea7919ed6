package oakmirror.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.files.Unseen;
import oakmirror.rhythm.BarGrid;
import oakmirror.text.Valid;

/**
 * A track, and what the user has said about it here.
 *
 * @param id what it is known by
 * @param source where it comes from
 * @param name what it is called here
 * @param tags words to find it by
 * @param passages its passages, in the order they were made
 * @param chosen which passage is used, counted from 0; −1 for the whole track
 * @param bars its bars, where the user has set or corrected them; otherwise they are found
 * @param shiftSeconds by how much later than the mix it begins on the common time axis
 * @param levelled whether it takes part in level matching
 * @param trimDb gain by hand on top of the match
 * @param stems what it is made of, where that is given
 * @param weight how much it counts as a reference against the others
 * @param guide whether it is a recording somebody gave for orientation: heard like any other, and never counted in corridor, gap or proposals
 */
public record Track(
        TrackId id,
        Source source,
        String name,
        List<String> tags,
        List<Passage> passages,
        int chosen,
        Optional<BarGrid> bars,
        double shiftSeconds,
        boolean levelled,
        double trimDb,
        StemSet stems,
        double weight,
        boolean guide) {

    /** No track is longer than a day, and none lies further from the mix. */
    public static final double LONGEST_SECONDS = 86_400;

    /** How many passages a track can have. */
    public static final int MOST_PASSAGES = 200;

    private static final int MOST_TAGS = 100;

    /** The largest trim either way. */
    public static final double MOST_TRIM_DB = 24;

    /** The least that a reference counts against another. */
    public static final double LEAST_WEIGHT = 0.25;

    /** The most that a reference counts against another. */
    public static final double MOST_WEIGHT = 4;

    /** Copies the lists and checks the choice. */
    public Track {
        name = Unseen.cut(name);
        tags = List.copyOf(tags);
        passages = List.copyOf(passages);
        Valid.require(chosen >= -1 && chosen < passages.size(), "invalid.passage", chosen);
        Valid.require(passages.size() <= MOST_PASSAGES, "invalid.passages", MOST_PASSAGES);
        Valid.require(tags.size() <= MOST_TAGS, "invalid.trackTags", MOST_TAGS);
        Valid.require(Math.abs(shiftSeconds) <= LONGEST_SECONDS, "invalid.shift", shiftSeconds);
        Valid.require(Math.abs(trimDb) <= MOST_TRIM_DB, "invalid.trim");
        Valid.require(weight >= LEAST_WEIGHT && weight <= MOST_WEIGHT, "invalid.weight");
    }

    /** A track of its own from a file, under the file's name. */
    public static Track of(Path path) {
        return of(path, new Source.File(path).usualName());
    }

    /** A track of its own from a file, under another name; nothing is said about it. */
    public static Track of(Path path, String name) {
        return of(new Source.File(path), name);
    }

    /** A track of its own from wherever it comes, under a name; nothing is said about it. */
    public static Track of(Source source, String name) {
        return new Track(
                TrackId.random(),
                source,
                name,
                List.of(),
                List.of(),
                -1,
                Optional.empty(),
                0,
                true,
                0,
                StemSet.NONE,
                1,
                false);
    }

    /** Its file, where it comes from one. */
    public Optional<Path> file() {
        return source instanceof Source.File f ? Optional.of(f.path()) : Optional.empty();
    }

    /** The passage that is used, unless it is the whole track. */
    public Optional<Passage> passage() {
        return chosen < 0 ? Optional.empty() : Optional.of(passages.get(chosen));
    }

    /** The same under another name. */
    public Track withName(String value) {
        return new Track(
                id, source, value, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb, stems, weight, guide);
    }

    /** The same from somewhere else. */
    public Track withSource(Source value) {
        return new Track(
                id, value, name, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb, stems, weight, guide);
    }

    /** The same with other tags. */
    public Track withTags(List<String> value) {
        return new Track(
                id, source, name, value, passages, chosen, bars, shiftSeconds, levelled, trimDb, stems, weight, guide);
    }

    /** The same with other passages, one of them chosen. */
    public Track withPassages(List<Passage> value, int choice) {
        return new Track(
                id, source, name, tags, value, choice, bars, shiftSeconds, levelled, trimDb, stems, weight, guide);
    }

    /** The same with a passage more, which is chosen; unchanged when it has as many as it can. */
    public Track withPassage(Passage passage) {
        if (passages.size() == MOST_PASSAGES) {
            return this;
        }
        List<Passage> more = new ArrayList<>(passages);
        more.add(passage);
        return withPassages(more, more.size() - 1);
    }

    /** The same with the chosen passage elsewhere; unchanged when none is chosen. */
    public Track withChosenRange(TimeRange range) {
        return passage()
                .map(p -> withPassageAt(chosen, new Passage(p.name(), range)))
                .orElse(this);
    }

    /** The same with another passage in a place. */
    public Track withPassageAt(int index, Passage passage) {
        List<Passage> changed = new ArrayList<>(passages);
        changed.set(index, passage);
        return withPassages(changed, chosen);
    }

    /** The same without a passage; its neighbour is chosen when it was. */
    public Track withoutPassage(int index) {
        List<Passage> fewer = new ArrayList<>(passages);
        fewer.remove(index);
        int choice = chosen >= index ? Math.max(chosen - 1, fewer.isEmpty() ? -1 : 0) : chosen;
        return withPassages(fewer, choice);
    }

    /** The same with another passage chosen; −1 for the whole track. */
    public Track withChosen(int index) {
        return withPassages(passages, index);
    }

    /** The same with bars as the user says, or as they are found. */
    public Track withBars(Optional<BarGrid> value) {
        return new Track(
                id, source, name, tags, passages, chosen, value, shiftSeconds, levelled, trimDb, stems, weight, guide);
    }

    /** The same beginning elsewhere on the common time axis, within {@link #LONGEST_SECONDS}. */
    public Track withShift(double seconds) {
        double within = Math.max(-LONGEST_SECONDS, Math.min(LONGEST_SECONDS, seconds));
        return new Track(
                id, source, name, tags, passages, chosen, bars, within, levelled, trimDb, stems, weight, guide);
    }

    /** The same taking part in level matching or not. */
    public Track withLevelled(boolean value) {
        return new Track(
                id, source, name, tags, passages, chosen, bars, shiftSeconds, value, trimDb, stems, weight, guide);
    }

    /** The same with another trim, in steps of a tenth of a decibel and within {@link #MOST_TRIM_DB}. */
    public Track withTrim(double db) {
        double rounded = Math.round(10 * Math.max(-MOST_TRIM_DB, Math.min(MOST_TRIM_DB, db))) / 10.0;
        return new Track(
                id,
                source,
                name,
                tags,
                passages,
                chosen,
                bars,
                shiftSeconds,
                levelled,
                rounded + 0.0,
                stems,
                weight,
                guide);
    }

    /** The same made of other stems. */
    public Track withStems(StemSet value) {
        return new Track(
                id, source, name, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb, value, weight, guide);
    }

    /** The same counting more or less as a reference. */
    public Track withWeight(double value) {
        return new Track(
                id, source, name, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb, stems, value, guide);
    }

    /** The same as a guide, or as a reference again. */
    public Track withGuide(boolean value) {
        return new Track(
                id, source, name, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb, stems, weight, value);
    }
}
