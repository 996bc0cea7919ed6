package oakmirror.delivery;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import oakmirror.measure.Levels;
import oakmirror.readings.Readings;

/**
 * What was found in a file after it had been written, by reading it again.
 *
 * @param promise what it should hold
 * @param levels loudness and peaks of what is in it
 * @param sampleRate its frames a second
 * @param frames its length
 * @param handedOver how many frames were handed over to be written
 * @param clips how often it is clipped, as {@code ClipCounter} counts
 * @param rounding how its samples came from what was handed over
 * @param errorRms how far they lie from it, in steps of its bits; of full scale for floating point and lossy files
 * @param channels whether left is left
 * @param headSeconds silence before the first sound
 * @param tailSeconds silence behind the last
 */
public record Verification(
        Promise promise,
        Levels levels,
        int sampleRate,
        long frames,
        long handedOver,
        long clips,
        Rounding rounding,
        double errorRms,
        Channels channels,
        double headSeconds,
        double tailSeconds) {

    /** Loudness of a lossless file is what was measured while it was written, but for its rounding. */
    private static final double LOSSLESS_LU = 0.02;

    /** A lossy format leaves out what lies highest, which counts in noisy music. */
    private static final double LOSSY_LU = 0.5;

    private static final double CEILING_TOLERANCE_DB = 0.05;

    /** A frame of any lossy format is no longer. */
    private static final int MOST_PADDING = 2880;

    /**
     * What a file should hold.
     *
     * @param levels loudness and peaks of what was handed over
     * @param ceilingDbtp the ceiling it was kept under
     * @param sampleRate frames a second
     * @param bits bits a sample; 32 means floating point, 0 a lossy format
     * @param dithered whether its samples are dithered
     */
    public record Promise(Levels levels, double ceilingDbtp, int sampleRate, int bits, boolean dithered) {

        boolean isLossy() {
            return bits == 0;
        }

        boolean isFloat() {
            return bits == 0 || bits == 32;
        }
    }

    /** How samples came from what was handed over. */
    public enum Rounding {
        /** As they were. */
        NONE,
        /** Rounded. */
        PLAIN,
        /** Rounded, with triangular dither. */
        DITHERED,
        /** In none of these ways: they are others. */
        OTHER,
        /** Coded with loss. */
        LOSSY
    }

    /** Whether left is left. */
    public enum Channels {
        /** It is. */
        RIGHT,
        /** Left and right have changed places. */
        SWAPPED,
        /** Both are the same, or one is silent, so that it cannot be told. */
        ALIKE,
        /** Neither side is what was handed over. */
        OTHER;

        private static final double SAME = 0.9;

        static Channels of(double ll, double rr, double lr, double rl) {
            double straight = least(ll, rr);
            double crossed = least(lr, rl);
            if (Double.isNaN(straight) && Double.isNaN(crossed)) {
                return ALIKE;
            }
            if (straight > SAME && crossed > straight - 1e-6) {
                return ALIKE;
            }
            if (straight > SAME) {
                return RIGHT;
            }
            return crossed > SAME ? SWAPPED : OTHER;
        }

        /** The less of two; where one is not defined, the other. */
        private static double least(double a, double b) {
            return Double.isNaN(a) ? b : Double.isNaN(b) ? a : Math.min(a, b);
        }
    }

    /** Length in seconds. */
    public double seconds() {
        return (double) frames / sampleRate;
    }

    /** Whether it holds what it should. */
    public boolean isGood() {
        return faults().isEmpty();
    }

    /** What is wrong with it, each in one sentence that says what to do; empty where it holds what it should. */
    public List<String> faults() {
        List<String> faults = new ArrayList<>();
        if (sampleRate != promise.sampleRate()) {
            faults.add("It runs at " + Readings.rate(sampleRate) + ", not " + Readings.rate(promise.sampleRate())
                    + "; render it again.");
        }
        long missing = handedOver - frames;
        if (missing > 0 || -missing > (promise.isLossy() ? MOST_PADDING : 0)) {
            faults.add("It is " + Readings.count(Math.abs(missing), "sample") + " too "
                    + (missing > 0 ? "short" : "long") + "; render it again.");
        }
        if (channels == Channels.SWAPPED) {
            faults.add("Left and right have changed places; do not send it.");
        }
        boolean isOther = channels == Channels.OTHER || rounding == Rounding.OTHER;
        if (isOther) {
            faults.add("Its samples are not those that were written; render it again, to another disk.");
        }
        if (promise.dithered() && rounding == Rounding.PLAIN) {
            faults.add("It is not dithered; render it again.");
        }
        double off =
                levels.loudness().integratedLufs() - promise.levels().loudness().integratedLufs();
        if (Math.abs(off) > (promise.isLossy() ? LOSSY_LU : LOSSLESS_LU)) {
            faults.add("It reads " + Readings.level(Math.abs(off)) + " LU " + (off > 0 ? "louder" : "quieter")
                    + " than what was written; render it again.");
        }
        if (!promise.isLossy() && levels.peaks().truePeakDbtp() > highestAllowed()) {
            faults.add("Its true peak is " + Readings.level(levels.peaks().truePeakDbtp()) + " dBTP, over "
                    + Readings.level(promise.ceilingDbtp()) + "; lower the ceiling.");
        }
        return faults;
    }

    /** Rounding at few bits, and peaks that were over the ceiling already when no limiter held them, are no fault of the file. */
    private double highestAllowed() {
        return Math.max(promise.ceilingDbtp(), promise.levels().peaks().truePeakDbtp()) + CEILING_TOLERANCE_DB;
    }

    /** What is worth knowing though it is no fault, each in one sentence. */
    public List<String> remarks() {
        List<String> remarks = new ArrayList<>();
        double peak = levels.peaks().truePeakDbtp();
        if (promise.isLossy() && peak > promise.ceilingDbtp() + CEILING_TOLERANCE_DB) {
            remarks.add("Coding raised its true peak to " + Readings.level(peak)
                    + " dBTP; a lower ceiling keeps it under " + Readings.level(promise.ceilingDbtp()) + ".");
        }
        if (clips > 0) {
            remarks.add("It is clipped in " + clips + (clips == 1 ? " place." : " places."));
        }
        return remarks;
    }

    /** What was looked at and found, in a few words each. */
    public List<String> findings() {
        List<String> found = new ArrayList<>();
        double lufs = levels.loudness().integratedLufs();
        found.add(Double.isFinite(lufs) ? Readings.level(lufs) + " LUFS" : "no loudness");
        found.add(Readings.level(levels.peaks().truePeakDbtp()) + " dBTP");
        found.add(Readings.fineTime(seconds()));
        found.add(frames == handedOver ? "every sample there" : (frames - handedOver) + " samples of padding");
        found.add(clips == 0 ? "no clipping" : clips + " clipped");
        found.add(
                switch (rounding) {
                    case NONE -> "bit for bit";
                    case PLAIN -> "rounded, not dithered";
                    case DITHERED -> "dithered";
                    case OTHER -> "other samples";
                    case LOSSY -> "coded with loss";
                });
        found.add(
                switch (channels) {
                    case RIGHT -> "left is left";
                    case SWAPPED -> "left and right swapped";
                    case ALIKE -> "both sides alike";
                    case OTHER -> "other sound";
                });
        found.add(String.format(Locale.ROOT, "silent %.2f s before and %.2f s behind", headSeconds, tailSeconds));
        return found;
    }
}
