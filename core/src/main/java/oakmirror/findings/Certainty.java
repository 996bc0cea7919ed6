package oakmirror.findings;

import oakmirror.text.Texts;

/** How sure a finding is: how probable it is that there is such a fault of the mix, and not just other music. */
public enum Certainty {
    /** Nothing else explains it. */
    CERTAIN("findings.certain", 0.98),
    /** Other music seldom makes such a difference. */
    LIKELY("findings.likely", 0.9),
    /** Other music may well make it. */
    PERHAPS("findings.perhaps", 0.75);

    private final String word;
    private final double least;

    Certainty(String word, double least) {
        this.word = word;
        this.least = least;
    }

    /** In a word. */
    public String word() {
        return Texts.of(word);
    }

    /** The lowest probability it stands for. */
    public double least() {
        return least;
    }

    /** That of a probability which is at least {@link #PERHAPS}'s. */
    static Certainty of(double probability) {
        for (Certainty c : values()) {
            if (probability >= c.least) {
                return c;
            }
        }
        return PERHAPS;
    }
}
