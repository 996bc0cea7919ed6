package oakmirror.desk;

import java.util.Locale;
import oakmirror.text.Texts;

/** The five stations, in the order of the work, and the pages beyond one song's five steps. */
enum Station {
    GATHER("main.gather", "gather"),
    COMPARE("main.compare", "compare"),
    SHAPE("main.shape", "shape"),
    FINISH("main.finish", "finish"),
    SEND_OUT("main.sendOut", "send-out"),
    BOUNCES("main.bounces", "bounces-and-versions"),
    VERSIONS("main.versions", "bounces-and-versions"),
    RECORD("main.record", "beyond-one-song"),
    LIBRARY("main.library", "beyond-one-song"),
    HABITS("main.habits", "beyond-one-song");

    private final String label;
    private final String chapter;

    Station(String label, String chapter) {
        this.label = label;
        this.chapter = chapter;
    }

    /** The chapter of the guide that tells of it. */
    String chapter() {
        return chapter;
    }

    /** Whether it lies beyond one song's five steps. */
    boolean isBeyond() {
        return ordinal() > SEND_OUT.ordinal();
    }

    /** Whether the library can be open beside it. */
    boolean hasDrawer() {
        return ordinal() <= SHAPE.ordinal();
    }

    /** Its name in files, which no language changes. */
    String written() {
        return name().charAt(0) + name().substring(1).toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    String label() {
        return Texts.of(label);
    }
}
