package oakmirror.desk;

import javafx.application.Application;

/** Entry of the window. Apart from the application class, so that JavaFX starts from a plain class path. */
public final class Main {

    private Main() {}

    /** Starts the window. */
    public static void main(String[] args) {
        System.setProperty("prism.lcdtext", "false");
        Application.launch(OakMirrorApp.class, args);
    }
}
