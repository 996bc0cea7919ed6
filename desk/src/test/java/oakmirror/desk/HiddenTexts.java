package oakmirror.desk;

import java.time.Month;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Control;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import oakmirror.desk.words.Glossary;
import oakmirror.desk.words.Term;
import oakmirror.finish.DeliveryTarget;
import oakmirror.finish.TargetList;
import oakmirror.media.delivery.CheckSums;
import oakmirror.media.library.Entry;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.text.Texts;

/** What a window says only when it is asked: menus, choices, tooltips, prompts, and what a screen reader reads. */
final class HiddenTexts {

    private static final String KEYS_AND_UNITS = "Alt Tab Enter Esc Space Ctrl Shift LUFS wav";
    private static final String TOOLTIP =
            "javafx.scene.control.Tooltip"; // where the toolkit keeps one that was installed

    private HiddenTexts() {}

    /** All of a part of the window that is to be seen. */
    static Set<String> of(Node root) {
        Set<String> texts = new HashSet<>();
        collect(root, texts);
        texts.removeIf(String::isBlank);
        return texts;
    }

    private static void collect(Node node, Set<String> texts) {
        if (!node.isVisible()) {
            return;
        }
        add(texts, node.getAccessibleText());
        add(texts, node.getAccessibleHelp());
        if (node.getProperties().get(TOOLTIP) instanceof Tooltip tip) {
            add(texts, tip.getText());
        }
        if (node instanceof Control control && control.getContextMenu() != null) {
            items(control.getContextMenu().getItems(), texts);
        }
        if (node instanceof TextInputControl input) {
            add(texts, input.getPromptText());
        }
        if (node instanceof ChoiceBox<?> box) {
            choices(box, texts);
        }
        if (node instanceof MenuButton menu && !menu.isDisabled()) {
            if (menu.getOnShowing() != null) {
                menu.getOnShowing().handle(new Event(MenuButton.ON_SHOWING));
            }
            items(menu.getItems(), texts);
        }
        if (node instanceof Parent parent) {
            List.copyOf(parent.getChildrenUnmodifiable()).forEach(child -> collect(child, texts));
        }
    }

    private static <T> void choices(ChoiceBox<T> box, Set<String> texts) {
        for (T item : box.getItems()) {
            add(
                    texts,
                    box.getConverter() == null
                            ? String.valueOf(item)
                            : box.getConverter().toString(item));
        }
    }

    private static void items(List<MenuItem> items, Set<String> texts) {
        for (MenuItem item : List.copyOf(items)) {
            add(texts, item.getText());
            if (item instanceof Menu menu) {
                items(menu.getItems(), texts);
            }
        }
    }

    private static void add(Set<String> texts, String text) {
        if (text != null) {
            texts.add(text);
        }
    }

    /**
     * The words that come from no text of ours: names of tracks, files, profiles and targets, keys, units and terms, and the
     * months, which the platform names.
     */
    static Set<String> names(Session session, List<Entry> library) {
        Stream<Track> songs = session.album().songs().stream().map(AlbumSong::track);
        Stream<String> tracks = Stream.concat(session.tracks().stream(), songs).flatMap(HiddenTexts::names);
        Stream<String> profiles = library.stream()
                .map(Entry::about)
                .flatMap(a -> Stream.of(a.name(), a.folder(), a.origin(), a.notes(), String.join(" ", a.tags())));
        Stream<String> targets = TargetList.shipped().targets().stream().map(DeliveryTarget::name);
        Stream<String> terms = Glossary.words().all().stream().map(Term::name);
        Stream<String> months = Stream.of(Month.values()).map(m -> m.getDisplayName(TextStyle.SHORT, Texts.spoken()));
        Stream<String> others = Stream.of(session.name(), KEYS_AND_UNITS, CheckSums.NAME);
        Stream<String> languages = Texts.languages().values().stream();
        return Stream.of(tracks, profiles, targets, terms, months, others, languages)
                .flatMap(n -> n)
                .flatMap(n -> PseudoLanguage.words(n).stream())
                .collect(Collectors.toSet());
    }

    private static Stream<String> names(Track track) {
        List<String> names = new ArrayList<>(List.of(track.name()));
        track.file().ifPresent(f -> names.add(f.toString()));
        track.passages().forEach(p -> names.add(p.name()));
        track.stems().all().forEach(s -> names.add(s.name()));
        return names.stream();
    }
}
