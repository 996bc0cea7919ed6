package oakmirror.desk.habits;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.FileChooser.ExtensionFilter;
import oakmirror.desk.control.Asking;
import oakmirror.desk.look.Ui;
import oakmirror.desk.plot.HabitPlot;
import oakmirror.desk.plot.HabitZones;
import oakmirror.desk.plot.HabitZones.Reading;
import oakmirror.desk.words.Words;
import oakmirror.habits.Aspect;
import oakmirror.habits.Estimate;
import oakmirror.habits.Habit;
import oakmirror.habits.HabitBook;
import oakmirror.habits.HabitFile;
import oakmirror.habits.HabitSong;
import oakmirror.habits.HabitWords;
import oakmirror.habits.Habits;
import oakmirror.habits.Mark;
import oakmirror.habits.Moment;
import oakmirror.habits.Readings;
import oakmirror.spectrum.Zone;
import oakmirror.state.catalogue.KeptHabits;
import oakmirror.text.Texts;

/** Habits: what all songs have in common as one curve over theirs, width and dynamics by zone, and in sentences what is certain, what is done with proposals, what has changed. */
public final class HabitsPage extends StackPane {

    private static final String KIND = "habits";
    private static final double SAID = 300;

    private final KeptHabits habits;
    private final Asking asking;
    private final Consumer<Path> openSession;
    private final Label summary = Ui.label("");
    private final ToggleGroup moments = new ToggleGroup();
    private final HabitPlot plot = new HabitPlot(this::open);
    private final HabitZones width = new HabitZones(Texts.of("practice.width"));
    private final HabitZones dynamics = new HabitZones(Texts.of("practice.dynamics"));
    private final VBox said = new VBox(6);
    private final Label told = Ui.wrapped("", "quiet");
    private final MenuButton folder = new MenuButton();
    private final MenuButton more = new MenuButton(Texts.of("practice.more"));
    private final HBox eraseStrip = new HBox(10);
    private final VBox page;
    private final Node agreement;
    private final Runnable refresh;
    private Moment moment = Moment.FIRST;
    private List<HabitSong> shown = List.of();

    /**
     * The page.
     *
     * @param openSession opens the session of a song
     */
    public HabitsPage(KeptHabits habits, Asking asking, Consumer<Path> openSession) {
        this.habits = habits;
        this.asking = asking;
        this.openSession = openSession;
        setId("habits");
        refresh = Ui.coalesced(this, this::refresh);
        ToggleButton first = moment(Moment.FIRST, Texts.of("practice.first"), "habits-first");
        ToggleButton last = moment(Moment.LAST, Texts.of("practice.last"), "habits-last");
        ToggleButton masters = moment(Moment.MASTER, Texts.of("practice.masters"), "habits-masters");
        folder.setId("habits-folder");
        folder.getStyleClass().setAll("menu-button", "link");
        more.setId("habits-more");
        more.getStyleClass().setAll("menu-button", "link");
        more.setOnShowing(e -> fillMore());
        more.getItems().setAll(Ui.item("…", () -> {}));
        eraseStrip.setId("erase-habits-strip");
        eraseStrip
                .getChildren()
                .setAll(
                        Ui.label(Texts.of("practice.eraseReally")),
                        button("erase-habits", Texts.of("practice.erase"), Texts.of("practice.erase.tip"), () -> {
                            Ui.shown(false, eraseStrip);
                            habits.erase();
                        }),
                        button(
                                "keep-habits",
                                Texts.of("practice.keepThem"),
                                Texts.of("practice.keepThem.tip"),
                                () -> Ui.shown(false, eraseStrip)));
        eraseStrip.setAlignment(Pos.CENTER_LEFT);
        Ui.shown(false, eraseStrip);
        plot.setMinSize(0, 120);
        VBox.setVgrow(plot, Priority.ALWAYS);
        HBox zones = new HBox(8, width, dynamics);
        for (HabitZones each : List.of(width, dynamics)) {
            each.getStyleClass().add("steps");
            each.setMinSize(0, 110);
            each.setPrefSize(300, 140);
            HBox.setHgrow(each, Priority.ALWAYS);
        }
        VBox pictures = new VBox(8, plot, zones);
        HBox.setHgrow(pictures, Priority.ALWAYS);
        pictures.setMinWidth(0);
        ScrollPane scroll = new ScrollPane(said);
        scroll.getStyleClass().add("plain-scroll");
        scroll.setFitToWidth(true);
        scroll.setMinWidth(SAID);
        scroll.setMaxWidth(SAID);
        said.setId("habits-said");
        told.setId("habits-told");
        told.managedProperty().bind(told.textProperty().isNotEmpty());
        HBox middle = new HBox(14, pictures, scroll);
        VBox.setVgrow(middle, Priority.ALWAYS);
        page = new VBox(
                10,
                Ui.head(
                        Texts.of("practice.habits"),
                        summary,
                        first,
                        last,
                        masters,
                        folder,
                        more,
                        Words.reading("Habits")),
                eraseStrip,
                told,
                middle);
        page.getStyleClass().add("page");
        agreement = new HabitAgreement(habits::agree, this::readSessions, this::bringIn);
        getChildren().addAll(page, agreement);
        setMinSize(0, 0);
        habits.habitsProperty().subscribe(h -> refresh.run());
        habits.readyProperty().subscribe(r -> refresh.run());
        habits.agreedProperty().subscribe(a -> refresh.run());
        habits.messageProperty().subscribe(m -> refresh.run());
        habits.open();
        refresh();
    }

