package oakmirror.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class StemSetTest {

    private static StemSet of(String... names) {
        return StemSet.NONE.with(
                List.of(names).stream().map(n -> Path.of("/songs/" + n)).toList());
    }

    private static List<String> names(StemSet set) {
        return set.all().stream().map(Stem::name).toList();
    }

    @Test
    void whatAllNamesBeginWithIsLeftOut() {
        assertThat(names(of("ebb-tide-bass.wav", "ebb-tide-fiddle.wav", "ebb-tide-drums.wav")))
                .containsExactly("bass", "fiddle", "drums");
        assertThat(names(of("bass.wav", "bassoon.wav"))).containsExactly("bass", "bassoon");
        assertThat(names(of("Mix 3 bass.wav"))).containsExactly("Mix 3 bass");
        assertThat(names(of("Mix 3 bass.wav", "Mix 3 bass 2.wav"))).containsExactly("bass", "bass 2");
    }

    @Test
    void aStemIsThereOnceAndThereIsAMost() {
        assertThat(of("a.wav", "a.wav").all()).hasSize(1);
        StemSet many = StemSet.NONE.with(IntStream.range(0, 40)
                .mapToObj(i -> Path.of("/s/" + i + ".wav"))
                .toList());
        assertThat(many.all()).hasSize(StemSet.MOST);
    }

    @Test
    void aNameByHandStays() {
        StemSet set = of("x-bass.wav", "x-keys.wav");
        StemSet named = set.with(1, set.all().get(1).withName("Rhodes")).with(List.of(Path.of("/songs/x-drums.wav")));
        assertThat(names(named)).containsExactly("bass", "Rhodes", "drums");
    }

    @Test
    void gainsAreTriedInTenthsWithinTwelveDecibels() {
        StemSet set = of("a.wav", "b.wav");
        assertThat(set.isTried()).isFalse();
        StemSet tried = set.withGains(new double[] {-1.26, 20});
        assertThat(tried.gainsDb()).containsExactly(-1.3, 12);
        assertThat(tried.isTried()).isTrue();
        assertThat(tried.without(0).gainsDb()).containsExactly(12);
        assertThatThrownBy(() -> set.withLimit(0)).isInstanceOf(IllegalArgumentException.class);
        Source source = set.all().get(0).source();
        assertThatThrownBy(() -> new Stem(source, "a", Double.NaN)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void theSessionKnowsAllFilesThatMustNotBeWrittenOver() {
        Session session = Session.EMPTY
                .withMix(Optional.of(Track.of(Path.of("/songs/mix.wav")).withStems(of("a.wav"))))
                .withReference(Track.of(Path.of("/songs/r.wav")));
        assertThat(session.files())
                .containsExactly(Path.of("/songs/mix.wav"), Path.of("/songs/a.wav"), Path.of("/songs/r.wav"));
        assertThat(session.withStems(s -> s.without(0)).stems().isEmpty()).isTrue();
        assertThat(Session.EMPTY.withStems(s -> of("a.wav")).stems().isEmpty()).isTrue();
    }
}
