package oakmirror.finish;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import oakmirror.finish.NormalisedPlayback.Up;
import oakmirror.loudness.Loudness;
import oakmirror.loudness.Peaks;
import oakmirror.measure.Levels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Delivery targets: what comes with the program, as files, and what players make of them. */
class TargetListTest {

    @TempDir
    Path folder;

    private static Levels levels(double lufs, double dbtp) {
        return new Levels(new Loudness(lufs, 6, lufs + 5, lufs + 3), new Peaks(dbtp, dbtp, 0.01));
    }

    @Test
    void publicStandardsComeWithTheirSources() {
        List<DeliveryTarget> all = TargetList.shipped().targets();
        assertThat(all).allMatch(t -> !t.source().isEmpty());
        DeliveryTarget r128 = all.stream()
                .filter(t -> t.name().equals("EBU R 128"))
                .findFirst()
                .orElseThrow();
        assertThat(r128.integratedLufs()).isEqualTo(-23);
        assertThat(r128.toleranceLu()).contains(0.5);
        assertThat(r128.ceilingDbtp()).isEqualTo(-1);
        DeliveryTarget a85 = all.stream()
                .filter(t -> t.name().equals("ATSC A/85"))
                .findFirst()
                .orElseThrow();
        assertThat(a85.integratedLufs()).isEqualTo(-24);
        assertThat(a85.toleranceLu()).contains(2.0);
        assertThat(a85.ceilingDbtp()).isEqualTo(-2);
        assertThat(TargetList.shipped().ofPlayback()).isNotEmpty().allMatch(DeliveryTarget::playback);
    }

    @Test
    void whatIsWrittenIsReadAgainAndListsAreJoinedWithoutRepeating() throws Exception {
        TargetList list = TargetList.shipped();
        Path file = folder.resolve("targets.json");
        list.write(file);
        assertThat(TargetList.read(file)).isEqualTo(list);
        DeliveryTarget own = list.targets().get(0).named("our label");
        TargetList more = list.without(1).with(99, own);
        assertThat(more.targets()).hasSameSizeAs(list.targets()).contains(own);
        assertThat(more.and(list).targets()).hasSize(list.targets().size() + 1);
        assertThat(more.with(0, own).targets().get(0)).isEqualTo(own);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "nonsense | the file is not JSON",
                "{} | the file has no list of targets",
                "{\"targets\":[null]} | the file has no list of targets",
                "{\"targets\":[{\"name\":\"x\",\"ceilingDbtp\":-1}]} | a field of a target is missing or wrong",
                "{\"targets\":[{\"name\":\"x\",\"integratedLufs\":\"loud\",\"ceilingDbtp\":-1}]} | a field of a target is missing or wrong",
                "{\"targets\":[{\"integratedLufs\":-14,\"ceilingDbtp\":-1}]} | a target needs a name",
                "{\"targets\":[{\"name\":\"x\",\"integratedLufs\":14,\"ceilingDbtp\":-1}]} | the loudness target is −60 to 0 LUFS",
                "{\"targets\":[{\"name\":\"x\",\"integratedLufs\":-14,\"ceilingDbtp\":-1,\"toleranceLu\":-3}]} | the tolerance is 0 to 10"
            })
    void whatIsNoListSaysWhy(String text, String why) throws Exception {
        Path file = Files.writeString(folder.resolve("list.json"), text);
        assertThatThrownBy(() -> TargetList.read(file))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage(why);
    }

    @Test
    void whatDoesNotKeepToATargetIsNamed() {
        DeliveryTarget shortForm = new DeliveryTarget(
                "x", -23, Optional.of(0.5), -1, Optional.of(-20.5), Optional.of(-15.0), Optional.of(5.0), false, "");
        assertThat(shortForm.missedBy(levels(-23, -1))).containsExactly("its loudest 3 s", "its range");
        assertThat(FinishText.missed(List.of(shortForm), FinishSettings.DEFAULT.withTarget(-23, -1), levels(-23, -1)))
                .isEqualTo("Outside the spec of x: its loudest 3 s, its range.");
        assertThat(FinishText.missed(List.of(shortForm), FinishSettings.DEFAULT, levels(-23, -1)))
                .isEmpty();
        assertThat(shortForm.missedBy(levels(-20, 0)))
                .containsExactly("its loudness", "its true peak", "its loudest 3 s", "its range");
    }

    @ParameterizedTest
    @CsvSource({
        "-9,-1,NEVER,-5,0",
        "-9,-1,WITH_A_LIMITER,-5,0",
        "-18,-6,NEVER,0,0",
        "-18,-6,UNDER_THE_CEILING,4,0",
        "-18,-3,UNDER_THE_CEILING,2,0",
        "-18,0,UNDER_THE_CEILING,0,0",
        "-18,-3,WITH_A_LIMITER,4,2",
        "NaN,-3,WITH_A_LIMITER,0,0"
    })
    void playersTurnAsTheyDo(double lufs, double dbtp, Up up, double gain, double limited) {
        DeliveryTarget level = TargetList.shipped().targets().get(0);
        assertThat(level.integratedLufs()).isEqualTo(-14);
        assertThat(NormalisedPlayback.gainDb(levels(lufs, dbtp), level, up)).isCloseTo(gain, within(1e-9));
        assertThat(NormalisedPlayback.limitedDb(levels(lufs, dbtp), level, up)).isCloseTo(limited, within(1e-9));
    }
}
