package oakmirror.spectrum;

/**
 * A peak of a spectrum.
 *
 * @param hz its frequency
 * @param levelDb its power in dB relative to full scale: −3.01 for a full-scale sine
 * @param prominenceDb its power over that of all else within a third of an octave to either side together
 */
public record TonePeak(double hz, double levelDb, double prominenceDb) {

    /**
     * A peak that is so much stronger than all its neighbourhood stands out, as the resonance of a room or an instrument does, or one note
     * that is held. Common practice, no source.
     */
    public static final double RESONANCE_DB = 6;

    /** The note nearest to it. */
    public Note note() {
        return Note.nearest(hz);
    }

    /** Whether it stands out of its neighbourhood. */
    public boolean isResonance() {
        return prominenceDb >= RESONANCE_DB;
    }
}
