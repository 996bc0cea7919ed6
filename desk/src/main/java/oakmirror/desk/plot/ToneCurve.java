package oakmirror.desk.plot;

import java.util.Arrays;

/**
 * One track's tone as it is drawn.
 *
 * @param index 0 for the mix, otherwise the reference's number
 * @param name what it is called
 * @param levelsDb level in each band, as heard
 */
public record ToneCurve(int index, String name, double[] levelsDb) {

    @Override
    public boolean equals(Object other) {
        return other instanceof ToneCurve c
                && index == c.index
                && name.equals(c.name)
                && Arrays.equals(levelsDb, c.levelsDb);
    }

    @Override
    public int hashCode() {
        return index;
    }

    @Override
    public String toString() {
        return index + " " + name;
    }
}
