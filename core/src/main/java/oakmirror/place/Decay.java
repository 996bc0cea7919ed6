package oakmirror.place;

import oakmirror.audio.Fft;

/** Reverberation times of a response by octaves: backward integration (M. R. Schroeder, "New method of measuring reverberation time", 1965), fitted from −5 to −35 dB (T30 of ISO 3382-1). */
final class Decay {

    private static final double OCTAVE_WIDTH = 0.7071;
    /** B·T of ISO 3382-2, below which the octave's own filter rings as long. */
    private static final double RELIABLE = 16;

    private static final double FIT_FROM_DB = -5;
    private static final double FIT_TO_DB = -35;
    /** Where an octave's filter begins to fall and has fallen, in octaves from its middle. */
    private static final double FALLS_FROM = 0.4;

    private static final double FALLEN = 0.6;

    private Decay() {}

    /** Whether a reverberation time can be measured in an octave. */
    static boolean isReliable(double seconds, double middleHz) {
        return OCTAVE_WIDTH * middleHz * seconds > RELIABLE;
    }

    /** Reverberation time of each octave of a {@link Room} in seconds; of no use where it is not {@link #isReliable}. */
    static double[] seconds(double[] response, int rate) {
        int size = 2 * Integer.highestOneBit(2 * response.length - 1);
        double[] transform = new double[size];
        System.arraycopy(response, 0, transform, 0, response.length);
        Fft.precise(size).realForward(transform);
        double[] seconds = new double[Room.OCTAVES];
        for (int octave = 0; octave < seconds.length; octave++) {
            seconds[octave] = octave(transform, rate, Room.LOWEST_OCTAVE_HZ * Math.pow(2, octave));
        }
        return seconds;
    }

    /** A low octave needs few of the transform's values, and comes back at a low rate. */
    private static double octave(double[] transform, int rate, double middleHz) {
        int last = (int) Math.ceil(middleHz * Math.pow(2, FALLEN) * transform.length / rate);
        int size = Math.min(transform.length, 4 * Integer.highestOneBit(last));
        double[] band = new double[size];
        for (int k = 1; k < size / 2; k++) {
            double away = Math.abs(Math.log((double) k * rate / transform.length / middleHz) / Math.log(2));
            double over = Math.max(0, Math.min(1, (away - FALLS_FROM) / (FALLEN - FALLS_FROM)));
            double weight = Math.cos(over * Math.PI / 2);
            band[2 * k] = weight * transform[2 * k];
            band[2 * k + 1] = weight * transform[2 * k + 1];
        }
        Fft.precise(size).realInverse(band, true);
        return fitted(band, (double) rate * size / transform.length);
    }

    private static double fitted(double[] band, double rate) {
        int length = band.length / 2; // what lies behind is padding
        double[] left = new double[length + 1];
        for (int i = length - 1; i >= 0; i--) {
            left[i] = left[i + 1] + band[i] * band[i];
        }
        double n = 0;
        double sumT = 0;
        double sumL = 0;
        double sumTt = 0;
        double sumTl = 0;
        for (int i = 0; i < length; i++) {
            double db = 10 * Math.log10(left[i] / left[0]);
            if (db <= FIT_FROM_DB && db >= FIT_TO_DB) {
                double t = i / rate;
                n++;
                sumT += t;
                sumL += db;
                sumTt += t * t;
                sumTl += t * db;
            }
        }
        return -60 / ((n * sumTl - sumT * sumL) / (n * sumTt - sumT * sumT));
    }
}
