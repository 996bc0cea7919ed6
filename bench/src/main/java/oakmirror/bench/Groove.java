package oakmirror.bench;

import java.util.Arrays;
import java.util.Random;

/**
 * Half a minute of made-up music of a known tempo, to learn from what tells a beat from its half or its double: two bars of drums, bass and chords, drawn at random
 * and repeated, on a bed of pads, a voice off the beat and noise, now and then without drums for a while.
 *
 * @param bpm its tempo; beats are those that are counted, dotted quarters in six eighths
 * @param beatsPerBar 3 or 4; six eighths are taken as bars of four of their beats
 * @param downbeatSeconds where a bar begins
 * @param samples at {@link #RATE}, the same on both sides
 */
record Groove(double bpm, int beatsPerBar, double downbeatSeconds, float[] samples) {

    static final int RATE = 22050;
    private static final double SECONDS = 32;
    private static final double START = 0.1;
    private static final double[] SCALE = {1, 9 / 8.0, 5 / 4.0, 4 / 3.0, 3 / 2.0, 5 / 3.0, 2};

    static Groove of(long seed) {
        return new Writer(new Random(seed)).write();
    }

    /** What plays a step. */
    private enum Voice {
        KICK,
        SNARE,
        HAT,
        NOTE,
        BASS
    }

    private static final class Writer {
        private final Random random;
        private final double bpm;
        private final int beats;
        private final int perBeat;
        private final int bar;
        private final double step;
        private final double root;
        private final float[] out = new float[(int) (SECONDS * RATE)];
        /** Two bars: how loud each voice is on each step, 0 where it rests. */
        private final double[][] level;

        private final double[][] hz;
        private final double offBeat;

        Writer(Random random) {
            this.random = random;
            boolean six = random.nextDouble() < 0.1;
            beats = !six && random.nextDouble() < 0.13 ? 3 : 4;
            bpm = 60 * Math.pow((six ? 110 : 200) / 60.0, random.nextDouble());
            perBeat = six || random.nextDouble() < 0.25 ? 3 : random.nextBoolean() ? 4 : 2;
            bar = beats * perBeat;
            step = 60 / bpm / perBeat;
            root = between(180, 380);
            offBeat = between(0.4, 1);
            level = new double[Voice.values().length][2 * bar];
            hz = new double[Voice.values().length][2 * bar];
        }

        Groove write() {
            boolean sparse = random.nextDouble() < 0.12;
            if (sparse) {
                sparse();
            } else {
                kicks();
                snares();
                hats(random.nextInt(6));
                notes(random.nextInt(5));
                bass(random.nextInt(4));
            }
            pads();
            if (random.nextDouble() < 0.6) {
                voice();
            }
            noise();
            play();
            return new Groove(bpm, beats, START, out);
        }

        private double between(double low, double high) {
            return low + (high - low) * random.nextDouble();
        }

        private boolean isBeat(int i) {
            return i % perBeat == 0;
        }

        private boolean isEighth(int i) {
            return perBeat % 2 == 0 ? i % (perBeat / 2) == 0 : i % perBeat != 1;
        }

        private int beatOf(int i) {
            return i % bar / perBeat;
        }

        /** A click, or drums on every other beat or on the first only. */
        private void sparse() {
            int kind = random.nextInt(3);
            for (int i = 0; i < 2 * bar; i++) {
                boolean half = isBeat(i) && beatOf(i) % 2 == 0;
                boolean first = isBeat(i) && beatOf(i) == 0;
                boolean hit = kind == 0 ? isBeat(i) : kind == 1 ? half : first;
                boolean snare = kind == 1 && half && !first;
                level[Voice.KICK.ordinal()][i] = hit && !snare ? 1 : 0;
                level[Voice.SNARE.ordinal()][i] = snare ? 1 : 0;
            }
            if (random.nextBoolean()) {
                level[Voice.HAT.ordinal()] = Arrays.stream(level[Voice.KICK.ordinal()])
                        .map(x -> x * 0.8)
                        .toArray();
            }
        }

        private void kicks() {
            int kind = random.nextInt(5);
            double[] kicks = level[Voice.KICK.ordinal()];
            for (int i = 0; i < 2 * bar; i++) {
                boolean first = i % bar == 0;
                boolean free = kind >= 3 && random.nextDouble() < (isBeat(i) ? 0.35 : perBeat == 3 ? 0.1 : 0.25);
                boolean even = kind == 0 && isBeat(i) && beatOf(i) % 2 == 0;
                boolean every = kind == 1 && isBeat(i);
                kicks[i] = first || even || every ? 1 : free ? 0.9 : 0;
                if (kind >= 3 && i >= bar && random.nextDouble() < 0.8) {
                    kicks[i] = kicks[i - bar];
                }
            }
        }

        private void snares() {
            int kind = random.nextInt(6);
            for (int i = 0; i < 2 * bar; i++) {
                boolean back = isBeat(i) && (beats == 3 ? beatOf(i) > 0 : beatOf(i) % 2 == 1);
                boolean halfTime = kind == 3 && beats == 4 && isBeat(i) && beatOf(i) == 2;
                boolean ghost = kind == 4 && !isBeat(i) && random.nextDouble() < 0.15;
                boolean hit = kind <= 2 && back || halfTime;
                level[Voice.SNARE.ordinal()][i] = hit ? 1 : kind == 4 && back ? 0.8 : ghost ? 0.35 : 0;
            }
        }

