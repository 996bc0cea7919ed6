package oakmirror.desk.send;

import java.io.ByteArrayInputStream;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.delivery.Cover;
import oakmirror.delivery.TagEdits;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.media.delivery.ChosenCovers;
import oakmirror.media.file.PictureSize;
import oakmirror.state.mastering.MixTags;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What masters say of themselves: as the mix has it, or as it is written here. */
final class TagsPane extends VBox {

    private static final Logger LOG = LoggerFactory.getLogger(TagsPane.class);
    private static final double COVER_SIZE = 64;
    private static final List<TagField> SHOWN = List.of(
            TagField.TITLE,
            TagField.ARTIST,
            TagField.ALBUM,
            TagField.ALBUM_ARTIST,
            TagField.TRACK,
            TagField.DATE,
            TagField.GENRE,
            TagField.COMPOSER,
            TagField.ISRC,
            TagField.COPYRIGHT,
            TagField.COMMENT);

    private final Workspace workspace;
    private final MixTags tags;
    private final Map<TagField, TextField> fields = new EnumMap<>(TagField.class);
    private final Label objection = Ui.label("", "warning");
    private final ImageView picture = new ImageView();
    private final Label noPicture = Ui.label(Texts.of("send.noCover"), "quiet");

    private final Latest<Optional<Image>> pictures;
    private Optional<Cover> cover = Optional.empty();

    TagsPane(Workspace workspace, MixTags tags, Asking asking) {
        this.workspace = workspace;
        this.tags = tags;
        pictures = workspace.programTasks().latest(Kind.PREVIEW, Texts.of("send.unpackingTheCover"));
        setSpacing(6);
        GridPane grid = new GridPane();
        grid.setHgap(10);
        grid.setVgap(5);
        ColumnConstraints grow = new ColumnConstraints();
        grow.setHgrow(Priority.ALWAYS);
        grid.getColumnConstraints().setAll(new ColumnConstraints(), grow, new ColumnConstraints(), grow);
        for (int i = 0; i < SHOWN.size(); i++) {
            TagField field = SHOWN.get(i);
            TextField text = field(field);
            int column = 2 * (i % 2);
            Label label = Ui.label(field.label(), "quiet");
            label.setLabelFor(text);
            label.setMinWidth(USE_PREF_SIZE);
            grid.add(label, column, i / 2);
            grid.add(text, column + 1, i / 2);
        }
        picture.setFitWidth(COVER_SIZE);
        picture.setFitHeight(COVER_SIZE);
        picture.setPreserveRatio(true);
        HBox covers = new HBox(
                2,
                picture,
                noPicture,
                Ui.link(Texts.of("send.choose"), Texts.of("send.choose.tip2"), () -> asking.file(
                                Texts.of("send.aCover"),
                                "cover",
                                List.of(new ExtensionFilter(Texts.of("send.pictures"), "*.jpg", "*.jpeg", "*.png")),
                                getScene().getWindow())
                        .ifPresent(this::choose)),
                Ui.link(
                        Texts.of("send.without"),
                        Texts.of("send.without.tip"),
                        () -> edit(Texts.of("send.leaveTheCoverOut"), e -> e.withCover(false))),
                Ui.link(
                        Texts.of("send.asTheMix2"),
                        Texts.of("send.asTheMix2.tip"),
                        () -> edit(Texts.of("send.keepTheCover"), e -> e.withCover(true))));
        covers.setAlignment(Pos.CENTER_LEFT);
        for (javafx.scene.Node node : covers.getChildren()) {
            if (node instanceof javafx.scene.layout.Region region) {
                region.setMinWidth(USE_PREF_SIZE);
            }
        }
        grid.add(covers, 2, SHOWN.size() / 2, 2, 1);
        objection.managedProperty().bind(objection.textProperty().isNotEmpty());
        getChildren().addAll(grid, objection);
        showPicture(Optional.empty());
        tags.masterProperty().subscribe(this::show);
    }

    /** What masters say of themselves, in a line. */
    static String summary(Tags tags) {
        String said = Stream.of(TagField.TITLE, TagField.ARTIST, TagField.ALBUM)
                .map(tags::text)
                .filter(t -> !t.isBlank())
                .collect(Collectors.joining(" · "));
        return said.isEmpty() ? Texts.of("send.tagsAsTheMix") : Texts.of("send.tags", said);
    }

    private TextField field(TagField field) {
        TextField text = new TextField();
        text.setId("tag-" + field.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-'));
        text.setAccessibleText(field.label());
        text.setPrefColumnCount(12);
        fields.put(field, text);
        text.setOnAction(e -> take(field));
        text.focusedProperty().subscribe(is -> {
            if (!is) {
                take(field);
            }
        });
        return text;
    }

    /** Takes what was typed; what cannot stand there is said, and stays to be mended. */
    private void take(TagField field) {
        String typed = field.tidied(fields.get(field).getText());
        if (typed.equals(tags.masterProperty().get().text(field))) {
            return;
        }
        Optional<String> wrong = field.objection(typed);
        objection.setText(wrong.orElse(""));
        if (wrong.isEmpty()) {
            boolean asMix = typed.equals(tags.mixProperty().get().text(field));
            edit(
                    Texts.of("send.writeThe", Texts.inside(field.label())),
                    e -> asMix ? e.without(field) : e.with(field, typed));
        }
    }

    private void choose(Path file) {
        workspace.background().keep(() -> ChosenCovers.add(file));
        edit(Texts.of("send.chooseACover"), e -> e.withPicture(file));
    }

    private void edit(String action, java.util.function.UnaryOperator<TagEdits> how) {
        workspace.change(
                action,
                s -> s.withDelivery(s.delivery().withTags(how.apply(s.delivery().tags()))));
    }

    private void show(Tags master) {
        objection.setText("");
        fields.forEach((field, text) -> {
            if (!text.getText().equals(master.text(field))) {
                text.setText(master.text(field));
            }
        });
        if (!master.cover().equals(cover)) {
            cover = master.cover();
            showPicture(Optional.empty());
            pictures.submit(
                    progress -> master.cover()
                            .filter(c -> PictureSize.of(c).isShown())
                            .map(TagsPane::image),
                    this::showPicture,
                    failed -> LOG.info("the cover is not shown: {}", failed.sentence()));
        }
    }

    private void showPicture(Optional<Image> image) {
        picture.setImage(image.orElse(null));
        picture.setManaged(image.isPresent());
        noPicture.setText(cover.isPresent() ? Texts.of("send.aCover2") : Texts.of("send.noCover"));
        noPicture.setVisible(image.isEmpty());
        noPicture.setManaged(image.isEmpty());
    }

    /** Unpacks it, which takes as long as it is large. */
    private static Image image(Cover cover) {
        return new Image(new ByteArrayInputStream(cover.data()), 2 * COVER_SIZE, 2 * COVER_SIZE, true, true);
    }
}
