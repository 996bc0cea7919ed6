package oakmirror.place;

import java.util.List;
import java.util.Optional;
import oakmirror.audio.Decibels;
import oakmirror.dsp.BiquadCascade;
import oakmirror.dsp.FirConvolver;
import oakmirror.dsp.LongConvolver;
import oakmirror.dsp.NoiseLoop;
import oakmirror.dsp.Saturation;
import oakmirror.dsp.StereoProcessor;
import oakmirror.dsp.StereoResponse;
import oakmirror.filter.Biquad;

/** A listening place made ready for a rate: its filters designed, its room's response and its noise worked out. Processors are made of it at once. */
public final class PlaceSound {

    /** Parts of a room's response where nobody waits. */
    private static final int LONG_PART = 16_384;

    private final ListeningPlace place;
    private final int sampleRate;
    private final List<Biquad> filters;
    private final Optional<StereoResponse> response;
    private final Optional<LongConvolver> room;
    private final Optional<NoiseLoop> noise;
    private final PlaceTransfer transfer;

    /** Makes a place without a response of its own ready. */
    public PlaceSound(ListeningPlace place, int sampleRate) {
        this(place, sampleRate, Optional.empty());
    }

    /**
     * Makes a place ready; what of it lies beyond half the rate is left out. May take a few tenths of a second.
     *
     * @param own what its file holds at that rate, where it names one
     */
    public PlaceSound(ListeningPlace place, int sampleRate, Optional<StereoResponse> own) {
        this.place = place;
        this.sampleRate = sampleRate;
        filters = place.filters().stream()
                .filter(f -> f.hz() < sampleRate / 2.0)
                .map(f -> Biquad.of(f.section(), sampleRate))
                .toList();
        response = own.or(() -> place.room().map(r -> RoomResponse.of(r, sampleRate)));
        room = response.map(LongConvolver::new);
        transfer = own.map(o -> PlaceTransfer.of(place, o, sampleRate)).orElseGet(() -> PlaceTransfer.of(place));
        noise = place.noise().map(n -> SteadyNoise.of(n::densityDb, sampleRate));
    }

    /** The place. */
    public ListeningPlace place() {
        return place;
    }

    /** The rate it is made for. */
    public int sampleRate() {
        return sampleRate;
    }

    /** What it lets through on the average. */
    public PlaceTransfer transfer() {
        return transfer;
    }

    /** What becomes of an impulse in its room. */
    public Optional<StereoResponse> response() {
        return response;
    }

    /**
     * A processor of everything but the noise.
     *
     * @param programmeLufs loudness of the programme that comes out, which a driver's limit lies over
     */
    public StereoProcessor processor(double programmeLufs) {
        return new Processor(
                place.width(), new BiquadCascade(filters, 1), driver(programmeLufs), room.map(LongConvolver::another));
    }

    /** The same for measuring, behind a gain: late by its {@link StereoProcessor#latencyFrames}, at a fraction of the work where there is a room. */
    StereoProcessor lateProcessor(double programmeLufs, double gainDb) {
        return new Processor(
                place.width(),
                new BiquadCascade(filters, Decibels.toAmplitude(gainDb)),
                driver(programmeLufs),
                response.map(r -> new FirConvolver(r, 0, LONG_PART)));
    }

    private Optional<Saturation> driver(double programmeLufs) {
        return place.driverLu().map(d -> new Saturation(Decibels.toAmplitude(programmeLufs + d), sampleRate));
    }

    /** The noise at 0 LUFS, from its start. */
    public Optional<NoiseLoop> noise() {
        return noise.map(NoiseLoop::another);
    }

    private static final class Processor implements StereoProcessor {
        /** Measured: a sixth of the time there is for a block at 48 kHz, and less than half of it at 192. */
        private static final int CATCHES_UP = 8192;

        private static final int DRIVER_CATCHES_UP = 2048;
        private final float width;
        private final BiquadCascade filters;
        private final Optional<Saturation> driver;
        private final Optional<? extends StereoProcessor> room;

        Processor(
                double width,
                BiquadCascade filters,
                Optional<Saturation> driver,
                Optional<? extends StereoProcessor> room) {
            this.width = (float) width;
            this.filters = filters;
            this.driver = driver;
            this.room = room;
        }

        private void beforeRoom(float[] left, float[] right, int offset, int count) {
            if (width != 1) {
                for (int i = offset; i < offset + count; i++) {
                    float mid = (left[i] + right[i]) / 2;
                    float side = width * (left[i] - right[i]) / 2;
                    left[i] = mid + side;
                    right[i] = mid - side;
                }
            }
            filters.process(left, right, offset, count);
            if (driver.isPresent()) {
                driver.get().process(left, right, offset, count);
            }
        }

        @Override
        public void process(float[] left, float[] right, int offset, int count) {
            beforeRoom(left, right, offset, count);
            if (room.isPresent()) {
                room.get().process(left, right, offset, count);
            }
        }

        @Override
        public void pass(float[] left, float[] right, int offset, int count) {
            beforeRoom(left, right, offset, count);
            if (room.isPresent()) {
                room.get().pass(left, right, offset, count);
            }
        }

        @Override
        public void settle() {
            if (room.isPresent()) {
                room.get().settle();
            }
        }

        @Override
        public int latencyFrames() {
            return room.isPresent() ? room.get().latencyFrames() : 0;
        }

        @Override
        public int memoryFrames() {
            return filters.memoryFrames()
                    + (driver.isPresent() ? driver.get().memoryFrames() : 0)
                    + (room.isPresent() ? room.get().memoryFrames() : 0);
        }

        @Override
        public int catchUpFrames() {
            return driver.isPresent() ? DRIVER_CATCHES_UP : CATCHES_UP;
        }

        @Override
        public void reset() {
            filters.reset();
            driver.ifPresent(Saturation::reset);
            room.ifPresent(StereoProcessor::reset);
        }
    }
}
