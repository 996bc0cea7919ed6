package oakmirror.desk;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
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
}
