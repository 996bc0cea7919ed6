package oakmirror.media.session;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import oakmirror.audio.Progress;
import oakmirror.audio.StereoSource;
import oakmirror.media.ImportedTrack;
import oakmirror.media.TrackImporter;
import oakmirror.media.file.AudioFileException;
import oakmirror.stems.Bus;
import oakmirror.stems.StemCheck;
import oakmirror.stems.StemPowers;

/**
 * Stems as they sound in their mix.
 *
 * @param key what they and their mix are
 * @param bus what lies between them and the mix
 * @param mix the mix
 * @param stems each through the bus
 */
public record StemsInMix(Key key, Bus bus, StereoSource mix, List<StereoSource> stems) {

    /**
     * Tells a mix with its stems from any other.
     *
     * @param bus the same for the same stems in another order
     * @param stems their contents, in their order
     */
    public record Key(String bus, List<String> stems) {

        /** Of a mix and its stems. */
        public static Key of(ImportedTrack mix, List<ImportedTrack> stems) {
            List<String> contents = stems.stream().map(s -> s.content().value()).toList();
            String all = contents.stream()
                    .sorted()
                    .collect(Collectors.joining(" ", mix.content().value() + " ", ""));
            return new Key(
                    UUID.nameUUIDFromBytes(all.getBytes(StandardCharsets.UTF_8)).toString(), contents);
        }

        /** Tells the mix with its stems, in their order, from any other. */
        public String inOrder() {
            return UUID.nameUUIDFromBytes((bus + " " + stems).getBytes(StandardCharsets.UTF_8))
                    .toString();
        }

        /** Tells the mix with its stems at some gains, in dB, from any other sound. */
        public String ofSum(List<Double> gainsDb) {
            String all = bus + " " + stems + " " + gainsDb;
            return UUID.nameUUIDFromBytes(all.getBytes(StandardCharsets.UTF_8)) + "-sum";
        }
    }

    /**
     * Finds the bus, and what is made of each stem by it; what was made before is in the cache.
     *
     * @param audio what is heard of the mix, at the rate of the stems
     * @throws java.util.concurrent.CancellationException when the progress says so
     */
    public static StemsInMix find(
            TrackImporter importer, Key key, StereoSource audio, List<ImportedTrack> stems, Progress progress)
            throws AudioFileException {
        List<StereoSource> parts =
                stems.stream().map(s -> s.audio().orElseThrow()).toList();
        Bus bus = importer.derived().bus(key.bus(), audio, parts, progress.part(0, 0.4));
        List<StereoSource> treated = new ArrayList<>();
        for (int i = 0; i < stems.size(); i++) {
            double from = 0.4 + 0.6 * i / stems.size();
            treated.add(importer.derived()
                    .throughBus(stems.get(i), bus, key.bus(), audio, progress.part(from, from + 0.6 / stems.size())));
        }
        return new StemsInMix(key, bus, audio, List.copyOf(treated));
    }

    /**
     * How well they and the mix go together.
     *
     * @param powers what they are in the mix
     * @param of the mix's file
     * @param names what they are called
     * @param files their files
     */
    public StemCheck check(StemPowers powers, ImportedTrack of, List<String> names, List<ImportedTrack> files) {
        List<StemCheck.Form> forms = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            forms.add(form(names.get(i), files.get(i)));
        }
        return StemCheck.of(bus, powers, form(of.name(), of), forms);
    }

    private static StemCheck.Form form(String name, ImportedTrack track) {
        return new StemCheck.Form(
                name, track.measurement().sampleRate(), track.measurement().seconds());
    }
}
