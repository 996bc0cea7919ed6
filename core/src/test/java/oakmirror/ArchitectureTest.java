package oakmirror;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "oakmirror", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule CORE_KNOWS_NO_INTERFACE_NO_CODEC_AND_NO_DEVICE = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("javafx..", "org.bytedeco..", "javax.sound..", "java.awt..", "javax.swing..");

    @ArchTest
    static final ArchRule PACKAGES_HAVE_NO_CYCLES =
            slices().matching("oakmirror.(*)..").should().beFreeOfCycles();
}
