package oakmirror.cli;

import oakmirror.audio.Progress;
import oakmirror.files.Unseen;

/** One line that says how far the work is, on a terminal only; in a pipe there is silence. */
final class ProgressLine implements Progress {

    private static final int WIDTH = 60;

    private final boolean terminal = System.console() != null;
    private String what = "";
    private int shown = -1;

    void start(String name) {
        String seen = Unseen.replaced(name, "\uFFFD"); // it goes to a terminal
        what = seen.length() > WIDTH ? seen.substring(0, WIDTH) : seen;
        shown = -1;
    }

    @Override
    public boolean report(double fraction) {
        int percent = (int) (100 * fraction);
        if (terminal && percent != shown) {
            shown = percent;
            System.err.printf("\r%-" + WIDTH + "s %3d %%", what, percent);
        }
        return true;
    }

    void clear() {
        if (terminal) {
            System.err.print("\r" + " ".repeat(WIDTH + 6) + "\r");
        }
    }
}
