package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.ref.WeakReference;
import org.junit.jupiter.api.Test;

/** What stays of a window that was closed: nothing. */
class ClosedWindowTest extends WindowTest {

    @Test
    void aClosedWindowIsLetGoOf() throws Exception {
        openDemo();
        for (Station station : Station.values()) { // what is only drawn when it is seen may keep a hold too
            interact(() -> app.window().show(station.ordinal()));
        }
        WeakReference<MainWindow> closed = new WeakReference<>(app.window());
        end();
        app = null;
        start();
        waitUntil(() -> {
            System.gc();
            return closed.get() == null;
        });
        assertThat(app.window()).isNotNull();
    }
}
