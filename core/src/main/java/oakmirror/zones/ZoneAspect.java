package oakmirror.zones;

import oakmirror.text.Texts;

/** What of a zone is moved beside its tone. */
public enum ZoneAspect {
    WIDTH("zones.width"),
    DYNAMICS("zones.dynamics");

    private final String label;

    ZoneAspect(String label) {
        this.label = label;
    }

    /** Its name on screen. */
    public String label() {
        return Texts.of(label);
    }
}
