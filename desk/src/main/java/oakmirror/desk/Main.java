package oakmirror.desk;

import ch.qos.logback.classic.spi.LogbackServiceProvider;
import java.util.List;
import java.util.Optional;
import javafx.application.Application;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.folders.NativeFolder;
import oakmirror.media.handover.Handover;
import oakmirror.session.SessionFile;
import oakmirror.text.Texts;

/** Entry of the window. Apart from the application class, so that JavaFX starts from a plain class path. */
public final class Main {

    private static Optional<Handover> first = Optional.empty();

    private Main() {}

    /** What later starts hand their files to, where this one is first. */
    static Optional<Handover> first() {
        return first;
    }

    /** What takes a while the first time and is wanted soon, while the toolkit starts. */
    private static void prepare() {
        SessionFile.prepare();
        AudioCache.prepare();
    }

    /** Starts the window, or hands over what is to be opened to one that is there. */
    public static void main(String[] args) {
        Start start = Start.of(List.of(args));
        if (!start.isForPictures()) {
            first = Handover.first(Handover.place());
        }
        if (first.isEmpty() && start.mayBeTaken() && Handover.give(Handover.place(), start.files())) {
            return;
        }
        System.setProperty("prism.lcdtext", "false");
        System.setProperty("slf4j.internal.verbosity", "WARN");
        // Rather than looked for in every archive.
        System.setProperty("slf4j.provider", LogbackServiceProvider.class.getName());
        Thread ahead = new Thread(Main::prepare, "oakmirror-prepare");
        ahead.setDaemon(true);
        ahead.start();
        NativeFolder.use();
        try {
            Application.launch(OakMirrorApp.class, args);
        } catch (UnsupportedOperationException e) { // the toolkit's word for a display that is none
            System.err.println(Texts.of("main.theDisplayCannotBe", System.getenv("DISPLAY")));
            System.exit(1);
        }
    }
}
