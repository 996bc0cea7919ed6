package oakmirror.correction;

import oakmirror.spectrum.BandGrid;

/**
 * A rise or dip of a correction: what an engineer decides about. It is a feature of the proposed curve and not a filter, so it stays the same
 * whatever filters realise it.
 *
 * @param kind what it is
 * @param lowHz where it begins
 * @param highHz where it ends
 * @param centreHz where it is strongest
 * @param gainDb how much it is there: as proposed at full strength, before anything was decided about it
 * @param halfLowHz where it has half its gain below that
 * @param halfHighHz where it has half its gain above it
 * @param trust how far the gap is trusted there, 0 to 1
 * @param partDb its own part of the proposed curve, for each band of the {@link BandGrid}
 * @param treatment what was decided about it
 */
public record Move(
        Kind kind,
        double lowHz,
        double highHz,
        double centreHz,
        double gainDb,
        double halfLowHz,
        double halfHighHz,
        double trust,
        double[] partDb,
        Treatment treatment) {

    /** What a move is. */
    public enum Kind {
        /** It rises or falls and comes back. */
        BELL,
        /** It goes on to the lower end of what is corrected. */
        LOW_END,
        /** It goes on to the upper end. */
        HIGH_END,
        /** It stays as it was when it was locked. */
        LOCKED,
        /** It was added by hand. */
        ADDED,
        /** It was taken from a place worth a listen. */
        TAKEN;

        /** Whether it is applied as it is, whatever the strength. */
        public boolean isFixed() {
            return this == LOCKED || this == ADDED || this == TAKEN;
        }
    }

    /** Whether it is a rise. */
    public boolean isUp() {
        return gainDb > 0;
    }

    /** Whether it is applied. */
    public boolean isTaken() {
        return !treatment.refused() && treatment.gainFactor() > 0;
    }

    /** Its gain with what was decided about it, at full strength. */
    public double treatedGainDb() {
        return treatment.refused() ? 0 : gainDb * treatment.gainFactor();
    }

    /** Its width at half its gain. */
    public double octaves() {
        return Math.log(halfHighHz / halfLowHz) / Math.log(2);
    }

    /** Its width with what was decided about it. */
    public double treatedOctaves() {
        return octaves() * treatment.widthFactor();
    }

    /** Where it has half its gain below its middle, with what was decided about it. */
    public double treatedLowHz() {
        return centreHz * Math.pow(halfLowHz / centreHz, treatment.widthFactor());
    }

    /** Where it has half its gain above its middle, with what was decided about it. */
    public double treatedHighHz() {
        return centreHz * Math.pow(halfHighHz / centreHz, treatment.widthFactor());
    }

    /** The same, treated in another way. */
    public Move withTreatment(Treatment value) {
        return new Move(kind, lowHz, highHz, centreHz, gainDb, halfLowHz, halfHighHz, trust, partDb, value);
    }

    /** A decision about it that finds it again in other proposals. */
    public MoveDecision decision(Treatment value) {
        return new MoveDecision(lowHz, highHz, isUp(), value);
    }

    /** Its own part of the curve with what was decided about it. */
    public double[] treatedDb() {
        double[] treated = new double[BandGrid.SIZE];
        if (!isTaken()) {
            return treated;
        }
        for (int b = 0; b < treated.length; b++) {
            double hz = treatment.widthFactor() == 1
                    ? BandGrid.centreHz(b)
                    : centreHz * Math.pow(BandGrid.centreHz(b) / centreHz, 1 / treatment.widthFactor());
            treated[b] = treatment.gainFactor() * BandGrid.interpolate(partDb, hz);
        }
        return treated;
    }
}
