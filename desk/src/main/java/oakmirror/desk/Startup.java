package oakmirror.desk;

import java.lang.management.ManagementFactory;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.stage.Stage;
import oakmirror.desk.command.Command;
import oakmirror.state.task.Tasks;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tells the log how long the program took to be of use: every track of the session ready. With the property
 * {@code oakmirror.exitWhenReady} it prints that and ends, for measuring start-up and for a smoke test. With {@code oakmirror.visitAfter} it prints it and
 * shows every page once, so many seconds later, for measuring what the window costs.
 */
final class Startup {

    private static final Logger LOG = LoggerFactory.getLogger(Startup.class);
    private static final long MILLIS_ON_EACH_PAGE = 3000;

    private Startup() {}

    static void report(MainWindow window, Stage stage) {
        boolean exit = Boolean.getBoolean("oakmirror.exitWhenReady");
        int visitAfter = Integer.getInteger("oakmirror.visitAfter", 0);
        long[] firstPicture = {0};
        Scene scene = stage.getScene();
        scene.addPostLayoutPulseListener(new Runnable() {
            @Override
            public void run() {
                firstPicture[0] = uptime();
                scene.removePostLayoutPulseListener(this);
            }
        });
        boolean[] told = {false};
        window.workspace().settledProperty().subscribe(settled -> {
            if (!told[0] && window.workspace().isReady()) {
                told[0] = true;
                long millis = uptime();
                LOG.info("ready after {} ms", millis);
                if (exit || visitAfter > 0) {
                    System.out.println(Texts.of(
                            "main.readyWithTracksAfter",
                            window.workspace().tracks().all().size(),
                            millis));
                    System.out.println(Texts.of(
                            "main.whatTheStartTook",
                            firstPicture[0],
                            nodes(window.root()),
                            ManagementFactory.getClassLoadingMXBean().getLoadedClassCount()));
                }
                if (exit) {
                    stage.close();
                } else if (visitAfter > 0) {
                    visit(window, visitAfter);
                }
            }
        });
    }

    private static long uptime() {
        return ManagementFactory.getRuntimeMXBean().getUptime();
    }

    private static int nodes(Node node) {
        return node instanceof Parent parent
                ? 1
                        + parent.getChildrenUnmodifiable().stream()
                                .mapToInt(Startup::nodes)
                                .sum()
                : 1;
    }

    /** By the clock of the background: one of the window's own would keep it awake. */
    private static void visit(MainWindow window, int afterSeconds) {
        Tasks tasks = window.workspace().programTasks();
        long at = 1000L * afterSeconds;
        for (Station station : Station.values()) {
            tasks.later(at, () -> window.commands().run(Command.valueOf(station.name())));
            at += MILLIS_ON_EACH_PAGE;
        }
        tasks.later(at, () -> System.out.println("visited"));
    }
}
