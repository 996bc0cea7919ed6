package oakmirror.spectrum;

/**
 * Hum of the mains: a tone at the frequency of the mains and its harmonics that never pauses.
 *
 * @param mainsHz the frequency it is made of, near 50 or 60 Hz
 * @param levelDbfs level of all its lines that stand out together, in dBFS RMS
 * @param lines how many of them stand out
 */
public record Hum(double mainsHz, double levelDbfs, int lines) {

    /** The mains it comes from: 50 or 60 Hz. */
    public int nominalHz() {
        return mainsHz < 55 ? 50 : 60;
    }
}
