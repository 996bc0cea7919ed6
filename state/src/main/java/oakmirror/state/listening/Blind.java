package oakmirror.state.listening;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import oakmirror.audio.StereoSource;
import oakmirror.blind.AbxRun;
import oakmirror.blind.BlindResult;
import oakmirror.blind.RankingRun;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.Strokes;
import oakmirror.correction.Tempering;
import oakmirror.session.Fact;
import oakmirror.session.NotedVersion;
import oakmirror.session.Shaping;
import oakmirror.session.TrackId;
import oakmirror.session.Version;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/** A blind comparison in progress: what is hidden behind which letter, and hearing it. Lives on the window's thread. */
public final class Blind {

    /**
     * Something that can be compared.
     *
     * @param index the track
     * @param corrected whether it is the mix with its correction
     * @param name what it is called
     * @param version a version in the mix's place
     * @param shaping how the mix is corrected, where that is something else than in the session
     */
    public record Item(
            int index, boolean corrected, String name, Optional<Version> version, Optional<Shaping> shaping) {

        Item(int index, boolean corrected, String name) {
            this(index, corrected, name, Optional.empty(), Optional.empty());
        }

        /** The mix, corrected or not, in another way than the session says. */
        public static Item shaped(boolean corrected, String name, Shaping shaping) {
            return new Item(0, corrected, name, Optional.empty(), Optional.of(shaping));
        }
    }

    /** A run of either form; exactly one is present. */
    public record Run(List<Item> items, Optional<AbxRun> abx, Optional<RankingRun> ranking) {

        /** The letters that can be heard: A, B and X, or one for each item. */
        public List<String> letters() {
            return abx.isPresent()
                    ? List.of("A", "B", "X")
                    : IntStream.range(0, items.size())
                            .mapToObj(i -> String.valueOf((char) ('A' + i)))
                            .toList();
        }

        /** How many answers there are. */
        public int answered() {
            return abx.map(AbxRun::answered)
                    .orElseGet(() -> ranking.orElseThrow().answered());
        }

        /** How many answers were planned. */
        public int planned() {
            return abx.map(AbxRun::planned)
                    .orElseGet(() -> ranking.orElseThrow().planned());
        }

        private Item behind(int letter) {
            if (ranking.isPresent()) {
                return items.get(ranking.get().behind(letter));
            }
            boolean second = letter == 1 || (letter == 2 && abx.orElseThrow().xIsSecond());
            return items.get(second ? 1 : 0);
        }
    }

    /** Below what anybody hears, and above what adding up in another order makes. */
    private static final double SAME_DB = 0.005;

    private final Workspace workspace;
    private final Listening listening;
    private final VersionsHeard versions;
    private final Random random;
    private Supplier<Optional<Tempering>> usual = Optional::empty;
    private final ObjectProperty<Optional<Run>> run = new SimpleObjectProperty<>(Optional.empty());
    private final IntegerProperty heardLetter = new SimpleIntegerProperty(0);
    /** What was compared when the run began; a run of anything else would prove nothing. */
    private List<Held> held = List.of();
    /** The tone of what is ranked. */
    private Optional<List<List<Double>>> tones = Optional.empty();

    /** An item as it sounds: of which track and audio, how it is shaped, by how much louder than the first. */
    private record Held(TrackId track, Optional<StereoSource> audio, Optional<Shaped> shaped, double louderDb) {

        boolean isAs(Held other) {
            return track.equals(other.track)
                    && audio.equals(other.audio)
                    && shaped.equals(other.shaped)
                    && Math.abs(louderDb - other.louderDb) < SAME_DB;
        }
    }

    /** Blind comparisons of what is open, shuffled by a source of chance. */
    public Blind(Workspace workspace, Listening listening, VersionsHeard versions, Random random) {
        this.workspace = workspace;
        this.listening = listening;
        this.versions = versions;
        this.random = random;
        workspace.sessionProperty().subscribe(s -> endIfChanged());
        workspace.tracks().revisionProperty().subscribe(r -> endIfChanged());
        listening.levelsProperty().subscribe(l -> endIfChanged());
        workspace.derivation().shapedProperty().subscribe(s -> endIfChanged());
        workspace.sessionTasks().onEnd(this::stop);
    }

    private List<Held> held(Run of) {
        double first = listening.offsetDb(of.items().get(0).index());
        return of.items().stream()
                .map(i -> new Held(
                        slot(i).track().id(),
                        slot(i).audio(),
                        i.corrected()
                                ? Optional.of(
                                        workspace.derivation().shapedProperty().get())
                                : Optional.empty(),
                        listening.offsetDb(i.index()) - first))
                .toList();
    }

    private TrackSlot slot(Item item) {
        return workspace.tracks().all().get(item.index());
    }

    private boolean isAsItBegan(Run run) {
        int count = workspace.tracks().all().size();
        if (run.items().stream().anyMatch(i -> i.index() >= count)) {
            return false;
        }
        List<Held> now = held(run);
        return IntStream.range(0, now.size()).allMatch(i -> now.get(i).isAs(held.get(i)));
    }

    private void endIfChanged() {
        run.get().filter(r -> !isAsItBegan(r)).ifPresent(r -> {
            stop();
            workspace.messageProperty().set(Texts.of("listening.theBlindComparisonEnded"));
        });
    }

    /** What goes on at the moment. */
    public ObjectProperty<Optional<Run>> runProperty() {
        return run;
    }

