package oakmirror.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.stream.Stream;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.audio.Progress;
import oakmirror.delivery.Tags;
import oakmirror.measure.WorkerThreads;
import oakmirror.media.TrackImporter;
import oakmirror.media.cache.AudioCache;
import oakmirror.media.delivery.Order;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.media.session.MeasuredSession;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.session.TrackId;
import oakmirror.session.Variants;

/** A record read, measured and rendered; and versions of a song, together and one after the other. */
public final class AlbumRun {

    private static final int PAIRS = 3;
    private static final double TARGET_LUFS = -12;

    private final List<Path> songs;
    private final Path work;
    private final ExecutorService parts = WorkerThreads.forParts();
    private final ExecutorService abreast = WorkerThreads.forParts();
    private int folders;

    private AlbumRun(List<Path> songs, Path work) {
        this.songs = songs;
        this.work = work;
    }

    /** Usage: the folder of songs, a folder to work in. */
    public static void main(String[] arguments) throws Exception {
        try (Stream<Path> files = Files.list(Path.of(arguments[0]))) {
            AlbumRun run = new AlbumRun(files.sorted().toList(), Path.of(arguments[1]));
            run.album();
            run.versions();
            run.parts.shutdown();
            run.abreast.shutdown();
        }
    }

    private TrackImporter freshImporter() throws IOException {
        Path cache = Files.createDirectories(work.resolve("cache" + folders++));
        return new TrackImporter(new AudioCache(cache, Long.MAX_VALUE), parts);
    }

    private void album() throws Exception {
        Album album =
                Album.NONE.withSongs(songs.stream().map(AlbumSong::of).toList()).withTarget(Optional.of(TARGET_LUFS));
        Session record = Session.EMPTY.withAlbum(album);
        MeasuredAlbum.read(
                record.withAlbum(album.withSongs(album.songs().subList(0, 2))),
                freshImporter(),
                abreast,
                Progress.NONE);
        List<Double> ratios = new ArrayList<>();
        TrackImporter importer = freshImporter();
        MeasuredAlbum measured = null;
        for (int i = 0; i < PAIRS; i++) {
            double theirs = ffmpeg(songs.get(0));
            importer = freshImporter();
            long start = System.nanoTime();
            measured = MeasuredAlbum.read(record, importer, abreast, Progress.NONE);
            measured.standing();
            double ours = seconds(start);
            ratios.add(ours / songs.size() / theirs);
            System.out.printf(
                    Locale.ROOT, "read %d songs in %.1f s, ebur128 on one %.2f s%n", songs.size(), ours, theirs);
        }
        figure("album.read-against-ebur128", Judge.quantile(ratios, 0.5));
        for (Way way : Way.values()) {
            MeasuredAlbum wanted =
                    new MeasuredAlbum(record.withAlbum(album.withWay(way)), measured.songs(), Optional.empty());
            render(wanted, importer, way);
        }
    }

    private void render(MeasuredAlbum album, TrackImporter importer, Way way) throws IOException {
        List<Orders.Task> tasks = new ArrayList<>();
        Path folder = Files.createDirectories(work.resolve("masters" + folders++));
        for (int i = 0; i < songs.size(); i++) {
            MeasuredSession song = album.song(i, importer, Progress.NONE);
            tasks.add(new Orders.Task(
                    song, new Order(song.session(), Tags.NONE, LocalDateTime.now(), folder.resolve(i + ".wav"))));
        }
        long start = System.nanoTime();
        List<Ended> ended = new Orders(importer, parts, abreast).deliver(tasks, Progress.NONE, (e, n) -> {});
        double took = seconds(start);
        double music =
                tasks.stream().mapToDouble(t -> t.measured().audio().seconds()).sum();
        double worst = 0;
        List<Double> off = new ArrayList<>();
        for (int i = 0; i < ended.size(); i++) {
            double reached = ended.get(i)
                    .delivered()
                    .orElseThrow()
                    .verification()
                    .levels()
                    .loudness()
                    .integratedLufs();
            off.add(reached - album.songs().get(i).measurement().heardLufs());
            worst = Math.max(worst, Math.abs(reached - album.targets().get(i)));
        }
        String name = way.name().toLowerCase(Locale.ROOT).replace('_', '-');
        figure("album." + name + ".times-real-time", music / took);
        figure("album." + name + ".off-target", worst);
        if (way == Way.ONE_GAIN) {
            figure("album.one-gain.relations", Judge.quantile(off, 1) - Judge.quantile(off, 0));
        }
    }

