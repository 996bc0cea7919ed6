package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListCell;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import oakmirror.desk.command.Command;
import oakmirror.media.TestFiles;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Passage;
import oakmirror.session.Track;
import oakmirror.state.mastering.CorrectionFiles.Form;
import oakmirror.text.Texts;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** All pages and panes in every language, and in one that is a third longer than English, at two sizes of the window. */
class EveryLanguageFitsTest extends WindowTest {

    private static final Pattern KEY = Pattern.compile("[a-z]+\\.[a-z][A-Za-z0-9]{3,}");
    private static final List<Rectangle2D> SIZES =
            List.of(new Rectangle2D(0, 0, 1280, 800), new Rectangle2D(0, 0, 1100, 700));

    private final List<String> faults = new ArrayList<>();
    private Set<String> names = Set.of();
    private String where = "";

    @AfterEach
    void speakEnglish() {
        Texts.speak(Locale.ENGLISH);
        Locale.setDefault(Locale.ENGLISH);
    }

    @Test
    void nothingIsCutAndNothingOverlapsInAnyLanguage() throws Exception {
        PseudoLanguage.write();
        for (String language : languages()) {
            onFx(() -> choose(language));
            walk(language, "empty ", () -> stations());
        }
        addFilesThatFail();
        for (String language : languages()) {
            onFx(() -> choose(language));
            walk(language, "failed ", this::stations);
        }
        onFx(() -> choose("en"));
        onFx(() -> {
            workspace().reset();
            app.window().show(Station.GATHER.ordinal());
            return true;
        });
        openDemo();
        for (String language : languages()) {
            onFx(() -> choose(language));
            waitUntil(() -> workspace().isReady());
            waitUntil(() -> workspace().derivation().dynamics().isSettled());
            walk(language, "", () -> {
                stations();
                panels();
                panes();
            });
        }
        assertThat(faults).isEmpty();
    }

    private void addFilesThatFail() throws Exception {
        Path text = Files.writeString(folder.resolve("text.mp3"), "no sound in here\n".repeat(100));
        Path silent = TestFiles.write(
                folder.resolve("silent.wav"), OutputFormat.WAV_16, 44100, new float[44100], new float[44100]);
        Path empty = Files.createFile(folder.resolve("empty.flac"));
        interact(() -> workspace().addFiles(List.of(text, silent, empty, folder.resolve("gone.wav"))));
        waitUntil(() -> workspace().tracks().all().stream()
                .allMatch(t ->
                        t.imported().isPresent() || !t.failureProperty().get().isEmpty()));
    }

    private static List<String> languages() {
        return Stream.concat(Texts.languages().keySet().stream(), Stream.of(PseudoLanguage.TAG))
                .toList();
    }

    private boolean choose(String language) {
        app.choose(language);
        return true;
    }

    private void walk(String language, String state, Runnable pages) {
        for (Rectangle2D size : SIZES) {
            onFx(() -> {
                Stage stage = (Stage) app.window().root().getScene().getWindow();
                stage.setWidth(
                        size.getWidth() + stage.getWidth() - stage.getScene().getWidth());
                stage.setHeight(
                        size.getHeight() + stage.getHeight() - stage.getScene().getHeight());
                return true;
            });
            where = language + ", " + state + (int) size.getWidth() + ", ";
            pages.run();
        }
    }

    private void stations() {
        for (Station station : Station.values()) {
            look(station.name(), () -> app.window().show(station.ordinal()));
        }
    }

    private void panels() {
        for (Command panel :
                List.of(Command.LOUDNESS, Command.DYNAMICS, Command.WIDTH, Command.SPECTROGRAM, Command.TONE)) {
            look(panel.name(), () -> app.window().commands().run(panel));
        }
    }

