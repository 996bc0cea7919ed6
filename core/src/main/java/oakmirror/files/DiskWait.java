package oakmirror.files;

/**
 * Where a disk may be waited for: on any thread but the window's, which a network folder that does not answer would hold up. What reads
 * documents ({@link PlainFile}), writes files ({@link AtomicFile}) or opens audio asks here first; where assertions are on, as in all tests, it fails
 * on the window's thread.
 */
public final class DiskWait {

    /** What JavaFX calls the thread that its windows live on. */
    public static final String WINDOW = "JavaFX Application Thread";

    private DiskWait() {}

    /** Asked before a disk is waited for. */
    public static void check() {
        assert !WINDOW.equals(Thread.currentThread().getName()) : "The window's thread waits for a disk.";
    }
}
