package oakmirror.habits;

/** At which point of their way songs are held against their references. */
public enum Moment {
    /** As the mix was brought first. */
    FIRST,
    /** As it was brought last. */
    LAST,
    /** As it left the house. */
    MASTER
}
