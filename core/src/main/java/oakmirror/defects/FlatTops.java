package oakmirror.defects;

/**
 * Tops of waves that are cut off at one level, wherever the level is: clipped, and perhaps turned down afterwards.
 *
 * @param count how many there are at the highest level of their side
 * @param levelDbfs that level in dBFS; −∞ where there are none
 */
public record FlatTops(long count, double levelDbfs) {

    /** None. */
    public static final FlatTops NONE = new FlatTops(0, Double.NEGATIVE_INFINITY);

    FlatTops with(FlatTops other) {
        return new FlatTops(count + other.count, Math.max(levelDbfs, other.levelDbfs));
    }
}
