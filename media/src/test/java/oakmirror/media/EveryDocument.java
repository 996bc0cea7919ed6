package oakmirror.media;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import oakmirror.StrangeDocuments;
import oakmirror.StrangeDocuments.Outcome;
import oakmirror.finish.TargetList;
import oakmirror.media.device.SimulatedController;
import oakmirror.media.library.Starter;
import oakmirror.place.PlaceFile;
import oakmirror.place.ShippedPlaces;
import oakmirror.profile.ProfileFile;
import oakmirror.session.SessionFile;
import oakmirror.surface.Binding;
import oakmirror.surface.Bindings;
import oakmirror.surface.Sense;

/** Every kind of document that the program reads, changed at random. */
public final class EveryDocument {

    private EveryDocument() {}

    /** Changes each kind of document its share of so many times; what became of them by kind. */
    public static Map<String, Outcome> tried(int times, long seed, Path folder) throws IOException {
        StrangeDocuments strange = new StrangeDocuments(seed);
        Map<String, Outcome> outcomes = new LinkedHashMap<>();
        byte[] session = Files.readAllBytes(TestFiles.demo("ferry-reels.oakmirror.json"));
        outcomes.put("sessions", strange.tried(session, times / 2, folder.resolve("strange.oakmirror.json"), file -> {
            var document = SessionFile.read(file);
            SessionFile.bytes(document, file); // what was read can be kept
        }));
        Path profiles = folder.resolve("whole" + ProfileFile.ENDING);
        ProfileFile.write(List.of(Starter.profiles().get(0)), profiles);
        outcomes.put(
                "profiles",
                strange.tried(
                        Files.readAllBytes(profiles),
                        times / 4,
                        folder.resolve("strange" + ProfileFile.ENDING),
                        ProfileFile::read));
        byte[] row = ProfileFile.bytes(Starter.profiles().get(1));
        outcomes.put(
                "rows of the library",
                strange.tried(
                        row,
                        times / 8,
                        folder.resolve("row.json"),
                        file -> ProfileFile.profile(Files.readAllBytes(file))));
        Path targets = folder.resolve("whole-targets.json");
        TargetList.shipped().write(targets);
        outcomes.put(
                "targets",
                strange.tried(
                        Files.readAllBytes(targets),
                        times / 8,
                        folder.resolve("targets.json"),
                        told(TargetList::read)));
        Path place = PlaceFile.writeNew(
                folder.resolve("whole" + PlaceFile.ENDING), ShippedPlaces.all().get("car"));
        outcomes.put(
                "listening places",
                strange.tried(
                        Files.readAllBytes(place),
                        times / 8,
                        folder.resolve("strange" + PlaceFile.ENDING),
                        told(PlaceFile::read)));
        Path bindings = folder.resolve("whole-controllers.json");
        Bindings.NONE
                .with(new Binding(SimulatedController.button(0), Sense.PRESS, "command/play"))
                .with(new Binding(SimulatedController.knob(0), Sense.ABSOLUTE, "value/volume"))
                .write(bindings);
        outcomes.put(
                "bindings",
                strange.tried(
                        Files.readAllBytes(bindings),
                        times / 8,
                        folder.resolve("controllers.json"),
                        told(Bindings::read)));
        return outcomes;
    }

    /** A reader that refuses with a phrase that says why. */
    private static StrangeDocuments.Reader told(StrangeDocuments.Reader reader) {
        return file -> {
            try {
                reader.read(file);
            } catch (IllegalArgumentException e) {
                throw new IOException(e.getMessage(), e);
            }
        };
    }
}
