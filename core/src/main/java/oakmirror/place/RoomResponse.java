package oakmirror.place;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;
import oakmirror.audio.Fft;
import oakmirror.dsp.StereoResponse;
import org.jtransforms.fft.DoubleFFT_1D;

/**
 * What becomes of an impulse in a {@link Room}.
 *
 * <p>Its beginning by image sources (J. B. Allen and D. A. Berkley, "Image method for efficiently simulating small-room acoustics", J. Acoust. Soc. Am. 65, 1979):
 * each mirrored loudspeaker comes in late and weak by its distance, and once through the wall's reflection for each wall it was mirrored by. That reflection depends on
 * frequency, as a minimum-phase filter, and follows by Eyring's formula from the reverberation time. Its end is {@link LateNoise}, which takes over around
 * twice √V milliseconds (V in cubic metres; J.-D. Polack, "La transmission de l'énergie sonore dans les salles", 1988, gives √V; from memory).
 *
 * <p>What is picked up: two cardioids in one place, turned {@value #TURNED_DEGREES}° to either side of what lies between the loudspeakers. No head is modelled, so that it
 * can be heard over loudspeakers and over headphones alike. What comes straight from the nearer loudspeaker to its own side has gain 1 and no delay.
 */
final class RoomResponse {

    private static final double SPEED_OF_SOUND = 343;
    private static final double TURNED_DEGREES = 55;
    private static final int USUAL_RATE = 48_000;
    /** Fine enough to add up what falls for a tenth of a second. */
    private static final int COARSE_RATE = 2000;

    /** α = 1 − exp(−0.161·V / (S·T)). */
    private static final double EYRING = 0.161;
    /** How many times √V milliseconds the images last. */
    private static final double IMAGES_LAST = 2;
    /** How often the decay is measured and made good, and by how much at most at a time. */
    private static final int ROUNDS = 6;

    private static final double MOST_CHANGE = 1.15;
    /** What of a reverberation time it may be off by; with how many noises that is tried. */
    private static final double CLOSE_ENOUGH = 0.02;

    private static final int ATTEMPTS = 6;
    private static final int SEEDS = 8;
    /** How far about its middle the end takes over. */
    private static final double TAKE_OVER = 0.3;
    /** The last part of it, over which it is faded. */
    private static final double FADED = 0.1;

    private final Room room;
    private final int rate;
    private final int length;
    private final int size;
    private final DoubleFFT_1D fft;
    private final double middleSeconds;
    private final double nearest;
    private final double[] forward;
    /** What one wall leaves of what meets it, as a transform. */
    private final double[] wall;

    private RoomResponse(Room room, int rate, double seconds) {
        this.room = room;
        this.rate = rate;
        length = (int) Math.ceil(seconds * rate);
        size = 2 * Integer.highestOneBit(2 * length - 1);
        fft = Fft.precise(size);
        middleSeconds = middleSeconds(room);
        nearest = room.speakersM().stream()
                .mapToDouble(s -> distance(point(s)))
                .min()
                .orElseThrow();
        forward = forward();
        wall = MinimumPhase.transform(size, rate, hz -> 10 * Math.log10(1 - absorption(hz)));
    }

    /** Where the images go over into the end. */
    private static double middleSeconds(Room room) {
        return IMAGES_LAST * Math.sqrt(room.volume()) / 1000;
    }

    /** That of a room at a rate. */
    static StereoResponse of(Room room, int rate) {
        double longest =
                room.reverberationSeconds().stream().mapToDouble(t -> t).max().orElseThrow();
        RoomResponse made = new RoomResponse(room, rate, longest);
        return made.both(made::from);
    }

    /** Its beginning alone, without what the end adds; quickly made. */
    static StereoResponse beginning(Room room, int rate) {
        RoomResponse made = new RoomResponse(room, rate, middleSeconds(room) * (1 + TAKE_OVER));
        return made.both(speaker -> new double[][] {made.images(speaker, 0), made.images(speaker, 1)});
    }

    /** The energy that its end adds at some frequencies, from one loudspeaker on one side, where a gain of 1 has 1. */
    static double[] endEnergies(Room room, double[] hz) {
        RoomResponse made = new RoomResponse(room, COARSE_RATE, 1.0 / COARSE_RATE);
        double start = made.nearest / SPEED_OF_SOUND;
        double[] there = new double[(int) (COARSE_RATE * Room.LONGEST_SECONDS)];
        for (int i = 0; i < there.length; i++) {
            there[i] = Math.pow(made.level(made.own()) * made.in(start + (double) i / COARSE_RATE), 2);
        }
        double[] energies = new double[hz.length];
        for (int f = 0; f < hz.length; f++) {
            double fall = LateNoise.SIXTY_DB / room.reverberationAt(hz[f]);
            double left = Math.exp(-fall * start);
            double step = Math.exp(-fall / COARSE_RATE);
            for (double level : there) {
                energies[f] += level * left;
                left *= step;
            }
        }
        return energies;
    }