    @SuppressWarnings("unchecked")
    private void panes() {
        look("PLACE", () -> app.window().commands().run(Command.NEXT_PLACE));
        look("SETTINGS", () -> {
            app.window().show(Station.SHAPE.ordinal());
            lookUp("#shape-settings");
        });
        look("TAGS", () -> {
            lookUp("#shape-settings");
            app.window().show(Station.SEND_OUT.ordinal());
            lookUp("#send-tags");
        });
        look("LIMITER", () -> {
            lookUp("#send-tags");
            app.window().show(Station.FINISH.ordinal());
            lookUp("#limiter-settings");
        });
        look("LIBRARY", () -> {
            lookUp("#limiter-settings");
            app.window().show(Station.GATHER.ordinal());
            app.window().commands().run(Command.DRAWER);
        });
        look("LIBRARY BESIDE COMPARE", () -> app.window().show(Station.COMPARE.ordinal()));
        look("LIBRARY BESIDE SHAPE", () -> app.window().show(Station.SHAPE.ordinal()));
        onFx(() -> {
            app.window().commands().run(Command.DRAWER);
            return true;
        });
        look("LIBRARY EDIT", () -> {
            app.window().show(Station.LIBRARY.ordinal());
            ((TableView<?>) app.window().root().lookup("#library-table"))
                    .getSelectionModel()
                    .select(0);
            app.window().commands().run(Command.RENAME);
        });
        look("MASTER", () -> {
            app.window().places().end();
            app.window().show(Station.SHAPE.ordinal());
            lookUp("#show-master");
        });
        look("LISTENERS", () -> {
            app.window().show(Station.FINISH.ordinal());
            lookUp("#as-listeners");
        });
        look("RESPONSE", () -> {
            app.window().show(Station.SEND_OUT.ordinal());
            ((ChoiceBox<Form>) app.window().root().lookup("#correction-form")).setValue(Form.RESPONSE);
        });
        look("BLIND", () -> app.window().commands().run(Command.BLIND));
        look("KEYS", () -> {
            app.window().commands().run(Command.BLIND);
            app.window().commands().run(Command.COMMANDS);
        });
        type(KeyCode.ESCAPE);
        look("WORDS", () -> {
            app.window().show(Station.COMPARE.ordinal());
            lookUp("#how-to-read");
        });
        onFx(() -> {
            app.window().commands().run(Command.WORDS);
            return true;
        });
    }

    private void lookUp(String button) {
        ((javafx.scene.control.ButtonBase) app.window().root().lookup(button)).fire();
    }

    /** Goes somewhere and looks at it when it is laid out. */
    private void look(String page, Runnable go) {
        onFx(() -> {
            go.run();
            return true;
        });
        settle();
        settle();
        onFx(() -> {
            Parent root = app.window().root();
            root.applyCss();
            root.layout();
            List<Labeled> shown = new ArrayList<>();
            collect(root, shown);
            shown.forEach(l -> check(where + page, l));
            overlaps(where + page, shown);
            if (where.contains("1280")) { // texts are the same at every size
                names = HiddenTexts.names(
                        workspace().session(), app.window().shelf().entries());
                shown.forEach(l -> said(where + page, l.getText()));
                HiddenTexts.of(root).forEach(text -> said(where + page, text));
            }
            return true;
        });
    }

    /** Looks whether a text is there, and whether it is of this language. */
    private void said(String page, String text) {
        if (KEY.matcher(text).matches()) {
            faults.add(page + ": “" + text + "” is missing");
        }
        boolean isPlace = text.contains("/") || text.contains("{") || page.endsWith("WORDS");
        if (where.startsWith(PseudoLanguage.TAG) && !isPlace) {
            List<String> foreign = PseudoLanguage.foreign(text);
            foreign.stream()
                    .filter(w -> !names.contains(w))
                    .forEach(w -> faults.add(page + ": “" + w + "” of “" + text + "” is of no language"));
        }
    }

