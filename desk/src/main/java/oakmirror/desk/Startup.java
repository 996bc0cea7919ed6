package oakmirror.desk;

import java.lang.management.ManagementFactory;
import javafx.stage.Stage;
import oakmirror.state.workspace.Workspace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tells the log how long the program took to be of use: every track of the session ready. With the property
 * {@code oakmirror.exitWhenReady} it prints that and ends, for measuring start-up and for a smoke test.
 */
final class Startup {

    private static final Logger LOG = LoggerFactory.getLogger(Startup.class);

    private Startup() {}

    static void report(Workspace workspace, Stage stage) {
        boolean exit = Boolean.getBoolean("oakmirror.exitWhenReady");
        boolean[] told = {false};
        workspace.settledProperty().subscribe(settled -> {
            boolean ready = workspace.isReady();
            if (ready && !told[0]) {
                told[0] = true;
                long millis = ManagementFactory.getRuntimeMXBean().getUptime();
                LOG.info("ready after {} ms", millis);
                if (exit) {
                    System.out.println(
                            "ready with " + workspace.tracks().all().size() + " tracks after " + millis + " ms");
                    stage.close();
                }
            }
        });
    }
}
