package oakmirror.blind;

import oakmirror.text.Texts;

/** What was planned and done of a comparison. */
final class Trials {

    private static final int MOST = 10_000;

    private Trials() {}

    /** Checks that so many can have been planned and done. */
    static void check(int planned, int done) {
        if (planned < 1 || planned > MOST || done > planned) {
            throw new IllegalArgumentException(Texts.of("invalid.trials", MOST));
        }
    }
}
