package oakmirror.desk.compare;

import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import oakmirror.candidate.Candidate;
import oakmirror.desk.command.Command;
import oakmirror.desk.look.Ui;
import oakmirror.findings.PlaceWords;
import oakmirror.state.comparing.PlacesToHear;
import oakmirror.state.comparing.PlacesToHear.Focus;
import oakmirror.state.listening.Listening;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The place that is listened to: what it may be, what can be heard of it, its trial move, and what to decide. Everything has a key. */
final class PlacePanel extends VBox {

    /** As far as a trial move can be dragged, against the one that is tried. */
    private static final double MOST_FACTOR = 2;

    private static final double LEAST_REACH_DB = 3;
    private static final double STEP_DB = 0.1;

    private final PlacesToHear places;
    private final Listening listening;
    private final Workspace workspace;
    private final Function<Command, String> key;
    private final Label title = Ui.label("", "strong");
    private final Label counter = Ui.label("", "quiet");
    private final Label odds = Ui.wrapped("", "quiet", "small");
    private final Button swap;
    private final ToggleButton alone;
    private final ToggleButton with;
    private final Label loop = Ui.wrapped("", "quiet", "small");
    private final Slider gain = new Slider(-12, 12, 0);
    private final Label trial = Ui.label("", "strong");
    private boolean showing;

    /**
     * A panel.
     *
     * @param key the key of an action
     * @param blind tells with and without apart unseen
     */
    PlacePanel(
            PlacesToHear places,
            Listening listening,
            Workspace workspace,
            Function<Command, String> key,
            Runnable blind) {
        super(6);
        this.places = places;
        this.listening = listening;
        this.workspace = workspace;
        this.key = key;
        setId("place");
        getStyleClass().add("place");
        alone = Ui.choice(
                Texts.of("compare.thisRangeAlone", key.apply(Command.ZONE)), Texts.of("compare.thisRangeAlone.tip"));
        with = Ui.choice(
                Texts.of("compare.withTheTrialMove", key.apply(Command.CORRECTED)),
                Texts.of("compare.withTheTrialMove.tip"));
        swap = Ui.button("", Texts.of("compare.goBetweenMixAnd"), listening::swap);
        swap.setId("place-swap");
        alone.setId("place-alone");
        alone.setOnAction(e -> places.toggleRange());
        with.setId("place-trial");
        with.setOnAction(e -> places.toggleTrial());
        gain.setId("place-gain");
        gain.setAccessibleText(Texts.of("compare.gainOfTheTrial"));
        Ui.tip(gain, Texts.of("compare.dragTheTrialMove"));
        gain.setBlockIncrement(STEP_DB);
        HBox.setHgrow(gain, Priority.SOMETIMES);
        gain.setMaxWidth(320);
        gain.valueProperty().subscribe(v -> {
            if (!showing) {
                places.setGain(v.doubleValue());
                if (!places.trialProperty().get()) {
                    places.toggleTrial();
                }
            }
        });
        Button close =
                Ui.link("×", Texts.of("compare.stopListeningToPlaces", key.apply(Command.END_PLACES)), places::end);
        close.setId("place-close");
        Button take = Ui.button(
                Texts.of("compare.take", key.apply(Command.TAKE)), Texts.of("compare.take.tip"), places::take);
        take.setId("place-take");
        take.getStyleClass().add("primary");
        Button leave = Ui.button(
                Texts.of("compare.leaveItIsThe", key.apply(Command.LEAVE)),
                Texts.of("compare.leaveItIsThe.tip"),
                places::leave);
        leave.setId("place-leave");
        Button later = Ui.button(
                Texts.of("compare.later", key.apply(Command.PUT_OFF)), Texts.of("compare.later.tip"), places::later);
        later.setId("place-later");
        Button apart =
                Ui.link(Texts.of("compare.tellThemApartBlind"), Texts.of("compare.tellThemApartBlind.tip"), blind);
        apart.setId("place-blind");
        title.setMinWidth(0);
        odds.setMinWidth(0);
        counter.setMinWidth(USE_PREF_SIZE);
        getChildren()
                .addAll(
                        row(title, Ui.spring(), counter, close),
                        odds,
                        row(name(Texts.of("compare.placeListen")), swap, alone, with, loop),
                        row(
                                name(Texts.of("compare.placeTrial")),
                                gain,
                                trial,
                                Ui.label(Texts.of("compare.equallyLoud"), "quiet", "small")),
                        row(name(Texts.of("compare.placeDecide")), take, leave, later, Ui.spring(), apart));
        places.focusProperty().subscribe(f -> refresh());
        places.trialProperty().subscribe(on -> with.setSelected(on));
        listening.monitor().partProperty().subscribe(r -> refresh());
        listening.referenceProperty().subscribe(r -> refresh());
        listening.monitor().bandProperty().subscribe(b -> refresh());
    }

    private static HBox row(javafx.scene.Node... nodes) {
        HBox row = new HBox(6, nodes);
        row.setAlignment(Pos.CENTER_LEFT);
        for (javafx.scene.Node node : nodes) {
            if (node instanceof Region region && (node instanceof Button || node instanceof ToggleButton)) {
                region.setMinWidth(USE_PREF_SIZE);
            }
        }
        return row;
    }

    private static Label name(String text) {
        Label label = Ui.label(text, "subheading");
        label.setMinWidth(USE_PREF_SIZE);
        return label;
    }

    private void refresh() {
        places.focusProperty().get().ifPresent(this::show);
    }

    private void show(Focus focus) {
        Candidate place = focus.place();
        showing = true;
        title.setText(PlaceWords.title(place) + "  " + PlaceWords.seen(place));
        counter.setText(Texts.of("compare.of", focus.number(), focus.of()));
        String fault = PlaceWords.odds(place);
        odds.setText(Texts.of(
                "compare.otherwiseTheMusicOften",
                Character.toUpperCase(fault.charAt(0)) + fault.substring(1),
                PlaceWords.cause(place)));
        int reference = listening.referenceProperty().get();
        boolean hasMix = workspace.tracks().mix().isPresent();
        swap.setText(Texts.of("compare.mixReference", hasMix ? reference : reference + 1, key.apply(Command.SWAP)));
        alone.setSelected(listening.monitor().bandProperty().get().equals(Optional.of(PlacesToHear.band(place))));
        loop.setText(places.tellingPart()
                .map(r -> Texts.of(
                        "compare.loopingWhereThereIs", Numbers.time(r.startSeconds()), Numbers.time(r.endSeconds())))
                .orElse(Texts.of("compare.loopingThePassage")));
        double reach = Math.max(LEAST_REACH_DB, MOST_FACTOR * Math.abs(place.proposedDb()));
        gain.setMin(-reach);
        gain.setMax(reach);
        // What moves dynamics by another amount has to be found anew.
        gain.setDisable(place.shape() == Candidate.Shape.DYNAMICS);
        if (!gain.isValueChanging()) {
            gain.setValue(focus.gainDb());
        }
        trial.setText(PlaceWords.trial(place, focus.gainDb()));
        showing = false;
    }
}
