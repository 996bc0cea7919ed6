package oakmirror.zones;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.FrameRange;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.ZoneDynamicsBand;
import oakmirror.dsp.ZoneDynamicsStage;
import oakmirror.dynamics.ZoneDynamics;
import oakmirror.dynamics.ZoneDynamicsAnalyser;
import oakmirror.spectrum.Zone;

/**
 * Finds what moves the crest factor of a zone by what is wanted, on the sound itself: a move found from what the zone sounds like is tried on stretches of the mix and
 * read as tracks are; as neighbours reach into a zone, it comes out a little short or long, and is asked for again by as much more or less.
 */
public final class DynamicsSolver {

    private static final int TRIES = 3;
    private static final double NEAR_DB = 0.1;
    private static final double MOST_OVER = 1.8;
    private static final double LEAST_OVER = 0.5;
    private static final double TRIED_SECONDS = 60;
    private static final double PIECE_SECONDS = 15;
    private static final int BLOCK = 8192;

    private final StereoSource mix;
    private final ZoneSound sound;
    private final List<FrameRange> pieces;
    private final ZoneDynamics before;

    /**
     * Listens to a zone of a mix, once for all that may be wanted of it.
     *
     * @param range what of the mix
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public DynamicsSolver(StereoSource mix, FrameRange range, Zone zone, Progress progress) {
        this.mix = mix;
        sound = ZoneSound.of(mix, range, zone, progress.part(0, 0.9));
        pieces = Pieces.of(range, mix.sampleRate(), TRIED_SECONDS, PIECE_SECONDS);
        before = read(Optional.empty(), progress.part(0.9, 1));
    }

    /** Which zone. */
    public Zone zone() {
        return sound.zone();
    }

    /** Finds what changes the crest factor that half of the time is not reached by so many dB. */
    public DynamicsMove solve(double wantedDb, Progress progress) {
        DynamicsMove best = none(wantedDb);
        double ask = wantedDb;
        for (int i = 0; i < TRIES && before.isKnown() && wantedDb != 0; i++) {
            DynamicsMove found = DynamicsMove.find(sound, ask);
            ZoneDynamics after = found.band().isNone()
                    ? before
                    : read(Optional.of(found.band()), progress.part((double) i / TRIES, (i + 1.0) / TRIES));
            DynamicsMove tried = new DynamicsMove(found.band(), wantedDb, before, after);
            if (tried.missedDb() < best.missedDb()) {
                best = tried;
            }
            double reached = tried.changeDb() / wantedDb;
            if (best.missedDb() < NEAR_DB || reached <= 0 || (reached < 1 && !found.isReached())) {
                break; // there, or as far as it goes
            }
            ask *= Math.max(LEAST_OVER, Math.min(MOST_OVER, 1 / reached));
        }
        return best;
    }

    private DynamicsMove none(double wantedDb) {
        return new DynamicsMove(new ZoneDynamicsBand(zone(), 0, 0, 0), wantedDb, before, before);
    }

    /** The crest factors of the zone on some stretches, one behind the other, through what is done to it. */
    private ZoneDynamics read(Optional<ZoneDynamicsBand> through, Progress progress) {
        int rate = mix.sampleRate();
        ZoneDynamicsAnalyser analyser = new ZoneDynamicsAnalyser(rate);
        Optional<StereoProcessor> processor =
                through.map(b -> new ZoneDynamicsStage(List.of(b)).maker(rate).get());
        int late = processor.map(StereoProcessor::latencyFrames).orElse(0);
        long past = processor.map(p -> (long) p.memoryFrames()).orElse(0L);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (int i = 0; i < pieces.size(); i++) {
            FrameRange piece = pieces.get(i);
            processor.ifPresent(StereoProcessor::reset);
            long at = piece.start() - past;
            while (at < piece.end() + late) {
                boolean isBefore = at < piece.start() + late;
                int n = (int) Math.min(BLOCK, (isBefore ? piece.start() : piece.end()) + late - at);
                mix.read(at, left, right, 0, n);
                processor.ifPresent(p -> p.process(left, right, 0, n));
                if (!isBefore) {
                    analyser.add(left, right, n);
                }
                at += n;
                progress.check((double) i / pieces.size());
            }
        }
        return analyser.finish().get(zone().ordinal());
    }
}