    private StereoResponse both(IntFunction<double[][]> from) {
        double[][] left = from.apply(0);
        if (room.speakersM().size() == 1) {
            return new StereoResponse(left[0], left[1], new double[0], new double[0]);
        }
        double[][] right = from.apply(1);
        return new StereoResponse(left[0], left[1], right[0], right[1]);
    }

    private static double[] point(List<Double> p) {
        return new double[] {p.get(0), p.get(1), p.get(2)};
    }

    /** From the listener. */
    private double[] towards(double[] p) {
        double[] d = point(room.listenerM());
        return new double[] {p[0] - d[0], p[1] - d[1], p[2] - d[2]};
    }

    private static double length(double[] d) {
        return Math.sqrt(d[0] * d[0] + d[1] * d[1] + d[2] * d[2]);
    }

    private double distance(double[] p) {
        return length(towards(p));
    }

    /** On the level, between the loudspeakers. */
    private double[] forward() {
        double[] sum = new double[3];
        for (List<Double> speaker : room.speakersM()) {
            double[] d = towards(point(speaker));
            double far = Math.max(1e-6, length(d));
            sum[0] += d[0] / far;
            sum[1] += d[1] / far;
        }
        double far = length(sum);
        return far < 1e-6 ? new double[] {-1, 0, 0} : new double[] {sum[0] / far, sum[1] / far, 0};
    }

    /** Gain of a side's pick-up for what comes from somewhere; 0 is the left side. The left lies where the width is less, as seen facing the front. */
    private double pickedUp(int side, double[] from) {
        double turned = Math.toRadians(side == 0 ? TURNED_DEGREES : -TURNED_DEGREES);
        // facing −x, left is −y: turning left takes (−1, 0) to (−cos, −sin)
        double x = forward[0] * Math.cos(turned) - forward[1] * Math.sin(turned);
        double y = forward[0] * Math.sin(turned) + forward[1] * Math.cos(turned);
        double far = Math.max(1e-6, length(from));
        return (1 + (from[0] * x + from[1] * y) / far) / 2;
    }

    /** Gain of what comes straight from the nearest loudspeaker to its own side. */
    private double own() {
        double[] near = towards(nearestSpeaker());
        return Math.max(0.1, Math.max(pickedUp(0, near), pickedUp(1, near)));
    }

    /** Amplitude of the end at the moment an impulse is sent: 4π·c/V·r² of energy a second against what comes straight, spread by a loudspeaker's directivity; a third of it picked up. */
    private double level(double own) {
        return Math.sqrt(4 * Math.PI * SPEED_OF_SOUND / room.volume() / 3 / room.directivity() / rate) * nearest / own;
    }

    /** From one loudspeaker to both sides. Its end is tuned at one rate, so that the room is the same at every rate. */
    private double[][] from(int speaker) {
        double[][] both = new double[2][];
        RoomResponse usual = rate == USUAL_RATE ? this : new RoomResponse(room, USUAL_RATE, (double) length / rate);
        for (int side = 0; side < 2; side++) {
            End best = usual.tuned(speaker, side, 0);
            for (int more = 1; best.error() > CLOSE_ENOUGH && more < ATTEMPTS; more++) {
                End next = usual.tuned(speaker, side, more);
                best = next.error() < best.error() ? next : best;
            }
            both[side] = usual == this
                    ? best.response()
                    : together(images(speaker, side), new LateNoise(rate, length, best.seed()), best.seconds());
        }
        return both;
    }

    /** Of which noise an end is made, how it falls in each octave, the whole, and how far its decay is at most from what is asked for, as a part of it. */
    private record End(long seed, double[] seconds, double[] response, double error) {}

    /** What chance and the beginning make of the decay is made good octave by octave, as far as that goes. */
    private End tuned(int speaker, int side, int attempt) {
        long seed = 4L * speaker + side + SEEDS * attempt;
        double[] images = images(speaker, side);
        LateNoise noise = new LateNoise(rate, length, seed);
        double[] asked =
                room.reverberationSeconds().stream().mapToDouble(t -> t).toArray();
        double[] seconds = asked.clone();
        for (int round = 0; ; round++) {
            double[] whole = together(images, noise, seconds);
            double[] measured = Decay.seconds(whole, rate);
            double[] next = seconds.clone();
            double error = 0;
            for (int octave = 0; octave < Room.OCTAVES; octave++) {
                if (Decay.isReliable(asked[octave], Room.LOWEST_OCTAVE_HZ * Math.pow(2, octave))) {
                    double ratio = asked[octave] / measured[octave];
                    error = Math.max(error, Math.abs(1 - 1 / ratio));
                    next[octave] *= Math.max(1 / MOST_CHANGE, Math.min(MOST_CHANGE, ratio));
                }
            }
            if (error <= CLOSE_ENOUGH || round == ROUNDS) {
                return new End(seed, seconds, whole, error);
            }
            seconds = next;
        }
    }

