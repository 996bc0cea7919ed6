package oakmirror.place;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.util.List;
import java.util.Optional;
import oakmirror.text.Texts;

/**
 * Somewhere people listen, as a chain of parts that mix and references are both heard through: how far both sides are heard apart, filters, what a driver can give at
 * most, a room, and noise beside the music. No place is meant to be a device of any make.
 *
 * @param name what it is called
 * @param description what it stands for, in a sentence or two
 * @param sources where its figures are from
 * @param width how much of the difference between both sides is left: 0 mono, 1 as it is
 * @param filters what loudspeakers and their surroundings do to the tone
 * @param driverLu the most a driver gives, as the level of a peak over the programme's loudness in LU; without one it gives all
 * @param room the room, where it can be heard
 * @param response instead of a room, the name of a sound file beside this one that holds an impulse response
 * @param noise what is heard beside the music
 * @param playbackDb sound pressure level that the programme is played at, in dB
 */
public record ListeningPlace(
        String name,
        String description,
        List<String> sources,
        double width,
        List<PlaceFilter> filters,
        Optional<Double> driverLu,
        Optional<Room> room,
        Optional<String> response,
        Optional<Noise> noise,
        double playbackDb) {

    private static final int MOST_NAME = 60;
    private static final int MOST_TEXT = 600;
    private static final int MOST_SOURCES = 20;
    private static final int MOST_FILTERS = 24;
    private static final double MOST_WIDTH = 2;
    private static final double LEAST_DRIVER_LU = 0;
    private static final double MOST_DRIVER_LU = 60;
    private static final double SOFTEST_DB = 30;
    private static final double USUAL_PLAYBACK_DB = 75;
    private static final double LOUDEST_DB = 110;

    /** Checks all of it. */
    public ListeningPlace {
        Bounds.text("name", name, MOST_NAME);
        Bounds.text("description", description, MOST_TEXT);
        sources = sources == null ? List.of() : sources;
        filters = filters == null ? List.of() : filters;
        Bounds.check("sources", sources.size(), 0, MOST_SOURCES);
        Bounds.check("filters", filters.size(), 0, MOST_FILTERS);
        sources.forEach(s -> Bounds.text("sources", s, MOST_TEXT));
        filters.forEach(f -> Bounds.check("filters", f == null ? Double.NaN : 0, 0, 0));
        sources = List.copyOf(sources);
        filters = List.copyOf(filters);
        Bounds.check("width", width, 0, MOST_WIDTH);
        driverLu = driverLu == null ? Optional.empty() : driverLu;
        room = room == null ? Optional.empty() : room;
        response = response == null ? Optional.empty() : response;
        noise = noise == null ? Optional.empty() : noise;
        driverLu.ifPresent(d -> Bounds.check("driverLu", d, LEAST_DRIVER_LU, MOST_DRIVER_LU));
        response.ifPresent(ListeningPlace::checkName);
        if (room.isPresent() && response.isPresent()) {
            throw new IllegalArgumentException(Texts.of("invalid.placeRoomOrResponse"));
        }
        Bounds.check("playbackDb", playbackDb, SOFTEST_DB, LOUDEST_DB);
    }

    /** A name without a way to another folder. */
    private static void checkName(String name) {
        Bounds.text("response", name, MOST_NAME);
        if (!name.equals(name.strip()) || name.startsWith(".") || name.matches(".*[/\\\\\\p{Cntrl}].*")) {
            throw new IllegalArgumentException(Texts.of("invalid.placeResponse"));
        }
    }

    /** A place that is nothing but an impulse response. */
    public static ListeningPlace ofResponse(String name, String description, String response) {
        return new ListeningPlace(
                name,
                description,
                List.of(),
                1,
                List.of(),
                Optional.empty(),
                Optional.empty(),
                Optional.of(response),
                Optional.empty(),
                USUAL_PLAYBACK_DB);
    }

    /** The same with its impulse response in another file. */
    public ListeningPlace withResponse(String otherResponse) {
        return new ListeningPlace(
                name,
                description,
                sources,
                width,
                filters,
                driverLu,
                room,
                Optional.of(otherResponse),
                noise,
                playbackDb);
    }

    /** The same under another name, described in another way. */
    public ListeningPlace named(String otherName, String otherDescription) {
        return new ListeningPlace(
                otherName, otherDescription, sources, width, filters, driverLu, room, response, noise, playbackDb);
    }

    /** Gain of its filters at a frequency in dB. */
    public double filtersDb(double hz) {
        double db = 0;
        for (PlaceFilter filter : filters) {
            db += filter.section().gainDb(hz);
        }
        return db;
    }

    /** Whether twice as much of the same comes out as twice as much. */
    @JsonIgnore
    public boolean isLinear() {
        return driverLu.isEmpty();
    }
}