    private static void collect(Node node, List<Labeled> shown) {
        if (!node.isVisible() || node.getOpacity() == 0) {
            return;
        }
        if (node instanceof Labeled labeled
                && labeled.getText() != null
                && !labeled.getText().isBlank()) {
            shown.add(labeled);
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, shown));
        }
    }

    private void check(String page, Labeled label) {
        String text = label.getText();
        boolean isCut =
                label.lookup(".text") instanceof Text drawn && !drawn.getText().equals(text);
        if (isCut && !isName(label)) {
            faults.add(page + ": “" + text + "” is cut");
        }
        Bounds at = label.localToScene(label.getBoundsInLocal());
        Bounds seen = seen(label);
        boolean isSeen = seen.getWidth() > 0 && seen.getHeight() > 0;
        boolean isOut = seen.getMaxX() > label.getScene().getWidth() + 1
                || at.getMinX() < -1
                || seen.getMaxY() > label.getScene().getHeight() + 1;
        double right = label.localToScene(label.getLayoutBounds()).getMaxX();
        for (Node n = label.getParent(); n != null && !isScrolled(n); n = n.getParent()) {
            if (n instanceof Region
                    && right > n.localToScene(n.getLayoutBounds()).getMaxX() + 1) {
                faults.add(page + ": “" + text + "” sticks out of what it is in");
                break;
            }
        }
        if (isSeen && isOut) {
            faults.add(page + ": “" + text + "” is outside the window");
        }
    }

    /** The columns of the library that are names. */
    private static final Set<String> NAMES = Set.of("title", "artist", "folder");

    /** Names of tracks, passages, sessions and files may be cut, and what is in the library. */
    private boolean isName(Labeled label) {
        for (Node n = label; n != null; n = n.getParent()) {
            boolean isNamed = n instanceof TableCell && NAMES.contains(n.getId());
            if (n instanceof ListCell || isNamed) {
                return true;
            }
        }
        Stream<String> names =
                workspace().session().tracks().stream().flatMap(t -> Stream.concat(Stream.of(t.name()), passages(t)));
        String text = label.getText();
        return text.contains("/") || text.contains(workspace().session().name()) || names.anyMatch(text::contains);
    }

    private static Stream<String> passages(Track track) {
        return track.passages().stream().map(Passage::name);
    }

    /** The part of a node that is not scrolled away. */
    private static Bounds seen(Node node) {
        Bounds seen = node.localToScene(node.getBoundsInLocal());
        for (Node n = node.getParent(); n != null; n = n.getParent()) {
            if (n instanceof ScrollPane || n.getClip() != null) {
                seen = common(seen, n.localToScene(n.getLayoutBounds()));
            }
        }
        return seen;
    }

    private static Bounds common(Bounds a, Bounds b) {
        double x = Math.max(a.getMinX(), b.getMinX());
        double y = Math.max(a.getMinY(), b.getMinY());
        return new BoundingBox(
                x,
                y,
                Math.max(0, Math.min(a.getMaxX(), b.getMaxX()) - x),
                Math.max(0, Math.min(a.getMaxY(), b.getMaxY()) - y));
    }

    /** Whether a node is what is seen of something that scrolls. */
    private static boolean isScrolled(Node node) {
        Parent parent = node.getParent();
        return parent instanceof ScrollPane || parent != null && parent.getParent() instanceof ScrollPane;
    }

    private void overlaps(String page, List<Labeled> shown) {
        for (int i = 0; i < shown.size(); i++) {
            for (int j = i + 1; j < shown.size(); j++) {
                Labeled a = shown.get(i);
                Labeled b = shown.get(j);
                Bounds both = common(seen(a), seen(b));
                if (both.getWidth() > 2
                        && both.getHeight() > 2
                        && layer(a) == layer(b)
                        && !isWithin(a, b)
                        && !isWithin(b, a)) {
                    faults.add(page + ": “" + a.getText() + "” and “" + b.getText() + "” overlap");
                }
            }
        }
    }

    private static boolean isWithin(Node inner, Node outer) {
        for (Node n = inner; n != null; n = n.getParent()) {
            if (n == outer) {
                return true;
            }
        }
        return false;
    }

    /** What lies over all else: the list of commands, that of words, and what says that something is missing. */
    private static Node layer(Node node) {
        for (Node n = node; n != null; n = n.getParent()) {
            if ("keys".equals(n.getId())
                    || n.getStyleClass().contains("words")
                    || n.getStyleClass().contains("missing-card")) {
                return n;
            }
        }
        return null;
    }
}
