package oakmirror;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
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
}
