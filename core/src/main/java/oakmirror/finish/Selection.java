package oakmirror.finish;

/** Finds one place in the order of many values without putting all of them in order (C. A. R. Hoare, "Algorithm 65: Find", Comm. ACM 4, 1961; from memory). */
final class Selection {

    private Selection() {}

    /** The value that would stand at a place from 0 if they were sorted; they stay as they are. */
    static float nth(float[] values, int place) {
        float[] v = values.clone();
        int low = 0;
        int high = v.length - 1;
        while (low < high) {
            float pivot = v[low + high >>> 1];
            int i = low;
            int j = high;
            while (i <= j) {
                while (v[i] < pivot) {
                    i++;
                }
                while (v[j] > pivot) {
                    j--;
                }
                if (i <= j) {
                    float other = v[i];
                    v[i++] = v[j];
                    v[j--] = other;
                }
            }
            if (place <= j) {
                high = j;
            } else if (place >= i) {
                low = i;
            } else {
                return v[place];
            }
        }
        return v[place];
    }
}
