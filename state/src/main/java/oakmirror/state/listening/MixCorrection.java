package oakmirror.state.listening;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.value.ObservableValue;
import oakmirror.audio.StereoSource;
import oakmirror.correction.Strokes;
import oakmirror.dsp.Chain;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.finish.CorrectedPeak;
import oakmirror.media.ImportedTrack;
import oakmirror.monitor.ProcessorPool;
import oakmirror.session.Session;
import oakmirror.session.Shaping;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.StereoSpectrum.Part;
import oakmirror.state.listening.MonitorControls.Ended;
import oakmirror.state.listening.MonitorControls.Ending;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Latest;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.state.workspace.Workspace;
import oakmirror.text.Texts;
import oakmirror.zones.Shaped;

/** The proposed correction made ready to be heard, at the mix's own loudness, with room for the peaks it raises; made in the background whenever it changes. */
final class MixCorrection {

    private static final int USUAL_RATE = 48000;

    private static final long QUIET_MILLIS = 300;

    private final Workspace workspace;
    private final ObservableValue<Optional<Shaping>> instead;
    private final ObservableValue<Strokes> strokes;
    private final ObservableValue<Optional<Ended>> ended;
    private final ObservableValue<Boolean> corrected;
    private final Supplier<Optional<StereoSource>> heard;
    private final BiConsumer<StereoSource, ProcessorPool> preparing;
    private final Runnable changed;
    private final Latest<Optional<Made>> maker;
    private final Latest<Double> peaks;
    private Optional<Made> made = Optional.empty();
    private int rate = USUAL_RATE;
    /** The proposal that room for peaks was made for, how much, and whether it is also for what is left of it without a move. */
    private Optional<Shaped> roomFor = Optional.empty();

    private final ReadOnlyDoubleWrapper room = new ReadOnlyDoubleWrapper(Double.NEGATIVE_INFINITY);
    private boolean roomForBoth;

    /** A correction, whole or without one of its moves, the mix it is for, and its processors. */
    private record Made(
            Shaped proposed, Wish wish, Chain chain, int rate, ImportedTrack mix, ProcessorPool processors) {

        /** Whether it is of use where the correction is heard, or only strokes are. */
        boolean serves(boolean withCorrection) {
            return wish.strokes().isNone() ? withCorrection : wish.corrected() == withCorrection;
        }
    }

    /** What is to be heard of the correction. */
    private record Wish(Optional<Shaping> instead, Strokes strokes, boolean corrected, Optional<Ended> ended) {}

    /**
     * Follows a workspace.
     *
     * @param instead how what is heard is shaped, where that is something else than in the session
     * @param strokes broad strokes on top of it, or of the mix as it is
     * @param ended what is heard at the end of the correction
     * @param corrected whether the correction is heard
     * @param heard what the mix is heard from
     * @param preparing told of other processors, and of what they are for, before they are heard; on another thread than the window's
     * @param changed called when they are there
     */
    MixCorrection(
            Workspace workspace,
            ObservableValue<Optional<Shaping>> instead,
            ObservableValue<Strokes> strokes,
            ObservableValue<Optional<Ended>> ended,
            ObservableValue<Boolean> corrected,
            Supplier<Optional<StereoSource>> heard,
            BiConsumer<StereoSource, ProcessorPool> preparing,
            Runnable changed) {
        this.workspace = workspace;
        this.instead = instead;
        this.strokes = strokes;
        this.ended = ended;
        this.corrected = corrected;
        this.heard = heard;
        this.preparing = preparing;
        this.changed = changed;
        maker = workspace.programTasks().latest(Kind.QUICK, Texts.of("listening.makingTheCorrectionReady"));
        peaks = workspace.programTasks().latest(Kind.PREVIEW, Texts.of("listening.measuringThePeaksOf"));
        workspace.derivation().shapedProperty().subscribe(p -> make());
        workspace.derivation().dynamics().revisionProperty().subscribe(r -> make());
        workspace.sessionProperty().map(Session::phase).subscribe(p -> make());
        instead.subscribe(m -> make());
        strokes.subscribe(b -> make());
        ended.subscribe(e -> make());
        corrected.subscribe(c -> {
            if (!strokes.getValue().isNone()) {
                make();
            }
        });
    }

    /** The processors, when there is a correction, and they are made for the rate that is wanted. */
    Optional<ProcessorPool> processors() {
        return made.filter(m -> m.rate() == rate && m.serves(corrected.getValue()))
                .map(Made::processors);
    }

    /** What they do. */
    Optional<Chain> chain() {
        return made.map(Made::chain);
    }

    /** The true peak of the mix through them that the levels of all tracks leave room for, in dBTP; −∞ where nothing is corrected. */
    ReadOnlyDoubleProperty peakProperty() {
        return room.getReadOnlyProperty();
    }

