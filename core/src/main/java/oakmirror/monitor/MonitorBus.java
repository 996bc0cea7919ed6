package oakmirror.monitor;

import oakmirror.loudness.LiveMeter;

/**
 * The way out of everything heard: place and its noise, band, sides, meters, insert, volume, in this order. The meters so read what is listened to,
 * whatever the volume and the headphones. For the audio thread alone; allocates nothing.
 */
final class MonitorBus {

    private final Changeover place;
    private final NoiseBeside noise;
    private final Changeover band;
    private final Changeover insert;
    private final LiveMeter meter;
    private float ll = 1;
    private float lr;
    private float rl;
    private float rr = 1;
    private float placeGain = 1;
    private float volume = 1;

    MonitorBus(int maxBlock, int sampleRate, LiveMeter meter) {
        place = new Changeover(maxBlock, sampleRate);
        noise = new NoiseBeside(sampleRate);
        band = new Changeover(maxBlock, sampleRate);
        insert = new Changeover(maxBlock, sampleRate);
        this.meter = meter;
    }

    /** Changes the next frames; {@code isHeard} says whether anything plays. */
    void process(MonitorPath path, boolean isHeard, float[] left, float[] right, int count) {
        MonitorPlace at = path.place().orElse(null);
        place.process(at == null ? null : at.sound(), left, right, count);
        placeGain = turn(left, right, count, placeGain, at == null ? 1 : at.gain());
        noise.addTo(at, isHeard, left, right, count);
        band.process(path.band().orElse(null), left, right, count);
        sides(path.sides(), left, right, count);
        meter.add(left, right, count);
        insert.process(path.insert().orElse(null), left, right, count);
        volume = turn(left, right, count, volume, path.volume());
    }

    /** Turns from one gain to another, which is given back. */
    private static float turn(float[] left, float[] right, int count, float from, float to) {
        if (from == 1 && to == 1) {
            return to;
        }
        float step = (to - from) / count;
        float gain = from;
        for (int i = 0; i < count; i++) {
            gain += step;
            left[i] *= gain;
            right[i] *= gain;
        }
        return to;
    }

    private void sides(MonitorPath.Sides sides, float[] left, float[] right, int count) {
        float llStep = (sides.leftFromLeft() - ll) / count;
        float lrStep = (sides.leftFromRight() - lr) / count;
        float rlStep = (sides.rightFromLeft() - rl) / count;
        float rrStep = (sides.rightFromRight() - rr) / count;
        boolean changes = llStep != 0 || lrStep != 0 || rlStep != 0 || rrStep != 0;
        if (!changes && sides == MonitorPath.Sides.STEREO) {
            return;
        }
        for (int i = 0; i < count; i++) {
            ll += llStep;
            lr += lrStep;
            rl += rlStep;
            rr += rrStep;
            float l = left[i];
            float r = right[i];
            left[i] = ll * l + lr * r;
            right[i] = rl * l + rr * r;
        }
        ll = sides.leftFromLeft();
        lr = sides.leftFromRight();
        rl = sides.rightFromLeft();
        rr = sides.rightFromRight();
    }
}
