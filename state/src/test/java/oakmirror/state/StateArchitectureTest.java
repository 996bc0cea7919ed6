package oakmirror.state;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class StateArchitectureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("oakmirror.state");

    @Test
    void packagesHaveNoCycles() {
        assertThat(CLASSES).hasSizeGreaterThan(50);
        slices().matching("oakmirror.state.(*)..").should().beFreeOfCycles().check(CLASSES);
    }

    @Test
    void nothingIsDrawnAndNoToolkitIsThere() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "oakmirror.desk..",
                        "oakmirror.cli..",
                        "javafx.scene..",
                        "javafx.application..",
                        "javafx.animation..",
                        "javafx.stage..",
                        "java.awt..")
                .check(CLASSES);
        assertThatThrownBy(() -> Class.forName("javafx.scene.Node")).isInstanceOf(ClassNotFoundException.class);
    }

    @Test
    void namesOfPackagesStandOnceInWhatIsBelow() {
        Set<String> below = names(new ClassFileImporter().importPackages("oakmirror"), false);
        assertThat(below).hasSizeGreaterThan(20);
        assertThat(names(CLASSES, true)).hasSizeGreaterThan(5).doesNotContainAnyElementsOf(below);
    }

    private static Set<String> names(JavaClasses classes, boolean ofState) {
        return classes.stream()
                .map(JavaClass::getPackageName)
                .filter(p -> p.startsWith("oakmirror.state.") == ofState)
                .map(p -> p.substring(p.lastIndexOf('.') + 1))
                .collect(Collectors.toSet());
    }
}
