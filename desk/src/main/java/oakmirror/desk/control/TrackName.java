package oakmirror.desk.control;

import oakmirror.text.Texts;

/** How a track is called by a screen reader. */
public final class TrackName {

    private TrackName() {}

    /** Its place and its name; the mix has place 0. */
    public static String spoken(int number, String name) {
        return number == 0 ? Texts.of("part.mixNamed", name) : Texts.of("part.referenceNamed", number, name);
    }
}
