package oakmirror.dsp;

import java.util.function.Supplier;

/** A part of a {@link Chain}, as a description: what to make, from which processors are made as needed, at any rate. */
public interface Stage {

    /**
     * What makes equal processors for a rate. Whatever takes long is done once, when it is asked for.
     *
     * @throws IllegalArgumentException when the rate cannot carry the stage
     */
    Supplier<StereoProcessor> maker(int sampleRate);
}
