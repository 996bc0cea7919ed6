package oakmirror.desk.model.compare;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.function.Function;
import javafx.application.Platform;
import oakmirror.audio.AudioStream;
import oakmirror.audio.Progress;
import oakmirror.audio.RangeStream;
import oakmirror.audio.StereoSource;
import oakmirror.audio.TimeRange;
import oakmirror.desk.model.session.TrackSlot;
import oakmirror.media.Workers;
import oakmirror.spectrum.Spectrogram;
import oakmirror.spectrum.SpectrumAnalyser;
import oakmirror.spectrum.Tone;
import oakmirror.stereo.PhaseScope;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Pictures of what is compared that are worked out when they are first asked for, in the background, and then kept for a while: spectrograms,
 * phase scopes, spectra with other blocks. Lives on the window's thread.
 */
public final class Pictures {

    private static final Logger LOG = LoggerFactory.getLogger(Pictures.class);
    private static final int KEPT = 80;
    private static final int SPECTROGRAM_COLUMNS = 480;
    private static final int BLOCK = 65536;

    /** What a picture is of. */
    private record Key(StereoSource audio, TimeRange range, Object what) {}

    private final ExecutorService working = Workers.perProcessor("oakmirror-pictures");
    private final Runnable changed;
    /** Pictures by what they are of; empty while they are on their way. */
    private final Map<Key, Optional<Object>> known = new LinkedHashMap<>(16, 0.75f, true);

    /** Pictures; {@code changed} is called when one is there. */
    Pictures(Runnable changed) {
        this.changed = changed;
    }

    /** The spectrogram of a part of a track, once it is there. */
    public Optional<Spectrogram> spectrogram(TrackSlot slot, TimeRange range) {
        return get(
                Spectrogram.class,
                slot,
                range,
                "spectrogram",
                key -> Spectrogram.of(key.audio(), key.range(), SPECTROGRAM_COLUMNS, Progress.NONE));
    }

    /** The phase scope of a part of a track, once it is there. */
    public Optional<PhaseScope> phaseScope(TrackSlot slot, TimeRange range) {
        return get(PhaseScope.class, slot, range, "scope", key -> PhaseScope.of(key.audio(), key.range()));
    }

    /** The tone of a part of a track with so many samples in a block at 48 kHz, once it is there. */
    public Optional<Tone> tone(TrackSlot slot, TimeRange range, int block) {
        return get(Tone.class, slot, range, block, key -> average(key, block));
    }

    private static Tone average(Key key, int block) {
        SpectrumAnalyser analyser = new SpectrumAnalyser(key.audio().sampleRate(), block);
        float[][] samples = new float[2][BLOCK];
        try (AudioStream stream = new RangeStream(key.audio(), key.range())) {
            int n;
            while ((n = stream.read(samples, BLOCK)) > 0) {
                analyser.add(samples[0], samples[1], n);
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return Tone.of(analyser.finish(), analyser.lines());
    }

    private <T> Optional<T> get(Class<T> type, TrackSlot slot, TimeRange range, Object what, Function<Key, T> maker) {
        Optional<StereoSource> audio = slot.audio();
        if (audio.isEmpty() || working.isShutdown()) {
            return Optional.empty();
        }
        Key key = new Key(audio.get(), range, what);
        Optional<Object> ready = known.get(key);
        if (ready == null) {
            known.put(key, Optional.empty());
            working.execute(() -> make(key, maker));
            return Optional.empty();
        }
        return ready.map(type::cast);
    }

    private <T> void make(Key key, Function<Key, T> maker) {
        try {
            T made = maker.apply(key);
            Platform.runLater(() -> {
                known.put(key, Optional.of(made));
                known.keySet().stream()
                        .findFirst()
                        .filter(k -> known.size() > KEPT)
                        .ifPresent(known::remove);
                changed.run();
            });
        } catch (CancellationException e) {
            // nobody waits for it any more
        } catch (RuntimeException e) {
            LOG.error("a picture could not be made", e);
        }
    }

    void close() {
        working.shutdownNow();
    }
}
