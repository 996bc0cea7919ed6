package oakmirror.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import oakmirror.album.AlbumLoudness.Way;
import oakmirror.album.RecordAssessment;
import oakmirror.album.SongAssessment;
import oakmirror.audio.Progress;
import oakmirror.delivery.NamePattern;
import oakmirror.media.delivery.AlbumOrders;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.spectrum.Zone;
import oakmirror.text.Numbers;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Brings the songs of a record together. */
@Command(name = "album", mixinStandardHelpOptions = true)
final class AlbumCommand implements Callable<Integer> {

    @Parameters(paramLabel = "DIR", descriptionKey = "oakmirror.album.files")
    private Path folder;

    @Option(names = "--anchor", required = true, paramLabel = "FILE")
    private Path anchor;

    @Mixin
    private OutputOptions output;

    @Option(names = "--target", paramLabel = "LUFS")
    private Double target;

    @Option(names = "--one-gain")
    private boolean oneGain;

    @Option(names = "--gain-only")
    private boolean gainOnly;

    @Option(names = "--json")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        Session record = record();
        Path out = output.folder(spec);
        if (Files.isSameFile(out, folder)) {
            throw CommandSupport.usage(spec, Texts.of("cli.outIsTheFolderOfTheSongs"));
        }
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start(Texts.of(
                    "cli.reading",
                    Texts.of("counts.songs", record.album().songs().size())));
            MeasuredAlbum album = MeasuredAlbum.read(record, shop.importer(), shop.abreast(), progress);
            RecordAssessment standing = album.standing();
            progress.start(Texts.of(
                    "cli.rendering",
                    Texts.of("counts.masters", record.album().songs().size())));
            List<Ended> ended = new Orders(shop.importer(), shop.parts(), shop.abreast())
                    .deliver(
                            AlbumOrders.of(
                                    album,
                                    shop.importer(),
                                    out,
                                    LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS),
                                    Progress.NONE),
                            progress,
                            (e, n) -> {});
            progress.clear();
            PrintWriter err = spec.commandLine().getErr();
            album.songs().forEach(s -> s.warnings().forEach(w -> err.println(s.name() + ": " + w)));
            err.flush();
            output.addCheckSums(out, ended);
            return report(album, standing, ended);
        }
    }

    private Session record() throws AudioFileException {
        List<AlbumSong> songs = new ArrayList<>();
        for (Path file : files()) {
            songs.add(AlbumSong.of(file).withCorrected(!gainOnly));
        }
        Optional<AlbumSong> inside = songs.stream()
                .filter(s -> isSame(s.track().file().orElseThrow()))
                .findFirst();
        if (inside.isEmpty()) {
            AudioFile.check(anchor);
        }
        Optional<Track> outside = inside.isPresent() ? Optional.empty() : Optional.of(Track.of(anchor));
        Track held = inside.map(AlbumSong::track).or(() -> outside).orElseThrow();
        Album album = Album.NONE
                .withSongs(songs)
                .withAnchor(held.id())
                .withWay(oneGain ? Way.ONE_GAIN : Way.EACH)
                .withTarget(Optional.ofNullable(target));
        Session session = Session.EMPTY.withName(
                String.valueOf(folder.toAbsolutePath().normalize().getFileName()));
        Session named = session.withDelivery(session.delivery().withName(new NamePattern("{track} {title}")));
        return output.on((outside.isPresent() ? named.withReference(outside.get()) : named).withAlbum(album));
    }

    private boolean isSame(Path file) {
        try {
            return Files.exists(anchor) && Files.isSameFile(file, anchor);
        } catch (IOException e) {
            return false;
        }
    }

    private List<Path> files() throws AudioFileException {
        if (!Files.isDirectory(folder)) {
            throw new AudioFileException(Texts.of("cli.isNotAFolder", folder));
        }
        try (Stream<Path> all = Files.list(folder)) {
            List<Path> songs = all.filter(AudioFile::looksLikeAudio).sorted().toList();
            if (songs.isEmpty()) {
                throw new AudioFileException(Texts.of("cli.containsNoAudio", folder));
            }
            if (songs.size() > Album.MOST_SONGS) {
                throw new AudioFileException(Texts.of("cli.tooManySongs", folder, songs.size(), Album.MOST_SONGS));
            }
            return songs;
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(Texts.of("cli.noPermission", folder), e);
        }
    }

    private int report(MeasuredAlbum album, RecordAssessment standing, List<Ended> ended)
            throws JsonProcessingException {
        PrintWriter out = spec.commandLine().getOut();
        PrintWriter err = spec.commandLine().getErr();
        ObjectNode root = CommandSupport.MAPPER.createObjectNode();
        root.put("summary", standing.sentence());
        root.put("integratedLufs", CommandSupport.rounded(album.integratedLufs()));
        root.put("wantedLufs", CommandSupport.rounded(album.wantedLufs()));
        ArrayNode songs = root.putArray("songs");
        int code = Main.DONE;
        if (!json) {
            out.println(standing.sentence() + ".");
        }
        for (int i = 0; i < ended.size(); i++) {
            SongAssessment song = standing.songs().get(i);
            Ended e = ended.get(i);
            ObjectNode node = songs.addObject();
            fill(node, song);
            if (e.delivered().isPresent()) {
                DeliveredText.fill(
                        node.putObject("master"),
                        e.delivered().get(),
                        Form.of(e.order().settings().output()));
                if (!json) {
                    out.println(line(song, e));
                }
                for (String fault : e.delivered().get().verification().faults()) {
                    err.println(e.order().file() + ": " + fault);
                    code = Main.OUTPUT;
                }
            } else {
                err.println(e.sentence());
                code = Main.OUTPUT;
            }
        }
        if (json) {
            out.println(CommandSupport.MAPPER.writeValueAsString(root));
        }
        out.flush();
        err.flush();
        return code;
    }

    private static String line(SongAssessment song, Ended e) {
        String apart = song.apart().isEmpty()
                ? ""
                : ", "
                        + Texts.of(
                                "cli.standingOutIn",
                                String.join(
                                        ", ",
                                        song.apart().stream().map(Zone::label).toList()));
        String moves = song.moves().isEmpty()
                ? ""
                : ", " + Texts.of("counts.moves", song.moves().size());
        String from = Double.isFinite(song.integratedLufs())
                ? " " + Texts.of("cli.cameFrom", song.name(), Numbers.level(song.integratedLufs())) + apart + moves
                        + "."
                : "";
        return DeliveredText.sentence(e.delivered().orElseThrow()) + from;
    }

    private static void fill(ObjectNode node, SongAssessment song) {
        node.put("name", song.name());
        node.put("anchor", song.isAnchor());
        node.put("integratedLufs", CommandSupport.rounded(song.integratedLufs()));
        node.put("plrDb", CommandSupport.rounded(song.plrDb()));
        node.put("rangeLu", CommandSupport.rounded(song.rangeLu()));
        node.put("sideToMidDb", CommandSupport.rounded(song.sideToMidDb()));
        ObjectNode zones = node.putObject("zones");
        for (Zone zone : Zone.values()) {
            ObjectNode one = zones.putObject(zone.written());
            one.put("toAnchorDb", CommandSupport.rounded(song.toAnchorDb()[zone.ordinal()]));
            one.put("toOthersDb", CommandSupport.rounded(song.toMeanDb()[zone.ordinal()]));
            one.put("supportedDb", CommandSupport.rounded(song.supportedDb()[zone.ordinal()]));
            one.put("apart", song.apart().contains(zone));
        }
        ArrayNode moves = node.putArray("moves");
        song.moves().forEach(m -> moves.addObject()
                .put("centreHz", CommandSupport.rounded(m.centreHz()))
                .put("gainDb", CommandSupport.rounded(m.gainDb())));
    }
}
