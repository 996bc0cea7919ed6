package oakmirror.desk.send;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import oakmirror.blind.BlindResult;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.ShowInFolder;
import oakmirror.desk.look.Ui;
import oakmirror.desk.words.Words;
import oakmirror.media.delivery.Form;
import oakmirror.session.NotedVersion;
import oakmirror.session.VersionNote.Status;
import oakmirror.state.listening.Blind;
import oakmirror.state.listening.VersionsHeard;
import oakmirror.state.mastering.MastersFolder;
import oakmirror.state.mastering.Versions;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;

/** Several outcomes: made in one go, listened to, chosen among. */
public final class VersionsPage extends VBox {

    private static final String FOLDER = "versions";
    private static final int USUAL_RATE = 48000;

    private final Workspace workspace;
    private final Versions versions;
    private final VersionsHeard heard;
    private final Settings settings;
    private final VariantsForm form;
    private final VBox rows = new VBox(6);
    private final HBox columns = new HBox(8);
    private final Label summary = new Label();
    private final Label where = Ui.label("", "quiet");
    private final Label told = Ui.label("", "quiet");
    private final Button render;
    private final Button rank;
    private final ToggleButton equal = Ui.choice(Texts.of("send.equallyLoud"), Texts.of("send.equallyLoud.tip"));
    private final ToggleButton asTheyAre = Ui.choice(Texts.of("send.asTheyAre"), Texts.of("send.asTheyAre.tip"));
    private final Runnable refresh;
    private boolean isRendering;

    /**
     * The page of a workspace.
     *
     * @param blind opens a blind comparison
     */
    public VersionsPage(
            Workspace workspace,
            Versions versions,
            VersionsHeard heard,
            Settings settings,
            Asking asking,
            Runnable blind) {
        this.workspace = workspace;
        this.versions = versions;
        this.heard = heard;
        this.settings = settings;
        render = Ui.button(Texts.of("send.render"), Texts.of("send.render.tip"), this::render);
        render.setId("render-versions");
        render.getStyleClass().add("primary");
        rank = Ui.button(Texts.of("send.rankThemBlind"), Texts.of("send.rankThemBlind.tip"), blind);
        rank.setId("rank-versions");
        form = new VariantsForm(workspace);
        refresh = Ui.coalesced(this, this::refresh);
        Ui.either(equal, asTheyAre, heard::isAsTheyAre, heard::hearAsTheyAre);
        equal.setId("versions-equal");
        asTheyAre.setId("versions-as-they-are");
        Button choose = Ui.link(Texts.of("send.choose"), Texts.of("send.choose.tip3"), () -> asking.folder(
                        Texts.of("send.whereVersionsGo"), FOLDER, getScene().getWindow())
                .ifPresent(f -> refresh.run()));
        choose.setId("versions-folder");
        HBox act = new HBox(12, where, choose, Ui.spring(), render);
        act.setAlignment(Pos.CENTER_LEFT);
        VBox maker = new VBox(8, form, act);
        maker.getStyleClass().add("card");
        makeColumns();
        form.onChange(this::showCount);
        ScrollPane scroll = new ScrollPane(rows);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("plain-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        told.setWrapText(true);
        told.setId("versions-told");
        told.managedProperty().bind(told.textProperty().isNotEmpty());
        getChildren()
                .addAll(
                        Ui.head(Texts.of("send.versions2"), summary, equal, asTheyAre, rank, Words.reading("Versions")),
                        maker,
                        told,
                        columns,
                        scroll);
        getStyleClass().add("page");
        setSpacing(10);
        workspace.sessionProperty().subscribe(s -> refresh.run());
        versions.allProperty().subscribe(v -> refresh.run());
        versions.missingProperty().subscribe(m -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        sceneProperty().subscribe(scene -> {
            if (scene != null) {
                versions.look();
            }
        });
    }

    /** Shows which version is heard whenever that changes. */
    public void follow(javafx.beans.value.ObservableValue<?> heardNow) {
        heardNow.subscribe(v -> refresh.run());
    }

    private void makeColumns() {
        Label first = Ui.label(Texts.of("send.version"), "quiet");
        first.setMinWidth(VersionRow.hearWidth());
        columns.getChildren().add(first);
        for (String column : VersionRow.columns()) {
            Label label = VersionRow.figure(column);
            label.getStyleClass().setAll("label", "quiet");
            columns.getChildren().add(label);
        }
        columns.getChildren().add(Ui.label(Texts.of("send.ratingNoteAndWhat"), "quiet"));
    }

    private Path folder() {
        return settings.folder(FOLDER).orElseGet(() -> MastersFolder.of(settings, workspace.session()));
    }

    private void refresh() {
        form.show(workspace.session());
        where.setText(Texts.of(
                "send.asAsSendOut",
                Form.of(workspace.session().output())
                        .words(Form.of(workspace.session().output())
                                .format()
                                .rateFor(
                                        workspace.session().output().rate(),
                                        workspace.tracks().rate().orElse(USUAL_RATE))),
                SendForm.shown(folder())));
        List<NotedVersion> all = versions.allProperty().get();
        Set<String> missing = versions.missingProperty().get();
        rows.getChildren().clear();
        List<NotedVersion> shown = new java.util.ArrayList<>(all);
        shown.sort(java.util.Comparator.comparing(NotedVersion::isDiscarded)); // stable: what is out goes last
        for (int i = 0; i < shown.size(); i++) {
            NotedVersion v = shown.get(i);
            rows.getChildren()
                    .add(new VersionRow(
                            v,
                            i,
                            missing.contains(v.version().id()),
                            versions,
                            heard,
                            this::again,
                            x -> new ShowInFolder(workspace).show(x.file())));
        }
        if (all.isEmpty()) {
            rows.getChildren().add(Ui.label(Texts.of("send.noVersionsYetChoose"), "quiet"));
        }
        columns.setVisible(!all.isEmpty());
        summary.setText(summary(all));
        rank.setDisable(all.stream().filter(v -> !v.isDiscarded()).count() < 1);
        showCount();
    }

    private void showCount() {
        render.setText(Texts.of("send.render2", form.count()));
        render.setDisable(isRendering
                || form.chosen().isEmpty()
                || workspace.session().mix().isEmpty());
    }

    private String summary(List<NotedVersion> all) {
        if (all.isEmpty()) {
            return Texts.of("send.severalOutcomesInOne");
        }
        long kept = all.stream().filter(v -> v.note().standing() == Status.KEPT).count();
        long out = all.stream().filter(NotedVersion::isDiscarded).count();
        String ranked = workspace.logProperty().get().blindResults().stream()
                .filter(r -> r instanceof BlindResult.Ranking)
                .reduce((a, b) -> b)
                .flatMap(r -> ((BlindResult.Ranking) r).best())
                .flatMap(best ->
                        all.stream().filter(v -> Blind.nameOf(v).equals(best)).findFirst())
                .map(v -> Texts.of("send.rankedBlindCameFirst", v.name()))
                .orElse("");
        return Texts.of("counts.versions", all.size())
                + (kept > 0 ? Texts.of("send.kept", kept) : "")
                + (out > 0 ? Texts.of("send.out", out) : "")
                + ranked;
    }

    private void render() {
        isRendering = true;
        told.setText("");
        showCount();
        versions.render(form.chosen(), folder(), this::over);
    }

    private void again(NotedVersion version) {
        versions.renderAgain(version, folder(), told::setText);
    }

    private void over(String sentence) {
        isRendering = false;
        told.setText(sentence);
        refresh.run();
    }
}
