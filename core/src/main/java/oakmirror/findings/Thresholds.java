package oakmirror.findings;

/** From where on a reading is a finding. Common practice without a source unless said otherwise. */
public final class Thresholds {

    /** A range is told when it is at least this wide in octaves. */
    public static final double TONE_OCTAVES = 0.4;

    /** A zone whose correlation is below this is out of phase; wide sides may be as far as that from 0 by themselves. Ours. */
    public static final double TURNED_CORRELATION = -0.25;

    /** Below 120 Hz a mix is expected near mono: less than this, where the references have more, is told. */
    public static final double LOW_END_CORRELATION = 0.5;

    /** This much more dynamics than the references is told, in dB; a mix before its limiter always has some. */
    public static final double LOOSE_DB = 3;

    /** This much outside the references' loudness is told, in LU. */
    public static final double LOUDNESS_LU = 2;

    /** Peak to loudness below this is heavily squashed, in dB. */
    public static final double CRUSHED_PLR_DB = 8;

    /** A passage shorter than this shows its notes more than its balance, in seconds: eight bars at 160 BPM. */
    public static final double SHORT_PASSAGE_SECONDS = 12;

    /** Where the tone goes up and down about its own trend by this much more than the other's, the music differs, in dB RMS. Ours. */
    public static final double ARRANGEMENT_DB = 4.5;

    /** Where octaves lie further apart than this, their middle distance apart, the music differs, in dB RMS. Ours. */
    public static final double OTHER_MUSIC_DB = 6;

    /** Keys with so many notes apart put the bass on other frequencies. Ours. */
    public static final int FOREIGN_NOTES = 4;

    /** Tempos apart by more than this part. */
    public static final double TEMPO_PART = 0.2;

    /** No more findings than this are told at once. */
    public static final int MOST_FINDINGS = 7;

    private Thresholds() {}
}
