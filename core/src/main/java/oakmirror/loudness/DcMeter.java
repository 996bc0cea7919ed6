package oakmirror.loudness;

/** The mean of one channel's samples, which is 0 for sound: what is left, DC, takes room from one side. */
public final class DcMeter {

    private double sum;
    private long count;

    /** A meter for one channel. */
    public DcMeter() {}

    /** Takes the next samples. */
    public void add(float[] samples, int length) {
        double part = 0;
        for (int i = 0; i < length; i++) {
            part += samples[i];
        }
        sum += part;
        count += length;
    }

    /** How far the mean lies from 0 so far, as a part of full scale, whichever way. */
    public double offset() {
        return Math.abs(mean());
    }

    /** The mean so far, as a part of full scale; 0 before there is any. */
    double mean() {
        return count == 0 ? 0 : sum / count;
    }
}
