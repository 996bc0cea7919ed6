package oakmirror.desk.plot;

import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** A habit zone by zone: for each the interval it lies in and what is expected, about the line where the references are. What is certain is ink, all else is quiet. */
public final class HabitZones extends PlotPane {

    private static final double HEAD = 20;
    private static final double FOOT = 17;
    private static final double SIDE = 10;
    private static final double LEAST_DB = 3;
    private static final double WIDE = 46;

    /**
     * A zone.
     *
     * @param meanDb what is expected
     * @param lowDb nine of ten lie above …
     * @param highDb … and below
     * @param isTold whether it is certain
     */
    public record Reading(double meanDb, double lowDb, double highDb, boolean isTold) {}

    private final String name;
    private List<Optional<Reading>> readings = List.of();

    /** An empty one of something that has a name. */
    public HabitZones(String name) {
        this.name = name;
        speak(this::words);
    }

    private String words() {
        StringBuilder said = new StringBuilder(name);
        for (int z = 0; z < readings.size(); z++) {
            String zone = Zone.values()[z].label();
            readings.get(z)
                    .filter(Reading::isTold)
                    .ifPresent(r -> said.append(", ").append(zone).append(' ').append(Numbers.gainDb(r.meanDb())));
        }
        return said.toString();
    }

    /** Shows something else, a reading for each zone; empty where nothing is known. */
    public void show(List<Optional<Reading>> next) {
        readings = List.copyOf(next);
        spoken();
        redraw();
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        text(g, name, SIDE, HEAD / 2 + 1, TextAlignment.LEFT, Fonts.BOLD, p.ink());
        double column = (w - 2 * SIDE) / Zone.values().length;
        double most = readings.stream()
                .flatMap(Optional::stream)
                .mapToDouble(r -> Math.max(Math.abs(r.lowDb()), Math.abs(r.highDb())))
                .filter(Double::isFinite)
                .max()
                .orElse(LEAST_DB);
        double range = Math.max(LEAST_DB, most);
        double middle = (HEAD + h - FOOT) / 2;
        double room = (h - FOOT - HEAD) / 2 - 2;
        line(g, SIDE, middle, w - SIDE, middle, p.hairline());
        for (Zone zone : Zone.values()) {
            double x = SIDE + column * (zone.ordinal() + 0.5);
            String label = column < WIDE ? zone.shortLabel() : zone.label();
            text(g, label, x, h - FOOT / 2, TextAlignment.CENTER, Fonts.SMALL, p.quiet());
            if (zone.ordinal() < readings.size()) {
                readings.get(zone.ordinal()).ifPresent(r -> reading(g, p, r, x, middle, room / range));
            }
        }
        if (readings.stream().allMatch(Optional::isEmpty)) {
            text(g, Texts.of("plot.notKnownYet"), w - SIDE, HEAD / 2 + 1, TextAlignment.RIGHT, Fonts.SMALL, p.quiet());
        }
    }

    private static void reading(GraphicsContext g, Palette p, Reading r, double x, double middle, double perDb) {
        double high = middle - r.highDb() * perDb;
        double low = middle - r.lowDb() * perDb;
        g.setFill(Palette.faint(p.accent(), r.isTold() ? 0.4 : 0.2));
        g.fillRect(x - 5, high, 10, Math.max(1, low - high));
        g.setFill(r.isTold() ? p.ink() : p.quiet());
        double y = middle - r.meanDb() * perDb;
        double radius = r.isTold() ? 3.4 : 2;
        g.fillOval(x - radius, y - radius, 2 * radius, 2 * radius);
        if (r.isTold()) {
            text(g, Numbers.gain(r.meanDb()), x + 9, y, TextAlignment.LEFT, Fonts.SMALL, p.ink());
        }
    }
}
