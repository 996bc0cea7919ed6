package oakmirror.dsp;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.Supplier;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;

/**
 * Gentle compressors and upward expanders of zones. Of every zone that something is done to, its range is cut out by a {@link Crossover} and added again
 * times its gain less 1: while all gains are 1, what comes out is what went in, later. The lowest zone reaches down to 0 Hz, the top one up to half the rate.
 *
 * @param bands what is done, at most once for a zone; from low to high
 */
public record ZoneDynamicsStage(List<ZoneDynamicsBand> bands) implements Stage {

    /** Sorts and checks the bands. */
    public ZoneDynamicsStage {
        bands = bands.stream()
                .sorted(Comparator.comparing(ZoneDynamicsBand::zone))
                .toList();
        if (bands.stream().map(ZoneDynamicsBand::zone).distinct().count() < bands.size()) {
            throw new IllegalArgumentException(Texts.of("invalid.zoneOnce"));
        }
    }

    /** The lower end of what is cut out for a zone, in Hz. */
    public static double lowHz(Zone zone) {
        return zone == Zone.SUB ? 0 : zone.lowHz();
    }

    /** The upper end of what is cut out for a zone, in Hz. */
    public static double highHz(Zone zone) {
        return zone == Zone.AIR ? Double.POSITIVE_INFINITY : zone.highHz();
    }

    /** Whether a rate has anything of a zone. */
    public static boolean exists(Zone zone, int sampleRate) {
        return zone.lowHz() < 0.45 * sampleRate;
    }

    /** How many taps the ends of a zone ask for on either side of the middle. */
    public static int reach(Zone zone, int sampleRate) {
        int low = zone == Zone.SUB ? 0 : Crossover.reach(zone.lowHz(), sampleRate);
        return zone == Zone.AIR ? low : Math.max(low, Crossover.reach(zone.highHz(), sampleRate));
    }

    /** The response that cuts a zone out, so many taps to either side of its middle. */
    public static double[] cut(Zone zone, int sampleRate, int reach) {
        double high = highHz(zone) < 0.45 * sampleRate ? highHz(zone) : Double.POSITIVE_INFINITY;
        return Crossover.range(lowHz(zone), high, sampleRate, reach);
    }

    /** {@inheritDoc} Zones above half the rate are left out: there is nothing of them. */
    @Override
    public Supplier<StereoProcessor> maker(int sampleRate) {
        List<ZoneDynamicsBand> used =
                bands.stream().filter(b -> exists(b.zone(), sampleRate)).toList();
        int reach =
                used.stream().mapToInt(b -> reach(b.zone(), sampleRate)).max().orElse(0);
        double[][] taps = new double[used.size()][];
        Arrays.setAll(taps, z -> cut(used.get(z).zone(), sampleRate, reach));
        ZoneCutter model =
                new ZoneCutter(taps, FirConvolver.part(sampleRate), ZoneDynamicsProcessor.pastFrames(used, sampleRate));
        return () -> new ZoneDynamicsProcessor(used, model.another(), reach, sampleRate);
    }

    /** The most it ever adds at a frequency, in dB. */
    public double mostGainDb(double hz) {
        return bands.stream()
                .filter(b -> hz > lowHz(b.zone()) * (1 - Crossover.HALF_SLOPE)
                        && hz < highHz(b.zone()) * (1 + Crossover.HALF_SLOPE))
                .mapToDouble(b -> Math.max(0, b.mostGainDb()))
                .max()
                .orElse(0);
    }
}
