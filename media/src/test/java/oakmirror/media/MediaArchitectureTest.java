package oakmirror.media;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import oakmirror.FileRules;
import org.junit.jupiter.api.Test;

class MediaArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .withImportOption(location -> !location.contains("-tests.jar"))
            .importPackages("oakmirror.media");

    @Test
    void mediaKnowsNoInterface() {
        assertThat(CLASSES).hasSizeGreaterThan(10);
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("javafx..", "picocli..", "java.awt..")
                .check(CLASSES);
    }

    @Test
    void packagesHaveNoCycles() {
        slices().matching("oakmirror.media.(*)..").should().beFreeOfCycles().check(CLASSES);
    }

    @Test
    void whatOthersMayHaveWrittenIsReadAsABoundedPlainFile() {
        FileRules.reading(CLASSES);
    }

    @Test
    void filesAreWrittenInOneWay() {
        FileRules.writing(
                CLASSES,
                "WavWriter", // into what is on its way
                "TableFiles",
                "MappedClipWriter", // into the cache, which is checked when it is read
                "Aside", // copies of the library, checked before they take its place
                "Backups",
                "Starter",
                "Handover");
    }
}
