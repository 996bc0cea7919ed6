package oakmirror.session;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.audio.TimeRange;
import oakmirror.rhythm.BarGrid;

/**
 * An audio file and what the user has said about it here.
 *
 * @param path the file
 * @param name what it is called here
 * @param tags words to find it by
 * @param passages its passages, in the order they were made
 * @param chosen which passage is used, counted from 0; −1 for the whole track
 * @param bars its bars, where the user has set or corrected them; otherwise they are found
 * @param shiftSeconds by how much later than the mix it begins on the common time axis
 * @param levelled whether it takes part in level matching
 * @param trimDb gain by hand on top of the match
 */
public record TrackFile(
        Path path,
        String name,
        List<String> tags,
        List<Passage> passages,
        int chosen,
        Optional<BarGrid> bars,
        double shiftSeconds,
        boolean levelled,
        double trimDb) {

    /** The largest trim either way. */
    public static final double MOST_TRIM_DB = 24;

    /** Copies the lists and checks the choice. */
    public TrackFile {
        tags = List.copyOf(tags);
        passages = List.copyOf(passages);
        if (chosen < -1 || chosen >= passages.size()) {
            throw new IllegalArgumentException("there is no passage " + chosen);
        }
        if (!Double.isFinite(shiftSeconds) || !(Math.abs(trimDb) <= MOST_TRIM_DB)) {
            throw new IllegalArgumentException("shift " + shiftSeconds + " s or trim " + trimDb + " dB out of range");
        }
    }

    /** A file of that name, nothing said about it. */
    public TrackFile(Path path, String name) {
        this(path, name, List.of(), List.of(), -1, Optional.empty(), 0, true, 0);
    }

    /** A file under its own name, without the ending. */
    public static TrackFile of(Path path) {
        String name = path.getFileName().toString();
        int dot = name.lastIndexOf('.');
        return new TrackFile(path, dot > 0 ? name.substring(0, dot) : name);
    }

    /** The passage that is used, unless it is the whole track. */
    public Optional<Passage> passage() {
        return chosen < 0 ? Optional.empty() : Optional.of(passages.get(chosen));
    }

    /** The same under another name. */
    public TrackFile withName(String value) {
        return new TrackFile(path, value, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb);
    }

    /** The same from another file. */
    public TrackFile withPath(Path value) {
        return new TrackFile(value, name, tags, passages, chosen, bars, shiftSeconds, levelled, trimDb);
    }

    /** The same with other tags. */
    public TrackFile withTags(List<String> value) {
        return new TrackFile(path, name, value, passages, chosen, bars, shiftSeconds, levelled, trimDb);
    }

    /** The same with other passages, one of them chosen. */
    public TrackFile withPassages(List<Passage> value, int choice) {
        return new TrackFile(path, name, tags, value, choice, bars, shiftSeconds, levelled, trimDb);
    }

    /** The same with a passage more, which is chosen. */
    public TrackFile withPassage(Passage passage) {
        List<Passage> more = new ArrayList<>(passages);
        more.add(passage);
        return withPassages(more, more.size() - 1);
    }

    /** The same with the chosen passage elsewhere; unchanged when none is chosen. */
    public TrackFile withChosenRange(TimeRange range) {
        return passage()
                .map(p -> withPassageAt(chosen, new Passage(p.name(), range)))
                .orElse(this);
    }

    /** The same with another passage in a place. */
    public TrackFile withPassageAt(int index, Passage passage) {
        List<Passage> changed = new ArrayList<>(passages);
        changed.set(index, passage);
        return withPassages(changed, chosen);
    }

    /** The same without a passage; its neighbour is chosen when it was. */
    public TrackFile withoutPassage(int index) {
        List<Passage> fewer = new ArrayList<>(passages);
        fewer.remove(index);
        int choice = chosen >= index ? Math.max(chosen - 1, fewer.isEmpty() ? -1 : 0) : chosen;
        return withPassages(fewer, choice);
    }

    /** The same with another passage chosen; −1 for the whole track. */
    public TrackFile withChosen(int index) {
        return withPassages(passages, index);
    }

    /** The same with bars as the user says, or as they are found. */
    public TrackFile withBars(Optional<BarGrid> value) {
        return new TrackFile(path, name, tags, passages, chosen, value, shiftSeconds, levelled, trimDb);
    }

    /** The same beginning elsewhere on the common time axis. */
    public TrackFile withShift(double seconds) {
        return new TrackFile(path, name, tags, passages, chosen, bars, seconds, levelled, trimDb);
    }

    /** The same taking part in level matching or not. */
    public TrackFile withLevelled(boolean value) {
        return new TrackFile(path, name, tags, passages, chosen, bars, shiftSeconds, value, trimDb);
    }

    /** The same with another trim, in steps of a tenth of a decibel and within {@link #MOST_TRIM_DB}. */
    public TrackFile withTrim(double db) {
        double rounded = Math.round(10 * Math.max(-MOST_TRIM_DB, Math.min(MOST_TRIM_DB, db))) / 10.0;
        return new TrackFile(path, name, tags, passages, chosen, bars, shiftSeconds, levelled, rounded + 0.0);
    }
}
