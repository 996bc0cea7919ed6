package oakmirror.measure;

import java.util.Optional;
import oakmirror.audio.TimeRange;

/**
 * What a measurement was made of. Two measurements of equal provenance are the same; one whose provenance is not the one that is asked for
 * is never shown in its place.
 *
 * @param origin the bytes, and which stretch of what they hold
 * @param sampleRate frames a second of what was measured
 * @param extent how much was measured
 * @param version which version of the measurer did it, {@link TrackMeasurer#VERSION}
 */
public record Provenance(Origin origin, int sampleRate, TrackMeasurer.Extent extent, int version) {

    /**
     * Where samples come from.
     *
     * @param content the key of the bytes of the file, taken when they were read; empty for samples that come from no file
     * @param passage the stretch that was measured, as it is heard at the rate of what it is compared with; empty for the whole file as it is
     */
    public record Origin(String content, Optional<TimeRange> passage) {

        /** Samples that come from no file, as when a render is measured. */
        public static final Origin NONE = new Origin("", Optional.empty());

        /** All that a file holds. */
        public static Origin whole(String content) {
            return new Origin(content, Optional.empty());
        }

        /** A stretch of what a file holds. */
        public static Origin passage(String content, TimeRange range) {
            return new Origin(content, Optional.of(range));
        }
    }

    /** A name to keep a measurement under: letters, digits and dashes. Different for every provenance but for the rate of whole files. */
    public String id() {
        String part = origin.passage()
                .map(r -> "-" + Math.round(r.startSeconds() * sampleRate) + "-"
                        + Math.round(r.endSeconds() * sampleRate) + "-at-" + sampleRate)
                .orElse("");
        return origin.content() + part + "-" + extent.name().toLowerCase(java.util.Locale.ROOT) + "-v" + version;
    }
}