    private void versions() throws IOException {
        TrackImporter importer = freshImporter();
        Session session = Session.EMPTY
                .withMix(Optional.of(Track.of(songs.get(0))))
                .withReference(Track.of(songs.get(1)))
                .withReference(Track.of(songs.get(2)));
        MeasuredSession measured = MeasuredSession.read(session, importer, Progress.NONE);
        List<TrackId> all = session.references().stream().map(Track::id).toList();
        List<Variants> grids = List.of(
                new Variants(
                        List.of(all, all.subList(0, 1), all.subList(1, 2)),
                        List.of(1.0),
                        List.of(0.5),
                        List.of(
                                session.finish().withTarget(-14, -1),
                                session.finish().withTarget(-11, -1))),
                new Variants(
                        List.of(all, all.subList(0, 1), all.subList(1, 2)),
                        List.of(1.0, 0.5),
                        List.of(0.5),
                        List.of(session.finish().withTarget(-12, -1))));
        List<String> names = List.of("three-chains-two-targets", "six-chains");
        for (int g = 0; g < grids.size(); g++) {
            List<Order> orders = orders(grids.get(g), session);
            Orders together = new Orders(importer, parts, abreast);
            together.deliver(measured, orders.subList(0, 1), Progress.NONE, (e, n) -> {}); // warm
            long start = System.nanoTime();
            List<Ended> once = together.deliver(measured, orders, Progress.NONE, (e, n) -> {});
            double all6 = seconds(start);
            start = System.nanoTime();
            boolean same = true;
            for (int i = 0; i < orders.size(); i++) {
                Ended alone = together.deliver(measured, orders.subList(i, i + 1), Progress.NONE, (e, n) -> {})
                        .get(0);
                same &= alone.delivered()
                        .orElseThrow()
                        .sha256()
                        .equals(once.get(i).delivered().orElseThrow().sha256());
            }
            double single = seconds(start);
            System.out.printf(
                    Locale.ROOT,
                    "%s: together %.1f s, one by one %.1f s, same files: %s%n",
                    names.get(g),
                    all6,
                    single,
                    same);
            figure("versions." + names.get(g) + ".throughput", single / all6);
        }
    }

    private List<Order> orders(Variants variants, Session session) throws IOException {
        Path folder = Files.createDirectories(work.resolve("versions" + folders++));
        List<Order> orders = new ArrayList<>();
        for (Variants.Variant v : variants.of(session)) {
            orders.add(new Order(
                    v.settings(),
                    Tags.NONE,
                    LocalDateTime.of(2026, 1, 1, 0, 0),
                    folder.resolve(orders.size() + ".wav")));
        }
        return orders;
    }

    private static double ffmpeg(Path song) throws IOException, InterruptedException {
        long start = System.nanoTime();
        new ProcessBuilder(
                        "ffmpeg",
                        "-nostats",
                        "-hide_banner",
                        "-v",
                        "error",
                        "-i",
                        song.toString(),
                        "-af",
                        "ebur128=peak=true",
                        "-f",
                        "null",
                        "-")
                .inheritIO()
                .start()
                .waitFor();
        return seconds(start);
    }

    private static double seconds(long start) {
        return (System.nanoTime() - start) / 1e9;
    }

    private static void figure(String name, double value) {
        System.out.printf(Locale.ROOT, "figure %s %.3f%n", name, value);
    }
}
