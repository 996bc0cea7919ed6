package oakmirror.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class StartTest {

    @Test
    void filesAreOpenedByAWindowThatIsThereUnlessOneApartIsAskedFor() {
        Start files = Start.of(List.of("open", "a song.wav", "-odd.oakprofile.json"));
        assertThat(files.files()).containsExactly(Path.of("a song.wav"), Path.of("-odd.oakprofile.json"));
        assertThat(files.mayBeTaken()).isTrue();

        Start apart = Start.of(List.of("open", "--apart", "x.oakmirror.json"));
        assertThat(apart.files()).containsExactly(Path.of("x.oakmirror.json"));
        assertThat(apart.mayBeTaken()).isFalse();
    }

    @Test
    void withoutWordsAWindowIsOpenedAndTheDemoIsNobodyElses() {
        assertThat(Start.of(List.of())).isEqualTo(new Start("open", false, List.of()));
        assertThat(Start.of(List.of("demo")).mayBeTaken()).isFalse();
    }
}
