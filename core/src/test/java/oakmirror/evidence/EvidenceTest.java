package oakmirror.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import oakmirror.compare.Gap;
import oakmirror.correction.Correction;
import oakmirror.correction.CorrectionSettings;
import oakmirror.spectrum.BandGrid;
import org.junit.jupiter.api.Test;

class EvidenceTest {

    @Test
    void withoutReferencesNothingIsKnownAndNothingCorrected() {
        assertThat(Evidence.none().isKnown()).isFalse();
        assertThat(Evidence.none().trust()).containsOnly(0);
        assertThat(Correction.derive(Evidence.none(), CorrectionSettings.DEFAULT))
                .isEqualTo(Correction.none());
    }

    @Test
    void whatIsNotKnownIsNotTrustedAndTrustScalesTheCorrection() {
        double[] gapDb = new double[BandGrid.SIZE];
        boolean[] known = new boolean[BandGrid.SIZE];
        Arrays.fill(gapDb, 4);
        Arrays.fill(known, 0, BandGrid.bandOf(8000), true);
        Gap gap = new Gap(new double[BandGrid.SIZE], gapDb, gapDb, known);
        Evidence all = Evidence.unweighed(gap);
        int middle = BandGrid.bandOf(1000);
        assertThat(all.trust()[middle]).isEqualTo(1);
        assertThat(all.trust()[BandGrid.bandOf(9000)]).isZero();
        double[] half = new double[BandGrid.SIZE];
        Arrays.fill(half, 0.5);
        double full = Correction.derive(all, CorrectionSettings.DEFAULT).curveDb()[middle];
        double trusted = Correction.derive(new Evidence(gap, half), CorrectionSettings.DEFAULT)
                .curveDb()[middle];
        assertThat(full).isBetween(1.9, 2.0);
        assertThat(trusted).isBetween(0.95, 1.0);
    }
}
