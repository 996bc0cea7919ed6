package oakmirror.desk.guide;

import java.util.List;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;
import oakmirror.desk.look.Theme;
import oakmirror.desk.look.Ui;
import oakmirror.media.guide.Chapter;
import oakmirror.media.guide.Guide;
import oakmirror.text.Texts;

/** The guide: chapters and a search on the left, the chapter's text beside them. */
final class GuideWindow {

    private static final double LIST_WIDTH = 300;

    private final Guide guide = Guide.in(Texts.spoken().getLanguage());
    private final TextField search = new TextField();
    private final ListView<Chapter> list = new ListView<>();
    private final VBox text = new VBox();
    private final ScrollPane scroll = new ScrollPane(text);
    private final Stage stage;

    /** Made for a window, not shown yet. */
    GuideWindow(Window owner) {
        search.setId("guide-search");
        search.setPromptText(Texts.of("words.searchTheGuide"));
        search.setAccessibleText(Texts.of("words.searchTheGuide"));
        search.textProperty().subscribe(t -> find());
        list.setId("guide-chapters");
        list.setAccessibleText(Texts.of("words.chapters"));
        list.setCellFactory(l -> new ListCell<>() {
            @Override
            protected void updateItem(Chapter chapter, boolean isEmpty) {
                super.updateItem(chapter, isEmpty);
                setText(isEmpty ? "" : chapter.title());
                setWrapText(true);
                setPrefWidth(0);
            }
        });
        list.getSelectionModel().selectedItemProperty().subscribe(this::show);
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox left = new VBox(10, search, list);
        left.setPrefWidth(LIST_WIDTH);
        left.setMinWidth(LIST_WIDTH);
        left.getStyleClass().add("guide-left");
        text.setId("guide-text");
        text.getStyleClass().add("guide");
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("plain-scroll");
        BorderPane root = new BorderPane(scroll, null, null, null, left);
        stage = Theme.beside(owner, Texts.of("words.theGuide"), root, 880, 660);
        find();
    }

    /** Comes to the front at a chapter, by what it is known by. */
    void open(String chapter) {
        search.clear();
        guide.named(chapter).ifPresent(list.getSelectionModel()::select);
        stage.show();
        stage.toFront();
        list.scrollTo(list.getSelectionModel().getSelectedIndex());
        list.requestFocus();
    }

    private void find() {
        Chapter before = list.getSelectionModel().getSelectedItem();
        List<Chapter> found = search.getText().isBlank() ? guide.chapters() : guide.find(search.getText());
        list.getItems().setAll(found);
        if (found.contains(before)) {
            list.getSelectionModel().select(before);
            show(before);
        } else {
            list.getSelectionModel().selectFirst();
        }
    }

    private void show(Chapter chapter) {
        if (chapter == null) {
            text.getChildren()
                    .setAll(
                            search.getText().isBlank()
                                    ? List.of()
                                    : List.of(Ui.label(Texts.of("words.notInTheGuide"), "quiet")));
        } else {
            text.getChildren().setAll(GuideText.of(chapter, search.getText()));
            scroll.setVvalue(0);
        }
    }
}