        private void hats(int kind) {
            for (int i = 0; i < 2 * bar; i++) {
                boolean offBeats = perBeat % 2 == 0 ? i % perBeat == perBeat / 2 : i % perBeat == 2;
                boolean hit =
                        switch (kind) {
                            case 0 -> isBeat(i);
                            case 1, 4 -> isEighth(i);
                            case 2 -> true;
                            case 3 -> offBeats;
                            default -> false;
                        };
                level[Voice.HAT.ordinal()][i] = hit ? isBeat(i) ? 1 : offBeat : 0;
            }
        }

        private void notes(int kind) {
            for (int i = 0; i < 2 * bar; i++) {
                double chance = kind == 3 ? isBeat(i) ? 0.6 : 0.35 : isBeat(i) ? 0.3 : 0.2;
                boolean hit = kind == 1 ? isBeat(i) : kind == 2 || kind > 2 && random.nextDouble() < chance;
                level[Voice.NOTE.ordinal()][i] = hit ? isBeat(i) ? 1 : offBeat : 0;
                hz[Voice.NOTE.ordinal()][i] = root * degree();
            }
        }

        private double degree() {
            return SCALE[random.nextInt(SCALE.length)];
        }

        private void bass(int kind) {
            for (int i = 0; i < 2 * bar; i++) {
                level[Voice.BASS.ordinal()][i] = switch (kind) {
                    case 1 -> level[Voice.KICK.ordinal()][i];
                    case 2 -> isEighth(i) ? 0.9 : 0;
                    case 3 -> isBeat(i) && random.nextDouble() < 0.7 ? 0.9 : 0;
                    default -> 0;
                };
                hz[Voice.BASS.ordinal()][i] = 45 + 24 * degree();
            }
        }

        private void pads() {
            int kind = random.nextInt(3);
            double gain = between(0.05, 0.2);
            double length = kind == 1 ? bar * step : bar * step / 2;
            for (double t = START; kind > 0 && t < SECONDS; t += length) {
                for (int note = 0; note < 3; note++) {
                    tone(t, length, root * degree() / 2, gain, 0.05, 0);
                }
            }
        }

        /** Notes of any length, half of them begun off the grid. */
        private void voice() {
            double gain = between(0.1, 0.5);
            double t = START;
            while (t < SECONDS) {
                double length = step * perBeat * between(0.25, 1.75);
                tone(t, 0.8 * length, root * degree() * 1.5, gain, 0.03, 0.01);
                t += random.nextDouble() < 0.2 ? 2 * length : length;
                if (random.nextBoolean()) {
                    t = START + Math.rint((t - START) / step) * step;
                }
            }
        }

        private void tone(double start, double seconds, double frequency, double gain, double fade, double vibrato) {
            int first = (int) (start * RATE);
            int count = (int) (seconds * RATE);
            double phase = 6 * random.nextDouble();
            for (int i = 0; i < count && first + i < out.length; i++) {
                double swell = Math.min(1, Math.min(i, count - i) / (fade * RATE));
                double bend = 1 + vibrato * Math.sin(2 * Math.PI * 5.5 * i / RATE);
                phase += 2 * Math.PI * frequency * bend / RATE;
                double sound = 0.6 * Math.sin(phase) + 0.4 * Math.sin(2 * phase) + 0.25 * Math.sin(3 * phase);
                out[first + i] += (float) (gain * swell * sound);
            }
        }

        private void noise() {
            double gain = 0.03 * Math.pow(10, -1.5 * random.nextDouble());
            double low = 0;
            for (int i = 0; i < out.length; i++) {
                low = 0.95 * low + random.nextGaussian();
                out[i] += (float) (gain * 0.3 * (low + random.nextGaussian()));
            }
        }

        private void play() {
            double[] gain = {
                between(0.6, 1.2), between(0.5, 1.2), between(0.2, 1.1), between(0.2, 1.1), between(0.3, 1.1)
            };
            double[] decay = {
                between(0.06, 0.18), between(0.05, 0.15), between(0.015, 0.075), between(0.08, 0.38), between(0.1, 0.4)
            };
            double late = between(0.001, 0.006);
            double quietFrom = random.nextDouble() < 0.3 ? between(4, 20) : SECONDS;
            double quietTo = quietFrom + between(4, 12);
            int i = 0;
            for (double t = START; t < SECONDS; t += step, i++) {
                double at = t + late * random.nextGaussian();
                for (Voice voice : Voice.values()) {
                    double l = level[voice.ordinal()][i % (2 * bar)];
                    boolean drum = voice == Voice.KICK || voice == Voice.SNARE;
                    if (l > 0 && !(drum && t > quietFrom && t < quietTo)) {
                        hit(
                                voice,
                                (int) (at * RATE),
                                l * gain[voice.ordinal()],
                                decay[voice.ordinal()],
                                hz[voice.ordinal()][i % (2 * bar)]);
                    }
                }
            }
        }

        private void hit(Voice voice, int start, double gain, double decay, double frequency) {
            for (int i = Math.max(0, -start); i < 4 * decay * RATE && start + i < out.length; i++) {
                double t = (double) i / RATE;
                double turn = 2 * Math.PI * t;
                double sound =
                        switch (voice) {
                            case KICK -> 0.8 * Math.sin(turn * 50 + 19 * (1 - Math.exp(-t / 0.02)));
                            case SNARE -> 0.3 * random.nextGaussian() + 0.2 * Math.sin(turn * 190);
                            case HAT -> random.nextBoolean() ? 0.15 : -0.15;
                            default ->
                                0.25
                                        * (Math.sin(turn * frequency)
                                                + 0.5 * Math.sin(2 * turn * frequency)
                                                + 0.3 * Math.sin(3 * turn * frequency));
                        };
                out[start + i] += (float) (gain * sound * Math.exp(-t / decay));
            }
        }
    }
}
