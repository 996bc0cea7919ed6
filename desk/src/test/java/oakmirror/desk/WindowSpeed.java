package oakmirror.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.event.Event;
import javafx.scene.control.ListView;
import javafx.scene.control.Slider;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import oakmirror.audio.TimeRange;
import oakmirror.correction.Proposal;
import oakmirror.desk.library.LibraryPane;
import oakmirror.desk.plot.ChosenSketch;
import oakmirror.desk.plot.CorrectionPlot;
import oakmirror.desk.plot.PlotPane;
import oakmirror.session.ComparisonSettings.Scope;
import oakmirror.state.comparing.ToneView.Averaging;
import org.junit.jupiter.api.Test;

/** How fast the window follows, in figures; no test, since that depends on the machine. Run by bench/window. */
class WindowSpeed extends CompareWindow {

    private static final int FRAMES = 240;

    @Override
    double speed() {
        return 1; // as it is listened to
    }

    private static void figure(String name, double value) {
        System.out.printf("%nfigure %s %.2f%n", name, value); // on a line of its own, whatever stands before it
    }

    @Test
    void compareWithEightReferencesWhilePlaying() throws Exception {
        openEightReferences();
        double[] average = onFx(() -> tone().shownLevels(0));
        interact(() -> comparing().look(v -> v.withAveraging(Averaging.ONE_SECOND)));
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        waitUntil(() -> Math.abs(tone().shownLevels(0)[120] - average[120]) > 0.5);
        int[] frame = {0};
        long[] drawn = {0};
        long[] nanos = {0};
        interact(() -> {
            drawn[0] = tone().timesDrawn();
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    nanos[0] = frame[0] == 0 ? now : nanos[0];
                    if (++frame[0] == FRAMES) {
                        drawn[0] = tone().timesDrawn() - drawn[0];
                        nanos[0] = now - nanos[0];
                        stop();
                    }
                }
            }.start();
        });
        waitUntil(() -> frame[0] == FRAMES);
        figure("window.compare.redraws-of-240-frames", drawn[0]);
        figure("window.compare.frames-a-second", (FRAMES - 1) / (nanos[0] * 1e-9));
    }

    /** 50 ms are three frames. */
    @Test
    void framesFromAChangeToItsPicture() throws Exception {
        openEightReferences();
        type(KeyCode.SPACE);
        waitUntil(() -> listening().playingProperty().get());
        List<Integer> took = new ArrayList<>();
        List<Optional<double[]>> last = new ArrayList<>(List.of(Optional.empty()));
        int[] waited = {0};
        int[] change = {0};
        interact(() -> new AnimationTimer() {
            @Override
            public void handle(long now) {
                double[] shown = {
                    tone().shownLevels(0)[120], tone().corridorLevels().orElseThrow()[0][120]
                };
                if (last.get(0).isPresent()
                        && java.util.Arrays.equals(last.get(0).get(), shown)) {
                    waited[0]++;
                    return;
                }
                if (last.get(0).isPresent()) {
                    took.add(waited[0]);
                }
                if (took.size() == 20) {
                    stop();
                    return;
                }
                last.set(0, Optional.of(shown));
                waited[0] = 1;
                change[0]++;
                if (change[0] % 2 == 0) {
                    comparing().look(v -> v.withResolution(v.octaves() > 0.5 ? 1.0 / 24 : 1, false));
                } else {
                    workspace()
                            .change(
                                    "corridor",
                                    s -> s.withComparing(s.comparing()
                                            .withCorridor(s.comparing()
                                                    .corridor()
                                                    .withTolerance(
                                                            s.comparing()
                                                                                    .corridor()
                                                                                    .toleranceDb()
                                                                            > 5
                                                                    ? 1
                                                                    : 12))));
                }
            }
        }.start());
        waitUntil(() -> took.size() == 20);
        figure(
                "window.compare.most-frames-to-a-picture",
                took.stream().mapToInt(f -> f).max().orElseThrow());
    }

    @Test
    void shapeWhileASliderMoves() throws Exception {
        openDemo();
        clickOn("#station-shape");
        CorrectionPlot plot = lookup("#correction").queryAs(CorrectionPlot.class);
        Slider strength = lookup("#strength").queryAs(Slider.class);
        int frames = 240;
        int[] frame = {-frames}; // as long again before, so that the compiler is not what is measured
        int[] proposals = {0};
        long[] drawn = {0};
        interact(() -> {
            workspace().proposalProperty().addListener((o, was, is) -> proposals[0] += frame[0] >= 0 ? 1 : 0);
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    if (frame[0] == 0) {
                        drawn[0] = plot.timesDrawn();
                    }
                    strength.setValue(10 + Math.floorMod(frame[0], 80));
                    if (++frame[0] == frames) {
                        drawn[0] = plot.timesDrawn() - drawn[0];
                        stop();
                    }
                }
            }.start();
        });
        waitUntil(() -> frame[0] == frames);
        figure("window.shape.redraws-of-240-frames", drawn[0]);
        figure("window.shape.fits-of-240-frames", proposals[0]);
    }

    /** Milliseconds from a change to a correction that follows from it, drawn: other references; whole tracks or passages; a passage of 16 s not measured before. */
    @Test
    void shapeWithOtherReferencesAndPassages() throws Exception {
        openDemo();
        clickOn("#station-shape");
        waitUntil(() -> workspace().isReady());
        List<Double> fewer = new ArrayList<>();
        List<Double> references = new ArrayList<>();
        List<Double> scopes = new ArrayList<>();
        List<Double> passages = new ArrayList<>();
        for (int i = 0; i < 20; i++) {
            fewer.add(took(() -> workspace().change("remove", s -> s.withoutReference(0))));
            references.add(took(() -> workspace().undo()));
            scopes.add(took(() -> workspace()
                    .change("whole", s -> s.withComparing(s.comparing().withScope(Scope.WHOLE_TRACKS)))));
            scopes.add(took(() -> workspace().undo()));
            TimeRange range = new TimeRange(5 + 0.5 * i, 21 + 0.5 * i);
            passages.add(took(() -> workspace().change("passage", s -> s.withTrack(0, t -> t.withChosenRange(range)))));
        }
        figure("window.shape.milliseconds-to-fewer-references", median(fewer));
        figure("window.shape.milliseconds-to-another-reference", median(references));
        figure("window.shape.milliseconds-to-whole-tracks", median(scopes));
        figure("window.shape.milliseconds-to-another-passage", median(passages));
    }

    /** Milliseconds from a step through the library to the proposal against the next profile, drawn beside it. */
    @Test
    void steppingThroughTheLibrary() throws Exception {
        openDemo();
        interact(() ->
                lookup("#library").queryAs(LibraryPane.class).foldedProperty().set(false));
        ListView<?> list = lookup("#library-list").queryAs(ListView.class);
        waitUntil(() -> list.getItems().size() == 20);
        ChosenSketch drawn =
                (ChosenSketch) lookup(n -> n instanceof ChosenSketch).query();
        List<Double> steps = new ArrayList<>();
        interact(() -> {
            list.requestFocus();
            list.getSelectionModel().clearAndSelect(0);
        });
        for (int i = 0; i < 3 * (list.getItems().size() - 1); i++) {
            KeyCode key = i / (list.getItems().size() - 1) % 2 == 0 ? KeyCode.DOWN : KeyCode.UP;
            steps.add(took(
                    drawn,
                    () -> Event.fireEvent(
                            list, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", key, false, false, false, false))));
        }
        figure(
                "window.library.milliseconds-to-the-next-profile",
                median(steps.subList(steps.size() / 3, steps.size())));
    }

    private double took(Runnable change) throws Exception {
        return took(lookup("#correction").queryAs(CorrectionPlot.class), change);
    }

    private double took(PlotPane plot, Runnable change) throws Exception {
        long[] drawn = {0};
        long[] nanos = {0};
        java.util.concurrent.CountDownLatch done = new java.util.concurrent.CountDownLatch(1);
        interact(() -> {
            drawn[0] = plot.timesDrawn();
            Proposal before = workspace().proposalProperty().get();
            long start = System.nanoTime();
            change.run();
            new AnimationTimer() {
                @Override
                public void handle(long now) {
                    if (workspace().isReady()
                            && workspace().proposalProperty().get() != before
                            && plot.timesDrawn() > drawn[0]) {
                        nanos[0] = System.nanoTime() - start;
                        stop();
                        done.countDown();
                    }
                }
            }.start();
        });
        if (!done.await(60, TimeUnit.SECONDS)) {
            throw new IllegalStateException("nothing was drawn");
        }
        return nanos[0] * 1e-6;
    }

    private static double median(List<Double> values) {
        return values.stream().sorted().toList().get(values.size() / 2);
    }
}
