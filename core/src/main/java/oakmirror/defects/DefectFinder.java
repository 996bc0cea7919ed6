package oakmirror.defects;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import oakmirror.filter.Halvings;
import oakmirror.spectrum.HumFinder;
import oakmirror.stereo.Comb;

/** Looks through a stream for what is wrong with it whatever the music is. Its channels and its stereo fold may be given from different threads. */
public final class DefectFinder {

    private final List<SampleScan> channels = new ArrayList<>();
    private final HumFinder hum;

    /** A finder for one stream. */
    public DefectFinder(int sampleRate, int channelCount) {
        for (int c = 0; c < channelCount; c++) {
            channels.add(new SampleScan(sampleRate));
        }
        hum = new HumFinder(sampleRate);
    }

    /** Takes the next samples of a channel. */
    public void add(int channel, float[] samples, int count) {
        channels.get(channel).add(samples, count);
    }

    /** Takes the next frames of the stereo fold. */
    public void addFold(Halvings fold) {
        hum.add(fold);
    }

    /**
     * What was found. Ends the stream.
     *
     * @param seconds its length
     * @param echo what its averaged spectrum tells
     */
    public Defects finish(double seconds, Optional<Comb> echo) {
        List<SampleScan.Found> found = channels.stream().map(SampleScan::finish).toList();
        double from =
                found.stream().mapToDouble(SampleScan.Found::soundFrom).min().orElse(Double.POSITIVE_INFINITY);
        double to = found.stream().mapToDouble(SampleScan.Found::soundTo).max().orElse(0);
        boolean isSilent = Double.isInfinite(from);
        return new Defects(
                hum.find(),
                Moments.of(found.stream().map(SampleScan.Found::clicks).toList()),
                Moments.of(found.stream().map(SampleScan.Found::dropouts).toList()),
                found.stream().map(SampleScan.Found::flatTops).reduce(FlatTops.NONE, FlatTops::with),
                isSilent ? 0 : from,
                isSilent ? 0 : Math.max(0, seconds - to),
                echo);
    }
}
