package oakmirror.levelmatch;

import oakmirror.text.Texts;

/**
 * How levels are matched.
 *
 * @param matched whether they are; hand trims count in any case
 * @param basis by which figure
 * @param direction what is brought to what
 * @param statedLevel the level for {@link Direction#TO_STATED}: in LUFS, or in dB on the K-scale for a basis on it
 */
public record LevelSettings(boolean matched, Basis basis, Direction direction, double statedLevel) {

    /** The figure that is made alike. */
    public enum Basis {
        /** Integrated loudness of the whole track. */
        INTEGRATED(Double.NaN),
        /** Integrated loudness of the chosen passage; of the whole track where none is chosen. */
        PASSAGE(Double.NaN),
        /** Loudest three seconds. */
        SHORT_TERM(Double.NaN),
        /** RMS on the K-20 scale. */
        K20(20),
        /** RMS on the K-14 scale. */
        K14(14),
        /** RMS on the K-12 scale. */
        K12(12);

        private final double headroomDb;

        Basis(double headroomDb) {
            this.headroomDb = headroomDb;
        }

        /** Whether it is RMS on a K-scale. */
        public boolean isOnKScale() {
            return !Double.isNaN(headroomDb);
        }

        /** The level of a track on this basis: LUFS, or dB on the K-scale; NaN where it has none. */
        public double of(LevelFigures figures) {
            return switch (this) {
                case INTEGRATED -> figures.wholeLufs();
                case PASSAGE -> figures.passageLufs();
                case SHORT_TERM -> figures.maxShortTermLufs();
                default -> figures.rmsDbfs() + headroomDb;
            };
        }
    }

    /** What is brought to what. */
    public enum Direction {
        /** References to the mix. */
        TO_MIX,
        /** All to the quietest. */
        TO_QUIETEST,
        /** All to a stated level. */
        TO_STATED
    }

    /** References come to the mix by the loudness of their passages. */
    public static final LevelSettings DEFAULT = new LevelSettings(true, Basis.PASSAGE, Direction.TO_MIX, -18);

    /** Checks the stated level. */
    public LevelSettings {
        if (!(statedLevel >= -60 && statedLevel <= 20)) {
            throw new IllegalArgumentException(Texts.of("invalid.level"));
        }
    }

    /** The same, matched or not. */
    public LevelSettings withMatched(boolean value) {
        return new LevelSettings(value, basis, direction, statedLevel);
    }

    /** The same by another figure; a stated level moves to a usual one of the new scale. */
    public LevelSettings withBasis(Basis value) {
        double usual = value.isOnKScale() == basis.isOnKScale() ? statedLevel : value.isOnKScale() ? 0 : -18;
        return new LevelSettings(matched, value, direction, usual);
    }

    /** The same in another direction. */
    public LevelSettings withDirection(Direction value) {
        return new LevelSettings(matched, basis, value, statedLevel);
    }

    /** The same with another stated level. */
    public LevelSettings withStatedLevel(double value) {
        return new LevelSettings(matched, basis, direction, value);
    }
}
