package oakmirror.state;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import oakmirror.FileRules;
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
    void namesOfPackagesStandOnceInWhatIsBelow() throws IOException {
        Set<String> below = new TreeSet<>(names("core"));
        below.addAll(names("media"));
        assertThat(below).hasSizeGreaterThan(20);
        assertThat(names("state")).hasSizeGreaterThan(5).doesNotContainAnyElementsOf(below);
    }

    private static Set<String> names(String module) throws IOException {
        Path here = Path.of("").toAbsolutePath();
        Path root = Files.isDirectory(here.resolve("core")) ? here : here.getParent();
        try (Stream<Path> files = Files.walk(root.resolve(module).resolve("src/main/java"))) {
            return files.filter(f -> f.endsWith("package-info.java"))
                    .map(f -> f.getParent().getFileName().toString())
                    .collect(Collectors.toSet());
        }
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
