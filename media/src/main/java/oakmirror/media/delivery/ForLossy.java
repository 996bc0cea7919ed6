package oakmirror.media.delivery;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import oakmirror.audio.Progress;
import oakmirror.finish.FinishSettings;
import oakmirror.finish.MasterFile;
import oakmirror.finish.MasterRender;
import oakmirror.media.file.OutputFormat;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/**
 * A master for lossy delivery: rendered, coded, decoded, and rendered again under a lower ceiling until what comes out of every coder stays under the ceiling that was asked for. Its
 * loudness stays what was asked for as long as it can be had under the lower one.
 *
 * @param master what was rendered at last
 * @param coded what the coders make of it
 * @param ceilingDbtp the ceiling that was asked for
 */
public record ForLossy(MasterRender.Rendered master, List<CodedPeak> coded, double ceilingDbtp) {

    /** As near to the ceiling as any file is held. */
    private static final double TOLERANCE_DB = 0.05;

    private static final int MOST_RENDERS = 6;
    private static final double LOWEST_DBTP = -20;

    /** Copies the list. */
    public ForLossy {
        coded = List.copyOf(coded);
    }

    /**
     * Renders it.
     *
     * @param corrected the mix through its chain, measured
     * @param finish what was asked for
     * @param written what the master is written as
     * @param sampleRate frames a second of it
     * @param opener its file; the one that is kept is committed
     * @param executor where measuring runs
     * @throws oakmirror.media.file.AudioFileException when it cannot be written, in one sentence
     * @throws java.util.concurrent.CancellationException when the progress says so; nothing is left then
     */
    public static ForLossy render(
            MasterRender render,
            MasterRender.Corrected corrected,
            FinishSettings finish,
            OutputFormat written,
            int sampleRate,
            MasterFile.Opener opener,
            ExecutorService executor,
            Progress progress)
            throws IOException {
        double asked = finish.ceilingDbtp();
        FinishSettings tried = finish;
        double done = 0;
        for (int i = 1; ; i++) {
            double until = 1 - 0.5 * (1 - done); // as if each were followed by one more
            Progress part = progress.part(done, until);
            Trial[] trial = new Trial[1];
            boolean isLast = i == MOST_RENDERS || tried.ceilingDbtp() == LOWEST_DBTP;
            MasterRender.Rendered master = render.render(
                    corrected,
                    tried,
                    () -> {
                        CodedTrial coded = new CodedTrial(written, sampleRate, executor);
                        double allowed = isLast ? Double.POSITIVE_INFINITY : asked + TOLERANCE_DB;
                        try {
                            trial[0] = new Trial(opener.open(), coded, allowed, part.part(0.7, 1));
                        } catch (IOException | RuntimeException e) {
                            coded.close(); // nobody has it to close it
                            throw e;
                        }
                        return trial[0];
                    },
                    part.part(0, 0.7));
            if (trial[0].isKept) {
                progress.check(1);
                return new ForLossy(master, trial[0].peaks, asked);
            }
            double over = highest(trial[0].peaks) - asked;
            tried = tried.withTarget(
                    tried.targetLufs(), Math.max(LOWEST_DBTP, tried.ceilingDbtp() - over - TOLERANCE_DB / 2));
            done = until;
        }
    }

    private static double highest(List<CodedPeak> peaks) {
        return peaks.stream().mapToDouble(CodedPeak::truePeakDbtp).max().orElse(Double.NEGATIVE_INFINITY);
    }

    /** The highest true peak of all that comes out of coders. */
    public double highestDbtp() {
        return highest(coded);
    }

    /** Whether all of it stays under the ceiling that was asked for. */
    public boolean holds() {
        return highestDbtp() <= ceilingDbtp + TOLERANCE_DB;
    }

    /** What it took, in one sentence. */
    public String sentence() {
        Optional<CodedPeak> worst = coded.stream().max(Comparator.comparingDouble(CodedPeak::truePeakDbtp));
        return Texts.of(
                holds() ? "delivered.forLossy" : "delivered.forLossyInVain",
                Numbers.level(highestDbtp()),
                worst.map(p -> p.coder().label()).orElse(""),
                Numbers.level(master.plan().settings().ceilingDbtp()));
    }

    /** A master's file that is only finished when what coders make of it stays under a peak. */
    private static final class Trial extends WatchedFile {
        private final CodedTrial coded;
        private final double allowedDbtp;
        private final Progress progress;
        private List<CodedPeak> peaks = List.of();
        private boolean isKept;

        Trial(MasterFile file, CodedTrial coded, double allowedDbtp, Progress progress) {
            super(file);
            this.coded = coded;
            this.allowedDbtp = allowedDbtp;
            this.progress = progress;
        }

        @Override
        public void write(float[] left, float[] right, int frames) throws IOException {
            super.write(left, right, frames);
            coded.write(left, right, frames);
        }

        @Override
        public void commit() throws IOException {
            peaks = coded.peaks(progress);
            isKept = highest(peaks) <= allowedDbtp;
            if (isKept) {
                super.commit();
            }
        }

        @Override
        public void close() throws IOException {
            try {
                coded.close();
            } finally {
                super.close();
            }
        }
    }
}