    private static Button button(String id, String text, String tip, Runnable action) {
        Button button = Ui.button(text, tip, action);
        button.setId(id);
        return button;
    }

    private ToggleButton moment(Moment of, String text, String id) {
        ToggleButton button = Ui.choice(text, Texts.of("practice.moment.tip"));
        button.setId(id);
        button.setToggleGroup(moments);
        button.setSelected(of == moment);
        button.setMinWidth(USE_PREF_SIZE);
        button.setOnAction(e -> {
            moment = of;
            button.setSelected(true);
            refresh.run();
        });
        return button;
    }

    private void fillMore() {
        List<MenuItem> items = new ArrayList<>(List.of(
                Ui.item(Texts.of("practice.markAChange"), this::mark),
                new SeparatorMenuItem(),
                Ui.item(Texts.of("practice.readSessions"), this::readSessions),
                Ui.item(Texts.of("practice.import"), this::bringIn),
                Ui.item(Texts.of("practice.export"), this::bringOut),
                new SeparatorMenuItem()));
        for (Mark mark : habits.bookProperty().get().marks()) {
            items.add(items.size() - 1, Ui.item(Texts.of("practice.removeMark", HabitWords.name(mark)), () -> {
                List<Mark> left = new ArrayList<>(habits.bookProperty().get().marks());
                left.remove(mark);
                habits.mark(left);
            }));
        }
        song().ifPresent(s -> items.add(Ui.item(Texts.of("practice.forget", s.name()), () -> habits.forget(s))));
        items.add(Ui.item(Texts.of("practice.eraseAll"), () -> Ui.shown(true, eraseStrip)));
        more.getItems().setAll(items);
    }

    /** The song whose line is chosen. */
    private Optional<HabitSong> song() {
        int at = plot.chosen();
        return at >= 0 && at < shown.size() ? Optional.of(shown.get(at)) : Optional.empty();
    }

    private void mark() {
        String today = LocalDateTime.now().toLocalDate().toString();
        Ui.ask(getScene().getWindow(), Texts.of("practice.whatChanged"), today + " ")
                .ifPresent(this::mark);
    }

    /** A day, and behind it what was another from then on. */
    private void mark(String typed) {
        String[] parts = typed.strip().split("\\s+", 2);
        try {
            List<Mark> next = new ArrayList<>(habits.bookProperty().get().marks());
            next.add(new Mark(parts[0], parts.length > 1 ? parts[1] : ""));
            habits.mark(next);
        } catch (java.time.DateTimeException | IllegalArgumentException e) {
            habits.messageProperty().set(Texts.of("practice.noDay", parts[0]));
        }
    }

    private void readSessions() {
        asking.folder(Texts.of("practice.folderOfSessions"), KIND, getScene().getWindow())
                .ifPresent(f -> {
                    habits.agree();
                    habits.readSessions(f);
                });
    }

    private void bringIn() {
        asking
                .files(
                        Texts.of("practice.fileOfHabits"),
                        KIND,
                        files(),
                        getScene().getWindow())
                .stream()
                .findFirst()
                .ifPresent(habits::read);
    }

    private void bringOut() {
        asking.save(
                        Texts.of("practice.exportTo"),
                        KIND,
                        Texts.of("practice.fileName") + HabitFile.ENDING,
                        files(),
                        getScene().getWindow())
                .ifPresent(habits::write);
    }

    private static List<ExtensionFilter> files() {
        return List.of(new ExtensionFilter(Texts.of("practice.files"), "*" + HabitFile.ENDING, "*.json"));
    }

