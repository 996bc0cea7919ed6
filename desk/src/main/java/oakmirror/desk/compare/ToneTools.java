package oakmirror.desk.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleFunction;
import javafx.scene.Node;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.desk.look.Palette;
import oakmirror.desk.look.Ui;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.comparing.Comparing;
import oakmirror.state.comparing.Sheet;
import oakmirror.state.comparing.ToneView;
import oakmirror.state.comparing.ToneView.Averaging;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** What can be chosen about tone: which references are drawn, of what, over what while, how fine, and what the corridor is. */
final class ToneTools {

    private static final double[] TOLERANCES = {0.5, 1, 2, 3, 4, 6};
    private static final double[] BLOCKS_SECONDS = {0.1, 0.2, 0.4, 0.8, 1.6};

    /** How fine, and whether as bars. */
    private record Resolution(double octaves, boolean bars) {
        String label() {
            return bars ? Texts.of("compare.13OctaveBars") : Numbers.octaves(octaves);
        }
    }

    private static final List<Resolution> RESOLUTIONS = List.of(
            new Resolution(1.0 / 24, false),
            new Resolution(1.0 / 12, false),
            new Resolution(1.0 / 6, false),
            new Resolution(1.0 / 3, false),
            new Resolution(1.0 / 3, true),
            new Resolution(1, false));

    private final Context context;
    private final Comparing comparing;
    private final HBox references = new HBox(2);
    private final List<Node> all = new ArrayList<>();
    private final ToggleButton mean;
    private final ToggleButton peaks;
    private List<Integer> numbers = List.of();

    ToneTools(Context context, ToggleButton hold, Node reset) {
        this.context = context;
        comparing = context.comparing();
        ToneView now = comparing.viewProperty().get();
        all.add(references);
        mean = Choices.toggle(
                "mean",
                Texts.of("compare.mean"),
                Texts.of("compare.theMeanOfAll"),
                now.mean(),
                on -> comparing.look(v -> v.withMean(on)));
        peaks = Choices.toggle(
                "peaks",
                Texts.of("compare.peaks"),
                Texts.of("compare.namesTheStrongestPeaks"),
                now.peaks(),
                on -> comparing.look(v -> v.withPeaks(on)));
        all.addAll(List.of(mean, peaks, hold));
        all.add(reset);
        all.add(Ui.spring());
        all.add(Choices.box(
                "part",
                Texts.of("compare.whatOfTheStereo"),
                List.of(Part.values()),
                now.part(),
                Part::label,
                p -> comparing.look(v -> v.withPart(p))));
        all.add(Choices.box(
                "averaging",
                Texts.of("compare.overAllThatIs"),
                List.of(Averaging.values()),
                now.averaging(),
                Averaging::label,
                a -> comparing.look(v -> v.withAveraging(a))));
        all.add(Choices.box(
                "resolution",
                Texts.of("compare.widthOfTheBands"),
                RESOLUTIONS,
                nearest(now),
                Resolution::label,
                r -> comparing.look(v -> v.withResolution(r.octaves(), r.bars()))));
        all.add(more(now));
        comparing.sheetProperty().subscribe(this::follow);
    }

    List<Node> all() {
        return all;
    }

    private static Resolution nearest(ToneView v) {
        return RESOLUTIONS.stream()
                .filter(r -> r.bars() == v.bars() && Math.abs(r.octaves() - v.octaves()) < 1e-3)
                .findFirst()
                .orElse(new Resolution(1.0 / 3, false));
    }

    private void follow(Sheet sheet) {
        Comparison c = sheet.comparison();
        mean.setSelected(sheet.view().mean());
        peaks.setSelected(sheet.view().peaks());
        List<Integer> next =
                c.references().stream().map(Comparison.Member::number).toList();
        if (next.equals(numbers)) {
            return;
        }
        numbers = next;
        references.getChildren().clear();
        if (numbers.size() >= CorridorSettings.MANY) {
            references.getChildren().add(menu(sheet));
            return;
        }
        for (Comparison.Member m : c.references()) {
            ToggleButton button = Choices.toggle(
                    "draw-" + m.number(),
                    String.valueOf(m.number()),
                    Texts.of("compare.drawCorridorMeanAnd", m.name()),
                    !sheet.view().hidden().contains(m.number()),
                    on -> comparing.look(v -> v.showing(m.number(), on)));
            button.getStyleClass().addAll("in-track", Palette.styleClass(m.number()));
            references.getChildren().add(button);
        }
    }

