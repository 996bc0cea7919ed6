package oakmirror.bench;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import oakmirror.compare.Comparison;
import oakmirror.compare.CorridorSettings;
import oakmirror.compare.Subject;
import oakmirror.dsp.StereoProcessor;
import oakmirror.measure.WorkerThreads;
import oakmirror.place.GettingThrough;
import oakmirror.place.GettingThrough.AtPlace;
import oakmirror.place.ListeningPlace;
import oakmirror.place.PlaceEar;
import oakmirror.place.PlaceSound;
import oakmirror.place.ShippedPlaces;
import oakmirror.spectrum.StereoSpectrum.Part;

/**
 * What listening places cost, and how often something is told of healthy pieces there, against three others of their production and three at random. The arguments are folders of
 * recordings.
 */
public final class PlacesRun {

    private static final int ROUNDS = 5;
    private static final int BLOCK = 512;
    private static final int SECONDS = 20;

    private PlacesRun() {}

    /** Runs it. */
    public static void main(String[] args) throws Exception {
        ExecutorService executor = WorkerThreads.forParts();
        List<Planted> all = new ArrayList<>();
        for (String folder : args) {
            all.addAll(Planted.of(Path.of(folder), executor));
        }
        executor.shutdown();
        cost(48_000);
        cost(192_000);
        Map<String, PlaceEar> ears = new TreeMap<>();
        ShippedPlaces.all().forEach((id, place) -> ears.put(id, new PlaceEar(place)));
        for (boolean ofProduction : new boolean[] {true, false}) {
            Random random = new Random(4);
            Map<String, Integer> told = new TreeMap<>();
            int sentences = 0;
            int count = 0;
            for (Planted piece : all) {
                for (int round = 0; round < ROUNDS; round++) {
                    List<Planted> others = FindingsRun.others(all, piece, ofProduction, random);
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

    /** What the costliest place takes of a core, and how much of the time there is for a block the longest of them took. */
    private static void cost(int rate) {
        double most = 0;
        double longest = 0;
        for (ListeningPlace place : ShippedPlaces.all().values()) {
            StereoProcessor processor = new PlaceSound(place, rate).processor(-20);
            Random random = new Random(1);
            float[] noise = new float[BLOCK];
            for (int i = 0; i < BLOCK; i++) {
                noise[i] = 0.2f * (random.nextFloat() - 0.5f);
            }
            double blocks = (double) SECONDS * rate / BLOCK;
            for (int round = 0; round < 2; round++) { // the second is compiled
                long taken = 0;
                long worst = 0;
                for (int b = 0; b < blocks; b++) {
                    float[] left = noise.clone();
                    float[] right = noise.clone();
                    long start = System.nanoTime();
                    processor.process(left, right, 0, BLOCK);
                    long nanos = System.nanoTime() - start;
                    taken += nanos;
                    worst = Math.max(worst, nanos);
                }
                if (round == 1) {
                    most = Math.max(most, taken / 1e7 / SECONDS);
                    longest = Math.max(longest, worst / 1e9 * rate / BLOCK);
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "figure places.cost-at-%d-khz %.2f%nthe longest block took %.2f of its time%n",
                rate / 1000,
                most,
                longest);
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
