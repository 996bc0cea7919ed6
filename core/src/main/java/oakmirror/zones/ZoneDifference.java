package oakmirror.zones;

import oakmirror.compare.Span;
import oakmirror.evidence.Odds;
import oakmirror.spectrum.Zone;

/**
 * How the mix differs from its references in a reading of a zone, and what of that is likely a fault.
 *
 * @param zone which
 * @param own the mix's reading in dB
 * @param theirs mean of the references' readings
 * @param span what the references leave for it
 * @param off the mix's reading less theirs, as far as it is judged
 * @param odds what that tells of a fault
 * @param least from how much on a fault of this kind is heard, in dB
 * @param agree how many references say so
 * @param of how many have something to say
 */
public record ZoneDifference(
        Zone zone, double own, double theirs, Span span, double off, Odds odds, double least, int agree, int of) {

    /** From this probability on a difference is told; below it is as likely the music. */
    public static final double TOLD = 0.75;

    /** How probable a fault is that is heard. */
    public double probability() {
        return odds.beyond(least);
    }

    /** How much of it is taken for a fault, 0 to 1. */
    public double trust() {
        return off == 0 ? 0 : Math.min(1, Math.max(0, odds.mean() / off));
    }

    /** What would undo what is likely a fault, in dB. */
    public double proposedDb() {
        return 0 - odds.mean();
    }

    /** Whether something is proposed about it: it lies outside the references' span and is likely a fault. */
    public boolean isProposed() {
        return span.outside(own) != 0 && span.outside(own) * off > 0 && probability() >= TOLD;
    }
}
