package oakmirror;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import oakmirror.audio.Fft;
import org.jtransforms.fft.DoubleFFT_1D;
import org.jtransforms.fft.FloatFFT_1D;
import org.junit.jupiter.api.Test;

class ArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .withImportOption(location -> !location.contains("-tests.jar"))
            .importPackages("oakmirror");

    @Test
    void coreKnowsNoInterfaceNoCodecAndNoDevice() {
        assertThat(CLASSES).hasSizeGreaterThan(10);
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "org.bytedeco..", "javax.sound..", "java.awt..", "javax.swing..")
                .check(CLASSES);
    }

    @Test
    void packagesHaveNoCycles() {
        slices().matching("oakmirror.(*)..").should().beFreeOfCycles().check(CLASSES);
    }

    /** So that none is shared out to threads that cancelled work leaves half done. */
    @Test
    void transformsAreMadeInOnePlace() {
        noClasses()
                .that()
                .areNotAssignableTo(Fft.class)
                .should()
                .callConstructor(DoubleFFT_1D.class, long.class)
                .orShould()
                .callConstructor(FloatFFT_1D.class, long.class)
                .check(CLASSES);
    }

    @Test
    void whatOthersMayHaveWrittenIsReadAsABoundedPlainFile() {
        FileRules.reading(CLASSES);
    }

    @Test
    void filesAreWrittenInOneWay() {
        FileRules.writing(CLASSES);
    }
}
