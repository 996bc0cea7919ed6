package oakmirror.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

class DeskArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("oakmirror.desk");

    @Test
    void packagesHaveNoCycles() {
        assertThat(CLASSES).hasSizeGreaterThan(50);
        slices().matching("oakmirror.desk.(*)..").should().beFreeOfCycles().check(CLASSES);
    }

    @Test
    void whatIsDrawnKnowsNothingOfTheModel() {
        noClasses()
                .that()
                .resideInAPackage("oakmirror.desk.plot..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("oakmirror.state..", "oakmirror.session..", "oakmirror.media..")
                .check(CLASSES);
    }

    /** A network folder that does not answer would hold the window up. Those who ask a disk here do so elsewhere than on its thread. */
    @Test
    void theWindowAsksNoDisk() {
        noClasses()
                .that()
                .doNotHaveSimpleName("SessionActions")
                .and()
                .doNotHaveSimpleName("ShowInFolder")
                .and()
                .doNotHaveSimpleName("Screenshots")
                .should()
                .dependOnClassesThat()
                .areAssignableTo(Files.class)
                .check(CLASSES);
    }
}
