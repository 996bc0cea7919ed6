package oakmirror.session;

import java.nio.file.Path;
import oakmirror.files.Unseen;
import oakmirror.finish.MasterRender;
import oakmirror.measure.Levels;
import oakmirror.text.Texts;

/**
 * One rendered outcome: what came out, and all that made it, so that it can be made again.
 *
 * @param id what it is known by
 * @param name what it was called when it was rendered
 * @param made when, as ISO 8601 has local time; it stands in the file, so it belongs to what makes it
 * @param file where it was written
 * @param figures what it reaches
 * @param sha256 the check-sum of the file
 * @param settings the session it was made of
 */
public record Version(
        String id, String name, String made, Path file, Figures figures, String sha256, Session settings) {

    /** Checks that all of it is there. */
    public Version {
        name = Unseen.cut(name);
        if (id.isBlank() || file.getFileName() == null) {
            throw new IllegalArgumentException(Texts.of("invalid.version"));
        }
        java.time.LocalDateTime.parse(made);
    }

    /**
     * What a version reaches. What is not defined is not a number.
     *
     * @param integratedLufs integrated loudness
     * @param truePeakDbtp true peak
     * @param rangeLu loudness range
     * @param plrDb peak to loudness
     * @param mostReductionDb the most a limiter took
     * @param averageReductionDb what it took on average
     */
    public record Figures(
            double integratedLufs,
            double truePeakDbtp,
            double rangeLu,
            double plrDb,
            double mostReductionDb,
            double averageReductionDb) {

        /** Of a master that was rendered. */
        public static Figures of(MasterRender.Rendered master) {
            Levels levels = master.levels();
            return new Figures(
                    levels.loudness().integratedLufs(),
                    levels.peaks().truePeakDbtp(),
                    levels.loudness().rangeLu(),
                    levels.peakToLoudness(),
                    master.taken().most(),
                    master.taken().average());
        }
    }

    /** When it was made. */
    public java.time.LocalDateTime madeAt() {
        return java.time.LocalDateTime.parse(made);
    }

    /** The same in another place. */
    public Version withFile(Path value) {
        return new Version(id, name, made, value, figures, sha256, settings);
    }
}
