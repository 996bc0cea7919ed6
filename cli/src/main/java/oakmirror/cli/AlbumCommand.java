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
import oakmirror.album.RecordStanding;
import oakmirror.album.SongStanding;
import oakmirror.audio.Progress;
import oakmirror.delivery.NamePattern;
import oakmirror.media.delivery.AlbumOrders;
import oakmirror.media.delivery.Form;
import oakmirror.media.delivery.Orders;
import oakmirror.media.delivery.Orders.Ended;
import oakmirror.media.file.AudioFile;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.session.MeasuredAlbum;
import oakmirror.readings.Readings;
import oakmirror.session.Album;
import oakmirror.session.AlbumSong;
import oakmirror.session.Session;
import oakmirror.session.Track;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Brings the songs of a record together. */
@Command(
        name = "album",
        mixinStandardHelpOptions = true,
        description = {
            "Matches the songs of a record: each is compared with an anchor and with the others, gently corrected where the evidence says that it is not just a different song, and brought to the anchor's loudness.",
            "The songs are the audio files of a folder, sorted by name. The anchor can be one of them or any other file."
        },
        footer = {
            "",
            "Examples:",
            "  oakmirror album mixes --anchor mixes/01-low-water.wav --out masters",
            "  oakmirror album mixes --anchor reference.flac --out masters --target -14 --one-gain",
            "  oakmirror album mixes --anchor mixes/01-low-water.wav --out masters --gain-only --json"
        })
final class AlbumCommand implements Callable<Integer> {

    @Parameters(paramLabel = "DIR", description = "The folder with the songs.")
    private Path folder;

    @Option(
            names = "--anchor",
            required = true,
            paramLabel = "FILE",
            description = "File that the others are compared with.")
    private Path anchor;

    @Mixin
    private OutputOptions output;

    @Option(names = "--target", paramLabel = "LUFS", description = "Target loudness; default: the anchor's.")
    private Double target;

    @Option(
            names = "--one-gain",
            description = "One gain for the whole record, so that quiet songs stay quieter than loud ones.")
    private boolean oneGain;

    @Option(names = "--gain-only", description = "Adjust loudness only, no correction.")
    private boolean gainOnly;

    @Option(names = "--json", description = "Print results and written files as JSON.")
    private boolean json;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, OutputException {
        Session record = record();
        Path out = output.folder(spec);
        if (Files.isSameFile(out, folder)) {
            throw Figures.usage(spec, "--out is the folder of the songs; choose another folder for the masters");
        }
        ProgressLine progress = new ProgressLine();
        try (Workshop shop = new Workshop(progress)) {
            progress.start(
                    "reading " + Texts.of("counts.songs", record.album().songs().size()));
            MeasuredAlbum album = MeasuredAlbum.read(record, shop.importer(), shop.abreast(), progress);
            RecordStanding standing = album.standing();
            progress.start("rendering "
                    + Texts.of("counts.masters", record.album().songs().size()));
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
            throw new AudioFileException(folder + " is not a folder.");
        }
        try (Stream<Path> all = Files.list(folder)) {
            List<Path> songs = all.filter(AudioFile::looksLikeAudio).sorted().toList();
            if (songs.isEmpty()) {
                throw new AudioFileException(folder + " contains no audio files.");
            }
            if (songs.size() > Album.MOST_SONGS) {
                throw new AudioFileException(
                        folder + " holds " + songs.size() + " songs; a record holds at most " + Album.MOST_SONGS + ".");
            }
            return songs;
        } catch (AudioFileException e) {
            throw e;
        } catch (IOException e) {
            throw new AudioFileException(
                    folder + " can't be read (permission denied). Change its permissions and try again.", e);
        }
    }

    private int report(MeasuredAlbum album, RecordStanding standing, List<Ended> ended) throws JsonProcessingException {
        PrintWriter out = spec.commandLine().getOut();
        PrintWriter err = spec.commandLine().getErr();
        ObjectNode root = Figures.MAPPER.createObjectNode();
        root.put("summary", standing.sentence());
        root.put("integratedLufs", Figures.rounded(album.integratedLufs()));
        root.put("wantedLufs", Figures.rounded(album.wantedLufs()));
        ArrayNode songs = root.putArray("songs");
        int code = Main.DONE;
        if (!json) {
            out.println(standing.sentence() + ".");
        }
        for (int i = 0; i < ended.size(); i++) {
            SongStanding song = standing.songs().get(i);
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
            out.println(Figures.MAPPER.writeValueAsString(root));
        }
        out.flush();
        err.flush();
        return code;
    }

    private static String line(SongStanding song, Ended e) {
        String apart = song.apart().isEmpty()
                ? ""
                : ", standing out in "
                        + String.join(
                                ", ", song.apart().stream().map(Zone::label).toList());
        String moves = song.moves().isEmpty()
                ? ""
                : ", " + Texts.of("counts.moves", song.moves().size());
        String from = Double.isFinite(song.integratedLufs())
                ? " " + song.name() + " came from " + Readings.level(song.integratedLufs()) + " LUFS" + apart + moves
                        + "."
                : "";
        return DeliveredText.sentence(e.delivered().orElseThrow()) + from;
    }

    private static void fill(ObjectNode node, SongStanding song) {
        node.put("name", song.name());
        node.put("anchor", song.isAnchor());
        node.put("integratedLufs", Figures.rounded(song.integratedLufs()));
        node.put("plrDb", Figures.rounded(song.plrDb()));
        node.put("rangeLu", Figures.rounded(song.rangeLu()));
        node.put("sideToMidDb", Figures.rounded(song.sideToMidDb()));
        ObjectNode zones = node.putObject("zones");
        for (Zone zone : Zone.values()) {
            ObjectNode one = zones.putObject(zone.written());
            one.put("toAnchorDb", Figures.rounded(song.toAnchorDb()[zone.ordinal()]));
            one.put("toOthersDb", Figures.rounded(song.toMeanDb()[zone.ordinal()]));
            one.put("supportedDb", Figures.rounded(song.supportedDb()[zone.ordinal()]));
            one.put("apart", song.apart().contains(zone));
        }
        ArrayNode moves = node.putArray("moves");
        song.moves().forEach(m -> moves.addObject()
                .put("centreHz", Figures.rounded(m.centreHz()))
                .put("gainDb", Figures.rounded(m.gainDb())));
    }
}
