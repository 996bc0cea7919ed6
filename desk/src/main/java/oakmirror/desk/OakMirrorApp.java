package oakmirror.desk;

import atlantafx.base.theme.PrimerLight;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.Image;
import javafx.stage.Stage;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.look.Theme;
import oakmirror.media.handover.Handover;
import oakmirror.state.task.Background;
import oakmirror.state.task.Failure;
import oakmirror.state.workspace.Opened;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The application. Arguments: {@code demo}, or {@code open [--apart] [FILE...]}, or {@code screenshots DIR}. */
public final class OakMirrorApp extends Application {

    private static final Logger LOG = LoggerFactory.getLogger(OakMirrorApp.class);

    private static final int[] ICON_SIZES = {16, 32, 48, 128};
    private static final int MOST_TOLD = 100;
    private static final long QUIET_MILLIS = 500;
    private static final int LOOKS = 5;

    private final FileDialogs dialogs;
    private final Language language = new Language(Locale.getDefault(Locale.Category.DISPLAY), this::choose);
    private final AtomicInteger told = new AtomicInteger();
    private Stage stage;
    private Background begun;
    private MainWindow window;
    private Settings settings;

    /** Made by the toolkit. */
    public OakMirrorApp() {
        this(FileDialogs.SYSTEM);
    }

    /** One that asks for files in another way. */
    OakMirrorApp(FileDialogs dialogs) {
        this.dialogs = dialogs;
    }

    @Override
    public void start(Stage stage) {
        this.stage = stage;
        Thread.setDefaultUncaughtExceptionHandler(this::trouble);
        Theme.loadFonts();
        Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        begin();
        Theme.current().set("lamplight".equals(settings.text("theme", "")) ? Theme.LAMPLIGHT : Theme.DAYLIGHT);
        Start asked = Start.of(getParameters().getRaw());
        boolean pictures = asked.isForPictures();
        if (pictures) {
            Texts.speak(Locale.ENGLISH); // the same everywhere
        }
        double width = pictures ? 1280 : settings.number("window.width", 1280);
        double height = pictures ? 800 : settings.number("window.height", 800);
        build(width, height);
        stage.show();
        switch (asked.command()) {
            case Start.DEMO -> window.openDemo();
            case Start.OPEN -> window.take(asked.files());
            case Start.SCREENSHOTS ->
                new Screenshots(window, stage, asked.files().get(0)).start();
            default -> window.workspace().messageProperty().set(Texts.of("main.isNoCommand", asked.command()));
        }
        if (!pictures) {
            window.offerRecovery();
            begun.later(QUIET_MILLIS, () -> settle(LOOKS));
        }
        Startup.report(window, stage);
    }

    /** What nobody waits for in a first picture: an ear for later starts, which wait as long, and the window's icon. */
    private void settle(int looks) {
        if (window.isWorking() && looks > 0) { // what is opened comes first, unless it takes long
            begun.later(QUIET_MILLIS, () -> settle(looks - 1));
            return;
        }
        Main.first().ifPresent(h -> h.listen(this::takeOverAndWait));
        for (int size : ICON_SIZES) {
            stage.getIcons().add(new Image(getClass().getResourceAsStream("icons/" + size + ".png")));
        }
    }

    /** Only what the window has begun to open counts as taken. */
    private void takeOverAndWait(List<Path> files) {
        CountDownLatch begun = new CountDownLatch(1);
        Platform.runLater(() -> {
            begun.countDown(); // before it asks whether what is open is to be kept, which may wait for its user
            takeOver(files);
        });
        try {
            begun.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Takes what a later start was to open, and comes to the front as it would have. */
    private void takeOver(List<Path> files) {
        stage.setIconified(false);
        stage.toFront();
        stage.requestFocus();
        window.take(files);
    }

    /** What nobody has caught: into the log, and told, as the session is kept and its user can go on. */
    private void trouble(Thread thread, Throwable error) {
        LOG.error("unexpected, in {}", thread.getName(), error);
        if (begun != null
                && told.incrementAndGet() <= MOST_TOLD) { // an error in telling is none to tell of again and again
            Platform.runLater(() -> begun.trouble(new Failure(thread.getName(), error)));
        }
    }

    private void begin() {
        Background background = new Background(Platform::runLater);
        settings = new Settings(background);
        language.speak(settings);
        begun = background;
    }

    private void build(double width, double height) {
        window = new MainWindow(begun, settings, dialogs, language);
        Scene scene = new Scene(window.root(), width, height);
        Theme.dress(scene);
        stage.setScene(scene);
        stage.setTitle(Texts.of("main.oakMirror"));
        window.attach(stage);
    }

    /** Puts a window in another language in this one's place, which goes on with what is open and all that can be undone. */
    void choose(String tag) {
        if (window.isBusy()) {
            window.workspace().messageProperty().set(Texts.of("main.notWhileBusy"));
            return;
        }
        Opened opened = window.workspace().opened();
        int station = window.station();
        Scene before = stage.getScene();
        Language.keep(settings, tag);
        window.close();
        begin();
        build(before.getWidth(), before.getHeight());
        window.workspace().goOn(opened);
        window.show(station);
    }

    /** The window's content, once it is started. */
    MainWindow window() {
        return window;
    }

    @Override
    public void stop() {
        if (window.root().getScene() != null) {
            settings.keep("window.width", window.root().getScene().getWidth());
            settings.keep("window.height", window.root().getScene().getHeight());
        }
        Main.first().ifPresent(Handover::close);
        settings.keep("theme", Theme.current().get().name().toLowerCase(Locale.ROOT));
        window.close();
    }
}
