package oakmirror.state.task;

/** What work is; among what waits for the same threads, the first of these comes first. */
public enum Kind {
    /** Thousandths of a second of computing that somebody waits for, as a fit while a slider moves. */
    QUICK(Threads.QUICK, Integer.MAX_VALUE),
    /** Asking a disk, which may take its time to answer. */
    DISK(Threads.DISK, Integer.MAX_VALUE),
    /** Keeping what is open, one time after the other. */
    KEEP(Threads.DISK, 1),
    /** Writing what was asked for, one thing after the other. */
    RENDER(Threads.HEAVY, 1),
    /** Measuring a passage that was chosen. */
    PASSAGE(Threads.HEAVY, Integer.MAX_VALUE),
    /** Bringing a file in; as many at once as there is memory for. */
    IMPORT(Threads.HEAVY, Background.importsAtOnce(Runtime.getRuntime().maxMemory())),
    /** What would come out, for somebody who looks at it. */
    PREVIEW(Threads.HEAVY, Integer.MAX_VALUE),
    /** Pictures that take a while. */
    PICTURE(Threads.HEAVY, Integer.MAX_VALUE),
    /** Bringing a track to another tempo, one after the other. */
    STRETCH(Threads.HEAVY, 1);

    /** Threads of their own, so that what is slow does not keep what is quick waiting. */
    enum Threads {
        QUICK,
        DISK,
        HEAVY
    }

    private final Threads threads;
    private final int atOnce;

    Kind(Threads threads, int atOnce) {
        this.threads = threads;
        this.atOnce = atOnce;
    }

    Threads threads() {
        return threads;
    }

    /** How many of a kind may run at once. */
    int atOnce() {
        return atOnce;
    }
}
