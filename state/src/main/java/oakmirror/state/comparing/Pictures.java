package oakmirror.state.comparing;

import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.spectrum.Spectrogram;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.Tone;
import oakmirror.state.task.Kind;
import oakmirror.state.task.Task;
import oakmirror.state.task.Tasks;
import oakmirror.state.workspace.TrackSlot;
import oakmirror.stereo.PhaseScope;
import oakmirror.text.Texts;

/**
 * Pictures of what is compared that are worked out when they are first asked for, in the background, and then kept for a while: spectrograms,
 * phase scopes, spectra with other blocks. Lives on the window's thread.
 */
public final class Pictures {

    private static final int KEPT = 80;
    private static final int SPECTROGRAM_COLUMNS = 480;
    private static final int BLOCK = 65536;

    /** Makes a picture. */
    @FunctionalInterface
    private interface Maker<T> {
        T make(Key key, Progress progress) throws IOException;
    }

    /** What a picture is of. */
    private record Key(StereoSource audio, TimeRange range, Object what) {}

    private final Tasks tasks;
    private final Runnable changed;
    /** Pictures by what they are of; empty while they are on their way. */
    private final Map<Key, Optional<Object>> known = new LinkedHashMap<>(16, 0.75f, true);

    private final Map<Key, Task> underWay = new HashMap<>();

    /** Pictures; {@code changed} is called when one is there. */
    Pictures(Tasks tasks, Runnable changed) {
        this.tasks = tasks;
        this.changed = changed;
    }

    /** The spectrogram of a part of a track, once it is there. */
    public Optional<Spectrogram> spectrogram(TrackSlot slot, TimeRange range) {
        return get(
                Spectrogram.class,
                slot,
                range,
                "spectrogram",
                (key, progress) -> Spectrogram.of(key.audio(), key.range(), SPECTROGRAM_COLUMNS, progress));
    }

    /** The phase scope of a part of a track, once it is there. */
    public Optional<PhaseScope> phaseScope(TrackSlot slot, TimeRange range) {
        return get(PhaseScope.class, slot, range, "scope", (key, progress) -> PhaseScope.of(key.audio(), key.range()));
    }

    /** The tone of a part of a track in blocks of so many seconds, once it is there. */
    public Optional<Tone> tone(TrackSlot slot, TimeRange range, double blockSeconds) {
        return get(Tone.class, slot, range, blockSeconds, (key, progress) -> average(key, blockSeconds, progress));
    }

    private static Tone average(Key key, double blockSeconds, Progress progress) throws IOException {
        SpectrumAnalyser analyser = new SpectrumAnalyser(key.audio().sampleRate(), blockSeconds);
        float[][] samples = new float[2][BLOCK];
        try (AudioStream stream = new RangeStream(key.audio(), key.range())) {
            int n;
            while ((n = stream.read(samples, BLOCK)) > 0) {
                analyser.add(samples[0], samples[1], n);
                progress.check(0);
            }
        }
        return Tone.of(analyser.finish(), analyser.lines(), analyser.keys());
    }

    private <T> Optional<T> get(Class<T> type, TrackSlot slot, TimeRange range, Object what, Maker<T> maker) {
        Optional<StereoSource> audio = slot.audio().filter(a -> !slot.isLive()); // of what plays outside there is none
        if (audio.isEmpty()) {
            return Optional.empty();
        }
        Key key = new Key(audio.get(), range, what);
        Optional<Object> ready = known.get(key);
        if (ready == null) {
            known.put(key, Optional.empty());
            make(key, maker);
            return Optional.empty();
        }
        return ready.map(type::cast);
    }

    private <T> void make(Key key, Maker<T> maker) {
        Task task = tasks.task(Kind.PICTURE, Texts.of("comparing.drawingAPictureOf"));
        underWay.put(key, task);
        task.run(
                progress -> maker.make(key, progress),
                made -> {
                    underWay.remove(key);
                    known.replace(key, Optional.of(made));
                    known.keySet().stream()
                            .findFirst()
                            .filter(k -> known.size() > KEPT)
                            .ifPresent(this::forget);
                    changed.run();
                },
                failure -> {
                    underWay.remove(key);
                    if (failure.isCancelled()) {
                        known.remove(key);
                    }
                    tasks.background().tell(failure); // once: it stays asked for, and is not tried again
                });
    }

    private void forget(Key key) {
        known.remove(key);
        Optional.ofNullable(underWay.remove(key)).ifPresent(Task::supersede);
    }

    /** Lets go of pictures of other audio than this, and of what is still on its way of it. */
    void keepOnly(Collection<StereoSource> audio) {
        known.keySet().stream().filter(k -> !audio.contains(k.audio())).toList().forEach(this::forget);
    }
}
