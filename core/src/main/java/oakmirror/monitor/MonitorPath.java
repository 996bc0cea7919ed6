package oakmirror.monitor;

import java.util.Optional;
import oakmirror.dsp.BandSolo;
import oakmirror.dsp.LongConvolver;

/**
 * What everything heard goes through on its way out, mix and references alike. Nothing of it is ever written to a file.
 *
 * @param place where it is heard, when not as it is
 * @param sides which sides are heard
 * @param band a band to hear alone, when one is chosen
 * @param insert the response of headphones or a room that is made good, when there is one
 * @param volume linear gain at the end
 */
public record MonitorPath(
        Optional<MonitorPlace> place,
        Sides sides,
        Optional<BandSolo> band,
        Optional<LongConvolver> insert,
        float volume) {

    /** As it is. */
    public static final MonitorPath STRAIGHT =
            new MonitorPath(Optional.empty(), Sides.STEREO, Optional.empty(), Optional.empty(), 1);

    /**
     * Which sides are heard, and from where. What is heard of a stereo signal in these ways adds up to its power: mono and side together,
     * and left and right together, are as loud as stereo, so that levels stay comparable from one to the next.
     */
    public enum Sides {
        /** Left and right, each from its side. */
        STEREO(1, 0, 0, 1),
        /** Half the sum, from both sides. */
        MONO(0.5, 0.5, 0.5, 0.5),
        /** Left alone from both sides, 3 dB down on each. */
        LEFT(Math.sqrt(0.5), 0, Math.sqrt(0.5), 0),
        /** Right alone from both sides, 3 dB down on each. */
        RIGHT(0, Math.sqrt(0.5), 0, Math.sqrt(0.5)),
        /** Half the difference, from both sides. */
        SIDE(0.5, -0.5, 0.5, -0.5);

        private final float leftFromLeft;
        private final float leftFromRight;
        private final float rightFromLeft;
        private final float rightFromRight;

        Sides(double leftFromLeft, double leftFromRight, double rightFromLeft, double rightFromRight) {
            this.leftFromLeft = (float) leftFromLeft;
            this.leftFromRight = (float) leftFromRight;
            this.rightFromLeft = (float) rightFromLeft;
            this.rightFromRight = (float) rightFromRight;
        }

        float leftFromLeft() {
            return leftFromLeft;
        }

        float leftFromRight() {
            return leftFromRight;
        }

        float rightFromLeft() {
            return rightFromLeft;
        }

        float rightFromRight() {
            return rightFromRight;
        }
    }
}
