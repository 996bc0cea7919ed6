package oakmirror.desk.plot;

/**
 * One track's tone as it is drawn.
 *
 * @param index 0 for the mix, otherwise the reference's number
 * @param name what it is called
 * @param levelsDb level in each band, as heard; NaN where there is none. Not copied, and not to be changed
 * @param isDrawn whether it is drawn
 */
public record ToneCurve(int index, String name, double[] levelsDb, boolean isDrawn) {}
