package oakmirror.desk.plot;

import java.util.List;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import oakmirror.desk.look.Fonts;
import oakmirror.desk.look.Palette;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;

/** The songs of a record one after the other, as loud over time as they will come out; the anchor in the accent. */
public final class AlbumContours extends PlotPane {

    private static final double HIGHEST = 420;

    private static final double HEAD = 22;
    private static final double FOOT = 4;
    private static final double RANGE_LU = 30;
    private static final double NARROWEST_NAME = 34;

    /**
     * A song.
     *
     * @param name what it is called
     * @param lufs momentary loudness as it will come out, one value every {@code stepSeconds}
     * @param seconds its length
     */
    public record Song(String name, float[] lufs, double stepSeconds, double seconds, boolean isAnchor) {}

    private List<Song> songs = List.of();
    private double gapSeconds;
    private int chosen = -1;

    /** An empty sheet; {@code onPress} is told which song was pressed. */
    public AlbumContours(IntConsumer onPress) {
        setMinHeight(92);
        setPrefHeight(92);
        setMaxHeight(HIGHEST);
        speak(() -> Texts.of(
                "plot.theSongsOneAfter",
                songs.stream()
                        .map(s -> s.name() + ", " + Numbers.time(s.seconds()))
                        .collect(Collectors.joining("; "))));
        addEventHandler(MouseEvent.MOUSE_CLICKED, e -> {
            int song = songAt(e.getX());
            if (song >= 0) {
                onPress.accept(song);
            }
        });
    }

    /** Shows songs with so much silence between them. */
    public void show(List<Song> next, double gap, int chosenSong) {
        songs = List.copyOf(next);
        gapSeconds = gap;
        chosen = chosenSong;
        redraw();
    }

    private double total() {
        return songs.stream().mapToDouble(Song::seconds).sum() + gapSeconds * Math.max(0, songs.size() - 1);
    }

    private int songAt(double x) {
        double at = x / getWidth() * total();
        for (int i = 0; i < songs.size(); i++) {
            if (at < songs.get(i).seconds()) {
                return i;
            }
            at -= songs.get(i).seconds() + gapSeconds;
        }
        return -1;
    }

    @Override
    protected void draw(GraphicsContext g, double w, double h, Palette p) {
        double loudest = -70;
        for (Song s : songs) {
            for (float l : s.lufs()) {
                loudest = Math.max(loudest, l);
            }
        }
        double total = total();
        double at = 0;
        for (int i = 0; i < songs.size(); i++) {
            Song s = songs.get(i);
            double left = at / total * w;
            double right = (at + s.seconds()) / total * w;
            draw(g, s, left, right, h, loudest, p, i == chosen);
            at += s.seconds() + gapSeconds;
        }
    }

    private static void draw(
            GraphicsContext g, Song s, double left, double right, double h, double loudest, Palette p, boolean chosen) {
        Color colour = s.isAnchor() ? p.accent() : p.ink();
        if (chosen) {
            g.setFill(Palette.faint(p.accent(), 0.14));
            g.fillRect(left, 0, right - left, h);
        }
        int columns = (int) Math.max(1, right - left - 1);
        g.beginPath();
        g.moveTo(left, h - FOOT);
        for (int c = 0; c <= columns; c++) {
            g.lineTo(left + c, h - FOOT - (h - HEAD - FOOT) * height(s, c / (double) columns, loudest));
        }
        g.lineTo(left + columns, h - FOOT);
        g.closePath();
        g.setFill(Palette.faint(colour, 0.16));
        g.fill();
        g.setStroke(colour);
        g.setLineWidth(1.2);
        g.stroke();
        if (right - left > NARROWEST_NAME) {
            g.save();
            g.beginPath();
            g.rect(left, 0, right - left - 2, HEAD);
            g.clip();
            text(g, s.name(), left + 3, 11, TextAlignment.LEFT, s.isAnchor() ? Fonts.BOLD : Fonts.TEXT, colour);
            g.restore();
        }
    }

    /** The loudest within a column, from 0 to 1. */
    private static double height(Song s, double part, double loudest) {
        int from = (int) Math.min(s.lufs().length - 1, part * s.lufs().length);
        double value = from < 0 ? -70 : s.lufs()[from];
        return Math.max(0, Math.min(1, 1 - (loudest - value) / RANGE_LU));
    }
}
