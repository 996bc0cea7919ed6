package oakmirror.text;

/** The bounds of what a document may hold, told as a phrase in the language spoken. */
public final class Valid {

    private Valid() {}

    /**
     * Makes sure that a condition holds.
     *
     * @param key of the phrase that says what is valid, without a full stop; values as for {@link Texts#of}
     * @throws IllegalArgumentException with that phrase when it does not hold
     */
    public static void require(boolean holds, String key, Object... values) {
        if (!holds) {
            throw new IllegalArgumentException(Texts.of(key, values));
        }
    }
}
