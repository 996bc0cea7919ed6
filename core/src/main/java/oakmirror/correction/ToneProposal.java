package oakmirror.correction;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import oakmirror.compare.Subject;
import oakmirror.spectrum.StereoSpectrum;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * What is proposed for the tone of a mix: one correction for the stereo signal, or one for its middle, (L+R)/2, and another for its side, (L−R)/2. Each is derived
 * from the gap of its part at the loudness all is matched by.
 *
 * @param mix spectrum of what was compared of the mix
 * @param main what is proposed for the stereo signal, or for the middle where the side has a correction of its own
 * @param side what is proposed for the side, where it is corrected apart
 */
public record ToneProposal(StereoSpectrum mix, Proposal main, Optional<Proposal> side) {

    /** What was decided about moves: of the stereo signal, of the middle, of the side; each is kept while another is in use. */
    public record Decided(MoveDecisions stereo, MoveDecisions middle, MoveDecisions side) {

        /** Nothing decided. */
        public static final Decided NONE = new Decided(MoveDecisions.NONE, MoveDecisions.NONE, MoveDecisions.NONE);

        /** About a part. */
        public MoveDecisions of(Part part) {
            return switch (part) {
                case MID -> middle;
                case SIDE -> side;
                default -> stereo;
            };
        }

        /** The same with something else decided about a part. */
        public Decided with(Part part, MoveDecisions value) {
            return switch (part) {
                case MID -> new Decided(stereo, value, side);
                case SIDE -> new Decided(stereo, middle, value);
                default -> new Decided(value, middle, side);
            };
        }
    }

    /**
     * What is asked for.
     *
     * @param apart whether middle and side are corrected apart
     * @param wanted a tone to be reached instead of the references'
     * @param settings how it is followed
     * @param decided what was decided about moves
     */
    public record Asked(boolean apart, Optional<WantedTone> wanted, CorrectionSettings settings, Decided decided) {

        /** Checks that what is wanted is followed as it is. */
        public Asked {
            settings = settings.towards(wanted);
        }
    }

    /** Nothing proposed. */
    public static ToneProposal none() {
        return alike(StereoSpectrum.silent(), Proposal.none());
    }

    /** One correction for the stereo signal. */
    public static ToneProposal alike(StereoSpectrum mix, Proposal stereo) {
        return new ToneProposal(mix, stereo, Optional.empty());
    }

    /**
     * Derives it.
     *
     * @param subjects mix and references
     * @param applied what the mix has been corrected by already, on middle and side alike
     * @param asked what for
     * @param sampleRate the rate of the mix, which bands are fitted for
     */
    public static ToneProposal derive(
            List<Subject> subjects, Optional<AppliedCorrection> applied, Asked asked, int sampleRate) {
        StereoSpectrum mix = Subject.mix(subjects).map(m -> m.tone().spectrum()).orElse(StereoSpectrum.silent());
        Function<Part, Proposal> of = part -> Proposal.derive(
                material(subjects, part, applied, asked.wanted()),
                asked.settings(),
                asked.decided().of(part),
                sampleRate);
        return asked.apart()
                ? new ToneProposal(mix, of.apply(Part.MID), Optional.of(of.apply(Part.SIDE)))
                : alike(mix, of.apply(Part.STEREO));
    }

    /** What the correction of a part follows from. */
    public static Material material(
            List<Subject> subjects, Part part, Optional<AppliedCorrection> applied, Optional<WantedTone> wanted) {
        return wanted.map(w -> Material.towards(w, subjects, part, applied))
                .orElseGet(() -> Material.of(subjects, part, applied));
    }

    /** The same of the same evidence, something else decided about its moves. */
    public ToneProposal deciding(Asked asked, int sampleRate) {
        Decided decided = asked.decided();
        return new ToneProposal(
                mix,
                main.deciding(asked.settings(), decided.of(mainPart()), sampleRate),
                side.map(s -> s.deciding(asked.settings(), decided.side(), sampleRate)));
    }

    /** Whether middle and side are corrected apart. */
    public boolean isApart() {
        return side.isPresent();
    }

    /** What {@link #main} is of. */
    public Part mainPart() {
        return isApart() ? Part.MID : Part.STEREO;
    }

    /** What is proposed for a part: for the side where it is corrected apart, otherwise the main one. */
    public Proposal of(Part part) {
        return part == Part.SIDE ? side.orElse(main) : main;
    }

    /** Whether there is anything to go by. */
    public boolean isKnown() {
        return main.gap().isKnown() || side.filter(s -> s.gap().isKnown()).isPresent();
    }

    /** Whether a rate can carry all bands. */
    public boolean fits(int sampleRate) {
        return main.fits(sampleRate) && side.map(s -> s.fits(sampleRate)).orElse(true);
    }
}
