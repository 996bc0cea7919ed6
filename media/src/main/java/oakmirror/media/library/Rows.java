package oakmirror.media.library;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import oakmirror.profile.About;
import oakmirror.profile.Descriptor;
import oakmirror.profile.Measurements;
import oakmirror.profile.Profile;
import oakmirror.profile.ProfileFile;
import oakmirror.spectrum.BandGrid;
import oakmirror.spectrum.Key;
import oakmirror.text.Texts;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.PreparedBatch;

/** Profiles as rows. */
final class Rows {

    private static final int MOST_JSON_BYTES = 1 << 20;
    private static final String COLUMNS =
            "id, title, artist, folder, tags, notes, rating, colour, origin, added_millis,"
                    + " content, passage, seconds, lufs, range_lu, plr_db, width_db, bpm, music_key, edge_hz";
    private static final String SAID =
            "title = :title, artist = :artist, folder = :folder, tags = :tags, notes = :notes, "
                    + "rating = :rating, colour = :colour, origin = :origin";

    private Rows() {}

    /** Adds profiles that are not there yet; says how many were added. */
    static int add(Handle h, List<Profile> profiles, long addedMillis) {
        int added = 0;
        for (Profile p : profiles) {
            Measurements f = p.figures();
            int made = h.createUpdate("INSERT INTO profile (id, title, artist, folder, tags, notes, rating, colour,"
                            + " origin, added_millis, content, passage, seconds, lufs, range_lu, plr_db, width_db, bpm,"
                            + " music_key, edge_hz) VALUES (:id, :title, :artist, :folder, :tags, :notes, :rating, :colour,"
                            + " :origin, :added, :content, :passage, :seconds, :lufs, :range, :plr, :width, :bpm, :key, :edge)"
                            + " ON CONFLICT (id) DO NOTHING")
                    .bind("id", p.id())
                    .bindMap(said(p.about()))
                    .bind("added", addedMillis)
                    .bind("content", content(f))
                    .bind("passage", f.isPassage() ? 1 : 0)
                    .bind("seconds", f.seconds())
                    .bind("lufs", f.lufs())
                    .bind("range", nullable(f.rangeLu()))
                    .bind("plr", f.peakToLoudness())
                    .bind("width", f.widthDb())
                    .bind("bpm", f.bpm().orElse(null))
                    .bind("key", f.tone().key().map(Key::written).orElse(""))
                    .bind("edge", f.edgeHz().orElse(null))
                    .execute();
            if (made > 0) {
                long n = h.createQuery("SELECT n FROM profile WHERE id = ?")
                        .bind(0, p.id())
                        .mapTo(Long.class)
                        .one();
                h.execute("INSERT INTO sketch (n, curves) VALUES (?, ?)", n, bytes(Descriptor.of(f)));
                h.execute("INSERT INTO figures (n, json) VALUES (?, ?)", n, deflated(ProfileFile.bytes(p)));
                added++;
            }
        }
        return added;
    }

    private static Double nullable(double value) {
        return Double.isFinite(value) ? value : null;
    }

    private static Map<String, Object> said(About a) {
        return Map.of(
                "title", a.title(),
                "artist", a.artist(),
                "folder", a.folder(),
                "tags", String.join("\n", a.tags()),
                "notes", a.notes(),
                "rating", a.rating(),
                "colour", a.colour(),
                "origin", a.origin());
    }

    /** Stands for what figures were measured of. */
    static String content(Measurements figures) {
        return figures.provenance().id();
    }

    /** Says something else about entries. */
    static void edit(Handle h, Map<String, About> changed) {
        PreparedBatch batch = h.prepareBatch("UPDATE profile SET " + SAID + " WHERE id = :id");
        changed.forEach((id, about) -> batch.bind("id", id).bindMap(said(about)).add());
        batch.execute();
    }

    /** Removes profiles. */
    static void remove(Handle h, List<String> ids) {
        PreparedBatch batch = h.prepareBatch("DELETE FROM profile WHERE id = ?");
        ids.forEach(id -> batch.bind(0, id).add());
        batch.execute();
    }

    /** All entries, the oldest first. */
    static List<Entry> entries(Handle h) {
        return h.createQuery("SELECT " + COLUMNS + " FROM profile ORDER BY n")
                .map((r, context) -> entry(r))
                .list();
    }

