package oakmirror.desk.words;

import java.util.List;
import javafx.event.Event;
import javafx.event.EventType;

/** Somebody asks what something means; the window answers. */
public final class WordsEvent extends Event {

    /** The only kind. */
    public static final EventType<WordsEvent> ASKED = new EventType<>(Event.ANY, "WORDS");

    private static final long serialVersionUID = 1;

    private final transient List<Term> terms;

    /** Asks for some words, the first of them first. */
    public WordsEvent(List<Term> terms) {
        super(ASKED);
        this.terms = List.copyOf(terms);
    }

    /** What is asked for; nothing for the list of all. */
    public List<Term> terms() {
        return terms;
    }
}
