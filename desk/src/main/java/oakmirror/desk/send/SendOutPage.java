package oakmirror.desk.send;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleConsumer;
import javafx.geometry.Insets;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.audio.StereoSource;
import oakmirror.desk.control.Asking;
import oakmirror.desk.control.Foldout;
import oakmirror.desk.control.ShapedWords;
import oakmirror.desk.control.ShowInFolder;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.EndsPlot;
import oakmirror.desk.words.Words;
import oakmirror.media.delivery.MasterNames;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.session.NotedVersion;
import oakmirror.session.Session;
import oakmirror.session.VersionNote.Status;
import oakmirror.state.mastering.MixEnds;
import oakmirror.state.mastering.MixTags;
import oakmirror.state.mastering.Reports;
import oakmirror.state.mastering.Sending;
import oakmirror.state.mastering.Sending.Wanted;
import oakmirror.state.workspace.Settings;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** Send out: on the left what is sent and how, on the right what will be written, beneath what was sent and what was found in it. */
public final class SendOutPage extends VBox {

    private static final double LEFT_WIDTH = 640;
    private static final int USUAL_RATE = 48000;
    private static final double ENDS_HEIGHT = 110;
    private static final double HIGHEST_ENDS = 480;
    private static final double ROOM_FOR_ENDS = 520;

    private final Workspace workspace;
    private final Sending sending;
    private final MixTags tags;
    private final SendForm form;
    private final CorrectionForms correction;
    private final Reports reports;
    private final WrittenPreview preview = new WrittenPreview();
    private final SentList sent;
    private final Label summary = new Label();
    private final Label told = Ui.label("", "warning");
    private final CheckBox master = new CheckBox(Texts.of("send.theMasterAsIt"));
    private final CheckBox kept = new CheckBox();
    private final Button send;
    private final Runnable refresh;
    private boolean isSending;

    /** The page of a workspace. */
    public SendOutPage(
            Workspace workspace,
            Sending sending,
            Settings settings,
            Asking asking,
            DoubleConsumer seek,
            Runnable toVersions) {
        this.workspace = workspace;
        this.sending = sending;
        tags = new MixTags(workspace);
        form = new SendForm(workspace, settings, asking);
        correction = new CorrectionForms(workspace, form, this::stem, this::tell);
        reports = new Reports(workspace);
        sent = new SentList(new ShowInFolder(workspace)::show);
        send = Ui.button(Texts.of("send.sendOut"), Texts.of("send.sendOut.tip"), this::send);
        send.setId("render");
        send.getStyleClass().add("primary");
        refresh = Ui.coalesced(this, this::refresh);
        master.setId("send-master");
        master.setSelected(true);
        master.setOnAction(e -> refresh.run());
        kept.setId("send-kept");
        kept.setSelected(true);
        kept.setOnAction(e -> refresh.run());
        Ui.tip(kept, Texts.of("send.versionsThatAreKept"));

        HBox what = new HBox(
                18,
                Ui.label(Texts.of("send.what"), "quiet"),
                master,
                kept,
                Ui.link(Texts.of("send.versions"), Texts.of("send.versions.tip"), toVersions));
        what.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        TagsPane written = new TagsPane(workspace, tags, asking);
        Foldout tagLine = new Foldout("send-tags", settings, written);
        tags.masterProperty().subscribe(t -> tagLine.say(TagsPane.summary(t)));
        VBox left = new VBox(6, what, form, tagLine.button(), written, correction);
        correction.getChildren().add(report());
        left.getStyleClass().add("card");
        left.setMinWidth(LEFT_WIDTH - 30);
        left.setPrefWidth(LEFT_WIDTH);
        VBox right = new VBox(12, Ui.label(Texts.of("send.willBeWritten"), "subheading"), preview, send, told);
        right.getStyleClass().add("card");
        right.setMinWidth(220);
        told.setWrapText(true);
        told.setId("send-told");
        told.managedProperty().bind(told.textProperty().isNotEmpty());
        HBox.setHgrow(left, Priority.SOMETIMES);
        HBox.setHgrow(right, Priority.ALWAYS);
        HBox upper = new HBox(12, left, right);
        ScrollPane asked = scrolled(upper, 200);
        ScrollPane past = scrolled(sent, 28);
        past.setPrefHeight(28); // what is left, however much was sent out
        VBox.setVgrow(past, Priority.ALWAYS);
        getChildren()
                .addAll(
                        Ui.head(Texts.of("send.sendOut2"), summary, Words.reading("Send out")),
                        asked,
                        ends(seek),
                        Ui.label(Texts.of("send.sentOut"), "subheading"),
                        past);
        getStyleClass().add("page");
        setSpacing(8);
        form.onChange(refresh);
        workspace.sessionProperty().subscribe(s -> refresh.run());
        workspace.logProperty().subscribe(l -> refresh.run());
        workspace.tracks().revisionProperty().subscribe(r -> refresh.run());
        workspace.derivation().shapedProperty().subscribe(s -> refresh.run());
        tags.masterProperty().subscribe(t -> refresh.run());
    }

