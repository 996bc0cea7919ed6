package oakmirror.media.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.CRC32;
import oakmirror.delivery.NamePattern;
import oakmirror.delivery.TagField;
import oakmirror.delivery.Tags;
import oakmirror.media.TestFiles;
import oakmirror.media.file.AudioFileException;
import oakmirror.media.file.FileLabel;
import oakmirror.media.file.OutputFormat;
import oakmirror.session.Session;
import oakmirror.session.SessionDocument;
import oakmirror.session.SessionFile;
import oakmirror.session.SessionLog;
import oakmirror.session.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** How masters are named, and what they say of themselves. */
class MasterNamesTest {

    private static final LocalDate DAY = LocalDate.of(2026, 11, 26);

    @TempDir
    Path folder;

    private static String name(String pattern, Session session, String version) {
        Tags tags = new Tags(
                Map.of(TagField.TITLE, "Ebb Tide", TagField.ARTIST, "The Withy Lanterns", TagField.TRACK, "2/6"),
                Optional.empty());
        Session named = session.withDelivery(session.delivery().withName(new NamePattern(pattern)));
        return MasterNames.of(named, tags, version, 96000, DAY);
    }

    @Test
    void everyPlaceHasItsValue() {
        Session s = Session.EMPTY;
        assertThat(name("{track} {artist} - {title}", s, "")).isEqualTo("02 The Withy Lanterns - Ebb Tide.wav");
        assertThat(name("{title} {loudness} {rate} {bits} {date}", s, ""))
                .isEqualTo("Ebb Tide -14.0 LUFS 96 kHz 24 bit 2026-11-26.wav");
        assertThat(name("{title}, {album}", s, "")).as("there is no album").isEqualTo("Ebb Tide.wav");
    }

    @Test
    void aVersionIsNamedWhetherThePatternHasItOrNot() {
        assertThat(name("{title} master", Session.EMPTY, "loud")).isEqualTo("Ebb Tide master, loud.wav");
        assertThat(name("{version}/{title}", Session.EMPTY, "50 %, −14.0 LUFS"))
                .isEqualTo("50 %, -14.0 LUFS-Ebb Tide.wav");
    }

    @Test
    void theFormatSaysTheRestAndALossyOneItsOwnRate() {
        Session opus = Session.EMPTY.withOutput(Session.EMPTY.output().withFormat("opus", 0));
        assertThat(name("{title} {rate} {bits}", opus, "")).isEqualTo("Ebb Tide 48 kHz.opus");
        assertThat(OutputFormat.MP3.rateFor(Optional.empty(), 88200)).isEqualTo(44100);
        assertThat(OutputFormat.MP3.rateFor(Optional.of(48000), 44100)).isEqualTo(48000);
        assertThat(OutputFormat.AAC.rateFor(Optional.empty(), 8000)).isEqualTo(48000);
        assertThat(OutputFormat.OPUS.rateFor(Optional.empty(), 44100)).isEqualTo(48000);
        assertThat(OutputFormat.WAV_24.rateFor(Optional.empty(), 192000)).isEqualTo(192000);
        assertThat(Form.of(opus.output()).words(48000)).isEqualTo("Opus, 192 kbit/s, 48 kHz");
        assertThat(Form.of(Session.EMPTY.output().withDither(false)).words(44100))
                .isEqualTo("WAV, 24 bit, 44.1 kHz, not dithered");
    }

    @Test
    void namesAreFreeAmongFilesAndAmongEachOther() throws IOException {
        Files.createFile(folder.resolve("a.wav"));
        assertThat(MasterNames.free(folder, List.of("a.wav", "a.wav", "b.wav", "b.wav")))
                .extracting(f -> f.getFileName().toString())
                .containsExactly("a 2.wav", "a 3.wav", "b.wav", "b 2.wav");
    }

    private Path tagged(Tags tags) throws IOException {
        Path file = folder.resolve("tagged.flac");
        try (var writer =
                OutputFormat.FLAC_16.open(file, 44100, true, new FileLabel(tags, Optional.empty(), Optional.empty()))) {
            writer.write(new float[4410], new float[4410], 4410);
            writer.commit();
        }
        return file;
    }

