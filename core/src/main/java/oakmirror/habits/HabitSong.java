package oakmirror.habits;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import oakmirror.files.Unseen;
import oakmirror.text.Texts;

/**
 * What is kept of a song for habits: figures, and nothing of its sound.
 *
 * @param id what its mix is known by in its session, which stays through bounces and names
 * @param name what it is called
 * @param folder what it lies in, by which songs are grouped; may be empty
 * @param when it was begun, as ISO 8601 has local time
 * @param session the file of its session; empty where that is not known
 * @param references what it is held against, by what stands for their bytes, with how much each counts; they add up to 1
 * @param bounces how its bounces lean, the first one first
 * @param master how what left the house leans
 * @param delivered loudness and peak to loudness of that
 * @param caution with which corrections were proposed, 0 to 1
 * @param answers what was done about what was proposed
 * @param kept how many versions were kept
 * @param letGo how many were let go
 * @param rankings what was preferred in blind comparisons
 */
public record HabitSong(
        String id,
        String name,
        String folder,
        String when,
        String session,
        Map<String, Double> references,
        List<Leaning> bounces,
        Optional<Leaning> master,
        Optional<Delivered> delivered,
        double caution,
        List<Answer> answers,
        int kept,
        int letGo,
        List<Preferred> rankings) {

    /** The most bounces that are kept of a song; of more the first, and the last ones. */
    public static final int MOST_BOUNCES = 40;

    private static final int MOST_REFERENCES = 2000;
    private static final int MOST_ANSWERS = 500;
    private static final int MOST_RANKINGS = 200;
    private static final int LONGEST = 400;
    private static final int LONGEST_PATH = 4000;
    private static final double WHOLE = 1e-3;

    /**
     * What left the house.
     *
     * @param lufs integrated loudness
     * @param plrDb peak to loudness
     */
    public record Delivered(double lufs, double plrDb) {
        /** Checks the ranges. */
        public Delivered {
            if (!(lufs > -100 && lufs < 20) || !(plrDb > -20 && plrDb < 100)) {
                throw new IllegalArgumentException(Texts.of("invalid.readings"));
            }
        }
    }

    /** Copies and checks all of it. */
    public HabitSong {
        name = Unseen.cut(name);
        folder = Unseen.cut(folder);
        references = Map.copyOf(references);
        answers = List.copyOf(answers);
        rankings = List.copyOf(rankings);
        bounces = shortened(bounces);
        LocalDateTime.parse(when);
        double sum = references.values().stream().mapToDouble(w -> w).sum();
        boolean isSound = id.matches("[A-Za-z0-9-]{1,64}")
                && name.length() <= LONGEST
                && folder.length() <= LONGEST
                && session.length() <= LONGEST_PATH
                && !bounces.isEmpty()
                && references.size() <= MOST_REFERENCES
                && answers.size() <= MOST_ANSWERS
                && rankings.size() <= MOST_RANKINGS
                && Math.abs(sum - 1) < WHOLE
                && references.values().stream().allMatch(w -> w > 0)
                && caution >= 0
                && caution <= 1
                && kept >= 0
                && letGo >= 0;
        if (!isSound) {
            throw new IllegalArgumentException(Texts.of("invalid.habitSong"));
        }
    }

    private static List<Leaning> shortened(List<Leaning> all) {
        if (all.size() <= MOST_BOUNCES) {
            return List.copyOf(all);
        }
        List<Leaning> some = new ArrayList<>(List.of(all.get(0)));
        some.addAll(all.subList(all.size() - MOST_BOUNCES + 1, all.size()));
        return List.copyOf(some);
    }

    /** The same begun at another time. */
    public HabitSong withWhen(String value) {
        return new HabitSong(
                id,
                name,
                folder,
                value,
                session,
                references,
                bounces,
                master,
                delivered,
                caution,
                answers,
                kept,
                letGo,
                rankings);
    }

    /** When it was begun. */
    public LocalDateTime begun() {
        return LocalDateTime.parse(when);
    }

    /** How it leans at a moment; empty where it has not come so far. */
    public Optional<Leaning> at(Moment moment) {
        return switch (moment) {
            case FIRST -> Optional.of(bounces.get(0));
            case LAST -> Optional.of(bounces.get(bounces.size() - 1));
            case MASTER -> master;
        };
    }
}
