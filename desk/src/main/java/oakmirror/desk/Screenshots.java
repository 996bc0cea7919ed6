package oakmirror.desk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import javafx.animation.PauseTransition;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TableView;
import javafx.stage.Stage;
import javafx.util.Duration;
import oakmirror.desk.command.Command;
import oakmirror.desk.look.Picture;
import oakmirror.desk.look.Theme;
import oakmirror.habits.HabitFile;
import oakmirror.session.NotedVersion;
import oakmirror.text.Texts;

/**
 * Takes a picture of every station with the demo open, most of them in both themes, of every panel of Compare and of the sheet for blind comparisons, then ends the
 * program.
 */
final class Screenshots {

    private static final Duration SETTLED = Duration.millis(900);

    private static final Duration LIMIT = Duration.seconds(180);

    /** A picture: what is done before it is taken, and what after. */
    private record Shot(String name, Theme theme, Runnable before, Runnable after) {}

    private final MainWindow window;
    private final Stage stage;
    private final Path folder;
    private final Deque<Shot> shots = new ArrayDeque<>();

    /** About as loud as the demo's references that are not crushed. */
    private static final double FINISHED_LUFS = -10.5;

    Screenshots(MainWindow window, Stage stage, Path folder) {
        this.window = window;
        this.stage = stage;
        this.folder = folder;
        for (Theme theme : Theme.values()) {
            for (Station station : Station.values()) {
                if (station.ordinal() > Station.FINISH.ordinal() && theme == Theme.LAMPLIGHT) {
                    continue;
                }
                boolean library = station == Station.GATHER && theme == Theme.LAMPLIGHT;
                boolean master = station == Station.SHAPE && theme == Theme.LAMPLIGHT;
                add(
                        station.written(),
                        theme,
                        () -> {
                            window.show(station.ordinal());
                            if (library) {
                                window.commands().run(Command.DRAWER);
                            }
                            if (master) {
                                press("#show-master");
                            }
                            if (station == Station.VERSIONS && theme == Theme.DAYLIGHT) {
                                renderVersions();
                            }
                            if (station == Station.LIBRARY) {
                                window.shelf()
                                        .whenOpen(() -> later(() -> ((TableView<?>)
                                                        window.root().lookup("#library-table"))
                                                .getSelectionModel()
                                                .selectRange(1, 4)));
                            }
                            if (station == Station.HABITS) {
                                window.habits()
                                        .read(Path.of(
                                                System.getProperty("oakmirror.demo", "demo"),
                                                "a-made-up-year" + HabitFile.ENDING));
                            }
                            if (station == Station.COMPARE && theme == Theme.LAMPLIGHT) {
                                window.commands().run(Command.NEXT_PLACE);
                            }
                            if (station == Station.FINISH) {
                                window.workspace()
                                        .change(
                                                Texts.of("main.chooseATarget"),
                                                "",
                                                s -> s.withFinish(s.finish()
                                                        .withTarget(
                                                                FINISHED_LUFS,
                                                                s.finish().ceilingDbtp())));
                            }
                        },
                        () -> {
                            window.places().end();
                            if (library) {
                                window.commands().run(Command.DRAWER);
                            }
                        });
            }
            if (theme == Theme.DAYLIGHT) {
                for (Command panel :
                        List.of(Command.LOUDNESS, Command.DYNAMICS, Command.SPECTROGRAM, Command.ELSEWHERE)) {
                    add(
                            "compare " + panel.name(),
                            theme,
                            () -> {
                                window.commands().run(panel);
                                if (panel == Command.DYNAMICS) {
                                    later(() -> press("#take-apart"));
                                }
                            },
                            () -> window.commands().run(Command.TONE));
                }
            }
            if (theme == Theme.DAYLIGHT) {
                Runnable blind = () -> window.commands().run(Command.BLIND);
                add(
                        "blind",
                        theme,
                        () -> {
                            window.show(Station.GATHER.ordinal());
                            blind.run();
                        },
                        blind);
            }
        }
    }

    /** Against all references and against the first, so that there is something to choose among; the files go when the pictures are taken. */
    private void renderVersions() {
        window.workspace()
                .change(
                        Texts.of("main.noCheckSums"),
                        s -> s.withDelivery(s.delivery().withCheckSums(false)));
        later(() -> {
            press("#against-1");
            press("#render-versions");
        });
    }

    /** When a page that was just gone to is laid out. */
    private static void later(Runnable work) {
        PauseTransition laidOut = new PauseTransition(SETTLED.divide(3));
        laidOut.setOnFinished(e -> work.run());
        laidOut.play();
    }

    private void removeVersions() {
        try {
            for (NotedVersion v : window.workspace().logProperty().get().versions()) {
                Files.deleteIfExists(v.version().file());
                Path masters = v.version().file().getParent();
                if (masters.toFile().list().length == 0) {
                    Files.delete(masters);
                }
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private void press(String button) {
        ((ButtonBase) window.root().lookup(button)).fire();
    }

    private void add(String label, Theme theme, Runnable before, Runnable after) {
        String name = label.toLowerCase(Locale.ROOT).replace(' ', '-');
        shots.add(new Shot(name + "-" + theme.name().toLowerCase(Locale.ROOT), theme, before, after));
    }

    void start() {
        window.openDemo();
        PauseTransition limit = new PauseTransition(LIMIT);
        limit.setOnFinished(e -> {
            System.err.println(Texts.of("main.theDemoDidNot"));
            stage.close();
        });
        limit.play();
        boolean[] begun = {false};
        window.workspace().settledProperty().subscribe(settled -> {
            boolean ready = window.workspace().isReady();
            if (ready && !begun[0]) {
                begun[0] = true;
                next();
            }
        });
    }

    private void next() {
        Shot shot = shots.poll();
        if (shot == null) {
            removeVersions();
            stage.close();
            return;
        }
        Theme.current().set(shot.theme);
        shot.before.run();
        PauseTransition settle = new PauseTransition(SETTLED);
        boolean[] worked = {false};
        settle.setOnFinished(e -> {
            boolean isFound = window.workspace().derivation().dynamics().isSettled();
            boolean works = window.isWorking() || !isFound;
            if (works || worked[0]) { // once more after work has ended, until what came of it is laid out
                worked[0] = works;
                settle.playFromStart();
            } else {
                take(shot);
            }
        });
        settle.play();
    }

    private void take(Shot shot) {
        try {
            Files.createDirectories(folder);
            Picture.write(stage.getScene().snapshot(null), folder.resolve(shot.name + ".png"));
        } catch (IOException failed) {
            throw new java.io.UncheckedIOException(failed);
        }
        shot.after.run();
        next();
    }
}