    /** Makes them for another rate. */
    void makeFor(int sampleRate) {
        rate = sampleRate;
        make();
    }

    private void make() {
        Shaped proposed = workspace.derivation().shapedProperty().get();
        Wish wish = new Wish(instead.getValue(), strokes.getValue(), corrected.getValue(), ended.getValue());
        Phase phase = workspace.session().phase();
        int wanted = rate;
        Optional<ImportedTrack> mix = workspace.tracks().mix().flatMap(TrackSlot::imported);
        Optional<StereoSource> source = heard.get();
        Optional<Supplier<Shaped>> other = mix.flatMap(m -> wish.instead()
                .map(shaping ->
                        workspace.derivation().shapedAs(shaping, m.measurement().sampleRate())));
        maker.submit(
                progress -> mix.flatMap(m -> {
                    boolean known = proposed.isKnown() && proposed.fits(wanted);
                    if (!known && wish.strokes().isNone()) {
                        return Optional.empty();
                    }
                    Shaped shaped = other.filter(o -> known).map(Supplier::get).orElse(proposed);
                    boolean withCorrection =
                            known && (wish.corrected() || wish.strokes().isNone());
                    Chain chain = wish.ended().isPresent()
                                    && withCorrection
                                    && wish.strokes().isNone()
                            ? ended(wish.ended().get(), shaped.chain(phase))
                            : chain(shaped, withCorrection, phase, wish.strokes(), m, wanted);
                    ProcessorPool processors = new ProcessorPool(chain.maker(wanted));
                    source.ifPresent(audio -> preparing.accept(audio, processors));
                    return Optional.of(new Made(proposed, wish, chain, wanted, m, processors));
                }),
                next -> {
                    made = next;
                    makeRoom();
                    changed.run();
                });
    }

    /** The master or what is taken away, as loud as the mix. */
    private static Chain ended(Ended end, Chain chain) {
        return end.what() == Ending.FINISHED
                ? end.plan().behind(chain, -end.louderDb())
                : end.plan().takenAway(chain, -end.louderDb());
    }

    /** Correction, strokes or both, equally loud. */
    private static Chain chain(
            Shaped shaped, boolean withCorrection, Phase phase, Strokes strokes, ImportedTrack mix, int rate) {
        Chain chain = withCorrection ? shaped.chain(phase) : Chain.NONE;
        double louder = withCorrection ? shaped.loudnessChangeLu(phase) : 0;
        if (strokes.isNone()) {
            return chain.withGainDb(-louder);
        }
        double[] power = withCorrection
                ? shaped.spectrum(phase).of(Part.STEREO).power()
                : mix.measurement().spectrum().power();
        return chain.withTone(chain.tone().with(f -> strokes.after(f, rate)))
                .withGainDb(-louder - strokes.loudnessChangeLu(power));
    }

    /**
     * Makes as much room for peaks as the correction can raise them by, until it is known by how much it does. When one of its moves has been left
     * out, the room is that of both and stays, or their levels would not be equal.
     */
    private void makeRoom() {
        double needed = made.map(MixCorrection::highestPeak).orElse(Double.NEGATIVE_INFINITY);
        Optional<Shaped> whole = made.map(Made::proposed);
        boolean other = !whole.equals(roomFor);
        boolean part = instead.getValue().isPresent();
        roomFor = whole;
        roomForBoth = part || (roomForBoth && !other);
        room.set(roomForBoth && !other ? Math.max(room.get(), needed) : needed);
        Optional<Made> now = made;
        if (!roomForBoth) {
            workspace.programTasks().later(QUIET_MILLIS, () -> {
                if (made == now && !roomForBoth) {
                    measurePeak();
                }
            });
        }
    }

    /** Nobody goes between with and without something any more, so that room for both is not kept. */
    void releaseRoom() {
        roomForBoth = false;
        makeRoom();
    }

    private static double highestPeak(Made m) {
        Optional<Ended> end = m.wish().ended().filter(e -> m.chain().limiter().isPresent());
        double before = m.mix().measurement().heard().peaks().truePeakDbtp() + highestGainDb(m.chain());
        return end.map(e -> Math.min(before, e.plan().settings().ceilingDbtp() - e.louderDb()))
                .orElse(before);
    }

    private static double highestGainDb(Chain chain) {
        return Arrays.stream(BandGrid.centresHz()).map(chain::highestDb).max().orElse(0);
    }

    /** Measures the peaks of the corrected mix, when nothing has changed for a while. */
    private void measurePeak() {
        Optional<StereoSource> rendered = workspace.stems().rendered();
        made.filter(m -> rendered.isPresent())
                .ifPresent(
                        m -> peaks.submit(progress -> CorrectedPeak.dbtp(rendered.get(), m.chain(), progress), peak -> {
                            if (made.equals(Optional.of(m)) && !roomForBoth) {
                                room.set(peak);
                            }
                        }));
    }
}