    private static Entry entry(ResultSet r) throws SQLException {
        String tags = r.getString(5);
        return new Entry(
                r.getString(1),
                new About(
                        r.getString(2),
                        r.getString(3),
                        r.getString(4),
                        tags.isEmpty() ? List.of() : List.of(tags.split("\n")),
                        r.getString(6),
                        r.getInt(7),
                        r.getInt(8),
                        r.getString(9)),
                r.getLong(10),
                r.getString(11),
                r.getInt(12) != 0,
                r.getDouble(13),
                r.getDouble(14),
                real(r, 15),
                real(r, 16),
                real(r, 17),
                real(r, 18),
                r.getString(19),
                real(r, 20));
    }

    private static double real(ResultSet r, int column) throws SQLException {
        double value = r.getDouble(column);
        return r.wasNull() ? Double.NaN : value;
    }

    /** One profile with all its figures. */
    static Optional<Profile> profile(Handle h, String id) {
        return profile(h, "id = ?", id);
    }

    /** The profile of a row, found without an index: that of a damaged library may lie. */
    static Optional<Profile> profileAt(Handle h, long n) {
        return profile(h, "n = ?", n);
    }

    private static Optional<Profile> profile(Handle h, String where, Object key) {
        Optional<byte[]> json = h.createQuery("SELECT json FROM figures JOIN profile USING (n) WHERE " + where)
                .bind(0, key)
                .mapTo(byte[].class)
                .findOne();
        Optional<Entry> entry = h.createQuery("SELECT " + COLUMNS + " FROM profile WHERE " + where)
                .bind(0, key)
                .map((r, context) -> entry(r))
                .findOne();
        try {
            return json.isPresent() && entry.isPresent()
                    ? Optional.of(ProfileFile.profile(inflated(json.get()))
                            .withId(entry.get().id())
                            .with(entry.get().about()))
                    : Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** When a profile came in. */
    static long added(Database from, long n) {
        try {
            return from.read(h -> h.createQuery("SELECT added_millis FROM profile WHERE n = ?")
                    .bind(0, n)
                    .mapTo(Long.class)
                    .one());
        } catch (LibraryException e) {
            return System.currentTimeMillis();
        }
    }

    /** A row of curves. */
    record Curves(String id, byte[] bytes) {}

    /** The curves of all sketches. */
    static List<Curves> curves(Handle h) {
        return h.createQuery("SELECT id, curves FROM sketch JOIN profile USING (n) ORDER BY n")
                .map((r, context) -> new Curves(r.getString(1), r.getBytes(2)))
                .list();
    }

    private static byte[] bytes(Descriptor sketch) {
        ByteBuffer buffer = ByteBuffer.allocate(Descriptor.BYTES);
        for (short s : sketch.centiDb()) {
            buffer.putShort(s);
        }
        for (short s : sketch.broad()) {
            buffer.putShort(s);
        }
        return buffer.array();
    }

    /** The sketch of an entry. */
    static Descriptor sketch(Entry e, byte[] bytes) {
        ByteBuffer buffer = ByteBuffer.wrap(bytes);
        short[] bands = new short[BandGrid.SIZE];
        short[] broad = new short[Descriptor.BYTES / 2 - BandGrid.SIZE];
        buffer.asShortBuffer().get(bands).get(broad);
        return new Descriptor(bands, broad, e.lufs(), e.plrDb(), e.widthDb(), e.bpm());
    }

    static byte[] deflated(byte[] bytes) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length / 2);
        Deflater deflater = new Deflater();
        try (DeflaterOutputStream deflating = new DeflaterOutputStream(out, deflater)) {
            deflating.write(bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            deflater.end();
        }
        return out.toByteArray();
    }

    static byte[] inflated(byte[] bytes) throws IOException {
        try (InflaterInputStream in = new InflaterInputStream(new ByteArrayInputStream(bytes))) {
            byte[] json = in.readNBytes(MOST_JSON_BYTES + 1);
            if (json.length > MOST_JSON_BYTES) {
                throw new IOException(Texts.of("invalid.libraryProfile"));
            }
            return json;
        }
    }
}
