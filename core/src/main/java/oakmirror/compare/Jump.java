package oakmirror.compare;

/** What stays when another track is heard. */
public enum Jump {
    /** The moment on the common time axis. */
    TIME,
    /** The bar and beat, counted from the start of the chosen passage. */
    BAR
}
