package oakmirror.profile;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import oakmirror.files.Unseen;
import oakmirror.text.Valid;

/**
 * What is said about a profile. All of it is text to be shown as it is: nothing in it is ever followed, opened or run.
 *
 * @param title what it is called
 * @param artist whose it is; may be empty
 * @param folder the genre it is filed under, with {@code /} between a genre and one within it; may be empty
 * @param tags words to find it by, each once, in the order of the alphabet
 * @param notes what was noted; may have several lines
 * @param rating from 1 to {@link #MOST_RATING}; 0 where it has none
 * @param colour one of {@link #COLOURS} counted from 1; 0 for none
 * @param origin where it came from, in words: the name of a file, or what was listened to
 */
public record About(
        String title,
        String artist,
        String folder,
        List<String> tags,
        String notes,
        int rating,
        int colour,
        String origin) {

    /** The best rating. */
    public static final int MOST_RATING = 5;

    /** How many colours there are to mark profiles with. */
    public static final int COLOURS = 8;

    /** The longest title, artist, folder, tag or origin, in characters. */
    public static final int LONGEST = 200;

    /** The longest notes. */
    public static final int LONGEST_NOTES = 4000;

    /** The most tags. */
    public static final int MOST_TAGS = 32;

    /** Tidies and checks what is said. */
    public About {
        title = line(title, "title");
        artist = line(artist, "artist");
        folder = folder(line(folder, "folder"));
        origin = line(origin, "origin");
        Set<String> each = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        for (String tag : tags) {
            String tidy = line(tag, "tag");
            if (!tidy.isEmpty()) {
                each.add(tidy);
            }
        }
        tags = List.copyOf(each);
        Valid.require(tags.size() <= MOST_TAGS, "invalid.profileTags", MOST_TAGS);
        notes = Unseen.replacedInLines(notes).strip();
        Valid.require(notes.length() <= LONGEST_NOTES, "invalid.note", LONGEST_NOTES);
        Valid.require(rating >= 0 && rating <= MOST_RATING, "invalid.rating", MOST_RATING, rating);
        Valid.require(colour >= 0 && colour <= COLOURS, "invalid.colour", COLOURS, colour);
        Valid.require(!title.isEmpty(), "invalid.title");
    }

    private static String folder(String text) {
        return text.indexOf('/') < 0 ? text : text.replaceAll("\\s*/+\\s*", "/").replaceAll("^/|/$", "");
    }

    private static String line(String text, String what) {
        String tidy = Unseen.replaced(text, " ").strip();
        Valid.require(tidy.length() <= LONGEST, "invalid.profileText", what, LONGEST);
        return tidy;
    }

    /** A title, cut where it is too long, and where it comes from; nothing else is said. */
    public static About of(String title, String origin) {
        return new About(cut(title), "", "", List.of(), "", 0, 0, cut(origin));
    }

    private static String cut(String text) {
        return text.length() <= LONGEST ? text : text.substring(0, LONGEST - 1) + "…";
    }

    /** Artist and title, as “Copper Lane – Harbour Lights”; the title alone where no artist is named. */
    public String name() {
        return artist.isEmpty() ? title : artist + " – " + title;
    }

    /** The same under another title. */
    public About withTitle(String value) {
        return new About(value, artist, folder, tags, notes, rating, colour, origin);
    }

    /** The same filed under another folder. */
    public About withFolder(String value) {
        return new About(title, artist, value, tags, notes, rating, colour, origin);
    }

    /** The same with other notes. */
    public About withNotes(String value) {
        return new About(title, artist, folder, tags, value, rating, colour, origin);
    }

    /** The same with other tags. */
    public About withTags(List<String> value) {
        return new About(title, artist, folder, value, notes, rating, colour, origin);
    }
}
