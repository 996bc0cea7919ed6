package oakmirror.desk.words;

import java.util.List;

/**
 * A word and what it means.
 *
 * @param id its name in English, by which the program and other entries know it
 * @param name its name, as it stands in the list
 * @param forms how it is written on screen, within other text
 * @param alone how it is written where it is all there is
 * @param paragraphs what it means and how to read it
 * @param source where that is from; may be empty
 * @param see what goes with it, by their names in English
 */
public record Term(
        String id,
        String name,
        List<String> forms,
        List<String> alone,
        List<String> paragraphs,
        String source,
        List<String> see) {

    static final String READING = "How to read ";

    /** Copies the lists. */
    public Term {
        forms = List.copyOf(forms);
        alone = List.copyOf(alone);
        paragraphs = List.copyOf(paragraphs);
        see = List.copyOf(see);
    }

    /** Whether it is no word but says how to read a page or a picture. */
    boolean isReading() {
        return id.startsWith(READING);
    }
}
