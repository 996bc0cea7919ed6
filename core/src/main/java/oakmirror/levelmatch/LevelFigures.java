package oakmirror.levelmatch;

/**
 * The figures of a track that levels can be matched by; NaN where one is not defined.
 *
 * @param wholeLufs integrated loudness of the whole track, as heard
 * @param passageLufs integrated loudness of its chosen passage, as heard; of the whole track where none is chosen
 * @param maxShortTermLufs loudest three seconds of what is measured
 * @param rmsDbfs RMS of what is measured, read so that a full-scale sine is 0 dB
 */
public record LevelFigures(double wholeLufs, double passageLufs, double maxShortTermLufs, double rmsDbfs) {

    /** Nothing is known. */
    public static final LevelFigures NONE = new LevelFigures(Double.NaN, Double.NaN, Double.NaN, Double.NaN);

    /** What a sine's RMS lies below its peak; RMS on K-scales is read that much higher. */
    public static final double SINE_DB = 10 * Math.log10(2);
}
