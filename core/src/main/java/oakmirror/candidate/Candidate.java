package oakmirror.candidate;

import oakmirror.filter.AnalogueSection;

/**
 * A range of frequencies where the mix departs from its references in tone, width or dynamics, which may be a fault or the music: the ear decides.
 *
 * @param shape what kind of move undoes it
 * @param lowHz where it begins: where the departure is half as large as at its most
 * @param highHz where it ends
 * @param centreHz its middle; for a shelf where it is half as large
 * @param seenDb how large it is seen, as the gap is: reference minus mix, above 0 where the mix lacks
 * @param share the part of it that is a fault where there is one, on average over known cases
 * @param odds how often a departure like it was a fault among known cases, 0 to 1
 * @param agree how many references say so
 * @param of how many speak there
 * @param outsideDb by how much the mix leaves what their middle four fifths span; below 0 where it lies inside
 * @param audibility how much of its range is heard beside the rest, 0 to 1
 */
public record Candidate(
        Shape shape,
        double lowHz,
        double highHz,
        double centreHz,
        double seenDb,
        double share,
        double odds,
        int agree,
        int of,
        double outsideDb,
        double audibility) {

    /** What kind of move undoes a departure. */
    public enum Shape {
        /** It comes back on both sides. */
        BELL,
        /** It goes on to the low end. */
        LOW_SHELF,
        /** It goes on to the high end. */
        HIGH_SHELF,
        /** It is the side of a zone against its middle. */
        WIDTH,
        /** It is the crest factor of a zone. */
        DYNAMICS;

        /** Whether it is a filter that undoes it. */
        public boolean isTone() {
            return this == BELL || this == LOW_SHELF || this == HIGH_SHELF;
        }

        /**
         * A move of this shape; a shelf has a slope without overshoot, whatever its width.
         *
         * @throws IllegalStateException for one that is not of the tone
         */
        public AnalogueSection section(double centreHz, double gainDb, double octaves) {
            double half = Math.pow(2, octaves / 2);
            return switch (this) {
                case BELL -> AnalogueSection.bell(centreHz, gainDb, 1 / (half - 1 / half));
                case LOW_SHELF -> AnalogueSection.lowShelf(centreHz, gainDb, Math.sqrt(0.5));
                case HIGH_SHELF -> AnalogueSection.highShelf(centreHz, gainDb, Math.sqrt(0.5));
                case WIDTH, DYNAMICS -> throw new IllegalStateException("no filter changes " + this);
            };
        }
    }

    /** Whether the mix has too much there. */
    public boolean isTooMuch() {
        return seenDb < 0;
    }

    /** What its trial move does to the mix: undoes the share that is a fault on average, in dB. */
    public double proposedDb() {
        return share * seenDb;
    }

    /** How wide it is. */
    public double octaves() {
        return Math.log(highHz / lowHz) / Math.log(2);
    }

    /** Whether it is about the same range of the tone, the same way: of the narrower one half and more lies in the other. */
    public boolean isAbout(double otherLowHz, double otherHighHz, boolean tooMuch) {
        return shape.isTone() && tooMuch == isTooMuch() && overlap(otherLowHz, otherHighHz) >= 0.5;
    }

    /** How much of the narrower of two ranges lies in the other, in octaves over octaves. */
    double overlap(double otherLowHz, double otherHighHz) {
        double common = Math.log(Math.min(highHz, otherHighHz) / Math.max(lowHz, otherLowHz));
        return Math.max(0, common) / Math.min(Math.log(highHz / lowHz), Math.log(otherHighHz / otherLowHz));
    }

    /** The same as far as mix and references are one recording, in which all that departs is a fault. */
    Candidate knownToBe(double likeness) {
        double part = likeness + (1 - likeness) * share;
        return new Candidate(
                shape,
                lowHz,
                highHz,
                centreHz,
                seenDb,
                part,
                likeness + (1 - likeness) * odds,
                agree,
                of,
                outsideDb,
                audibility);
    }

    /** The same with other odds. */
    public Candidate withOdds(double value) {
        return new Candidate(shape, lowHz, highHz, centreHz, seenDb, share, value, agree, of, outsideDb, audibility);
    }
}
