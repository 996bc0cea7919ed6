package oakmirror.desk;

import java.util.Locale;
import oakmirror.text.Texts;

/** The five stations, in the order of the work, and the pages that join them when there is something on them. */
enum Station {
    GATHER("main.gather"),
    COMPARE("main.compare"),
    SHAPE("main.shape"),
    FINISH("main.finish"),
    SEND_OUT("main.sendOut"),
    VERSIONS("main.versions"),
    RECORD("main.record");

    private final String label;

    Station(String label) {
        this.label = label;
    }

    /** Whether it only joins the others when there is something on it. */
    boolean joins() {
        return ordinal() > SEND_OUT.ordinal();
    }

    /** Its name in files, which no language changes. */
    String written() {
        return name().charAt(0) + name().substring(1).toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    String label() {
        return Texts.of(label);
    }
}