    /** For more references than there is room for buttons. */
    private MenuButton menu(Sheet sheet) {
        Comparison c = sheet.comparison();
        MenuButton menu = framed(
                "draw-some", Texts.of("compare.references", numbers.size()), Texts.of("compare.whichAreDrawnCorridor"));
        CheckMenuItem all = new CheckMenuItem(Texts.of("compare.drawAll"));
        all.setSelected(sheet.view().all());
        all.setOnAction(e -> comparing.look(v -> v.withAll(!v.all())));
        menu.getItems().addAll(all, new SeparatorMenuItem());
        for (Comparison.Member m : c.references()) {
            CheckMenuItem item = new CheckMenuItem(m.number() + "  " + m.name());
            item.setSelected(!sheet.view().hidden().contains(m.number()));
            item.setOnAction(e -> comparing.look(v -> v.showing(m.number(), item.isSelected())));
            menu.getItems().add(item);
        }
        return menu;
    }

    private static MenuButton framed(String id, String text, String tooltip) {
        MenuButton menu = new MenuButton(text);
        menu.setId(id);
        menu.getStyleClass().setAll("menu-button", "framed");
        Ui.tip(menu, tooltip);
        menu.setMinWidth(Region.USE_PREF_SIZE);
        return menu;
    }

    private MenuButton more(ToneView now) {
        MenuButton menu = framed("tone-more", Texts.of("compare.more"), Texts.of("compare.corridorTiltAnalysisBlock"));
        ToggleGroup kinds = new ToggleGroup();
        for (CorridorSettings.Kind kind : CorridorSettings.Kind.values()) {
            RadioMenuItem item = new RadioMenuItem(Texts.of("compare.corridor", kind.label()));
            item.setToggleGroup(kinds);
            item.setOnAction(e -> corridor("corridor " + kind.name().toLowerCase(Locale.ROOT), s -> s.withKind(kind)));
            context.workspace()
                    .sessionProperty()
                    .subscribe(s -> item.setSelected(s.comparing().corridor().kind() == kind));
            menu.getItems().add(item);
        }
        Menu least = numbers(
                Texts.of("compare.corridorAtLeast"),
                TOLERANCES,
                t -> Texts.of("compare.dB", Numbers.level(t)),
                (t, item) -> {
                    item.setOnAction(e -> corridor(Texts.of("compare.corridorWidth"), s -> s.withTolerance(t)));
                    context.workspace()
                            .sessionProperty()
                            .subscribe(s ->
                                    item.setSelected(s.comparing().corridor().toleranceDb() == t));
                });
        Menu tilts = numbers(
                Texts.of("compare.tilt"),
                new double[] {0, 3, 4.5},
                t -> t == 0 ? Texts.of("compare.none") : Texts.of("compare.dBAnOctave", Numbers.level(t)),
                (t, item) -> {
                    item.setSelected(now.tilt() == t);
                    item.setOnAction(e -> comparing.look(v -> v.withTilt(t)));
                });
        Menu sizes =
                numbers(Texts.of("compare.analysisBlock"), BLOCKS_SECONDS, b -> Numbers.level(b) + " s", (b, item) -> {
                    item.setSelected(now.blockSeconds() == b);
                    item.setOnAction(e -> comparing.look(v -> v.withBlock(b)));
                });
        CheckMenuItem legend = new CheckMenuItem(Texts.of("compare.namesOfTheTracks"));
        legend.setSelected(now.legend());
        legend.setOnAction(e -> comparing.look(v -> v.withLegend(legend.isSelected())));
        menu.getItems().addAll(least, new SeparatorMenuItem(), tilts, sizes, legend);
        return menu;
    }

    private interface Setup {
        void accept(double value, RadioMenuItem item);
    }

    private static Menu numbers(String title, double[] values, DoubleFunction<String> name, Setup setup) {
        Menu menu = new Menu(title);
        ToggleGroup group = new ToggleGroup();
        for (double value : values) {
            RadioMenuItem item = new RadioMenuItem(name.apply(value));
            item.setToggleGroup(group);
            setup.accept(value, item);
            menu.getItems().add(item);
        }
        return menu;
    }

    private void corridor(String action, java.util.function.UnaryOperator<CorridorSettings> how) {
        context.workspace()
                .change(
                        action,
                        s -> s.withComparing(s.comparing()
                                .withCorridor(how.apply(s.comparing().corridor()))));
    }
}
