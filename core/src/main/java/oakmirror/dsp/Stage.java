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

    /** The same for processors that tell what they take away; those that take nothing away tell nothing. */
    default Supplier<StereoProcessor> maker(int sampleRate, Reduction reduction) {
        return maker(sampleRate);
    }

    /** This one, and another behind it, which tells what it takes away. */
    default Stage followedBy(Stage other) {
        return new Stage() {
            @Override
            public Supplier<StereoProcessor> maker(int sampleRate) {
                return maker(sampleRate, Reduction.NOT_KEPT);
            }

            @Override
            public Supplier<StereoProcessor> maker(int sampleRate, Reduction reduction) {
                Supplier<StereoProcessor> first = Stage.this.maker(sampleRate);
                Supplier<StereoProcessor> second = other.maker(sampleRate, reduction);
                return () -> new Series(first.get(), second.get());
            }
        };
    }
}