    private void open(int number) {
        HabitSong song = shown.get(number);
        if (song.session().isEmpty()) {
            habits.messageProperty().set(Texts.of("practice.noSession", song.name()));
        } else {
            openSession.accept(Path.of(song.session()));
        }
    }

    private void refresh() {
        boolean isEmpty = habits.bookProperty().get().songs().isEmpty();
        boolean isAsked =
                habits.readyProperty().get() && !habits.agreedProperty().get() && isEmpty;
        agreement.setVisible(isAsked);
        // there at once where something is kept, and filled when that has been read
        page.setVisible(!isAsked
                && (habits.readyProperty().get() || habits.agreedProperty().get()));
        told.setText(habits.messageProperty().get());
        habits.habitsProperty().get().ifPresent(this::show);
    }

    private void show(Habits now) {
        shown = now.songs().stream().filter(s -> s.at(moment).isPresent()).toList();
        summary.setText(
                shown.isEmpty()
                        ? ""
                        : Texts.of(
                                "practice.summary",
                                Texts.of("counts.songs", shown.size()),
                                Texts.date(shown.get(0).begun()),
                                Texts.date(shown.get(shown.size() - 1).begun())));
        showFolders();
        Habit tone = now.at(moment, Aspect.TONE);
        boolean isEnough = shown.size() >= Estimate.ENOUGH_SONGS;
        plot.show(new HabitPlot.Scene(
                shown.stream().map(HabitSong::name).toList(),
                tone.songs().stream().map(Readings::overDb).toList(),
                curve(tone, isEnough, Estimate::meanDb),
                curve(tone, isEnough, Estimate::lowDb),
                curve(tone, isEnough, Estimate::highDb)));
        width.show(zones(now.at(moment, Aspect.WIDTH), isEnough));
        dynamics.show(zones(now.at(moment, Aspect.DYNAMICS), isEnough));
        say(now);
    }

    private void showFolders() {
        HabitBook book = habits.bookProperty().get();
        List<String> folders = book.folders();
        String now = folders.contains(habits.folderProperty().get())
                ? habits.folderProperty().get()
                : "";
        folder.setText(now.isEmpty() ? Texts.of("practice.allFolders") : now);
        folder.getItems()
                .setAll(Stream.concat(Stream.of(""), folders.stream())
                        .map(f ->
                                Ui.item(f.isEmpty() ? Texts.of("practice.allFolders") : f, () -> habits.folderProperty()
                                        .set(f)))
                        .toList());
        Ui.shown(!folders.isEmpty(), folder);
    }

    private interface Read {
        double of(Estimate estimate);
    }

    private static Optional<double[]> curve(Habit habit, boolean isEnough, Read read) {
        return isEnough
                ? Optional.of(habit.readings().stream()
                        .mapToDouble(e -> e.songs() < Estimate.ENOUGH_SONGS ? Double.NaN : read.of(e))
                        .toArray())
                : Optional.empty();
    }

    private static List<Optional<Reading>> zones(Habit habit, boolean isEnough) {
        Map<Zone, Estimate> all = habit.zones();
        return Stream.of(Zone.values())
                .map(all::get)
                .map(e -> isEnough && e != null && e.songs() >= Estimate.ENOUGH_SONGS
                        ? Optional.of(new Reading(e.meanDb(), e.lowDb(), e.highDb(), e.isTold()))
                        : Optional.<Reading>empty())
                .toList();
    }

    private void say(Habits now) {
        List<Node> all = new ArrayList<>();
        List<String> certain = HabitWords.told(now, moment);
        section(
                all,
                Texts.of("practice.inCommon"),
                certain.isEmpty() ? List.of(HabitWords.nothing(now, moment)) : certain);
        section(all, Texts.of("practice.proposals"), HabitWords.usual(now.usual()));
        section(
                all,
                Texts.of("practice.changes"),
                habits.bookProperty().get().marks().stream()
                        .flatMap(m -> HabitWords.changed(now, moment, m).stream())
                        .collect(Collectors.toList()));
        section(
                all,
                Texts.of("practice.preference"),
                HabitWords.taste(now).stream().toList());
        said.getChildren().setAll(all);
    }

    private static void section(List<Node> all, String title, List<String> sentences) {
        if (!sentences.isEmpty()) {
            Label name = Ui.label(title, "strong");
            VBox.setMargin(name, new Insets(all.isEmpty() ? 0 : 10, 0, 0, 0));
            all.add(name);
            IntStream.range(0, sentences.size()).forEach(i -> all.add(Ui.wrapped(sentences.get(i))));
        }
    }
}