    /** The beginning and the end. */
    private double[] together(double[] images, LateNoise noise, double[] seconds) {
        double start = nearest / SPEED_OF_SOUND;
        double level = level(own());
        double[] sum = noise.falling(seconds, start);
        for (int i = 0; i < length; i++) {
            sum[i] = images[i] + level * sum[i] * in((double) i / rate + start) * out(i);
        }
        return sum;
    }

    private double[] nearestSpeaker() {
        return room.speakersM().stream()
                .map(RoomResponse::point)
                .min((a, b) -> Double.compare(distance(a), distance(b)))
                .orElseThrow();
    }

    /** How much of the end has taken over, as amplitude. */
    private double in(double seconds) {
        double part = (seconds / middleSeconds - (1 - TAKE_OVER)) / (2 * TAKE_OVER);
        return Math.sin(Math.max(0, Math.min(1, part)) * Math.PI / 2);
    }

    private double out(int frame) {
        double left = (double) (length - frame) / (FADED * length);
        return left >= 1 ? 1 : left * left * (3 - 2 * left);
    }

    /** The images of a loudspeaker, sorted by how many walls they were mirrored by, each of which filters them once more. */
    private double[] images(int speaker, int side) {
        double[] at = point(room.speakersM().get(speaker));
        double own = own();
        double last = middleSeconds * (1 + TAKE_OVER) * SPEED_OF_SOUND;
        int[] most = new int[3];
        int mostWalls = 0;
        for (int axis = 0; axis < 3; axis++) {
            most[axis] = (int) Math.ceil(last / (2 * room.sizeM().get(axis))) + 1;
            mostWalls += 2 * most[axis] + 1;
        }
        double[][] trains = new double[mostWalls + 1][];
        for (int n = 0; n < 8; n++) {
            int[] mirrored = {n & 1, (n >> 1) & 1, (n >> 2) & 1};
            for (int x = -most[0]; x <= most[0]; x++) {
                for (int y = -most[1]; y <= most[1]; y++) {
                    for (int z = -most[2]; z <= most[2]; z++) {
                        addImage(at, mirrored, new int[] {x, y, z}, side, own, last, trains);
                    }
                }
            }
        }
        return filtered(trains);
    }

    private void addImage(
            double[] at, int[] mirrored, int[] cell, int side, double own, double last, double[][] trains) {
        double[] image = new double[3];
        int walls = 0;
        for (int axis = 0; axis < 3; axis++) {
            image[axis] = (1 - 2 * mirrored[axis]) * at[axis]
                    + 2 * cell[axis] * room.sizeM().get(axis);
            walls += Math.abs(cell[axis] - mirrored[axis]) + Math.abs(cell[axis]);
        }
        double[] from = towards(image);
        double far = Math.max(0.05, length(from));
        int frame = (int) Math.round((far - nearest) / SPEED_OF_SOUND * rate);
        if (far > last && walls > 0 || frame >= length) {
            return;
        }
        double gain = nearest / far * pickedUp(side, from) / own;
        if (walls > 0) {
            double leaving = Math.sqrt(1 - Math.pow(in(far / SPEED_OF_SOUND), 2));
            gain *= leaving / Math.sqrt(room.directivity());
        }
        if (trains[walls] == null) {
            trains[walls] = new double[size];
        }
        trains[walls][Math.max(0, frame)] += gain;
    }

    /** Σ trainₙ ∗ wallⁿ, by Horner's rule in the frequency domain. */
    private double[] filtered(double[][] trains) {
        double[] sum = new double[size];
        for (int n = trains.length - 1; n >= 0; n--) {
            multiply(sum, wall);
            if (trains[n] != null) {
                fft.realForward(trains[n]);
                for (int i = 0; i < size; i++) {
                    sum[i] += trains[n][i];
                }
            }
        }
        fft.realInverse(sum, true);
        return Arrays.copyOf(sum, length);
    }

    /** By Eyring's formula. */
    private double absorption(double hz) {
        return 1 - Math.exp(-EYRING * room.volume() / (room.surface() * room.reverberationAt(hz)));
    }

    /** One real transform times another, in the packed form of the library. */
    private static void multiply(double[] a, double[] b) {
        a[0] *= b[0];
        a[1] *= b[1];
        for (int i = 2; i < a.length; i += 2) {
            double re = a[i] * b[i] - a[i + 1] * b[i + 1];
            a[i + 1] = a[i] * b[i + 1] + a[i + 1] * b[i];
            a[i] = re;
        }
    }
}
