package oakmirror.zones;

/** What of a zone is moved beside its tone. */
public enum ZoneAspect {
    WIDTH("width"),
    DYNAMICS("dynamics");

    private final String label;

    ZoneAspect(String label) {
        this.label = label;
    }

    /** Its name on screen. */
    public String label() {
        return label;
    }
}
