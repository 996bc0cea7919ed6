package oakmirror.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.measure.WorkerThreads;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.PlaceEar;
import oakmirror.place.ShippedPlaces;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * How often something is told of healthy pieces at listening places, against three others of their production and three at random. The arguments are folders of
 * recordings.
 */
public final class PlacesRun {

    private static final int ROUNDS = 5;

    private PlacesRun() {}

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        ExecutorService executor = WorkerThreads.forParts();
        List<Planted> all = new ArrayList<>();
        for (String folder : args) {
            all.addAll(Planted.of(Path.of(folder), executor));
        }
        executor.shutdown();
        Map<String, PlaceEar> ears = new TreeMap<>();
        ShippedPlaces.all().forEach((id, place) -> ears.put(id, new PlaceEar(place)));
        for (boolean ofProduction : new boolean[] {true, false}) {
            Random random = new Random(4);
            Map<String, Integer> told = new TreeMap<>();
            int sentences = 0;
            int count = 0;
            for (Planted piece : all) {
                for (int round = 0; round < ROUNDS; round++) {
                    List<Planted> others = others(all, piece, ofProduction, random);
                    if (others.size() == 3) {
                        List<String> said = sentences(piece, others, ears);
                        said.forEach(s -> told.merge(s.replaceAll(" [−+0-9].*", ""), 1, Integer::sum));
                        sentences += said.size();
                        count++;
                    }
                }
            }
            System.out.println(told);
            System.out.printf(
                    Locale.ROOT,
                    "figure places.healthy-against-three-%s %.2f (of %d)%n",
                    ofProduction ? "of-its-production" : "at-random",
                    sentences / (double) count,
                    count);
        }
    }

    private static List<Planted> others(List<Planted> all, Planted piece, boolean ofProduction, Random random) {
        List<Planted> others = new ArrayList<>(all.stream()
                .filter(p -> p != piece && p.group().equals(piece.group()) == ofProduction)
                .filter(p -> !ofProduction || FindingsRun.isProduction(p))
                .toList());
        Collections.shuffle(others, random);
        return others.size() < 3 ? List.of() : others.subList(0, 3);
    }

    private static List<String> sentences(Planted piece, List<Planted> others, Map<String, PlaceEar> ears) {
        List<Subject> subjects = new ArrayList<>();
        subjects.add(piece.subject(0, Planted.CLEAN));
        for (int r = 0; r < others.size(); r++) {
            subjects.add(others.get(r).subject(r + 1, Planted.CLEAN));
        }
        Comparison comparison = Comparison.of(subjects, CorridorSettings.DEFAULT, 1.0 / 3, Part.STEREO);
        List<AtPlace> places = new ArrayList<>();
        ears.forEach((id, ear) -> GettingThrough.at(comparison, id, id, ear).ifPresent(places::add));
        return new GettingThrough(places).sentences();
    }
}
