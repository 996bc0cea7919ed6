package oakmirror.audio;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import oakmirror.text.Texts;

/**
 * What each channel of a stream stands for, with its weight in programme loudness (ITU-R BS.1770-5, table 3: front 1, surround
 * 1.41, LFE left out) and its place in a stereo fold-down (ITU-R BS.775-4: centre and surrounds at −3 dB, LFE left out).
 */
public record ChannelLayout(List<Role> roles) {

    /** BS.1770-5 weight of a surround channel. */
    public static final double SURROUND_WEIGHT = 1.41;

    /** Gain a single channel has on each side when it is heard. */
    public static final double MONO_GAIN = Fold.MINUS_3_DB;

    /** The part a channel plays. */
    public enum Role {
        LEFT(1.0, 1, 0),
        RIGHT(1.0, 0, 1),
        CENTRE(1.0, Fold.MINUS_3_DB, Fold.MINUS_3_DB),
        LFE(0.0, 0, 0),
        SURROUND_LEFT(SURROUND_WEIGHT, Fold.MINUS_3_DB, 0),
        SURROUND_RIGHT(SURROUND_WEIGHT, 0, Fold.MINUS_3_DB),
        BACK_LEFT(1.0, Fold.MINUS_3_DB, 0),
        BACK_RIGHT(1.0, 0, Fold.MINUS_3_DB),
        BACK_CENTRE(1.0, 0.5f, 0.5f);

        private final double loudnessWeight;
        private final float toLeft;
        private final float toRight;

        Role(double loudnessWeight, float toLeft, float toRight) {
            this.loudnessWeight = loudnessWeight;
            this.toLeft = toLeft;
            this.toRight = toRight;
        }
    }

    /** Checks that there is at least one channel. */
    public ChannelLayout {
        roles = List.copyOf(roles);
        if (roles.isEmpty()) {
            throw new IllegalArgumentException(Texts.of("invalid.channels"));
        }
    }

    /** A single channel. It is heard from both sides at −3 dB each, so that what is heard is as loud as what is measured. */
    public static ChannelLayout mono() {
        return new ChannelLayout(List.of(Role.CENTRE));
    }

    /** Left and right. */
    public static ChannelLayout stereo() {
        return new ChannelLayout(List.of(Role.LEFT, Role.RIGHT));
    }

    /** L R C LFE Ls Rs, the order of WAVE files. */
    public static ChannelLayout surround51() {
        return new ChannelLayout(
                List.of(Role.LEFT, Role.RIGHT, Role.CENTRE, Role.LFE, Role.SURROUND_LEFT, Role.SURROUND_RIGHT));
    }

    /** L R C LFE Lb Rb Ls Rs, the order of WAVE files. */
    public static ChannelLayout surround71() {
        return new ChannelLayout(List.of(
                Role.LEFT,
                Role.RIGHT,
                Role.CENTRE,
                Role.LFE,
                Role.BACK_LEFT,
                Role.BACK_RIGHT,
                Role.SURROUND_LEFT,
                Role.SURROUND_RIGHT));
    }

    /** L R C Ls Rs. */
    public static ChannelLayout surround50() {
        return new ChannelLayout(List.of(Role.LEFT, Role.RIGHT, Role.CENTRE, Role.SURROUND_LEFT, Role.SURROUND_RIGHT));
    }

    /** The usual layout of that many channels, where a file does not say. */
    public static ChannelLayout usual(int channels) {
        return switch (channels) {
            case 1 -> mono();
            case 2 -> stereo();
            case 3 -> new ChannelLayout(List.of(Role.LEFT, Role.RIGHT, Role.CENTRE));
            case 4 -> new ChannelLayout(List.of(Role.LEFT, Role.RIGHT, Role.SURROUND_LEFT, Role.SURROUND_RIGHT));
            case 5 -> surround50();
            case 6 -> surround51();
            case 8 -> surround71();
            default -> {
                List<Role> roles = new ArrayList<>(surround51().roles());
                roles.addAll(Collections.nCopies(Math.max(0, channels - 6), Role.BACK_CENTRE));
                yield new ChannelLayout(roles);
            }
        };
    }

    /** How many channels. */
    public int channels() {
        return roles.size();
    }

    /** BS.1770 weight of a channel's power; 0 for LFE. */
    public double loudnessWeight(int channel) {
        return roles.get(channel).loudnessWeight;
    }

    /**
     * Folds a block to left and right.
     *
     * @param in one array a channel
     * @param frames how many frames of each to fold
     * @param left receives the left side
     * @param right receives the right side
     */
    public void foldToStereo(float[][] in, int frames, float[] left, float[] right) {
        Arrays.fill(left, 0, frames, 0f);
        Arrays.fill(right, 0, frames, 0f);
        for (int c = 0; c < roles.size(); c++) {
            Role role = roles.get(c);
            addScaled(in[c], role.toLeft, left, frames);
            addScaled(in[c], role.toRight, right, frames);
        }
    }

    private static final class Fold {
        static final float MINUS_3_DB = (float) Math.sqrt(0.5);
    }

    private static void addScaled(float[] in, float gain, float[] out, int frames) {
        if (gain == 0) {
            return;
        }
        for (int i = 0; i < frames; i++) {
            out[i] += gain * in[i];
        }
    }
}
