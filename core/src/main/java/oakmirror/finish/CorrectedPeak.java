package oakmirror.finish;

import java.io.IOException;
import java.util.List;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ProcessedStream;
import oakmirror.loudness.Peaks;
import oakmirror.loudness.TruePeakMeter;

/** The true peak a mix reaches through its chain: what room has to be made for, so that a boost does not clip what is heard. */
public final class CorrectedPeak {

    private static final int BLOCK = 16384;

    private CorrectedPeak() {}

    /**
     * Measures it over the whole mix.
     *
     * @return dB true peak; −∞ for silence
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static double dbtp(StereoSource mix, Chain chain, Progress progress) throws IOException {
        TruePeakMeter left = new TruePeakMeter(mix.sampleRate());
        TruePeakMeter right = new TruePeakMeter(mix.sampleRate());
        float[][] block = new float[2][BLOCK];
        try (ProcessedStream stream = new ProcessedStream(mix, chain.create(mix.sampleRate()))) {
            long done = 0;
            int n;
            while ((n = stream.read(block, BLOCK)) > 0) {
                left.add(block[0], n);
                right.add(block[1], n);
                done += n;
                progress.check((double) done / mix.frames());
            }
        }
        return Peaks.join(List.of(left.finish(), right.finish())).truePeakDbtp();
    }
}
