package oakmirror.desk;

import atlantafx.base.theme.PrimerLight;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import oakmirror.desk.control.FileDialogs;
import oakmirror.desk.look.Theme;
import oakmirror.state.task.Background;
import oakmirror.state.workspace.Opened;
import oakmirror.state.workspace.Settings;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The application. Arguments: {@code demo}, or {@code open [SESSION]}, or {@code screenshots DIR}. */
public final class OakMirrorApp extends Application {

    private static final Logger LOG = LoggerFactory.getLogger(OakMirrorApp.class);

    private final FileDialogs dialogs;
    private final Language language = new Language(Locale.getDefault(Locale.Category.DISPLAY), this::choose);
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
        Thread.setDefaultUncaughtExceptionHandler((t, e) -> LOG.error("unexpected, in {}", t.getName(), e));
        Theme.loadFonts();
        Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
        begin();
        Theme.current().set("lamplight".equals(settings.text("theme", "")) ? Theme.LAMPLIGHT : Theme.DAYLIGHT);
        List<String> arguments = getParameters().getRaw();
        String command = arguments.isEmpty() ? "open" : arguments.get(0);
        boolean pictures = command.equals("screenshots");
        if (pictures) {
            Texts.speak(Locale.ENGLISH); // the same everywhere
        }
        double width = pictures ? 1280 : settings.number("window.width", 1280);
        double height = pictures ? 800 : settings.number("window.height", 800);
        build(width, height);
        stage.show();
        switch (command) {
            case "demo" -> window.openDemo();
            case "open" -> arguments.stream().skip(1).findFirst().ifPresent(s -> window.open(Path.of(s)));
            case "screenshots" -> new Screenshots(window, stage, Path.of(arguments.get(1))).start();
            default -> window.workspace().messageProperty().set(Texts.of("main.isNoCommand", command));
        }
        if (!pictures) {
            window.offerRecovery();
        }
        Startup.report(window, stage);
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
        settings.keep("theme", Theme.current().get().name().toLowerCase(Locale.ROOT));
        window.close();
    }
}