    /** Whether a comparison goes on, and what is what has to stay hidden. */
    public boolean isOn() {
        return run.get().isPresent();
    }

    /** Which letter is heard, counted from 0. */
    public IntegerProperty heardLetterProperty() {
        return heardLetter;
    }

    /** From now on the mix as somebody would correct it can be compared, too, where it is known how they would. */
    public void offer(Supplier<Optional<Tempering>> asTheyWould) {
        usual = asTheyWould;
    }

    /** The mix as somebody would correct it; empty where that is how it is corrected, or not known. */
    private Optional<Item> asTheyWould(String name) {
        Shaping shaping = workspace.session().shaping();
        boolean isOpen = shaping.asked().settings().basis() == Basis.EVIDENCE
                && shaping.correction().tempered().isEmpty();
        return usual.get()
                .filter(t -> isOpen && !t.parts().isEmpty())
                .map(t -> Item.shaped(
                        true,
                        Texts.of("listening.asYouWould", name),
                        shaping.withCorrection(shaping.correction()
                                .withTempered(Optional.of(t))
                                .withStrength(1))));
    }

    /** All that can be compared now. */
    public List<Item> items() {
        boolean hasMix = workspace.tracks().mix().isPresent();
        boolean isCorrected = workspace.proposalProperty().get().gap().isKnown();
        List<Item> items = new java.util.ArrayList<>();
        List<TrackSlot> all = workspace.tracks().all();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).audio().isPresent()) {
                items.add(new Item(i, false, all.get(i).track().name()));
                if (i == 0 && hasMix && isCorrected) {
                    items.add(new Item(
                            0,
                            true,
                            Texts.of("listening.corrected", all.get(i).track().name())));
                    asTheyWould(all.get(i).track().name()).ifPresent(items::add);
                }
            }
        }
        if (hasMix && all.get(0).audio().isPresent()) {
            workspace.logProperty().get().versions().stream()
                    .filter(v -> !v.isDiscarded())
                    .forEach(v -> items.add(new Item(0, false, nameOf(v), Optional.of(v.version()), Optional.empty())));
        }
        return items;
    }

    /** What a version is called among what is compared: it may be named after the reference it was made against. */
    public static String nameOf(NotedVersion version) {
        return Texts.of("listening.version", version.name());
    }

    /** Starts a forced choice between two. */
    public void startAbx(Item first, Item second, int trials) {
        start(new Run(
                List.of(first, second),
                Optional.of(new AbxRun(first.name(), second.name(), trials, random)),
                Optional.empty()));
    }

    /** Starts a ranking of several. */
    public void startRanking(List<Item> items, int rounds) {
        List<String> names = items.stream().map(Item::name).toList();
        start(new Run(items, Optional.empty(), Optional.of(new RankingRun(names, rounds, random))));
    }

    private void start(Run next) {
        listening.monitor().strokesProperty().set(Strokes.NONE);
        listening.monitor().endingProperty().set(Ending.NONE); // and with it what players do: all is equally loud
        versions.hearAsTheyAre(false);
        List<Version> needed =
                next.items().stream().flatMap(i -> i.version().stream()).toList();
        versions.prepare(needed, () -> workspace.derivation().whenSettled(() -> {
            held = held(next);
            tones = next.ranking().flatMap(r -> new ComparedTones(workspace).of(next.items()));
            run.set(Optional.of(next));
            hear(0);
        }));
    }

    /** Hears a letter, counted from 0; others are passed over. */
    public void hear(int letter) {
        run.get().filter(r -> letter >= 0 && letter < r.letters().size()).ifPresent(r -> {
            Item item = r.behind(letter);
            if (item.version().isPresent()) {
                versions.hear(item.version().get());
            } else {
                versions.endHearing();
                listening.monitor().insteadProperty().set(item.shaping());
                listening.correctedProperty().set(item.corrected());
                listening.hear(item.index());
            }
            heardLetter.set(letter);
        });
    }

    /** Hears the next letter, after the last the first again. */
    public void hearNext() {
        run.get().ifPresent(r -> hear((heardLetter.get() + 1) % r.letters().size()));
    }

    /** Answers a forced choice: X was the second, or the first. */
    public void answer(boolean second) {
        answered(r -> r.abx().orElseThrow().answer(second));
    }

    /** Answers a round of ranking: the letters, counted from 0, the best first. */
    public void rank(List<Integer> order) {
        answered(r -> r.ranking().orElseThrow().rank(order));
    }

    private void answered(Consumer<Run> how) {
        run.get().ifPresent(r -> {
            how.accept(r);
            if (r.answered() >= r.planned()) {
                stop();
            } else {
                run.set(Optional.empty()); // the same run with another state is shown anew
                run.set(Optional.of(r));
                hear(0);
            }
        });
    }

    /** Ends the comparison and keeps its result in the session; one without an answer leaves none. */
    public void stop() {
        run.get().ifPresent(r -> {
            if (r.answered() > 0) {
                String now = Instant.now().truncatedTo(ChronoUnit.SECONDS).toString();
                BlindResult result = r.abx().isPresent()
                        ? r.abx().get().result(now)
                        : r.ranking().orElseThrow().result(now).withTones(tones);
                workspace.note(new Fact.BlindComparison(result));
            }
            versions.endHearing();
            run.set(Optional.empty());
        });
    }
}
