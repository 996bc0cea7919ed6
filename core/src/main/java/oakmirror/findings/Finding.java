package oakmirror.findings;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import oakmirror.text.Texts;

/**
 * One reading in words.
 *
 * @param kind what it is
 * @param track whom it is about: 0 for the mix, otherwise the reference's number
 * @param certainty how sure it is
 * @param title the finding in a few words
 * @param evidence the figures it rests on
 * @param cause what usually causes it
 * @param inTheMix what to try in the mix first; empty where that makes no sense
 * @param onTheMaster what to try on the master second; empty where that makes no sense
 * @param weight how much it matters: findings are told in falling order
 * @param place where to look
 */
public record Finding(
        Kind kind,
        int track,
        Certainty certainty,
        String title,
        String evidence,
        String cause,
        String inTheMix,
        String onTheMaster,
        double weight,
        Place place) {

    /** What can be found. */
    public enum Kind {
        TOO_MUCH,
        TOO_LITTLE,
        NARROW,
        WIDE,
        OUT_OF_PHASE,
        COMB,
        SQUASHED,
        LOOSE,
        QUIETER,
        LOUDER,
        ENDS_EARLY,
        CLIPPED,
        SILENT_SIDE,
        LOPSIDED,
        SWAPPED,
        DC_OFFSET,
        HUM,
        CLICKS,
        DROPOUTS,
        SILENT_END,
        ECHO,
        NOISE,
        EVENED_OUT,
        OTHER_SPEED,
        REFERENCE_ENDS_EARLY(true),
        REFERENCE_CRUSHED(true),
        SHORT_PASSAGE(true),
        OTHER_ARRANGEMENT(true),
        OTHER_KEY(true),
        OTHER_TEMPO(true);

        private static final Set<Kind> ABSOLUTE = EnumSet.of(
                OUT_OF_PHASE,
                COMB,
                ENDS_EARLY,
                CLIPPED,
                SILENT_SIDE,
                DC_OFFSET,
                HUM,
                CLICKS,
                DROPOUTS,
                SILENT_END,
                ECHO);

        private final boolean caveat;

        Kind() {
            this(false);
        }

        Kind(boolean caveat) {
            this.caveat = caveat;
        }

        /** Whether it is told from the mix alone, whatever the references are. */
        public boolean isAbsolute() {
            return ABSOLUTE.contains(this);
        }

        /** Whether it is told only against the same recording, though that has become hard to recognise by it. */
        public boolean isOfACopy() {
            return this == NOISE || this == EVENED_OUT || this == OTHER_SPEED;
        }

        /** Whether it is about how loud the mix is. */
        public boolean isLoudness() {
            return this == QUIETER || this == LOUDER;
        }

        /** Whether it is no fault of the mix but a reason to be careful with the comparison. */
        public boolean isCaveat() {
            return caveat;
        }
    }

    /** What it is a matter of. */
    public enum Aspect {
        TONE,
        LOUDNESS,
        DYNAMICS,
        WIDTH
    }

    /** Whom a finding is about. */
    public enum About {
        /** The mix, as it stands or against its references. */
        MIX,
        /** A reference, which is no sane aim in some respect. */
        REFERENCE,
        /** Mix and reference together: they are unlike, and neither is at fault. */
        PAIR
    }

    /** Whom it is about. */
    public About about() {
        return switch (kind) {
            case OTHER_ARRANGEMENT, OTHER_KEY, OTHER_TEMPO -> About.PAIR;
            default -> track == 0 ? About.MIX : About.REFERENCE;
        };
    }

    /** A range of frequencies in Hz. */
    public record Band(double lowHz, double highHz) {}

    /**
     * Where to look.
     *
     * @param seconds the moments at which it is heard, where it is not heard all the time
     */
    public record Place(Aspect aspect, Optional<Band> band, List<Double> seconds) {

        /** Copies the list. */
        public Place {
            seconds = List.copyOf(seconds);
        }

        static Place on(Aspect aspect) {
            return new Place(aspect, Optional.empty(), List.of());
        }

        static Place at(Aspect aspect, double lowHz, double highHz) {
            return new Place(aspect, Optional.of(new Band(lowHz, highHz)), List.of());
        }

        static Place when(Aspect aspect, List<Double> seconds) {
            return new Place(aspect, Optional.empty(), seconds);
        }
    }

    /** The same, told with another certainty. */
    Finding with(Certainty other) {
        return new Finding(kind, track, other, title, evidence, cause, inTheMix, onTheMaster, weight, place);
    }

    /** The figures it rests on, and how sure it is where there is a doubt; that something is louder there is none of. */
    public String weighedEvidence() {
        boolean plain = kind.isCaveat() || kind.isLoudness() || certainty == Certainty.CERTAIN;
        return plain ? evidence : certainty.word() + ": " + evidence;
    }

    /** At what more it would be surer; empty where it is certain, or no fault of the mix. */
    public String surerWith() {
        return certainty == Certainty.CERTAIN || kind.isCaveat() ? "" : Texts.of("findings.twoMoreReferencesOf");
    }

    /** What tells this finding from others, also after small changes: its kind, its track, and about where it lies, to an octave. */
    public String key() {
        String where = place.band()
                .map(b -> "@" + Math.round(Math.log(Math.sqrt(b.lowHz() * b.highHz()) / 1000) / Math.log(2)))
                .orElse("");
        return kind + "/" + track + where;
    }
}
