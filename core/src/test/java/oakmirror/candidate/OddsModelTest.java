package oakmirror.candidate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import oakmirror.candidate.OddsModel.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class OddsModelTest {

    private static OddsModel of(double[] weight, Scale scale) {
        return new OddsModel(new double[] {10, -1}, new double[] {2, 0.5}, weight, -1, scale, 0.8, 3);
    }

    private static double logit(double p) {
        return Math.log(p / (1 - p));
    }

    @Test
    void whatIsWeighedAreFeaturesAndTheirProducts() {
        assertThat(OddsModel.terms(new double[] {2, 3})).containsExactly(2, 3, 4, 6, 9);
        assertThat(OddsModel.names(List.of("size", "width")))
                .containsExactly("size", "width", "size*size", "size*width", "width*width");
    }

    @Test
    void oddsFollowFromTheSumOfTerms() {
        OddsModel model = of(new double[] {1, 0.5, 0.1, -0.2, 0}, Scale.NONE);
        // Features of 12 and −0.5 lie one deviation above their means.
        assertThat(logit(model.odds(new double[] {12, -0.5}))).isCloseTo(-1 + 1 + 0.5 + 0.1 - 0.2, within(1e-9));
        assertThat(model.odds(new double[] {1000, -1}))
                .as("further than three deviations is no news")
                .isEqualTo(model.odds(new double[] {16, -1}));
    }

    @Test
    void theScaleBendsWithoutAStep() {
        Scale scale = new Scale(0.1, 1.2, -2, -1);
        assertThat(scale.of(-4) - scale.of(-5)).isCloseTo(0.1, within(1e-12));
        assertThat(scale.of(1) - scale.of(0)).isCloseTo(1.3, within(1e-12));
        assertThat(scale.of(-2 + 1e-9)).isCloseTo(scale.of(-2 - 1e-9), within(1e-6));
    }

    @Test
    void theMoreMusicDiffersTheLessOfADepartureIsAFault() {
        double[] features = new double[OddsModel.BROAD.size()];
        double before = 2;
        for (double contentDb : new double[] {0.3, 1, 3, 10}) {
            features[OddsModel.BROAD.indexOf("content")] = Math.log(contentDb);
            double share = OddsModel.share(features, 0.8, 4);
            assertThat(share).isLessThanOrEqualTo(1).isLessThan(before);
            before = share;
        }
    }

    static Stream<OddsModel> shipped() {
        return Stream.of(OddsModel.Learned.MODELS.broad(), OddsModel.Learned.MODELS.narrow());
    }

    @ParameterizedTest
    @MethodSource("shipped")
    void whatWasLearnedIsWholeAndKeepsTheOrderOfOdds(OddsModel model) {
        int features = model.mean().length;
        assertThat(model.weight()).hasSize(features + features * (features + 1) / 2);
        assertThat(model.scale().slope()).isPositive();
        assertThat(model.scale().slope() + model.scale().bend()).isPositive();
        assertThat(model.odds(model.mean())).as("usual features").isBetween(0.001, 0.5);
    }
}