    @Test
    void whatTheMixSaysIsKeptAndItsNameStandsForATitle() throws IOException {
        Path file = tagged(new Tags(Map.of(TagField.ARTIST, "The Withy Lanterns"), Optional.empty()));
        Session s = Session.EMPTY.withMix(Optional.of(Track.of(file, "Ebb Tide, bounce 3")));
        assertThat(MasterTags.of(s).texts())
                .isEqualTo(Map.of(TagField.ARTIST, "The Withy Lanterns", TagField.TITLE, "Ebb Tide, bounce 3"));
        Session written = s.withDelivery(s.delivery()
                .withTags(s.delivery().tags().with(TagField.ARTIST, "").with(TagField.TITLE, "Ebb Tide")));
        assertThat(MasterTags.of(written).texts()).isEqualTo(Map.of(TagField.TITLE, "Ebb Tide"));
        assertThat(MasterTags.of(Session.EMPTY)).isEqualTo(Tags.NONE);
    }

    @Test
    void aCoverThatIsNoneIsSaid() throws IOException {
        Path huge = Files.write(folder.resolve("huge.png"), pngHead(15_000, 15_000));
        assertThatThrownBy(() -> MasterTags.cover(covered(Session.EMPTY, huge)))
                .hasMessage("huge.png is more than 5000 pixels wide or high. Choose a smaller picture.");
        Path text = Files.writeString(folder.resolve("cover.jpg"), "not a picture");
        Session s =
                Session.EMPTY.withMix(Optional.of(Track.of(TestFiles.music(folder.resolve("x.wav"), 44100, 1, 0.1))));
        assertThatThrownBy(() -> MasterTags.of(covered(s, text)))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("cover.jpg is not a JPEG or PNG of up to 16 MB. Choose another picture.");
        assertThatThrownBy(() -> MasterTags.of(covered(s, folder.resolve("gone.png"))))
                .hasMessageContaining("can’t be read. Choose another picture");
    }

    private static Session covered(Session s, Path picture) {
        return s.withDelivery(s.delivery().withTags(s.delivery().tags().withPicture(picture)));
    }

    private static Session saved(Path cover, Path file) throws IOException {
        SessionFile.write(new SessionDocument(covered(Session.EMPTY, cover), SessionLog.EMPTY), file);
        return SessionFile.read(file).session();
    }

    @Test
    void aCoverFromOutsideTheSessionsFolderIsUsedWhenItWasChosen() throws IOException {
        Path theirs = Files.createDirectories(folder.resolve("theirs/art"));
        Path mine = Files.write(folder.resolve("family photograph.png"), pngHead(20, 20));
        Path file = folder.resolve("theirs/song.oakmirror.json");
        Session strangers = saved(mine, file);
        assertThatThrownBy(() -> MasterTags.of(strangers))
                .isInstanceOf(AudioFileException.class)
                .hasMessage("The session’s cover, " + mine
                        + ", is outside the session’s folder. To use it, choose it on Send out.");
        assertThat(MasterTags.of(saved(Files.copy(mine, theirs.resolve("cover.png")), file))
                        .cover())
                .as("beside the session")
                .isPresent();
        ChosenCovers.add(folder.resolve("another\none.png"));
        ChosenCovers.add(mine);
        assertThat(MasterTags.of(strangers).cover()).isPresent();
        assertThat(MasterTags.of(covered(Session.EMPTY, mine)).cover())
                .as("chosen, and not saved yet")
                .isPresent();
    }

    /** The beginning of a picture, which says how large it is. */
    private static byte[] pngHead(int width, int height) {
        CRC32 crc = new CRC32();
        ByteBuffer head = ByteBuffer.allocate(33)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10})
                .putInt(13)
                .put("IHDR".getBytes(StandardCharsets.US_ASCII))
                .putInt(width)
                .putInt(height)
                .put(new byte[] {8, 2, 0, 0, 0});
        crc.update(head.array(), 12, 17);
        return head.putInt((int) crc.getValue()).array();
    }
}
