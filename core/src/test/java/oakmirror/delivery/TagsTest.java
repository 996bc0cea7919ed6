package oakmirror.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import org.junit.jupiter.api.Test;

/** What a file says of itself, and how that is changed. */
class TagsTest {

    private static final Cover RED = new Cover("image/png", new byte[] {1, 2, 3});

    @Test
    void aMasterSaysWhatItsMixSaysButForWhatWasWrittenInstead() {
        Tags mix = new Tags(
                Map.of(TagField.TITLE, "ebb tide v7", TagField.ARTIST, "The Withy Lanterns", TagField.COMMENT, "rough"),
                Optional.of(RED));
        TagEdits edits = TagEdits.NONE
                .with(TagField.TITLE, " Ebb Tide ")
                .with(TagField.COMMENT, "")
                .with(TagField.ISRC, "qz-abc-26-00001");

        Tags master = edits.applied(mix, Optional.empty());

        assertThat(master.texts())
                .isEqualTo(Map.of(
                        TagField.TITLE,
                        "Ebb Tide",
                        TagField.ARTIST,
                        "The Withy Lanterns",
                        TagField.ISRC,
                        "QZABC2600001"));
        assertThat(master.cover()).contains(RED);
        assertThat(edits.without(TagField.TITLE).applied(mix, Optional.empty()).text(TagField.TITLE))
                .isEqualTo("ebb tide v7");
    }

    @Test
    void aCoverIsKeptReplacedOrLeftOut() {
        Tags mix = new Tags(Map.of(), Optional.of(RED));
        Cover other = new Cover("image/jpeg", new byte[] {9});
        assertThat(TagEdits.NONE.withCover(false).applied(mix, Optional.empty()).cover())
                .isEmpty();
        assertThat(TagEdits.NONE
                        .withPicture(Path.of("x.jpg"))
                        .applied(mix, Optional.of(other))
                        .cover())
                .contains(other);
        assertThatThrownBy(() -> new TagEdits(Map.of(), TagEdits.CoverChoice.OTHER, Optional.empty()))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void whatCannotStandInAFieldIsSaid() {
        assertThat(TagField.ISRC.objection("QZABC2600001")).isEmpty();
        assertThat(TagField.ISRC.objection("QZABC26")).isPresent();
        assertThat(TagField.TRACK.objection("3/12")).isEmpty();
        assertThat(TagField.TRACK.objection("three")).isPresent();
        assertThat(TagField.DATE.objection("2026-11")).isEmpty();
        assertThat(TagField.DATE.objection("26.11.2026")).isPresent();
        assertThat(TagField.TITLE.objection("x".repeat(2000))).isPresent();
    }

    @Test
    void onlyPicturesAreCovers() {
        assertThat(Cover.of(new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, 0}))
                .map(Cover::type)
                .contains("image/jpeg");
        assertThat(Cover.of("GIF89a".getBytes(java.nio.charset.StandardCharsets.US_ASCII)))
                .isEmpty();
    }

    /** Hundredths as EBU Tech 3285 v2 has them; gains by hand from −18 and −23 LUFS. */
    @Test
    void loudnessIsWrittenAsFilesCarryIt() {
        Levels levels = new Levels(new Loudness(-13.987, 6.444, -9.5, Double.NaN), new Peaks(-1.0, -1.1, 0.01));
        assertThat(LoudnessFields.hundredths(-13.987)).isEqualTo((short) -1399);
        assertThat(LoudnessFields.hundredths(Double.NaN)).isEqualTo((short) 0x7FFF);
        assertThat(LoudnessFields.hundredths(Double.NEGATIVE_INFINITY)).isEqualTo((short) 0x7FFF);
        assertThat(LoudnessFields.replayGain(levels)).isEqualTo("-4.01 dB");
        assertThat(LoudnessFields.replayPeak(levels)).isEqualTo("0.891251");
        assertThat(LoudnessFields.r128Gain(levels)).isEqualTo(String.valueOf(Math.round(256 * -9.013)));
    }
}
