package oakmirror.desk.guide;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.stage.Window;

/** The way to the guide: its window is made when it is asked for first. */
public final class GuideDoor {

    private final Supplier<Window> owner;
    private final Supplier<String> chapter;
    private Optional<GuideWindow> window = Optional.empty();

    /**
     * Nothing is made yet.
     *
     * @param owner the window it lies beside
     * @param chapter which chapter tells of what is shown there, by what it is known by
     */
    public GuideDoor(Supplier<Window> owner, Supplier<String> chapter) {
        this.owner = owner;
        this.chapter = chapter;
    }

    /** Opens the guide at the chapter that tells of what is shown. */
    public void open() {
        GuideWindow guide = window.orElseGet(() -> new GuideWindow(owner.get()));
        window = Optional.of(guide);
        guide.open(chapter.get());
    }
}
