package oakmirror.desk;

import java.util.Locale;
import oakmirror.text.Texts;

/** The five stations, in the order of the work, and the pages beyond one song's five steps. */
enum Station {
    GATHER("main.gather"),
    COMPARE("main.compare"),
    SHAPE("main.shape"),
    FINISH("main.finish"),
    SEND_OUT("main.sendOut"),
    BOUNCES("main.bounces"),
    VERSIONS("main.versions"),
    RECORD("main.record"),
    LIBRARY("main.library"),
    HABITS("main.habits");

    private final String label;

    Station(String label) {
        this.label = label;
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
