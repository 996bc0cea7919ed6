package oakmirror.stems;

import java.util.Arrays;
import java.util.List;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Decibels;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.MidSide;
import oakmirror.dsp.ProcessedStream;
import oakmirror.spectrum.LagFinder;
import oakmirror.spectrum.Transfer;
import oakmirror.spectrum.TransferAnalyser;

/**
 * What happens to the sum of the stems on its way into the mix, as far as a filter of the middle and one of the difference can do it: level, tone,
 * width and delay, found from the two themselves. What a compressor does, and what is not among the stems, stays unexplained.
 *
 * <p>A stem through the bus is that stem as it sounds in the mix. A change of its level is made of that and added to the mix, so that nothing is
 * lost of what the bus did otherwise, and stems that are left alone leave the mix as it is, to the last bit.
 *
 * @param delayFrames by how much the mix lags the stems; below 0 where it is ahead
 * @param mid impulse response of the middle
 * @param side impulse response of the difference
 * @param responseLatency where in both the undelayed sample lies
 * @param levelDb the gain that the sum comes nearest to the mix with
 * @param residualDb what is left of the mix when the sum at that gain is taken from it, against the mix
 */
public record Bus(
        long delayFrames, double[] mid, double[] side, int responseLatency, double levelDb, double residualDb) {

    /** Goes up whenever another bus would be found of the same sound, so that none that was kept is taken for it. */
    public static final int VERSION = 1;

    private static final int BLOCK = 16384;
    /** Nobody waits for it block by block. */
    private static final int LONG_PART = 8192;

    /**
     * Finds the bus between some stems and their mix.
     *
     * @param stems at the mix's rate
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static Bus find(StereoSource mix, List<StereoSource> stems, Progress progress) {
        Stems sum = new Stems(mix.sampleRate(), stems);
        long delay = delay(mix, sum, progress.part(0, 0.3));
        TransferAnalyser middle = new TransferAnalyser(mix.sampleRate());
        TransferAnalyser difference = new TransferAnalyser(mix.sampleRate());
        float[][] in = new float[2][BLOCK];
        float[][] out = new float[2][BLOCK];
        Progress measuring = progress.part(0.3, 1);
        for (long at = 0; at < mix.frames(); at += BLOCK) {
            int n = (int) Math.min(BLOCK, mix.frames() - at);
            mix.read(at, out[0], out[1], 0, n);
            sum.read(at - delay, in[0], in[1], 0, n);
            toMidSide(out, n);
            toMidSide(in, n);
            middle.add(in[0], out[0], n);
            difference.add(in[1], out[1], n);
            measuring.check((double) at / mix.frames());
        }
        return of(delay, middle.finish(), difference.finish());
    }

    private static Bus of(long delay, Transfer middle, Transfer difference) {
        double power = middle.outPower() + difference.outPower();
        double gain = nearestGain(middle, difference);
        double left = middle.differencePower(gain) + difference.differencePower(gain);
        return new Bus(
                delay,
                middle.response(),
                difference.response(),
                middle.middle(),
                Decibels.ofAmplitude(Math.max(0, gain)),
                Decibels.ofPower(power > 0 ? left / power : 1));
    }

    private static double nearestGain(Transfer middle, Transfer difference) {
        double in = Arrays.stream(middle.in()).sum()
                + Arrays.stream(difference.in()).sum();
        double cross = Arrays.stream(middle.crossReal()).sum()
                + Arrays.stream(difference.crossReal()).sum();
        return in > 0 ? cross / in : 0;
    }

    private static void toMidSide(float[][] block, int count) {
        for (int i = 0; i < count; i++) {
            float l = block[0][i];
            float r = block[1][i];
            block[0][i] = (l + r) / 2;
            block[1][i] = (l - r) / 2;
        }
    }

    /** By how much the mix lags the stems, by their middles. */
    private static long delay(StereoSource mix, StereoSource sum, Progress progress) {
        LagFinder lag = new LagFinder();
        float[][] late = new float[2][lag.blockSize()];
        float[][] early = new float[2][lag.blockSize()];
        for (long at = 0; at < mix.frames(); at += lag.blockSize()) {
            int n = (int) Math.min(lag.blockSize(), mix.frames() - at);
            mix.read(at, late[0], late[1], 0, n);
            sum.read(at, early[0], early[1], 0, n);
            toMidSide(late, n);
            toMidSide(early, n);
            lag.add(late[0], early[0], n);
            progress.check((double) at / mix.frames());
        }
        return lag.lag();
    }

    /** A stem as it sounds in the mix, from the mix's start to its end. */
    public AudioStream through(StereoSource stem, StereoSource mix) {
        return new ProcessedStream(
                new PlacedStem(stem, delayFrames, mix.frames()),
                new MidSide(new FirConvolver(mid, side, responseLatency, LONG_PART)));
    }

    /** The arrays make it unequal to any other. */
    @Override
    public boolean equals(Object other) {
        return this == other;
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(mid);
    }

    @Override
    public String toString() {
        return "Bus[" + levelDb + " dB, " + residualDb + " dB left]";
    }
}