    /** How the mix begins and ends, while there is room for it. */
    private EndsPlot ends(DoubleConsumer seek) {
        EndsPlot plot = new EndsPlot(seek);
        plot.setId("ends");
        plot.setMinHeight(ENDS_HEIGHT);
        plot.setPrefHeight(ENDS_HEIGHT);
        plot.setMaxHeight(HIGHEST_ENDS);
        VBox.setVgrow(plot, Priority.ALWAYS);
        MixEnds ends = new MixEnds(workspace);
        Runnable fit = () -> Ui.shown(ends.endsProperty().get().isPresent() && getHeight() >= ROOM_FOR_ENDS, plot);
        ends.endsProperty().subscribe(e -> {
            plot.show(e);
            fit.run();
        });
        heightProperty().subscribe(h -> fit.run());
        return plot;
    }

    /** As high as it is where there is room, and never lower than that. */
    private static ScrollPane scrolled(Region content, double leastHeight) {
        ScrollPane scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setPadding(Insets.EMPTY);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setMinHeight(leastHeight);
        return scroll;
    }

    private HBox report() {
        Button pdf = Ui.button(Texts.of("send.pdf"), Texts.of("send.pdf.tip"), () -> writeReport("pdf"));
        pdf.setId("report-pdf");
        Button html = Ui.button(Texts.of("send.html"), Texts.of("send.html.tip"), () -> writeReport("html"));
        html.setId("report-html");
        HBox row = new HBox(10, Ui.label(Texts.of("send.report"), "quiet"), pdf, html);
        row.setMinWidth(USE_PREF_SIZE);
        row.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        return row;
    }

    private void writeReport(String ending) {
        tell("");
        form.folderForWriting()
                .ifPresent(f -> reports.write(
                        f.resolve(workspace.session().title().replaceAll("[/\\\\:*?\"<>|]", "-") + " "
                                + Texts.of("send.reportFile") + "." + ending),
                        this::tell));
    }

    private List<NotedVersion> keptVersions() {
        return workspace.logProperty().get().versions().stream()
                .filter(v -> v.note().standing() == Status.KEPT)
                .toList();
    }

    /** What is chosen, of a session. */
    private List<Wanted> wanted(Session session) {
        List<Wanted> wanted = new ArrayList<>();
        if (master.isSelected()) {
            wanted.add(Wanted.now("", session));
        }
        if (kept.isSelected() && !kept.isDisabled()) {
            for (NotedVersion v : keptVersions()) {
                wanted.add(Wanted.now(
                        v.name(),
                        v.version()
                                .settings()
                                .withDelivery(session.delivery()
                                        .withFinish(v.version().settings().finish()))));
            }
        }
        return wanted;
    }

    private void refresh() {
        Session s = workspace.session();
        int versions = keptVersions().size();
        kept.setText(versions == 0 ? Texts.of("send.keptVersionsNone") : Texts.of("send.keptVersions", versions));
        kept.setDisable(versions == 0);
        summary.setText(summary(s));
        sent.show(workspace.logProperty().get().sent());
        Optional<StereoSource> audio = workspace.tracks().mix().flatMap(TrackSlot::audio);
        List<Wanted> wanted = wanted(s);
        preview.show(
                s,
                s.mix().isEmpty() ? List.of() : wanted,
                tags.masterProperty().get(),
                form.folder(),
                audio.map(StereoSource::sampleRate).orElse(USUAL_RATE),
                audio.map(StereoSource::seconds).orElse(0.0));
        send.setDisable(isSending
                || s.mix().isEmpty()
                || wanted.isEmpty()
                || form.folder().isEmpty()
                || !form.isNamed());
    }

    /** What the names of files begin with that go with the master. */
    private String stem() {
        Session s = workspace.session();
        String name = MasterNames.of(
                s, tags.masterProperty().get(), "", workspace.tracks().rate().orElse(USUAL_RATE), LocalDate.now());
        return name.substring(0, name.lastIndexOf('.'));
    }

    /** What the master holds, in a line. */
    private String summary(Session s) {
        if (s.mix().isEmpty()) {
            return Texts.of("send.thereIsNoMix");
        }
        return Texts.of(
                "send.lufsUnderDbtp",
                s.mix().get().name(),
                ShapedWords.done(workspace.derivation().shapedProperty().get(), s),
                Numbers.level(s.finish().targetLufs()),
                Numbers.level(s.finish().ceilingDbtp()));
    }

    /** Sends out what is chosen. */
    public void send() {
        if (isSending) {
            return;
        }
        Optional<Path> folder = form.folderForWriting();
        if (!form.isNamed()) {
            return; // the form says why
        }
        if (folder.isEmpty()) {
            tell(Texts.of("send.thatIsNoName"));
            return;
        }
        isSending = true;
        tell("");
        refresh.run();
        sending.send(
                Texts.of("send.renderingMasters"), this::wanted, folder.get(), this::ended, all -> over(), sentence -> {
                    tell(sentence);
                    over();
                });
    }

    private void ended(Ended ended) {
        if (ended.delivered().isPresent()) {
            sending.note(ended);
        } else {
            tell(ended.sentence());
        }
    }

    private void over() {
        isSending = false;
        refresh.run();
    }

    private void tell(String sentence) {
        told.setText(sentence);
    }
}
