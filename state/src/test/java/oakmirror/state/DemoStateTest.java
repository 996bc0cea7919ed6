package oakmirror.state;

import java.nio.file.Path;
import oakmirror.media.TestFiles;

/** With the demo's session; what was decoded and measured of it once is shared. */
public abstract class DemoStateTest extends StateTest {

    @Override
    protected Path cache() {
        return TestFiles.sharedCache();
    }

    /** Opens the demo, and waits until all is there. */
    protected void openDemo() {
        does(() -> workspace.openCopy(TestFiles.demo("ferry-reels.oakmirror.json"), sentence -> {}));
        waitUntil(() -> workspace.isReady());
    }
}
