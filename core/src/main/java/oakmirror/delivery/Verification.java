package oakmirror.delivery;

import java.util.ArrayList;
import java.util.List;
import oakmirror.measure.Levels;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

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
            faults.add(Texts.of("delivery.itRunsAtNot", Numbers.rate(sampleRate), Numbers.rate(promise.sampleRate())));
        }
        long missing = handedOver - frames;
        if (missing > 0 || -missing > (promise.isLossy() ? MOST_PADDING : 0)) {
            faults.add(Texts.of(
                    missing > 0 ? "delivery.itIsTooShort" : "delivery.itIsTooLong",
                    Texts.of("counts.samples", Math.abs(missing))));
        }
        if (channels == Channels.SWAPPED) {
            faults.add(Texts.of("delivery.leftAndRightHave"));
        }
        boolean isOther = channels == Channels.OTHER || rounding == Rounding.OTHER;
        if (isOther) {
            faults.add(Texts.of("delivery.itsSamplesAreNot"));
        }
        if (promise.dithered() && rounding == Rounding.PLAIN) {
            faults.add(Texts.of("delivery.itIsNotDithered"));
        }
        double off =
                levels.loudness().integratedLufs() - promise.levels().loudness().integratedLufs();
        if (Math.abs(off) > (promise.isLossy() ? LOSSY_LU : LOSSLESS_LU)) {
            faults.add(
                    Texts.of(off > 0 ? "delivery.itIsLouder" : "delivery.itIsQuieter", Numbers.level(Math.abs(off))));
        }
        if (!promise.isLossy() && levels.peaks().truePeakDbtp() > highestAllowed()) {
            faults.add(Texts.of(
                    "delivery.itsTruePeakIs",
                    Numbers.level(levels.peaks().truePeakDbtp()),
                    Numbers.level(promise.ceilingDbtp())));
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
            remarks.add(Texts.of(
                    "delivery.codingRaisedItsTrue", Numbers.level(peak), Numbers.level(promise.ceilingDbtp())));
        }
        if (clips > 0) {
            remarks.add(Texts.of("delivery.itIsClippedIn", clips));
        }
        return remarks;
    }

    /** What was looked at and found, in a few words each. */
    public List<String> findings() {
        List<String> found = new ArrayList<>();
        double lufs = levels.loudness().integratedLufs();
        found.add(Double.isFinite(lufs) ? Numbers.level(lufs) + " LUFS" : Texts.of("delivery.noLoudness"));
        found.add(Numbers.level(levels.peaks().truePeakDbtp()) + " dBTP");
        found.add(Numbers.fineTime(seconds()));
        found.add(
                frames == handedOver
                        ? Texts.of("delivery.everySampleThere")
                        : Texts.of("delivery.samplesOfPadding", frames - handedOver));
        found.add(clips == 0 ? Texts.of("delivery.noClipping") : Texts.of("delivery.clipped", clips));
        found.add(
                switch (rounding) {
                    case NONE -> Texts.of("delivery.bitForBit");
                    case PLAIN -> Texts.of("delivery.roundedNotDithered");
                    case DITHERED -> Texts.of("delivery.dithered");
                    case OTHER -> Texts.of("delivery.otherSamples");
                    case LOSSY -> Texts.of("delivery.codedWithLoss");
                });
        found.add(
                switch (channels) {
                    case RIGHT -> Texts.of("delivery.leftIsLeft");
                    case SWAPPED -> Texts.of("delivery.leftAndRightSwapped");
                    case ALIKE -> Texts.of("delivery.bothSidesAlike");
                    case OTHER -> Texts.of("delivery.otherSound");
                });
        found.add(Texts.of("delivery.silence", Numbers.fixed(headSeconds, 2), Numbers.fixed(tailSeconds, 2)));
        return found;
    }
}
